import type { References } from '../../groundwork/reference'
import { clamp, normalCdf, normalMean, normalMeans } from '../../groundwork/statistics'

export const grades = [0, 1, 2, 3] as const
export type Grade = (typeof grades)[number]
export const canWords = ['can', 'partly', 'cannot'] as const
export type CanWord = (typeof canWords)[number]
/** The three moments a grade is read from, and what they are read against. */
export const gradeEnds = ['rest', 'active', 'passive', 'target'] as const
export type GradeEnd = (typeof gradeEnds)[number]

/** A value in the measure's unit with its standard error (the common one where left out) and its trials, or a word. */
export type GradeNumber = { value: number; error?: number; trials?: number }
export type GradeEvidence = GradeNumber | { word: CanWord } | undefined
/** Inferred: nobody said it, the rest of the foot does. */
export type RestEvidence = GradeNumber | { word: 'even' | 'off'; isInferred?: true } | undefined

/** What is odd about the values, for a sentence beside the grade. */
export type GradeRemark =
  'passiveWorse' | 'activeBelowRest' | 'atTarget' | 'oneTrial' | 'wordsOnly' | 'mixed' | 'noCollapse'

/** One more measurement, and how sure the grade is expected to be after it. */
export type Settles = { end: GradeEnd; isAgain: boolean; sureAfter: number }

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
  remarks: readonly GradeRemark[]
  /** of a borderline or open grade: what would make it surer, the best first */
  settles: readonly Settles[]
}

export type GradeInput = {
  rest: RestEvidence
  active: GradeEvidence
  passive: GradeEvidence
  target: number
  /** standard error of a target that was itself measured; 0 where left out */
  targetError?: number
  /** trials of a measured target */
  targetTrials?: number
  tolerance: number
  error: number
  direction: 1 | -1
  references: References
}

/**
 * Deformity grade from rest, active and passive correction, with the chance of each grade.
 * One-sided: a value beyond the target, away from the deformity, counts as corrected.
 * @param input target, tolerance and errors in the unit of the values; direction +1 when the deformity is above the
 *   target (heel everted), -1 when below (arch lowered)
 * @returns chances from a normal error of each value, in closed form; over the error of a measured target, which all
 *   three share, by quadrature. Words count with the chances of the reference table
 * @source grades 0 to 3: at rest, by the client, by hand, not even by hand
 * @example gradeOf({ rest: { value: 13 }, active: { value: 11 }, passive: { value: 2 }, target: 4, … }).grade // 2
 */
export function gradeOf(input: GradeInput): GradeReading {
  const { rest, active, passive, target, tolerance, references } = input
  const p = chancesOf(input)
  const best = bestGrade(p.chances)
  const isKnown = p.chances[best] > p.open.chance
  const isBorderline = isKnown && p.chances[best] < references.gradeBorderline
  return {
    ...p,
    grade: isKnown ? best : undefined,
    isBorderline,
    activeShare: correctedShare(rest, active, target, tolerance),
    passiveShare: correctedShare(rest, passive, target, tolerance),
    remarks: remarksOn(input),
    settles: isBorderline || (!isKnown && rest !== undefined) ? settlesOf(input, p) : [],
  }
}

/** The chances alone, without what would settle them. */
export function gradeChances(input: GradeInput): GradeReading['chances'] {
  return chancesOf(input).chances
}

function bestGrade(chances: GradeReading['chances']): Grade {
  return grades.reduce((a, b) => (chances[b] > chances[a] ? b : a))
}

type Shared = Pick<GradeReading, 'chances' | 'open' | 'testNext'>
const nearlyNone = 0.02 // chance below which nobody would test further

function chancesOf(input: GradeInput): Shared {
  const { target, targetError = 0 } = input
  const known = sharedOutAt(input, target)
  if (targetError === 0) return known
  const chances = normalMeans({ mean: target, sd: targetError }, (t) => sharedOutAt(input, t).chances)
  const left = 1 - chances.reduce((a, b) => a + b, 0)
  return {
    ...known,
    chances,
    open: { chance: known.open.grades.length === 0 ? 0 : Math.max(0, left), grades: known.open.grades },
  }
}

/** The chances if the target were known without error. */
function sharedOutAt(input: GradeInput, target: number): Shared {
  const { rest, active, passive, tolerance, references } = input
  const within = ({ value, error = input.error }: GradeNumber) =>
    normalCdf((tolerance - input.direction * (value - target)) / error)
  const chanceOf = (evidence: GradeEvidence): number | undefined => {
    if (!evidence) return undefined
    if ('value' in evidence) return within(evidence)
    const { wordCan, wordPartly, wordCannot } = references
    return { can: wordCan, partly: wordPartly, cannot: wordCannot }[evidence.word]
  }
  const atRest =
    rest === undefined
      ? undefined
      : 'value' in rest
        ? within(rest)
        : rest.word === 'even'
          ? references.wordCan
          : references.wordCannot
  return sharedOut(atRest, chanceOf(active), chanceOf(passive))
}

function sharedOut(
  rest: number | undefined,
  active: number | undefined,
  passive: number | undefined,
): Shared {
  if (rest === undefined) return { chances: [0, 0, 0, 0], open: { chance: 1, grades }, testNext: 'rest' }
  const left = 1 - rest
  if (active === undefined) {
    if (passive === undefined) return stillOpen([rest, 0, 0, 0], left, [1, 2, 3], 'active')
    // what hands cannot bring back, the client cannot either
    return stillOpen([rest, 0, 0, left * (1 - passive)], left * passive, [1, 2], 'active')
  }
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
  if (!isNumber(rest) || !isNumber(corrected)) return undefined
  if (Math.abs(rest.value - target) <= tolerance) return undefined
  return clamp((rest.value - corrected.value) / (rest.value - target), 0, 1)
}

function isNumber(evidence: RestEvidence | GradeEvidence): evidence is GradeNumber {
  return evidence !== undefined && 'value' in evidence
}

function remarksOn(input: GradeInput): GradeRemark[] {
  const { rest, active, passive, target, tolerance, direction, references } = input
  const isInferred = rest !== undefined && 'isInferred' in rest
  const given = [isInferred ? undefined : rest, active, passive].filter((e) => e !== undefined)
  const numbers = given.filter(isNumber)
  /** How much further from the target b is than a, in multiples of the error of their difference. */
  const worseBy = (a: RestEvidence | GradeEvidence, b: RestEvidence | GradeEvidence) => {
    if (!isNumber(a) || !isNumber(b)) return 0
    const scatter = Math.hypot(a.error ?? input.error, b.error ?? input.error)
    return (direction * (b.value - a.value)) / scatter
  }
  const worst = { can: 0, partly: 1, cannot: 2 }
  const isWordWorse =
    active !== undefined &&
    passive !== undefined &&
    'word' in active &&
    'word' in passive &&
    worst[passive.word] > worst[active.word]
  const holds: Record<GradeRemark, boolean> = {
    passiveWorse: isWordWorse || worseBy(active, passive) > references.changeLikely,
    activeBelowRest: worseBy(rest, active) > references.changeLikely,
    atTarget: isNumber(rest) && Math.abs(rest.value - target) <= tolerance,
    oneTrial: numbers.length > 0 && numbers.every((n) => (n.trials ?? 1) === 1),
    wordsOnly: given.length > 0 && numbers.length === 0,
    mixed: numbers.length > 0 && numbers.length < given.length,
    noCollapse: isInferred,
  }
  return (Object.keys(holds) as GradeRemark[]).filter((remark) => holds[remark])
}

const settleNodes = 13 // of a smooth function whose value is shown in whole per cent

/**
 * How sure the grade is expected to be after one more measurement, over everything that one may bring. A further trial
 * moves a mean of k by SEM·√(1/(k(k+1))) and leaves it with SEM/√(k+1); a missing test names one of the open grades.
 */
function settlesOf(input: GradeInput, now: Shared): Settles[] {
  const sureNow = now.chances[bestGrade(now.chances)]
  const again = gradeEnds.flatMap((end): Settles[] => {
    const known = numberAt(input, end)
    if (!known) return []
    const { value, error, trials } = known
    const moved = error / Math.sqrt(trials + 1)
    const after = error * Math.sqrt(trials / (trials + 1))
    const sureAfter = normalMean({ mean: value, sd: moved, nodes: settleNodes }, (mean) => {
      const { chances } = chancesOf(withNumber(input, end, { value: mean, error: after, trials: trials + 1 }))
      return chances[bestGrade(chances)]
    })
    return [{ end, isAgain: true, sureAfter }]
  })
  const missing =
    now.testNext === 'active' || now.testNext === 'passive' ? [missingTest(input, now, now.testNext)] : []
  return [...missing, ...again]
    .filter((s) => !s.isAgain || s.sureAfter > sureNow + input.references.settleLeast)
    .sort((a, b) => b.sureAfter - a.sureAfter)
}

/** A test not taken yet: of n open grades, each as likely, it finds the first or leaves the others. */
function missingTest(input: GradeInput, now: Shared, end: 'active' | 'passive'): Settles {
  const found = 1 / now.open.grades.length
  const after = (word: CanWord) => {
    const { chances, open } = chancesOf({ ...input, [end]: { word } })
    // what stays open after it is one of its grades at least
    return Math.max(...chances, open.grades.length === 0 ? 0 : open.chance / open.grades.length)
  }
  return { end, isAgain: false, sureAfter: found * after('can') + (1 - found) * after('cannot') }
}

function numberAt(input: GradeInput, end: GradeEnd): Required<GradeNumber> | undefined {
  if (end === 'target')
    return input.targetError
      ? { value: input.target, error: input.targetError, trials: input.targetTrials ?? 1 }
      : undefined
  const evidence = input[end]
  if (!isNumber(evidence)) return undefined
  return { error: input.error, trials: 1, ...evidence }
}

function withNumber(input: GradeInput, end: GradeEnd, number: Required<GradeNumber>): GradeInput {
  if (end === 'target')
    return { ...input, target: number.value, targetError: number.error, targetTrials: number.trials }
  return { ...input, [end]: number }
}
