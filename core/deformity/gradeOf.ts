import type { References } from '../reference'
import { clamp, normalCdf } from '../statistics'

export const grades = [0, 1, 2, 3] as const
export type Grade = (typeof grades)[number]
export const canWords = ['can', 'partly', 'cannot'] as const
export type CanWord = (typeof canWords)[number]

/** A value in the measure's unit, a word, or nothing. */
export type GradeEvidence = { value: number } | { word: CanWord } | undefined
export type RestEvidence = { value: number } | { word: 'even' | 'off' } | undefined

export type GradeReading = {
  /** most likely grade; undefined while what is missing could still decide it */
  grade: Grade | undefined
  /** by grade, adding up to 1 together with `open` */
  chances: readonly [number, number, number, number]
  /** chance not yet shared out, and the grades it may go to */
  open: { chance: number; grades: readonly Grade[] }
  isBorderline: boolean
  activeShare: number | undefined
  passiveShare: number | undefined
  /** the test that would decide it */
  testNext: 'rest' | 'active' | 'passive' | undefined
}

/**
 * Deformity grade from rest, active and passive correction, with the chance of each grade.
 * One-sided: a value beyond the target, away from the deformity, counts as corrected.
 * @param input target, tolerance and error in the unit of the values; direction +1 when the deformity is above the
 *   target (heel everted), -1 when below (arch lowered)
 * @returns chances from a normal error of each value; words count with the chances of the reference table
 * @source grades 0 to 3: at rest, by the client, by hand, not even by hand
 */
export function gradeOf(input: {
  rest: RestEvidence
  active: GradeEvidence
  passive: GradeEvidence
  target: number
  tolerance: number
  error: number
  direction: 1 | -1
  references: References
}): GradeReading {
  const { rest, active, passive, target, tolerance, references } = input
  const within = (value: number) => normalCdf((tolerance - input.direction * (value - target)) / input.error)
  const chanceOf = (evidence: GradeEvidence): number | undefined => {
    if (!evidence) return undefined
    if ('value' in evidence) return within(evidence.value)
    const { wordCan, wordPartly, wordCannot } = references
    return { can: wordCan, partly: wordPartly, cannot: wordCannot }[evidence.word]
  }
  const atRest =
    rest === undefined
      ? undefined
      : 'value' in rest
        ? within(rest.value)
        : rest.word === 'even'
          ? references.wordCan
          : references.wordCannot
  const p = sharedOut(atRest, chanceOf(active), chanceOf(passive))
  const best = grades.reduce((a, b) => (p.chances[b] > p.chances[a] ? b : a))
  const isKnown = p.chances[best] > p.open.chance
  return {
    ...p,
    grade: isKnown ? best : undefined,
    isBorderline: isKnown && p.chances[best] < references.gradeBorderline,
    activeShare: correctedShare(rest, active, target, tolerance),
    passiveShare: correctedShare(rest, passive, target, tolerance),
  }
}

type Shared = Pick<GradeReading, 'chances' | 'open' | 'testNext'>
const nearlyNone = 0.02 // chance below which nobody would test further

function sharedOut(
  rest: number | undefined,
  active: number | undefined,
  passive: number | undefined,
): Shared {
  if (rest === undefined) return { chances: [0, 0, 0, 0], open: { chance: 1, grades }, testNext: 'rest' }
  const left = 1 - rest
  if (active === undefined) return stillOpen([rest, 0, 0, 0], left, [1, 2, 3], 'active')
  const lifted = left * active
  const notLifted = left - lifted
  if (passive === undefined) return stillOpen([rest, lifted, 0, 0], notLifted, [2, 3], 'passive')
  return {
    chances: [rest, lifted, notLifted * passive, notLifted * (1 - passive)],
    open: { chance: 0, grades: [] },
    testNext: undefined,
  }
}

function stillOpen(
  chances: Shared['chances'],
  chance: number,
  open: Grade[],
  next: Shared['testNext'],
): Shared {
  return { chances, open: { chance, grades: open }, testNext: chance > nearlyNone ? next : undefined }
}

/** (r − a)/(r − t), clipped to 0..1; undefined when rest is within tolerance of the target or not a number. */
function correctedShare(
  rest: RestEvidence,
  corrected: GradeEvidence,
  target: number,
  tolerance: number,
): number | undefined {
  if (!rest || !corrected || !('value' in rest) || !('value' in corrected)) return undefined
  if (Math.abs(rest.value - target) <= tolerance) return undefined
  return clamp((rest.value - corrected.value) / (rest.value - target), 0, 1)
}
