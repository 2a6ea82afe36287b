import type { ClassChances } from './archClass'
import type { ArchMotion, MotionChances } from './archMotion'
import { motionKinds } from './archMotion'
import type { ArchPosition } from './archPosition'

export const positionKinds = ['high', 'middle', 'low'] as const
/** Position by motion: where the arch stands and how it moves are two different things. */
export type ArchCell = { position: keyof ClassChances; motion: keyof MotionChances }

export type ArchMapPlace = {
  /** the cloud: middle and one standard error each way, in z of each class; ±1 are the limits */
  positionZ: number
  positionErrorZ: number
  motionZ: number
  motionErrorZ: number
  cells: { cell: ArchCell; chance: number }[]
  best: ArchCell
  /** chance that the foot lies in the best cell, errors of both taken as independent */
  chance: number
}

/**
 * Where one foot lies on the two-way arch map.
 * @returns undefined until both position and motion are known
 * @example archMap(position, motion)?.best // { position: 'low', motion: 'much' }
 */
export function archMap(position: ArchPosition | undefined, motion: ArchMotion): ArchMapPlace | undefined {
  const chances = motion.motion
  if (!position || !chances || motion.z === undefined || motion.errorZ === undefined) return undefined
  const cells = positionKinds.flatMap((p) =>
    motionKinds.map((m) => ({
      cell: { position: p, motion: m },
      chance: position.chances[p] * chances[m],
    })),
  )
  const best = cells.reduce((a, b) => (b.chance > a.chance ? b : a))
  return {
    positionZ: position.z,
    positionErrorZ: position.errorZ,
    motionZ: motion.z,
    motionErrorZ: motion.errorZ,
    cells,
    best: best.cell,
    chance: best.chance,
  }
}
