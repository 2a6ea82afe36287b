import type { PartGrade } from '@sturvo/core/deformity'

export const stripWidth = 240
const edge = 14

/** From a value of the part to a place on the strip: rest lies left, the target right, whichever way the number runs. */
export function gradeAxis(grade: Pick<PartGrade, 'tolerance' | 'direction' | 'marks'> & { target: number }): {
  x: (value: number) => number
  perUnit: number
} {
  const { target, tolerance, direction, marks } = grade
  const given = Object.values(marks).flatMap((m) => [m.value - m.error, m.value + m.error])
  // away from the deformity is to the right
  const along = (value: number) => -direction * (value - target)
  const all = [...given.map(along), -tolerance * 3, tolerance * 1.5]
  const low = Math.min(...all)
  const high = Math.max(...all)
  const perUnit = (stripWidth - 2 * edge) / (high - low)
  return { x: (value) => edge + (along(value) - low) * perUnit, perUnit }
}
