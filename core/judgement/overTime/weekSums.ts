import type { LoggedDay } from '../../followup'
import { dayAfter, weekdayOf } from '../../groundwork/calendar'

/** One week of a log, from its Monday; what nobody wrote down is in none of the sums. */
export type WeekSum = {
  monday: string
  /** days trained; one trained partly counts as half */
  trained: number
  spacersMin: number
  shoesMin: number
  /** days that were written of, 1 to 7 */
  known: number
}

/** A log by weeks, oldest first; weeks of which nothing is known are left out. */
export function weekSumsOf(days: readonly LoggedDay[]): WeekSum[] {
  const weeks = new Map<string, WeekSum>()
  for (const { day, training, spacersMin = 0, shoesMin = 0 } of days) {
    const monday = dayAfter(day, -weekdayOf(day))
    const week = weeks.get(monday) ?? { monday, trained: 0, spacersMin: 0, shoesMin: 0, known: 0 }
    week.trained += training === 'done' ? 1 : training === 'partly' ? 0.5 : 0
    week.spacersMin += spacersMin
    week.shoesMin += shoesMin
    week.known++
    weeks.set(monday, week)
  }
  return [...weeks.values()].sort((a, b) => a.monday.localeCompare(b.monday))
}
