/** Sets of days of a week as bits, Monday the lowest. */
export type DaySet = number
export const daysAWeek = 7
const all = Array.from({ length: daysAWeek }, (_, i) => i)

export const has = (set: DaySet, day: number): boolean => (set & (1 << day)) !== 0
export const daysOf = (set: DaySet): number[] => all.filter((day) => has(set, day))
export const setOf = (days: readonly number[]): DaySet => days.reduce((set, day) => set | (1 << day), 0)
export const sizeOf = (set: DaySet): number => daysOf(set).length

/** Whether sessions on these days are so many days apart, from the last one of the week before on. */
export function areApart(set: DaySet, lastHeavyDay: number | undefined, apartDays: number): boolean {
  const days = daysOf(set)
  const before = lastHeavyDay === undefined ? -daysAWeek : lastHeavyDay - daysAWeek
  return [before, ...days].every((day, i, list) => i === 0 || day - list[i - 1]! >= apartDays)
}

/**
 * How unevenly days lie in a week that goes on: the sum of squared gaps, least where they are spread; of equal ones the
 * shorter run of days without a rest.
 */
export function unevenness(set: DaySet): number {
  const days = daysOf(set)
  const gaps = days.map((day, i) => (i + 1 < days.length ? days[i + 1]! : days[0]! + daysAWeek) - day)
  return gaps.reduce((sum, gap) => sum + gap ** 2, 0) + longestRun(gaps) / (2 * daysAWeek)
}

/** The most neighbouring days in a row, over the end of the week too. */
function longestRun(gaps: readonly number[]): number {
  let run = 1
  let longest = 1
  for (const gap of [...gaps, ...gaps]) {
    run = gap === 1 ? run + 1 : 1
    longest = Math.max(longest, run)
  }
  return Math.min(daysAWeek, longest)
}

/** Every set of so many of the days, the most even first, then the earliest. */
export function subsets(of: DaySet, size: number): readonly DaySet[] {
  const key = of * (daysAWeek + 1) + size
  const known = subsetsOf.get(key)
  if (known) return known
  const found: DaySet[] = []
  for (let set = 0; set < 1 << daysAWeek; set++)
    if ((set & ~of) === 0 && sizeOf(set) === size) found.push(set)
  found.sort((a, b) => unevenness(a) - unevenness(b) || compareDays(a, b))
  subsetsOf.set(key, found)
  return found
}
// a week has 128 sets of days: the same are asked for in every week
const subsetsOf = new Map<number, readonly DaySet[]>()

function compareDays(a: DaySet, b: DaySet): number {
  const [x, y] = [daysOf(a), daysOf(b)]
  const at = x.findIndex((day, i) => day !== y[i])
  return at < 0 ? 0 : x[at]! - y[at]!
}

/** So many days of a set, spread as evenly as they can be. */
export function spreadOver(of: DaySet, size: number): DaySet {
  return subsets(of, Math.min(size, sizeOf(of)))[0] ?? 0
}

export type WeekWish = {
  /** days on which there may be a session */
  open: DaySet
  /** days that must have one, and days that must not: what was dragged */
  must: DaySet
  mustNot: DaySet
  sessions: number
  heavy: number
  lastHeavyDay: number | undefined
  /** days from one heavy session to the next, at least */
  apartDays: number
}
export type WeekChoice = { sessions: DaySet; heavy: DaySet }

/**
 * The days of one week: as many sessions as wished, heavy ones 48 hours apart.
 * @returns the most even choice, the earliest of equal ones; undefined where the wishes leave none
 */
export function chooseDays(wish: WeekWish): WeekChoice | undefined {
  const { open, must, mustNot, sessions, heavy, lastHeavyDay, apartDays } = wish
  if ((must & ~open) !== 0) return undefined
  // what was dragged away from a day does not come back to it
  const free = open & ~mustNot
  let best: (WeekChoice & { spread: number }) | undefined
  for (const set of subsets(free | must, sessions)) {
    if ((set & must) !== must) continue
    const apart = heavy === 0 ? [0] : subsets(set, heavy).filter((h) => areApart(h, lastHeavyDay, apartDays))
    const first = apart[0]
    if (first === undefined) continue
    const spread = unevenness(set)
    if (!best || spread < best.spread) best = { sessions: set, heavy: first, spread }
  }
  return best && { sessions: best.sessions, heavy: best.heavy }
}
