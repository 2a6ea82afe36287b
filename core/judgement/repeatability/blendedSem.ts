import type { References } from '../../groundwork/reference'
import { clamp } from '../../groundwork/statistics'
import type { SemEstimate } from './semEstimate'

export type SemInForce = {
  /** in the unit of the measure */
  sem: number
  /** part of the own error in it, 0 (default alone) to 1 (own alone), of the variances */
  ownWeight: number
}

/**
 * The error that everything is judged with: the default until there are enough pairs of one's own, then a blend, then
 * one's own alone. The variances are mixed, with a weight that starts and ends flat, so that no single pair makes a
 * finding jump. At the first number of pairs that counts the weight is already above nothing.
 * @param standard default of the reference table, > 0
 * @source defaults until 8 pairs; blended up to 20 pairs (both in the reference table)
 */
export function blendedSem(
  standard: number,
  own: SemEstimate | undefined,
  references: References,
): SemInForce {
  const { ownErrorFrom, ownErrorAlone } = references
  const share = own ? clamp((own.pairs - ownErrorFrom + 1) / (ownErrorAlone - ownErrorFrom + 1), 0, 1) : 0
  const ownWeight = share * share * (3 - 2 * share)
  // trials that agree to the last digit say more about the reading of the scale than about the error
  const ownSem = Math.max(own?.sem ?? standard, standard * references.ownErrorLeastShare)
  return { sem: Math.sqrt((1 - ownWeight) * standard ** 2 + ownWeight * ownSem ** 2), ownWeight }
}

/** What more pairs would bring. */
export type PairsToGo = {
  /** pairs until one's own error begins to count, and until it stands alone; 0 when it does */
  toCount: number
  toStandAlone: number
  /** width of the interval as a part of the error, now and after `more` further pairs; undefined below two pairs */
  widthNow: number | undefined
  widthThen: number
  more: number
}

/** @param relativeWidth interval of an estimate from so many pairs, as a part of the estimate */
export function pairsToGo(
  pairs: number,
  references: References,
  relativeWidth: (pairs: number) => number,
): PairsToGo {
  const { ownErrorFrom, ownErrorAlone } = references
  const toStandAlone = Math.max(0, ownErrorAlone - pairs)
  const more = toStandAlone > 0 ? toStandAlone : ownErrorAlone
  return {
    toCount: Math.max(0, ownErrorFrom - pairs),
    toStandAlone,
    widthNow: pairs < 2 ? undefined : relativeWidth(pairs),
    widthThen: relativeWidth(pairs + more),
    more,
  }
}
