import { dayAfter, daysBetween } from '../../../groundwork/calendar'
import type { LoggedDay } from '../../../followup'

/** One day of a course: what a phone offered, what the rules asked for, and what was written until then. */
export type CourseDay = {
  date: string
  shoesMin: number
  drills: readonly string[]
  setsShare: number
  asked: string | undefined
  said: readonly { rule: string; action: string | undefined }[]
}
export type Course = {
  days: readonly CourseDay[]
  log: readonly LoggedDay[]
  painAtVisit: number
  /** days on which a practitioner took a step or opened again */
  decided: ReadonlySet<string>
}

const worst = (day: LoggedDay) => Math.max(day.pain ?? 0, day.morning ?? 0, day.firstSteps ?? 0)

/**
 * What a careful colleague would refuse of a course of weeks, read from the spec of the log by hand: nothing of the rules
 * is asked. Empty where there is nothing.
 */
export function harmInCourse({ days, log, painAtVisit, decided }: Course): string[] {
  const found: string[] = []
  const on = new Map(log.map((day) => [day.day, day]))
  const wroteIn = (from: string, to: string) => log.filter((d) => d.day >= from && d.day <= to)
  days.forEach((today, i) => {
    const { date } = today
    const stop = log.find((d) => d.stops.length > 0 && d.day <= date)
    if (stop && today.asked !== 'stop') found.push(`${date}: a stop sign of ${stop.day} is not heard`)
    if (today.asked === 'advance' && today.said.some((s) => s.action && s.action !== 'advance'))
      found.push(`${date}: goes on beside ${today.said.map((s) => s.rule).join(', ')}`)
    const week = wroteIn(dayAfter(date, -6), date)
    const known = week.filter((d) => d.pain !== undefined)
    if (today.asked === 'advance' && known.length < 4)
      found.push(`${date}: goes on, ${known.length} days known`)
    if (today.asked === 'advance' && known.some((d) => worst(d) > Math.max(4, painAtVisit + 2)))
      found.push(`${date}: goes on with ${Math.max(...known.map(worst))} of 10`)
    // came with little and hurts much, every day of four
    const four = wroteIn(dayAfter(date, -3), date)
    if (four.length === 4 && four.every((d) => worst(d) >= Math.max(6, painAtVisit + 4)))
      if (today.asked !== 'backOff' && today.asked !== 'stop')
        found.push(`${date}: four days at ${worst(four[0]!)} and ${today.asked ?? 'nothing'} is asked`)
    const before = days[i - 1]
    if (!before) return
    const isDecided = decided.has(date) || decided.has(before.date)
    // the phone itself: on the day of a flare no more than the day before
    const flare = on.get(date)
    if (flare && worst(flare) >= painAtVisit + 6 && !isDecided && today.shoesMin > before.shoesMin)
      found.push(`${date}: ${worst(flare)} of 10 and more minutes than the day before`)
    const past = days.slice(Math.max(0, i - 28), i)
    const most = Math.max(...past.map((d) => d.shoesMin))
    // by the plan's own growth of a week, and the whole minutes of a day
    if (past.length >= 7 && today.shoesMin > Math.max(1.2 * most, most + 15) + 1)
      found.push(`${date}: ${today.shoesMin} min after ${most}`)
    const grew = today.shoesMin > most
    const silent = wroteIn(dayAfter(date, -7), dayAfter(date, -1)).length < 4
    if (grew && silent && !isDecided && i >= 7) found.push(`${date}: grows in silence`)
    const fresh = (from: number) =>
      new Set(
        days
          .slice(Math.max(0, i - 6), i + 1)
          .flatMap((d) => (daysBetween(d.date, date) <= from ? d.drills : [])),
      )
    const earlier = new Set(days.slice(Math.max(0, i - 35), Math.max(0, i - 6)).flatMap((d) => d.drills))
    if (i >= 7 && [...fresh(6)].filter((id) => !earlier.has(id)).length > 3)
      found.push(`${date}: more than three new drills in seven days`)
  })
  return found
}
