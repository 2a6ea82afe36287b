import type { PartGrade } from '../../foot/deformity'

export type StripGrade = Pick<PartGrade, 'tolerance' | 'direction' | 'marks'> & { target: number }
// shown beyond what was measured, in tolerances: so much room before the target and behind it
const before = 3
const behind = 1.5

/**
 * From a value of a graded part to a place on its strip: rest lies left, the target right, whichever way the number runs.
 * @param span ends of the strip, in the drawing's own unit
 * @returns place of a value, and how long one unit of the value is
 */
export function gradeAxis(
  grade: StripGrade,
  span: readonly [from: number, to: number],
): { x: (value: number) => number; perUnit: number } {
  const { target, tolerance, direction, marks } = grade
  // away from the deformity is to the right
  const along = (value: number) => -direction * (value - target)
  const all = [
    ...Object.values(marks).flatMap((m) => [along(m.value) - m.error, along(m.value) + m.error]),
    -tolerance * before,
    tolerance * behind,
  ]
  const low = Math.min(...all)
  const perUnit = (span[1] - span[0]) / (Math.max(...all) - low)
  return { x: (value) => span[0] + (along(value) - low) * perUnit, perUnit }
}
