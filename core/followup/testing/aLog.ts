import { dayAfter, type LogEntry, type PlannedMinutes } from '../index'

export const startsOn = '2026-03-02'
export const dayOf = (n: number) => dayAfter(startsOn, n)

/** An entry of the n-th day of the plan, 0 the first. */
export function entry(n: number, more: Partial<LogEntry> = {}): LogEntry {
  const day = dayOf(n)
  return { id: `entry${String(n).padStart(4, '0')}`, day, at: `${day}T20:00:00.000Z`, ...more }
}

/** A day on which everything was done and nothing hurt more than told. */
export const goodDay = (n: number, pain = 0): LogEntry =>
  entry(n, {
    training: 'done',
    hadTwoMore: true,
    spacersMin: 20,
    shoesMin: 20,
    pain,
    morning: pain,
    firstSteps: pain,
  })

export const goodDays = (from: number, to: number, pain = 0): LogEntry[] =>
  Array.from({ length: to - from }, (_, i) => goodDay(from + i, pain))

export const plannedDays = (count: number): PlannedMinutes[] =>
  Array.from({ length: count }, (_, n) => ({ date: dayOf(n), trainMin: 12, spacersMin: 20, shoesMin: 20 }))
