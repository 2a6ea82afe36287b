import { daysBetween } from '../groundwork/calendar'
import type { References } from '../groundwork/reference'
import type { PlannedMinutes } from './followRules'
import { restartShare } from './followUp'
import type { LoggedDay } from './log'

export type Reopening =
  /** too long ago: nothing is begun again before a new plan is made */
  | { how: 'anew'; days: number }
  /** minutes a day of what was really done, less */
  | { how: 'restart'; setsShare: number; minutes: { spacers: number; shoes: number } }

/**
 * How a plan begins again after a stop or a gap: from what was really done before, never from what the calendar had
 * come to meanwhile. What was never done begins with less than the plan's first day of it.
 * @param days merged, earliest first; @param planned as the plan in force has them
 * @source log and re-test: restart and opening again begin from what was really done; over three weeks planned anew
 */
export function reopening(
  {
    days,
    planned,
    startsOn,
    today,
  }: {
    days: readonly LoggedDay[]
    planned: readonly PlannedMinutes[]
    startsOn: string
    today: string
  },
  r: References,
): Reopening {
  const isDone = (d: LoggedDay) =>
    d.training === 'done' || d.training === 'partly' || (d.shoesMin ?? 0) > 0 || (d.spacersMin ?? 0) > 0
  const last = days.filter((d) => d.day <= today && isDone(d)).at(-1)?.day ?? startsOn
  const gap = daysBetween(last, today)
  if (gap > r.missedAnewWeeks * 7) return { how: 'anew', days: gap }
  const share = restartShare(r)
  const of = (lane: 'spacersMin' | 'shoesMin') => {
    const done = days.flatMap((d) => ((d[lane] ?? 0) > 0 ? [d[lane]!] : [])).slice(-r.reopenDays)
    const first = planned.find((p) => p[lane] > 0)?.[lane] ?? 0
    const base = done.length > 0 ? done.reduce((sum, v) => sum + v, 0) / done.length : first
    return Math.floor(share * base)
  }
  return { how: 'restart', setsShare: share, minutes: { spacers: of('spacersMin'), shoes: of('shoesMin') } }
}
