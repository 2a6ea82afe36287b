export const sides = ['left', 'right'] as const
/** The client's own left or right. */
export type Side = (typeof sides)[number]
/** One thing for each foot. Sides are data: there is never a left function and a right function. */
export type BySide<T> = Record<Side, T>

/** Builds the same thing for both feet. */
export function bySide<T>(make: (side: Side) => T): BySide<T> {
  return { left: make('left'), right: make('right') }
}

export function otherSide(side: Side): Side {
  return side === 'left' ? 'right' : 'left'
}

/**
 * Which way the medial (big-toe) side lies on a picture with the toes up, seen from above.
 * @returns +1 when medial is to the right (left foot), -1 when it is to the left (right foot)
 */
export function medialSignImage(side: Side): 1 | -1 {
  return side === 'left' ? 1 : -1
}
