import { dayAfter, daysBetween } from '../groundwork/calendar'
import { lessened, type AdjustableDay } from './adjust'
import { isCalm, worstOf, type CalmLimits } from './calm'
import { isMoved, type LoggedDay } from './log'

/** What a phone needs to hold a plan by itself, worked out where the visit is known. */
export type HoldLimits = CalmLimits & {
  /** first day that counts: until then a practitioner decided what is done */
  from: string
  /** by so much a single day may lie above */
  dayNoise: number
  /** above it one day is enough for a step back */
  once: number
  /** above it two days are */
  twice: number
  /** days of a week that have to be written down before anything grows */
  daysLeast: number
  /** days that are looked at for a step back */
  judgedDays: number
  /** part of everything that is left after a step back, and by which it grows again each calm week */
  backShare: number
  growth: number
  /** days without a word from the practice after which nobody knows what is in force */
  staleDays: number
}

/** A day of a plan with its week. */
export type EarnedSource = Omit<AdjustableDay, 'wish' | 'checks'> & { week: number }

export type Earned = {
  /** the week of the plan that is done, at most the one of the calendar */
  week: number
  /** part of it, above 0 to 1 */
  share: number
  /** why it is less than the calendar would have */
  why: 'asPlanned' | 'silence' | 'pain' | 'stepBack'
  /** days of the log with too much pain */
  days: string[]
}

const weekDays = 7

/**
 * How far the log has come in a plan. Nothing grows by the calendar: a week is gone on from when enough of its days were
 * written down and none was above what the client may go on with. Clearly more pain takes a step back on the same day.
 * @param plan days in order, each with its week @param log days in order @param date the day that is asked for
 * @returns undefined where the plan has no such day
 * @source log and re-test: silence never advances; back off by 0.6
 */
export function earnedOn(
  plan: readonly EarnedSource[],
  log: readonly LoggedDay[],
  date: string,
  limits: HoldLimits,
): Earned | undefined {
  const weekOn = new Map(plan.map((day) => [day.date, day.week]))
  const first = plan[0]?.date
  const now = weekOn.get(date)
  if (first === undefined || now === undefined) return undefined
  const from = limits.from > first ? limits.from : first
  if (date < from) return { week: now, share: 1, why: 'asPlanned', days: [] }
  const known = log.filter((d) => d.day >= from && d.day <= date)
  const state = { week: weekOn.get(from) ?? now, share: 1, backOn: '' }
  for (let day = from; day <= date; day = dayAfter(day, 1)) {
    const until = known.filter((d) => d.day <= day)
    const isRested = state.backOn === '' || daysBetween(state.backOn, day) >= weekDays
    if (isRested && isTooMuch(until, day, state.backOn, limits)) {
      state.share *= limits.backShare
      state.backOn = day
      continue
    }
    const isNewWeek = weekOn.get(day) !== weekOn.get(dayAfter(day, -1))
    if (!isRested || !isNewWeek || !isCalmWeek(until, day, limits)) continue
    if (state.share < 1) state.share = Math.min(1, state.share * (1 + limits.growth))
    else if (state.week < (weekOn.get(day) ?? state.week)) state.week = nextWeek(plan, state.week)
  }
  const sore = known.filter((d) => daysBetween(d.day, date) < weekDays && worstOf(d) > limits.calmDay)
  const days = sore.map((d) => d.day)
  const { week, share } = state
  if (share < 1) return { week, share, why: 'stepBack', days }
  if (week < now) return { week, share, why: days.length > 0 ? 'pain' : 'silence', days }
  return { week, share, why: 'asPlanned', days }
}

/** One day clearly above, or two above, since the last step back. */
function isTooMuch(
  log: readonly LoggedDay[],
  day: string,
  since: string,
  { once, twice, judgedDays }: HoldLimits,
): boolean {
  const lately = log.filter((d) => daysBetween(d.day, day) < judgedDays && d.day > since)
  return lately.some((d) => worstOf(d) > once) || lately.filter((d) => worstOf(d) > twice).length > 1
}

/** The week before a day: enough of it known, and none of it, nor the day itself, above what may be gone on with. */
function isCalmWeek(log: readonly LoggedDay[], day: string, limits: HoldLimits): boolean {
  const week = log.filter((d) => daysBetween(d.day, day) <= weekDays)
  const isKnown = (d: LoggedDay) => d.day < day && d.pain !== undefined && isMoved(d)
  return isCalm(week, limits, limits.dayNoise) && week.filter(isKnown).length >= limits.daysLeast
}

const nextWeek = (plan: readonly EarnedSource[], week: number) =>
  plan.find((day) => day.week > week)?.week ?? week

/**
 * What is done on a day, as far as the log has come: the same day of the earned week, never more than the calendar has.
 * @returns undefined where the plan has no such day
 */
export function dayAsEarned<D extends EarnedSource>(
  plan: readonly D[],
  date: string,
  { week, share }: Pick<Earned, 'week' | 'share'>,
): D | undefined {
  const here = plan.find((day) => day.date === date)
  if (!here || (week === here.week && share === 1)) return here
  const ofWeek = (number: number) => plan.filter((day) => day.week === number)
  const place = ofWeek(here.week).findIndex((day) => day.date === date)
  const there = ofWeek(week)[place]
  if (!there) return share === 1 ? here : eased(here, share)
  // a day off is off, whatever week counts
  const least = (lane: 'spacersMin' | 'shoesMin') =>
    here[lane] === 0 ? 0 : Math.min(here[lane], there[lane])
  const shoesMin = least('shoesMin')
  const isTraining = here.parts.length > 0
  const day: D = {
    ...here,
    week: there.week,
    parts: isTraining ? there.parts : [],
    trainMin: isTraining ? there.trainMin : 0,
    spacersMin: least('spacersMin'),
    shoesMin,
    shoesMostMin: Math.min(shoesMin, there.shoesMostMin, here.shoesMostMin),
    ...(there.setsShare !== undefined && { setsShare: there.setsShare }),
    ...(there.isEasier !== undefined && { isEasier: there.isEasier }),
  }
  return share === 1 ? day : eased(day, share)
}

const eased = <D extends EarnedSource>(day: D, share: number): D => ({
  ...lessened(day, share),
  isEasier: true,
})

/** What is left where nobody knows any more what is in force: the session at its least, in the easier form. */
export const softestDay = <D extends EarnedSource>(day: D, share: number): D => ({
  ...eased(day, share),
  spacersMin: 0,
  shoesMin: 0,
  shoesMostMin: 0,
})
