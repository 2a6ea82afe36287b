import type { References } from '../groundwork/reference'
import { channels, type LoggedDay } from './log'

/** What a week may have and still be gone on from, pain 0 to 10. */
export type CalmLimits = {
  /** mean of a kind of pain over the week */
  calmMean: number
  /** a day; one of them may lie a point above it */
  calmDay: number
}

/**
 * Little pain, or what was always there as long as that was no more than steady pain. A number wanders by about a point
 * from day to day: of a client who always has 3, every second week has a day above it.
 * @param painAtVisit worst pain told at the visit, answer and map together
 * @source log and re-test: goes on at 2 or less; pain that stays at or under the visit's and at most 3
 */
export function calmLimits(painAtVisit: number | undefined, r: References): CalmLimits {
  const told = painAtVisit ?? 0
  const own = Math.min(r.steadyPain, told)
  return {
    // who came with more than steady pain has to come down to it first
    calmMean: told > r.steadyPain ? r.steadyPain : Math.max(r.calmPain, own + r.weekNoise),
    calmDay: Math.max(r.calmPain, own + r.dayNoise),
  }
}

export const worstOf = (day: LoggedDay): number => Math.max(0, ...channels.map((c) => day[c] ?? 0))

/** Whether nothing in these days is above what may be gone on with; days on which nothing was written say nothing. */
export function isCalm(
  days: readonly LoggedDay[],
  { calmMean, calmDay }: CalmLimits,
  dayNoise: number,
): boolean {
  const above = days.filter((day) => worstOf(day) > calmDay)
  if (above.length > 1 || above.some((day) => worstOf(day) > calmDay + dayNoise)) return false
  return channels.every((channel) => {
    const values = days.flatMap((day) => day[channel] ?? [])
    return values.length === 0 || values.reduce((sum, v) => sum + v, 0) / values.length <= calmMean
  })
}
