import type { CautionEffect } from '../cautions'
import type { References } from '../../groundwork/reference'

export type ToeState = 'straight' | 'bent, soft' | 'bent, fixed'

export type SpacingStart =
  | { use: 'notNow'; because: 'caution' | 'fixedToe' | 'noReason' | 'unknown' }
  | {
      use: 'start'
      startMin: number
      growMin: number
      growEveryDays: number
      ceilingMin: number
      /** minutes a day by week, most */
      weeksMin: number[]
    }

const daysAWeek = 7
const weeksShown = 12

/**
 * Whether spacers are worn, and the first minutes.
 * @param input big-toe lean in degrees, toe state and the effects of the cautions
 * @returns growth stops at the ceiling; a fixed toe is not spaced by force; no promise that a lean goes back
 * @source toe spacing, practice defaults
 */
export function spacingStart(
  input: {
    halluxAngleDeg?: number | undefined
    toeState?: string | undefined
    effects: ReadonlySet<CautionEffect>
    /** no plan of any kind may be made */
    isBlocked?: boolean
  },
  references: References,
): SpacingStart {
  const { halluxAngleDeg, toeState, effects } = input
  if (input.isBlocked || effects.has('noSpacers') || effects.has('blocksPlan'))
    return { use: 'notNow', because: 'caution' }
  if (toeState === 'bent, fixed') return { use: 'notNow', because: 'fixedToe' }
  if (halluxAngleDeg === undefined && toeState === undefined) return { use: 'notNow', because: 'unknown' }
  const isSoftBent = toeState === 'bent, soft'
  if (!isSoftBent && (halluxAngleDeg === undefined || halluxAngleDeg < references.spacingHalluxFromDeg))
    return { use: 'notNow', because: 'noReason' }
  const startMin = isSoftBent ? references.spacingSoftMin : references.spacingStraightMin
  const {
    spacingGrowMin: growMin,
    spacingGrowDays: growEveryDays,
    spacingCeilingMin: ceilingMin,
  } = references
  return {
    use: 'start',
    startMin,
    growMin,
    growEveryDays,
    ceilingMin,
    weeksMin: Array.from({ length: weeksShown }, (_, week) =>
      Math.min(ceilingMin, startMin + growMin * Math.floor(((week + 1) * daysAWeek - 1) / growEveryDays)),
    ),
  }
}
