import type { References } from '../../groundwork/reference'

/** Stages after a sprain or a strain, each opened by what is measured. Bounce has gates and weeks of its own. */
export const injuryStages = ['passiveRange', 'activeRange', 'strength', 'balance'] as const
export type InjuryStage = (typeof injuryStages)[number]

/** What is known of one side; absent is not known, and opens nothing. */
export type InjuredSide = {
  /** as it was looked at: none, some, clear */
  swelling: string | undefined
  /** knee to the wall, mm */
  rangeMm: number | undefined
  /** heel raises on one leg */
  raises: number | undefined
}

/**
 * How far an injured side has come against the other: swelling gone, pain little, range, then strength as good.
 * @param pain the worst of the last week on the injured side, 0..10; undefined where nobody asked
 * @source training plan: fresh injury; each stage is opened by the one before, never by the calendar
 */
export function injuryStage(
  injured: InjuredSide,
  other: InjuredSide,
  pain: number | undefined,
  r: References,
): InjuryStage {
  const isAsGood = (own: number | undefined, sound: number | undefined) =>
    own !== undefined && sound !== undefined && own >= r.injuryAsGoodShare * sound
  if (injured.swelling !== 'none') return 'passiveRange'
  if (pain === undefined || pain > r.calmPain || !isAsGood(injured.rangeMm, other.rangeMm))
    return 'activeRange'
  return isAsGood(injured.raises, other.raises) ? 'balance' : 'strength'
}

/** Whether a sprain or strain is fresh: of late, or long ago and still swollen. */
export function isFreshInjury(
  event: { kind: string; weeksAgo: number; weeksAtLeast?: number | undefined },
  swelling: string | undefined,
  r: References,
): boolean {
  if (event.kind !== 'sprain' && event.kind !== 'otherInjury') return false
  const weeks = event.weeksAtLeast ?? event.weeksAgo
  const isSwollen = swelling === 'some' || swelling === 'clear'
  return weeks < r.freshSprainWeeks || (isSwollen && weeks < r.swollenInjuryWeeks)
}
