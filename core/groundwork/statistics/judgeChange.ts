import type { References, SemId } from '../reference'

export type Judgement = 'withinError' | 'likely' | 'real' | 'notComparable'
/** A difference that was compared at all. */
export type Judged = Exclude<Judgement, 'notComparable'>

/** One end of a comparison. */
export type Compared = {
  /** in the unit of the error */
  value: number
  /** trials the value is the mean of; 1 where left out */
  trials?: number | undefined
  /** how it was measured, and what it was measured against; two that are both named must be the same */
  method?: string | undefined
  reference?: string | undefined
}

/** Error of one measurement and the multiples of it that count. */
export type ChangeError = {
  sem: number
  real: number
  likely: number
  /** spread from day to day, same unit; no number of trials on one day makes it smaller. Left out within one day */
  daySd?: number | undefined
}

export type Change = {
  judged: Judgement
  /** after less before */
  difference: number
  /** smallest difference that counts as real, same unit */
  mdc: number
  /** why it cannot be compared */
  because: 'method' | 'reference' | undefined
}

/**
 * Whether two values differ by more than the error of measuring: a change between two days, or left against right.
 * @param error standard error of one measurement (> 0); means of several trials count with the smaller error they have,
 *   the spread from day to day with the whole of it
 * @returns real beyond MDC95 = 1.96·√2·SEM, likely beyond 1.28·√2·SEM, else within error; notComparable where method
 *   or reference differ
 * @source minimal detectable change of the spec's repeatability
 * @example judgeChange({ value: 31 }, { value: 35 }, { sem: 1.2, real: 1.96, likely: 1.28 }).judged // 'real'
 */
export function judgeChange(before: Compared, after: Compared, error: ChangeError): Change {
  const trials = 1 / (before.trials ?? 1) + 1 / (after.trials ?? 1)
  const scatter = Math.sqrt(error.sem ** 2 * trials + 2 * (error.daySd ?? 0) ** 2)
  const difference = after.value - before.value
  const because = differs(before.method, after.method)
    ? 'method'
    : differs(before.reference, after.reference)
      ? 'reference'
      : undefined
  const size = Math.abs(difference) / scatter
  const judged = size > error.real ? 'real' : size > error.likely ? 'likely' : 'withinError'
  return {
    judged: because ? 'notComparable' : judged,
    difference,
    mdc: error.real * scatter,
    because,
  }
}

/** Smallest change between two single measurements that counts as real, in the unit of the sem. */
export function mdc95(sem: number, references: References): number {
  return references.changeReal * Math.SQRT2 * sem
}

/** The error in force for a kind of measure. */
export function changeError(sem: SemId, references: References): ChangeError {
  return { sem: references[sem], real: references.changeReal, likely: references.changeLikely }
}

function differs(a: string | undefined, b: string | undefined): boolean {
  return a !== undefined && b !== undefined && a !== b
}
