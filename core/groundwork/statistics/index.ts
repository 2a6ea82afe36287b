import { errorFunction } from 'simple-statistics'

/** Standard normal distribution function. @param z any real number @returns 0..1 */
export function normalCdf(z: number): number {
  return 0.5 * (1 + errorFunction(z / Math.SQRT2))
}

/**
 * Chance that a value with a normal error lies in an interval.
 * @param input mean and sd in the same unit; low and high may be infinite; an sd of 0 gives 0 or 1
 */
export function chanceBetween(input: { mean: number; sd: number; low: number; high: number }): number {
  const { mean, sd, low, high } = input
  if (sd <= 0) return mean >= low && mean < high ? 1 : 0
  const below = (limit: number) =>
    limit === Infinity ? 1 : limit === -Infinity ? 0 : normalCdf((limit - mean) / sd)
  return Math.max(0, below(high) - below(low))
}

export function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value))
}

/** A value with one standard error, in the unit of its name; index values have none. */
export type Measured = { value: number; error: number }
export * from './judgeChange'
export * from './quantiles'
export * from './uniforms'
export * from './quadrature'
