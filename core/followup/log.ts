import type { Side } from '../groundwork/side'
import type { SelfTried } from './selfTests'

/** What ends a plan at once; asked in plain words, answered only by a practitioner. @source cautions: stop signs */
export const stopSigns = [
  'boneTender',
  'restPain',
  'forefootSwelling',
  'hopPain',
  'numb',
  'colourChange',
  'fever',
  'calfSwelling',
  'brokenSkin',
  'lostPushOff',
] as const
export type StopSign = (typeof stopSigns)[number]

/** Kinds of pain, each with a level of its own. */
export const channels = ['pain', 'morning', 'firstSteps'] as const
export type Channel = (typeof channels)[number]

export const donenesses = ['done', 'partly', 'not'] as const
export type Doneness = (typeof donenesses)[number]

/** A place on a foot in the foot frame: across 0 (inner) to 1 (outer), along 0 (heel) to 1 (toes). */
export type PainPlace = { side: Side; across: number; along: number }

/**
 * One entry of the log. Only what was answered is there: a question left open is not a good answer.
 * Pain and soreness 0 to 10. `firstSteps` and `morning` are those of the morning of `day`.
 */
export type LogEntry = {
  id: string
  /** YYYY-MM-DD, the day it is about */
  day: string
  /** moment it was written, by the clock it was written with (ISO, UTC) */
  at: string
  /** entries it corrects; a stop sign of theirs stays */
  replaces?: readonly string[] | undefined
  training?: Doneness | undefined
  /** whether two more would have been possible */
  hadTwoMore?: boolean | undefined
  spacersMin?: number | undefined
  shoesMin?: number | undefined
  shoesLongestMin?: number | undefined
  /** worst of the day */
  pain?: number | undefined
  firstSteps?: number | undefined
  /** soreness left over from the day before */
  morning?: number | undefined
  places?: readonly PainPlace[] | undefined
  cramp?: boolean | undefined
  stops?: readonly StopSign[] | undefined
  /** tries of the client's own; they open nothing by themselves */
  tests?: readonly SelfTried[] | undefined
  /** its stop signs were settled by a practitioner, after they had arrived */
  isSettled?: boolean | undefined
  words?: string | undefined
}

/** Everything known of one day, however many entries it came in. */
export type LoggedDay = Omit<LogEntry, 'id' | 'at' | 'replaces' | 'isSettled'> & {
  stops: readonly StopSign[]
}

const answered = [
  'training',
  'hadTwoMore',
  'spacersMin',
  'shoesMin',
  'shoesLongestMin',
  'cramp',
  'words',
] as const
const painful = ['pain', 'firstSteps', 'morning'] as const

/**
 * The log by days, earliest first. The order in which entries arrive, and entries that arrive twice, change nothing:
 * they are put in the order they were written in; of two answers to one question the later stands, of two pains the
 * worse; a correction takes the place of what it corrects but for stop signs, which only a practitioner settles.
 */
export function loggedDays(entries: readonly LogEntry[]): LoggedDay[] {
  const byId = new Map(entries.map((entry) => [entry.id, entry]))
  const replaced = new Set(
    [...byId.values()].flatMap(({ id, replaces }) => (replaces ?? []).filter((other) => other !== id)),
  )
  const ordered = [...byId.values()].sort(
    (a, b) => compare(a.day, b.day) || compare(a.at, b.at) || compare(a.id, b.id),
  )
  const days = new Map<string, LoggedDay>()
  for (const entry of ordered) {
    const before = days.get(entry.day) ?? { day: entry.day, stops: [] }
    const stops = stopSigns.filter(
      (sign) => before.stops.includes(sign) || (!entry.isSettled && entry.stops?.includes(sign)),
    )
    days.set(entry.day, replaced.has(entry.id) ? { ...before, stops } : { ...joined(before, entry), stops })
  }
  // a day on which everything was taken back is no day
  return [...days.values()].filter(hasAnswer)
}

const hasAnswer = ({ day: _day, stops, ...rest }: LoggedDay): boolean =>
  stops.length > 0 || Object.values(rest).some((value) => value !== undefined)

function joined(before: LoggedDay, entry: LogEntry): LoggedDay {
  const after: LoggedDay = { ...before }
  for (const key of answered) if (entry[key] !== undefined) Object.assign(after, { [key]: entry[key] })
  for (const key of painful) {
    const value = entry[key]
    if (value !== undefined) after[key] = Math.max(value, before[key] ?? 0)
  }
  if (entry.tests && entry.tests.length > 0) {
    const isSame = (a: SelfTried) => entry.tests!.some((b) => a.test === b.test && a.side === b.side)
    after.tests = [...(before.tests ?? []).filter((tried) => !isSame(tried)), ...entry.tests]
  }
  if (entry.places && entry.places.length > 0) after.places = [...(before.places ?? []), ...entry.places]
  return after
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0
}

/** Whether anything of the plan was done that day. */
export const isMoved = ({ training, shoesMin = 0, spacersMin = 0 }: LoggedDay): boolean =>
  training === 'done' || training === 'partly' || shoesMin > 0 || spacersMin > 0
