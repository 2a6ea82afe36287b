/** Days as texts like 2026-05-04; counted in UTC, where every day has 24 hours. */
export type DayText = string

const msADay = 86_400_000
const daysAWeek = 7

// by its parts: parsing texts is slow where a log is gone over day by day
const toMs = (day: DayText) =>
  Date.UTC(Number(day.slice(0, 4)), Number(day.slice(5, 7)) - 1, Number(day.slice(8, 10)))

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

/** Of stretches of whole weeks the one a week is in; the last goes on. @returns undefined where there is none at all */
export function stretchOfWeek<T extends { fromWeek: number; weeks: number }>(
  stretches: readonly T[],
  week: number,
): T | undefined {
  return stretches.find((s) => week >= s.fromWeek && week < s.fromWeek + s.weeks) ?? stretches.at(-1)
}
