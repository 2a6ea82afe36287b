import { uniforms } from '../../groundwork/statistics'

/** A seeded source of chance: the same seed gives the same numbers everywhere. */
export type Chance = {
  /** 0 (included) to 1 (not included) */
  unit: () => number
  between: (low: number, high: number) => number
  /** normal with the mean and standard deviation given */
  normal: (mean: number, sd: number) => number
  integer: (low: number, high: number) => number
  pick: <T>(from: readonly T[]) => T
}

/** @param seed any whole number @source Box & Muller 1958 for the normal */
export function chanceFrom(seed: number): Chance {
  const unit = uniforms(seed)
  const between = (low: number, high: number) => low + (high - low) * unit()
  return {
    unit,
    between,
    normal: (mean, sd) => mean + sd * Math.sqrt(-2 * Math.log(1 - unit())) * Math.cos(2 * Math.PI * unit()),
    integer: (low, high) => Math.floor(between(low, high + 1)),
    pick: (from) => from[Math.floor(unit() * from.length)]!,
  }
}
