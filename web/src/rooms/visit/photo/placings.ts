import type { Point } from '@sturvo/core/geometry'
import type { Landmarks, PhotoScale } from '@sturvo/core/photo'

/** What the hand put on a photo; a scale left out is the one that was found. */
export type Placing = {
  landmarks: Landmarks
  outlineImagePx: Point[] | undefined
  scale: PhotoScale | undefined
}
export type Placings = { past: readonly Placing[]; now: Placing; future: readonly Placing[] }

export function begun(now: Partial<Placing> = {}): Placings {
  return { past: [], now: { landmarks: {}, outlineImagePx: undefined, scale: undefined, ...now }, future: [] }
}

/** A step that can be taken back. */
export function put(placings: Placings, changed: Partial<Placing>): Placings {
  return {
    past: [...placings.past, placings.now],
    now: { ...placings.now, ...changed },
    future: [],
  }
}

/** Finishes the step that was just taken: a point that snapped is one step with the tap. */
export function amend(placings: Placings, landmarks: Landmarks): Placings {
  return { ...placings, now: { ...placings.now, landmarks: { ...placings.now.landmarks, ...landmarks } } }
}

export function undone(placings: Placings): Placings {
  const { past, now, future } = placings
  const before = past[past.length - 1]
  return before ? { past: past.slice(0, -1), now: before, future: [now, ...future] } : placings
}

export function redone(placings: Placings): Placings {
  const { past, now, future } = placings
  const [next, ...rest] = future
  return next ? { past: [...past, now], now: next, future: rest } : placings
}
