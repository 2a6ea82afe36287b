import { postureMeasures, type FootValues } from '../measures'
import type { References } from '../../groundwork/reference'

export const postureKinds = ['muchLess', 'less', 'usual', 'more', 'much'] as const
export type PostureKind = (typeof postureKinds)[number]

export type PostureScore = {
  /** −12 to +12; + rolled in */
  sum: number
  /** spreads from the middle of the usual range */
  z: number
  kind: PostureKind
}

/**
 * Six items of relaxed stance added up.
 * @returns undefined until all six are scored: five items are not a smaller score but none
 * @source Redmond, Crosbie & Ouvrier 2006, Clin Biomech 21:89
 * @example six items of +1 give 6: rolled in more than usual
 */
export function postureScore(foot: FootValues, references: References): PostureScore | undefined {
  let sum = 0
  for (const id of postureMeasures) {
    const value = foot.numbers[id]
    if (value === undefined) return undefined
    sum += value
  }
  return {
    sum,
    z: (sum - references.postureMean) / references.postureSd,
    kind: postureKindOf(sum, references),
  }
}

/** @param sum −12 to +12 */
export function postureKindOf(sum: number, r: References): PostureKind {
  if (sum >= r.postureMuch) return 'much'
  if (sum >= r.postureMore) return 'more'
  if (sum <= r.postureMuchLess) return 'muchLess'
  return sum <= r.postureLess ? 'less' : 'usual'
}
