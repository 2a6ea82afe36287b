import { tissues, type Stage, type Tissue } from '../training'
import { daysBetween, type DayText } from '../../groundwork/calendar'
import type { Check, PlannedDay, PlannedWeek } from './days'
import type { Lane } from './wishes'
import { daysAWeek } from './weekDays'

/** Minutes of one lane on one day. */
export function laneMinutes(lane: Lane, day: PlannedDay): number {
  return lane === 'train' ? day.trainMin : lane === 'spacers' ? day.spacersMin : (day.shoes?.minutes ?? 0)
}

/** Minutes of everything in a week. */
export function weekMinutes({ days }: PlannedWeek): number {
  return days.reduce((sum, d) => sum + d.trainMin + d.spacersMin + (d.shoes?.minutes ?? 0), 0)
}

/** The tissue that comes nearest to its ceiling in a week, and its load on each day, 0..1. */
export function nearestToCeiling({ days }: PlannedWeek): { tissue: Tissue; loads: number[] } {
  const mostOf = (t: Tissue) => Math.max(...days.map((d) => d.load[t]))
  const tissue = tissues.reduce<Tissue>((a, t) => (mostOf(t) > mostOf(a) ? t : a), tissues[0])
  return { tissue, loads: days.map((d) => d.load[tissue]) }
}

/** The phases as they came to lie on the calendar, first and last week of each. */
export function stagesOnCalendar(
  weeks: readonly PlannedWeek[],
): { stage: Stage; fromWeek: number; toWeek: number }[] {
  const stages: { stage: Stage; fromWeek: number; toWeek: number }[] = []
  for (const { week, stage } of weeks) {
    const last = stages.at(-1)
    if (last?.stage === stage) last.toWeek = week
    else stages.push({ stage, fromWeek: week, toWeek: week })
  }
  return stages
}

/** Everything that is looked at again, with its week and day. */
export function checksOnCalendar(
  weeks: readonly PlannedWeek[],
): { week: number; date: DayText; check: Check }[] {
  return weeks.flatMap(({ week, days }) =>
    days.flatMap(({ date, checks }) => checks.map((check) => ({ week, date, check }))),
  )
}

/** Where a day lies, in weeks from the beginning; undefined before it. */
export function weeksOn(startsOn: DayText, day: DayText): number | undefined {
  const days = daysBetween(startsOn, day)
  return days < 0 ? undefined : days / daysAWeek
}
