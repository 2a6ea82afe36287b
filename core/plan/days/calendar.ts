/** Days as texts like 2026-05-04; counted in UTC, where every day has 24 hours. */
export type DayText = string

const msADay = 86_400_000
const daysAWeek = 7

const toMs = (day: DayText) => Date.parse(`${day}T00:00:00Z`)

/** @param days whole days, may be negative */
export function dayAfter(day: DayText, days: number): DayText {
  return new Date(toMs(day) + days * msADay).toISOString().slice(0, 10)
}

/** Whole days from one day to another, negative where it lies before. */
export function daysBetween(from: DayText, to: DayText): number {
  return Math.round((toMs(to) - toMs(from)) / msADay)
}

/** Monday is 0. */
export function weekdayOf(day: DayText): number {
  return (new Date(toMs(day)).getUTCDay() + daysAWeek - 1) % daysAWeek
}

/** The first Monday after a day: plans begin with a whole week. */
export function mondayAfter(day: DayText): DayText {
  return dayAfter(day, daysAWeek - weekdayOf(day))
}

/** Whether a text is a day that exists. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(toMs(text)) && dayAfter(text, 0) === text
}
