import type { Lane } from './followRules'

/** A day of a plan as its client's page counts it. */
export type CountedDay = {
  date: string
  week: number
  /** ids of drills, one part or morning and evening */
  parts: readonly (readonly string[])[]
  spacersMin: number
  shoesMin: number
}
type WornLane = Exclude<Lane, 'train'>

const minutesOf = (day: CountedDay, lane: WornLane) => (lane === 'spacers' ? day.spacersMin : day.shoesMin)

/** The first later day with more minutes than today. @returns undefined where it never grows again */
export function nextRise(
  days: readonly CountedDay[],
  today: CountedDay,
  lane: WornLane,
): { date: string; minutes: number } | undefined {
  const next = days.find((d) => d.date > today.date && minutesOf(d, lane) > minutesOf(today, lane))
  return next && { date: next.date, minutes: minutesOf(next, lane) }
}

/** Sessions of a week that were done or begun, of those planned. Counts, no more: nothing is graded. */
export function sessionsOfWeek(
  days: readonly CountedDay[],
  week: number | undefined,
  isDone: (date: string) => boolean,
): { done: number; planned: number } {
  const planned = days.filter((d) => d.week === week && d.parts.flat().length > 0)
  return { done: planned.filter((d) => isDone(d.date)).length, planned: planned.length }
}
