import type { References } from '../../groundwork/reference'
import { addedUp, semEstimate, withinSum, type WithinSum } from './semEstimate'

/** What the two values of a slip look like. */
export type Slip = 'tenfold' | 'swappedDigits' | 'inch' | 'none'
export type OutlierGroup<T> = { group: T; slip: Slip; timesError: number }

const mmPerInch = 25.4

/**
 * Groups of trials too far apart to be the error of measuring: proposed for checking, never left out. From the widest
 * inwards each is compared with the error of the groups that are narrower, so that two slips cannot hide each other.
 * @param widest the widest groups of one measure and practitioner, at most a handful
 * @param all squares and pairs of all groups, the widest among them
 * @param standard default error, which stands in while the rest is too few to say
 * @source the idea of the generalised many-outlier test (Rosner 1983), with a fixed multiple
 */
export function outlierGroups<T extends { values: readonly number[] }>(
  widest: readonly T[],
  all: WithinSum,
  standard: number,
  references: References,
): OutlierGroup<T>[] {
  const sorted = [...widest].sort((a, b) => spread(b.values) - spread(a.values))
  const checked = sorted.map((group, i) => {
    const out = addedUp(sorted.slice(0, i + 1).map((g) => withinSum(g.values)))
    const rest = { squares: Math.max(0, all.squares - out.squares), pairs: all.pairs - out.pairs }
    const own = rest.pairs >= references.ownErrorFrom ? semEstimate(rest)?.sem : undefined
    const sem = Math.max(own ?? standard, standard * references.ownErrorLeastShare)
    return {
      group,
      slip: slipOf(group.values, sem, references),
      timesError: spread(group.values) / (Math.SQRT2 * sem),
    }
  })
  const last = checked.findLastIndex((g) => g.timesError > references.outlierFactor)
  return checked.slice(0, last + 1)
}

function spread(values: readonly number[]): number {
  return Math.max(...values) - Math.min(...values)
}

/** Whether two values look like one value typed twice, once wrongly. */
export function slipOf(values: readonly number[], sem: number, { slipWithin }: References): Slip {
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const isNear = (a: number, b: number, scale: number) => Math.abs(a - b) <= slipWithin * scale * sem
  if (low > 0 && isNear(low * 10, high, 10)) return 'tenfold'
  if (low > 0 && isNear(low * mmPerInch, high, mmPerInch)) return 'inch'
  const swapped = (v: number) => {
    const digits = String(Math.round(Math.abs(v)))
    return digits.length === 2 ? Number(digits[1]! + digits[0]!) * Math.sign(v) : undefined
  }
  const turned = [swapped(low), swapped(high)]
  if (turned[0] !== undefined && isNear(turned[0], high, 1)) return 'swappedDigits'
  if (turned[1] !== undefined && isNear(turned[1], low, 1)) return 'swappedDigits'
  return 'none'
}
