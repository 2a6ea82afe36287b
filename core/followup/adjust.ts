import { dayAfter, daysBetween } from '../groundwork/calendar'
import type { FollowAction } from './followRules'

/** A day of a kept plan, as far as it is moved. */
export type AdjustableDay = {
  date: string
  wish: string
  trainMin: number
  /** ids of drills, one part or morning and evening */
  parts: string[][]
  spacersMin: number
  shoesMin: number
  shoesMostMin: number
  checks: readonly unknown[]
  /** part of the sets that is done; left out where all */
  setsShare?: number | undefined
  /** the easier form where a drill has one, softer ground for shoes */
  isEasier?: boolean | undefined
}
export type AdjustableWeek<D extends AdjustableDay> = { week: number; stage: string; days: D[] }

export type Adjustment = {
  action: Exclude<FollowAction, 'stop'>
  /** the week the client has come to, where the phone held the plan behind the calendar */
  standsAt?: number | undefined
  /** first day it counts for: the day after it was decided */
  from: string
  /** most a day while less is done; it grows with the sets afterwards */
  minutes: Partial<Record<'spacers' | 'shoes', number>>
  /** part of everything that is done at first, above 0 to 1 */
  setsShare: number
  /** growth of that part from week to week, e.g. 0.15: what new minutes may grow by */
  growth: number
}

const weekDays = 7
/** days on which nothing is done, wherever the plan moves to */
export const away = ['holiday', 'ill']

/**
 * The days of a plan after a proposal was taken. The week of the day before `from` is the one that counts: decided on a
 * Sunday it is the week that ends, not the one to come. Held: that week is done once more, and everything after it
 * comes a week later. Backed off or begun again: for the rest of that week and the next one less is done and in the
 * easier form, then the same week again with a part that grows no faster than new minutes may, then as it was, then
 * the rest. Days before `from` stay as they were.
 * Where the client stands behind the calendar, all of it begins from the week the client stands at.
 *
 * Days away stay days away; no two drills come to stand on neighbouring days that stood on none before, so that what
 * needs 48 hours keeps them.
 * @returns the weeks, by how many weeks the rest has moved, and the week it stands at
 * @throws RangeError where `from` is no day of the plan
 */
export function adjustedWeeks<D extends AdjustableDay>(
  weeks: readonly AdjustableWeek<D>[],
  adjustment: Adjustment,
): { weeks: AdjustableWeek<D>[]; movedWeeks: number; week: number } {
  const { action, from, standsAt } = adjustment
  const weekOf = (date: string) => weeks.findIndex(({ days }) => days.some((d) => d.date === date))
  if (weekOf(from) < 0) throw new RangeError('from is no day of the plan')
  const at = Math.max(0, weekOf(dayAfter(from, -1)))
  const now = weeks[at]!
  const stands = Math.min(
    at,
    weeks.findIndex(({ week }) => week === (standsAt ?? now.week)),
  )
  const behind = stands < 0 ? 0 : at - stands
  const same = weeks[at - behind]!.days.map((day) => ({ ...day, checks: [] }))
  // less is done, whatever it is called: a week that is held by a phone at a part of it is no whole week tomorrow
  const isLess = adjustment.setsShare < 1
  const eased = (day: D): D => ({ ...lessened(day, adjustment.setsShare), isEasier: true })
  const begun = {
    ...now,
    days: now.days.map((day, place) => {
      if (day.date < from || (!isLess && behind === 0)) return day
      const done = behind === 0 ? day : onSameDay(same[place] ?? day, day)
      return isLess ? capped(eased(done), adjustment, 0) : done
    }),
  }
  const again = isLess
    ? [same.map(eased), ...grown(adjustment).map((share) => same.map((d) => lessened(d, share))), same]
    : action === 'hold'
      ? [same]
      : []
  // what was checked on its date is not checked once more
  const next = weeks
    .slice(at - behind + 1)
    .map((week, i) => (i < behind ? { ...week, days: week.days.map((d) => ({ ...d, checks: [] })) } : week))
  const later = [...again.map((days) => ({ ...now, days })), ...next]
  const wishAt = new Map(weeks.flatMap(({ days }) => days.map((d) => [d.date, d.wish] as const)))
  const dated = later.map(({ stage, days }, i) => ({
    week: now.week + 1 + i,
    stage,
    days: days.map((day, place) =>
      onDate(capped(day, adjustment, i), dayAfter(now.days[0]!.date, (i + 1) * weekDays + place), wishAt),
    ),
  }))
  const moved = [...weeks.slice(0, at), begun, ...dated]
  return {
    weeks: apartAsBefore(weeks, moved, from),
    movedWeeks: again.length + behind,
    week: weeks[at - behind]!.week,
  }
}

/** What is done on another day, on the date, with the wish and the checks of this one; a day off stays one. */
const onSameDay = <D extends AdjustableDay>(done: D, { date, wish, checks }: D): D => {
  const day = { ...done, date, checks }
  return away.includes(wish) ? emptied(day, wish) : { ...day, wish }
}

/** Parts of the weeks between the eased one and the whole one. */
function grown({ setsShare, growth }: Pick<Adjustment, 'setsShare' | 'growth'>): number[] {
  const shares: number[] = []
  for (let share = setsShare * (1 + growth); share < 1 && growth > 0; share *= 1 + growth) shares.push(share)
  return shares
}

/** A part of everything. */
export function lessened<
  D extends Pick<AdjustableDay, 'trainMin' | 'spacersMin' | 'shoesMin' | 'shoesMostMin' | 'setsShare'>,
>(day: D, share: number): D {
  const shoesMin = Math.floor(day.shoesMin * share)
  return {
    ...day,
    trainMin: Math.round(day.trainMin * share * 10) / 10,
    spacersMin: Math.floor(day.spacersMin * share),
    shoesMin,
    shoesMostMin: Math.min(shoesMin, Math.floor(day.shoesMostMin * share)),
    // of the dose in force: a second step back goes down from where the first one led
    setsShare: share * (day.setsShare ?? 1),
  }
}

/** No more than a lane was lowered to, grown by so many weeks since. */
function capped<D extends AdjustableDay>(day: D, { minutes, growth }: Adjustment, weeksSince: number): D {
  const most = (lane: 'spacers' | 'shoes') =>
    Math.floor((minutes[lane] ?? Infinity) * (1 + growth) ** weeksSince)
  const shoesMin = Math.min(day.shoesMin, most('shoes'))
  return {
    ...day,
    spacersMin: Math.min(day.spacersMin, most('spacers')),
    shoesMin,
    shoesMostMin: Math.min(day.shoesMostMin, shoesMin),
  }
}

/** A day on which nothing is done. */
export function emptied<D extends AdjustableDay>(day: D, wish: string): D {
  return { ...day, wish, trainMin: 0, parts: [], spacersMin: 0, shoesMin: 0, shoesMostMin: 0 }
}

function onDate<D extends AdjustableDay>(day: D, date: string, wishAt: ReadonlyMap<string, string>): D {
  const wish = wishAt.get(date)
  if (wish === undefined || !away.includes(wish)) {
    // a day that was away only because of its date is no day of rest elsewhere, but nothing was planned on it either
    return { ...day, date, wish: away.includes(day.wish) ? 'free' : day.wish }
  }
  return emptied({ ...day, date }, wish)
}

/** A day with some of its drills, and their part of its minutes. */
export function withParts<D extends AdjustableDay>(day: D, kept: readonly string[][]): D {
  const parts = kept.filter((part) => part.length > 0)
  const [had, has] = [day.parts.flat().length, parts.flat().length]
  return had === has ? day : { ...day, parts, trainMin: Math.round(day.trainMin * (has / had) * 10) / 10 }
}

/** Leaves out what would stand beside something it never stood beside in the plan as it was decided. */
export function apartAsBefore<D extends AdjustableDay>(
  before: readonly AdjustableWeek<D>[],
  after: readonly AdjustableWeek<D>[],
  from: string,
): AdjustableWeek<D>[] {
  const beside = new Set<string>()
  const known = before.flatMap(({ days }) => days)
  known.forEach((day, i) => {
    for (const a of known[i - 1]?.parts.flat() ?? [])
      for (const b of day.parts.flat()) beside.add(`${a} ${b}`)
  })
  let last: { date: string; drills: string[] } | undefined
  return after.map((week) => ({
    ...week,
    days: week.days.map((day) => {
      const isNext = last !== undefined && daysBetween(last.date, day.date) === 1
      const mayStay = (id: string) =>
        day.date < from || !isNext || last!.drills.every((other) => beside.has(`${other} ${id}`))
      const left = withParts(
        day,
        day.parts.map((part) => part.filter(mayStay)),
      )
      last = { date: day.date, drills: left.parts.flat() }
      return left
    }),
  }))
}

/** Phases after the weeks have moved: the one in which it happens is longer, those after it begin later. */
export function movedPhases<P extends { fromWeek: number; weeks: number }>(
  phases: readonly P[],
  { week, movedWeeks }: { week: number; movedWeeks: number },
): P[] {
  return phases.map((phase) => {
    if (phase.fromWeek > week) return { ...phase, fromWeek: phase.fromWeek + movedWeeks }
    return phase.fromWeek + phase.weeks > week ? { ...phase, weeks: phase.weeks + movedWeeks } : phase
  })
}
