import type { References } from '../../groundwork/reference'
import { clamp } from '../../groundwork/statistics'
import { dropMm, supportCount, type Shoe } from './shoe'

export const scoreItems = ['weight', 'stack', 'drop', 'support', 'flexibility'] as const
export type ScoreItem = (typeof scoreItems)[number]

export type MinimalShoeScore = {
  /** 0 to 5 each; absent where the number behind it is missing */
  items: Partial<Record<ScoreItem, number>>
  /** what is sure, and what it could be at most, in % */
  lowPct: number
  highPct: number
  /** only when nothing is missing */
  pct: number | undefined
  missing: ScoreItem[]
}

const pointsEach = 5
const stiffest = 5

/**
 * Minimal-shoe score: weight, heel stack, drop, support features and flexibility, 0 to 5 points each.
 * @param shoe numbers in mm and g, stiffness 0..5; missing ones widen the range
 * @returns 0..100 %
 * @source Esculier et al. 2015, J Foot Ankle Res 8:42
 * @example a 120 g shoe of 6 mm stack, no drop, no support, fully flexible scores 100
 */
export function minimalShoeScore(shoe: Shoe, references: References): MinimalShoeScore {
  const { weightFirstG, weightCutsG, stackFirstMm, stackCutsMm, dropFirstMm, dropCutsMm } = references
  const items: MinimalShoeScore['items'] = {}
  const supports = supportCount(shoe)
  const put = (item: ScoreItem, points: number | undefined) => {
    if (points !== undefined) items[item] = points
  }
  put('weight', stepPoints(shoe.weightG, weightFirstG, weightCutsG))
  put('stack', stepPoints(shoe.stackHeelMm, stackFirstMm, stackCutsMm))
  put('drop', stepPoints(dropMm(shoe), dropFirstMm, dropCutsMm))
  put('support', supports === undefined ? undefined : clamp(pointsEach - supports, 0, pointsEach))
  put('flexibility', flexibilityPoints(shoe))
  const known = scoreItems.filter((item) => items[item] !== undefined)
  const sum = known.reduce((total, item) => total + items[item]!, 0)
  const missing = scoreItems.filter((item) => items[item] === undefined)
  const most = pointsEach * scoreItems.length
  return {
    items,
    lowPct: (100 * sum) / most,
    highPct: (100 * (sum + pointsEach * missing.length)) / most,
    pct: missing.length === 0 ? (100 * sum) / most : undefined,
    missing,
  }
}

/** 5 points below the first cut, one fewer for each further cut, 0 beyond the last. */
function stepPoints(value: number | undefined, first: number, cut: number): number | undefined {
  if (value === undefined) return undefined
  return value < first ? pointsEach : Math.max(0, pointsEach - 1 - Math.floor((value - first) / cut))
}

function flexibilityPoints({ bendStiffness, twistStiffness }: Shoe): number | undefined {
  if (bendStiffness === undefined || twistStiffness === undefined) return undefined
  return (stiffest - bendStiffness) / 2 + (stiffest - twistStiffness) / 2
}
