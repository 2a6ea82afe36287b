import dayjs from 'dayjs'
import { clockPlayMs } from '../data/clock'

export type DatedCopy = { name: string; madeAt: string }
/** ahead: dated in the future by a clock that was wrong; it stands for no day until that day comes */
export type KeptAs = 'newest' | 'day' | 'week' | 'month' | 'ahead'

const keep = { day: 7, week: 4, month: 6 } as const
const daysAWeek = 7

/** The day, week (from its Monday) or month a copy stands for, by the clock of the practice. */
function placeOf(kind: keyof typeof keep, madeAt: string): string {
  const day = dayjs(madeAt)
  if (kind === 'day') return day.format('YYYY-MM-DD')
  if (kind === 'month') return day.format('YYYY-MM')
  return day.subtract((day.day() + daysAWeek - 1) % daysAWeek, 'day').format('YYYY-MM-DD')
}

/**
 * Which copies stay: the newest of each of the last 7 days, 4 weeks and 6 months that have one, and always the newest.
 * Days without a copy do not count: after a summer closed, seven days of copies are still there. What is dated in the
 * future stays and takes nobody's place, so that a clock that was a year ahead for a day costs no copy of today.
 * @returns every copy that stays, with why; the others may go
 */
export function keptCopies(copies: readonly DatedCopy[], now: Date): Map<string, KeptAs> {
  const until = new Date(now.getTime() + clockPlayMs).toISOString()
  const kept = new Map<string, KeptAs>()
  for (const { name, madeAt } of copies) if (madeAt > until) kept.set(name, 'ahead')
  const newestFirst = copies
    .filter(({ name }) => !kept.has(name))
    .sort((a, b) => (a.madeAt < b.madeAt ? 1 : a.madeAt > b.madeAt ? -1 : 0))
  const [newest] = newestFirst
  if (newest) kept.set(newest.name, 'newest')
  for (const kind of ['day', 'week', 'month'] as const) {
    const places = new Set<string>()
    for (const { name, madeAt } of newestFirst) {
      const place = placeOf(kind, madeAt)
      if (places.has(place)) continue
      if (places.size === keep[kind]) break
      places.add(place)
      if (!kept.has(name)) kept.set(name, kind)
    }
  }
  return kept
}
