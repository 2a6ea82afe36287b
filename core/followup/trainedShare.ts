import type { LoggedDay } from './log'

/**
 * Part of the planned training days of a stretch that was trained; a day trained partly counts as half. A day nobody
 * wrote of was not seen, and counts for neither.
 * @param planned days of the plan, YYYY-MM-DD @returns 0..1; undefined where fewer than a week of days was written of
 */
export function trainedShare(
  planned: readonly { date: string; trainMin: number }[],
  logged: readonly LoggedDay[],
  { from, to }: { from: string; to: string },
): number | undefined {
  const training = new Map(logged.map((day) => [day.day, day.training]))
  const known = planned.flatMap(({ date, trainMin }) => {
    const done = training.get(date)
    return trainMin > 0 && date >= from && date <= to && done !== undefined ? [done] : []
  })
  if (known.length < 7) return undefined
  return known.reduce((sum, done) => sum + { done: 1, partly: 0.5, not: 0 }[done], 0) / known.length
}
