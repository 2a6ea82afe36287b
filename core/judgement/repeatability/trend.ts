import type { References } from '../../groundwork/reference'
import { fisherCdf } from '../../groundwork/statistics'
import { addedUp, semEstimate, type WithinSum } from './semEstimate'

export type Trend = { kind: 'surer' | 'lessSure' | 'steady'; before: number; after: number } | undefined

/**
 * Whether a practitioner's error has changed: the older half of the pairs against the newer half.
 * @param spans squares and pairs by span of time, oldest first
 * @returns undefined while either half holds too few pairs to compare
 * @source F test of two variances, two-sided
 */
export function trendOf(spans: readonly WithinSum[], references: References): Trend {
  const total = addedUp(spans).pairs
  let split = 0
  for (let seen = 0; split < spans.length && seen + spans[split]!.pairs <= total / 2; split++)
    seen += spans[split]!.pairs
  const older = addedUp(spans.slice(0, split))
  const newer = addedUp(spans.slice(split))
  const [before, after] = [semEstimate(older)?.sem, semEstimate(newer)?.sem]
  if (before === undefined || after === undefined) return undefined
  if (Math.min(older.pairs, newer.pairs) < references.ownErrorFrom || before === 0 || after === 0)
    return undefined
  const below = fisherCdf((after / before) ** 2, newer.pairs, older.pairs)
  const chance = 2 * Math.min(below, 1 - below)
  const kind = chance > references.trendChance ? 'steady' : after < before ? 'surer' : 'lessSure'
  return { kind, before, after }
}
