import { fewNewAtATime } from './fewNew'
import { apartAsBefore, away, emptied, type AdjustableDay, type AdjustableWeek } from './adjust'

const weekDays = 7
const laneKeys = ['spacersMin', 'shoesMin'] as const
type Lane = (typeof laneKeys)[number]

/**
 * The days of an earlier version, taken up again. What lies behind stays as it was really planned. From there on the
 * earlier version counts, but minutes grow from those of now: no week more than a usual growth above the heaviest so far,
 * however much the earlier version had by then; and while the version of now does a part of the sets, no more is done.
 * @param from first day it counts for, YYYY-MM-DD @param growth of minutes from week to week, e.g. 0.15
 * @param newMost drills a week that were on no day of the four weeks before
 * @returns days on which two drills would meet for the first time at the seam go without the second; undefined where the earlier version has no day from then on
 */
export function goneBack<D extends AdjustableDay>(
  earlier: readonly AdjustableWeek<D>[],
  now: readonly AdjustableWeek<D>[],
  { from, growth, newMost }: { from: string; growth: number; newMost: number },
): AdjustableWeek<D>[] | undefined {
  const today = new Map(now.flatMap(({ days }) => days.map((day) => [day.date, day] as const)))
  if (!earlier.some(({ days }) => days.some((day) => day.date >= from))) return undefined
  const most = Object.fromEntries(laneKeys.map((lane) => [lane, minutesBefore(now, from, lane)])) as Record<
    Lane,
    number | undefined
  >
  const back = earlier.map((week) => {
    if (week.days.every((day) => day.date < from))
      return { ...week, days: week.days.map((day) => today.get(day.date) ?? day) }
    const shares = {} as Record<Lane, number>
    for (const lane of laneKeys) {
      const wanted = sum(week.days, lane)
      // nothing to grow from: the first week of the earlier version is where it begins anew
      const allowed = (most[lane] ?? sum(earlier[0]?.days ?? [], lane)) * (1 + growth)
      shares[lane] = wanted > allowed ? allowed / wanted : 1
      // against the heaviest week so far: after a lighter week or a holiday it goes on from there
      if (wanted > 0) most[lane] = Math.max(most[lane] ?? 0, Math.min(wanted, allowed))
    }
    return {
      ...week,
      days: week.days.map((day) => {
        const here = today.get(day.date)
        if (day.date < from) return here ?? day
        // away is away, whichever plan counts
        if (here && away.includes(here.wish)) return emptied(day, here.wish)
        const share = Math.min(day.setsShare ?? 1, today.get(day.date)?.setsShare ?? 1)
        const shoesMin = Math.floor(day.shoesMin * shares.shoesMin)
        return {
          ...day,
          spacersMin: Math.floor(day.spacersMin * shares.spacersMin),
          shoesMin,
          shoesMostMin: Math.min(day.shoesMostMin, shoesMin),
          ...(share < 1 && { setsShare: share }),
          ...(today.get(day.date)?.isEasier && { isEasier: true }),
        }
      }),
    }
  })
  // the last day of now and the first of then: what needs 48 hours keeps them
  const known = now.flatMap(({ days }) => days)
  return fewNewAtATime(known, apartAsBefore(earlier, back, from), { from, most: newMost })
}

const sum = (days: readonly AdjustableDay[], lane: Lane) => days.reduce((total, day) => total + day[lane], 0)

/** Minutes of the last seven days, or of the seven to come where those were empty; undefined where both were. */
function minutesBefore(
  weeks: readonly AdjustableWeek<AdjustableDay>[],
  from: string,
  lane: Lane,
): number | undefined {
  const days = weeks.flatMap((week) => week.days)
  const at = days.findIndex((day) => day.date >= from)
  const split = at < 0 ? days.length : at
  const last = sum(days.slice(Math.max(0, split - weekDays), split), lane)
  const next = sum(days.slice(split, split + weekDays), lane)
  return last > 0 ? last : next > 0 ? next : undefined
}
