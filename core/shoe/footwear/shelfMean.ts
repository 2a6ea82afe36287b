import type { References } from '../../groundwork/reference'

/** A mean over the hours of the shelf, and from how much of them it comes. */
export type ShelfMean = {
  /** undefined where it is known for less than half of the hours: a number would speak for shoes it does not know */
  value: number | undefined
  /** part of the hours it is known for, 0 to 1 */
  knownShare: number
  /** where the mean can lie when everything is known; left out where nothing bounds it, or nothing is missing */
  range: { low: number; high: number } | undefined
}

export type WeighedShoe = {
  /** share of the hours */
  hours: number
  value: number | undefined
  /** the bounds of a value that is not known, or known in part */
  low?: number | undefined
  high?: number | undefined
}

/**
 * The mean of one measure over the hours a week.
 * @param shoes shares of the hours, and the value of each or the bounds it lies in
 * @param bounds of any value at all, for shoes without bounds of their own; left out where there are none
 */
export function shelfMean(
  shoes: readonly WeighedShoe[],
  references: References,
  bounds?: { low: number; high: number },
): ShelfMean {
  let [all, known, sum, low, high] = [0, 0, 0, 0, 0]
  for (const shoe of shoes) {
    if (shoe.hours <= 0) continue
    all += shoe.hours
    low += shoe.hours * (shoe.value ?? shoe.low ?? bounds?.low ?? 0)
    high += shoe.hours * (shoe.value ?? shoe.high ?? bounds?.high ?? 0)
    if (shoe.value === undefined) continue
    known += shoe.hours
    sum += shoe.hours * shoe.value
  }
  const knownShare = all > 0 ? known / all : 0
  return {
    value: known > 0 && knownShare >= references.shelfKnownLeast ? sum / known : undefined,
    knownShare,
    range: bounds && all > 0 && knownShare < 1 ? { low: low / all, high: high / all } : undefined,
  }
}
