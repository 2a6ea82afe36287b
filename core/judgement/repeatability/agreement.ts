import { studentQuantile } from '../../groundwork/statistics'

export type Pair = { first: number; second: number }
export type Agreement = {
  pairs: number
  /** second less first, mean, with its interval */
  bias: number
  biasLow: number
  biasHigh: number
  /** the interval leaves 0 out */
  isBiased: boolean
  /** limits of agreement: 95 % of the differences are expected between */
  lower: number
  upper: number
  /** half-width of the interval of either limit */
  limitError: number
  points: { mean: number; difference: number }[]
}

const limits = 1.96

/**
 * Agreement of two readings of the same things: difference against mean.
 * @returns undefined below two pairs
 * @source Bland & Altman 1986, Lancet 327:307
 * @example agreement([{ first: 30, second: 32 }, { first: 31, second: 31 }]).bias // 1
 */
export function agreement(pairs: readonly Pair[], confidence = 0.95): Agreement | undefined {
  const n = pairs.length
  if (n < 2) return undefined
  const points = pairs.map(({ first, second }) => ({
    mean: (first + second) / 2,
    difference: second - first,
  }))
  const bias = points.reduce((sum, p) => sum + p.difference, 0) / n
  const sd = Math.sqrt(points.reduce((sum, p) => sum + (p.difference - bias) ** 2, 0) / (n - 1))
  const t = studentQuantile((1 + confidence) / 2, n - 1)
  const error = (t * sd) / Math.sqrt(n)
  return {
    pairs: n,
    bias,
    biasLow: bias - error,
    biasHigh: bias + error,
    isBiased: Math.abs(bias) > error,
    lower: bias - limits * sd,
    upper: bias + limits * sd,
    limitError: Math.sqrt(3) * error,
    points,
  }
}
