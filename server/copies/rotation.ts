import dayjs from 'dayjs'

export type DatedCopy = { name: string; madeAt: string }
export type KeptAs = 'newest' | 'day' | 'week' | 'month'

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
 * Days without a copy do not count: after a summer closed, seven days of copies are still there.
 * @returns every copy that stays, with why; the others may go
 */
export function keptCopies(copies: readonly DatedCopy[]): Map<string, KeptAs> {
  const newestFirst = [...copies].sort((a, b) => (a.madeAt < b.madeAt ? 1 : a.madeAt > b.madeAt ? -1 : 0))
  const kept = new Map<string, KeptAs>()
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
