import { chiSquareQuantile } from '../../groundwork/statistics'

/** Trials of one thing, by one practitioner, in one sitting: two or more values in one unit. */
export type TrialGroup = readonly number[]
/** Squares of the trials about their own mean, and how many of them are free: n − 1 of n trials. */
export type WithinSum = { squares: number; pairs: number }

export type SemEstimate = {
  /** standard error of one measurement, in the unit of the values */
  sem: number
  low: number
  high: number
  /** degrees of freedom: of two trials one pair, of three two */
  pairs: number
}

/** What a group adds to the estimate. @example withinSum([30, 32]) // { squares: 2, pairs: 1 } */
export function withinSum(group: TrialGroup): WithinSum {
  if (group.length < 2) return { squares: 0, pairs: 0 }
  const mean = group.reduce((a, b) => a + b, 0) / group.length
  return {
    squares: group.reduce((sum, v) => sum + (v - mean) ** 2, 0),
    pairs: group.length - 1,
  }
}

export function addedUp(sums: readonly WithinSum[]): WithinSum {
  return sums.reduce((a, b) => ({ squares: a.squares + b.squares, pairs: a.pairs + b.pairs }), {
    squares: 0,
    pairs: 0,
  })
}

/**
 * Standard error of one measurement from repeated trials: the mean square within groups of a one-way analysis of
 * variance, with its chi-square interval. For pairs alone this is SD(differences)/√2 about a mean difference of 0.
 * @param confidence 0..1, of the interval
 * @returns undefined without a pair; sem 0 with an interval of 0 where all trials agree to the last digit
 * @source one-way ANOVA estimate; interval from SS/σ² ~ χ²(df)
 * @example semEstimate({ squares: 4, pairs: 2 }).sem // √2
 */
export function semEstimate({ squares, pairs }: WithinSum, confidence = 0.95): SemEstimate | undefined {
  if (pairs < 1) return undefined
  const tail = (1 - confidence) / 2
  return {
    sem: Math.sqrt(squares / pairs),
    low: Math.sqrt(squares / chiSquareQuantile(1 - tail, pairs)),
    high: Math.sqrt(squares / chiSquareQuantile(tail, pairs)),
    pairs,
  }
}
