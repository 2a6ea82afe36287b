import { dayAfter } from '../groundwork/calendar'
import { withParts, type AdjustableDay, type AdjustableWeek } from './adjust'

const weekDays = 7
const knownDays = 28

/**
 * No week with more new drills than can be learned in it, wherever two plans meet: what stood on no day of the four weeks
 * before comes in its order, the rest a week later.
 * @param before days of the plan that was followed until then @param after the weeks from then on
 * @param from first day that counts, YYYY-MM-DD @param most new drills in any seven days from there
 * @source training plan: at most 3 new drills in any one week
 */
export function fewNewAtATime<D extends AdjustableDay>(
  before: readonly Pick<AdjustableDay, 'date' | 'parts'>[],
  after: readonly AdjustableWeek<D>[],
  { from, most }: { from: string; most: number },
): AdjustableWeek<D>[] {
  const since = dayAfter(from, -knownDays)
  const known = new Set(
    before.filter(({ date }) => date >= since && date < from).flatMap(({ parts }) => parts.flat()),
  )
  let begun = new Set<string>()
  let weekEnds = dayAfter(from, weekDays)
  const mayBeDone = (id: string) => {
    if (known.has(id) || begun.has(id)) return true
    if (begun.size >= most) return false
    begun.add(id)
    return true
  }
  return after.map((week) => ({
    ...week,
    days: week.days.map((day) => {
      if (day.date < from) return day
      while (day.date >= weekEnds) {
        for (const id of begun) known.add(id)
        begun = new Set()
        weekEnds = dayAfter(weekEnds, weekDays)
      }
      return withParts(
        day,
        day.parts.map((part) => part.filter(mayBeDone)),
      )
    }),
  }))
}
