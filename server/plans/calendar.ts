import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone'
import utc from 'dayjs/plugin/utc'
import ical, { ICalCalendarMethod, ICalEventStatus, ICalEventTransparency } from 'ical-generator'
import { drillNamed, type OwnDrill } from '@sturvo/core/training'
import type { KeptDays, KeptPlan } from '@sturvo/schema'
import { clientCheckText, num } from '@sturvo/words'
import type { KeptText } from './keptPlans'

dayjs.extend(utc)
dayjs.extend(timezone)

/** What a calendar is made from: the versions of one person's plan that have days. */
export type CalendarPlan = Pick<KeptPlan, 'number' | 'personId' | 'madeOn'> & {
  days: KeptDays
  created: string
  /** drills the practice made itself, for their names */
  own: readonly OwnDrill[]
}

/** The calendar of plans as they were kept; undefined where none of them has days. Reads every version: not for the thread that answers. */
export function keptCalendar(input: {
  kept: readonly KeptText[]
  practice: string
  zone: string
  own: readonly OwnDrill[]
  /** something stops everything: from this day on it is called off; undefined where nothing does */
  callOffFrom: string | undefined
}): string | undefined {
  const plans = input.kept.flatMap(({ document, created }): CalendarPlan[] => {
    const { number, personId, madeOn, days } = JSON.parse(document) as KeptPlan
    return days ? [{ number, personId, madeOn, days, created, own: input.own }] : []
  })
  return plans.length === 0 ? undefined : planCalendar(plans, input.practice, input.zone, input.callOffFrom)
}

type Entry = {
  uid: string
  title: string
  text: string
  date: string
  /** clock time in the practice's zone; left out, the whole day */
  at: string | undefined
  minutes: number
}

const clocks = ['07:30', '19:00'] // morning and evening; one's calendar moves them where one's day wants them

/**
 * The calendar of a person's plan. An entry keeps its identity through all versions: the same session of the same week
 * is replaced, not doubled, and what a later version no longer has is cancelled.
 * @param plans versions, oldest first, at least one
 * @param zone of the practice, e.g. Europe/Lisbon: clock times are its, whatever season
 * @returns text of an iCalendar file; titles never name a finding, since others see calendars
 */
export function planCalendar(
  plans: readonly CalendarPlan[],
  practice: string,
  zone: string,
  callOffFrom?: string,
): string {
  const newest = plans[plans.length - 1]!
  const calendar = ical({
    name: `${practice}: plan`,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'sturvo', product: 'plan', language: 'EN' },
    timezone: null,
  })
  calendar.x('X-WR-TIMEZONE', zone)
  const now = entriesOf(newest)
  const present = new Set(now.map((e) => e.uid))
  const gone = new Map<string, Entry>()
  for (const plan of plans.slice(0, -1))
    for (const entry of entriesOf(plan))
      // what has been done stays as it was; only what is still to come is called off
      if (!present.has(entry.uid) && entry.date >= newest.madeOn) gone.set(entry.uid, entry)
  for (const [entry, isCancelled] of [
    ...now.map((e) => [e, callOffFrom !== undefined && e.date >= callOffFrom] as const),
    ...[...gone.values()].map((e) => [e, true] as const),
  ]) {
    const start =
      entry.at === undefined
        ? dayjs.utc(entry.date).toDate()
        : dayjs.tz(`${entry.date} ${entry.at}`, zone).toDate()
    calendar.createEvent({
      id: entry.uid,
      sequence: newest.number,
      stamp: new Date(newest.created),
      start,
      ...(entry.at === undefined
        ? { allDay: true, transparency: ICalEventTransparency.TRANSPARENT }
        : { end: new Date(start.getTime() + entry.minutes * 60_000) }),
      summary: entry.title,
      description: entry.text,
      status: isCancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    })
  }
  return calendar.toString()
}

function entriesOf({ personId, days, own }: CalendarPlan): Entry[] {
  return days.weeks.flatMap(({ days: week }) => {
    const monday = week[0]!.date
    // counted within its calendar week: a session moved to another day is the same session
    const count = new Map<string, number>()
    const uidOf = (lane: string) => {
      const n = (count.get(lane) ?? 0) + 1
      count.set(lane, n)
      return `${personId}.${monday}.${lane}.${n}@sturvo`
    }
    return week.flatMap((day): Entry[] => {
      const { date, parts, spacersMin, shoesMin, shoesMostMin, checks, trainMin } = day
      return [
        ...parts.map((part, i): Entry => {
          const minutes = Math.max(1, Math.ceil(trainMin / parts.length))
          return {
            uid: uidOf(parts.length > 1 ? `train${i}` : 'train'),
            title: `Session, ${num(minutes, 0)} min`,
            text: part.map((id) => drillNamed(id, own)?.client ?? id).join('\n'),
            date,
            at: clocks[i],
            minutes,
          }
        }),
        ...(spacersMin > 0
          ? [
              whole(
                uidOf('spacers'),
                `Spacers, ${num(spacersMin, 0)} min`,
                'At rest, then at home barefoot.',
                date,
              ),
            ]
          : []),
        ...(shoesMin > 0
          ? [
              whole(
                uidOf('shoes'),
                `New shoes, ${num(shoesMin, 0)} min`,
                `At most ${num(shoesMostMin, 0)} min in one go.`,
                date,
              ),
            ]
          : []),
        ...checks.map((check) =>
          whole(
            uidOf(check.kind),
            clientCheckText({ ...check, week: 0, about: check.about, amount: check.amount }),
            '',
            date,
          ),
        ),
      ]
    })
  })
}

const whole = (uid: string, title: string, text: string, date: string): Entry => ({
  uid,
  title,
  text,
  date,
  at: undefined,
  minutes: 0,
})
