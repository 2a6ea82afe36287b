import type { References } from '../groundwork/reference'
import { dayAfter } from '../groundwork/calendar'
import { followUp, type FollowInput, type FollowUp } from './followUp'

/**
 * What each day would have said, from the first day of the plan to the last of the log. Nobody takes anything on the
 * way: every day is judged as it would have stood.
 */
export function replay(
  input: Omit<FollowInput, 'today'>,
  lastDay: string,
  r: References,
): { day: string; followUp: FollowUp }[] {
  const days = []
  for (let day = input.startsOn; day <= lastDay; day = dayAfter(day, 1)) {
    const known = input.log.filter((entry) => entry.day <= day)
    days.push({ day, followUp: followUp({ ...input, log: known, today: day }, r) })
  }
  return days
}
