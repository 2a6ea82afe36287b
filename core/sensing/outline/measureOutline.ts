import { crossingsAt, type Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'

/** Widths and length of a traced outline, mm. */
export type OutlineMeasures = {
  footLengthMm: number
  heelWidthMm: number
  /** widest across the axis at the ball */
  ballWidthMm: number
  /** widest in front of the ball */
  toeWidthMm: number
}

/**
 * Measures a closed outline in its foot frame.
 * @param outlineFootMm mm, x medial, y forward; any start, either way round, at least 8 points
 * @returns undefined where the outline has no length
 * @example a rectangle 100 × 250 gives width 100 everywhere
 */
export function measureOutline(
  outlineFootMm: readonly Point[],
  references: References,
): OutlineMeasures | undefined {
  if (outlineFootMm.length < leastPoints) return undefined
  const ys = outlineFootMm.map((p) => p.y)
  const backMm = Math.min(...ys)
  const lengthMm = Math.max(...ys) - backMm
  if (!(lengthMm > 0)) return undefined
  const widthAt = (share: number) => {
    const row = crossingsAt(outlineFootMm, backMm + share * lengthMm)
    return row.length < 2 ? 0 : Math.max(...row) - Math.min(...row)
  }
  let ball = { width: 0, share: references.ballFromShare }
  for (let share = references.ballFromShare; share <= references.ballToShare; share += rowEvery) {
    const width = widthAt(share)
    if (width > ball.width) ball = { width, share }
  }
  let toeWidthMm = 0
  for (let share = references.ballToShare; share < 1; share += rowEvery)
    toeWidthMm = Math.max(toeWidthMm, widthAt(share))
  return {
    footLengthMm: lengthMm,
    heelWidthMm: widthAt(references.heelWidthAt),
    ballWidthMm: ball.width,
    toeWidthMm,
  }
}

const leastPoints = 8
const rowEvery = 0.004 // about a millimetre of foot
