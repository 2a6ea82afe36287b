import { dayAfter, daysBetween, loggedDays, type LoggedDay } from '@sturvo/core/followup'
import { weekSumsOf, type WeekSum } from '@sturvo/core/overTime'
import type { Course, LogAnswer, PlanLine } from '@sturvo/schema'
import { dayAsRead, eventKindText, followActionText, followRuleName, num, stageText } from '@sturvo/words'

/** Everything of one person that has a day, ready to be drawn and read at any day. Days count from the first one. */
export type TrailData = {
  first: string
  days: number
  visits: { at: number; id: string; number: number }[]
  plans: {
    from: number
    to: number
    line: PlanLine
    isInForce: boolean
    /** first days of its phases that lie within the time it counted */
    phases: { at: number; stage: string }[]
  }[]
  weeks: (WeekSum & { at: number })[]
  log: Map<string, LoggedDay>
  logged: (LoggedDay & { at: number })[]
  shelves: { from: number; to: number; shoes: { name: string; hours: number }[] }[]
  marks: { at: number; text: string; kind: 'event' | 'rule' | 'stop' }[]
}
export const bands = ['plans', 'minutes', 'pain', 'shoes', 'marks'] as const
export type Band = (typeof bands)[number]
export const bandName: Record<Band, string> = {
  plans: 'Plan versions',
  minutes: 'Minutes a week',
  pain: 'Pain, 0 to 10',
  shoes: 'Shoes, hours a week',
  marks: 'What happened',
}

const daysAhead = 28
const eventsFromDays = 365 * 2
const decided: Record<string, string> = { take: 'taken', putOff: 'put off', reopen: 'opened again' }

/** @param today YYYY-MM-DD @returns undefined before the first visit */
export function trailData({
  course,
  log,
  plans,
  today,
}: {
  course: Course
  log: LogAnswer
  plans: readonly PlanLine[]
  today: string
}): TrailData | undefined {
  const logged = loggedDays(log.entries)
  const known = [...course.visits.map(({ day }) => day), ...logged.map(({ day }) => day)].sort()
  if (known.length === 0) return undefined
  const first = known[0]!
  const ends = plans.flatMap(({ endsOn }) => endsOn ?? [])
  const latest = [dayAfter(today, daysAhead), ...ends.filter((end) => end > today).slice(0, 1)].sort().at(-1)!
  const at = (day: string) => daysBetween(first, day)
  const sorted = [...plans].sort((a, b) => a.number - b.number)
  const shelved = course.visits.filter(({ shoes }) => shoes.length > 0)
  return {
    first,
    days: Math.max(leastSpan, at(latest)),
    visits: course.visits.map(({ id, day }, i) => ({ id, at: at(day), number: i + 1 })),
    plans: sorted.map((line, i) => {
      const next = sorted[i + 1]
      const to = [line.endsOn ?? line.madeOn, next?.madeOn ?? '9999-12-31'].sort()[0]!
      const [from, until] = [at(line.madeOn), Math.max(at(line.madeOn) + 1, at(to))]
      return {
        from,
        to: until,
        line,
        isInForce: next === undefined,
        phases: (line.phases ?? [])
          .map(({ stage, fromWeek }) => ({
            stage,
            at: at(line.startsOn ?? line.madeOn) + (fromWeek - 1) * 7,
          }))
          .filter((phase) => phase.at < until),
      }
    }),
    weeks: weekSumsOf(logged).map((week) => ({ ...week, at: at(week.monday) })),
    log: new Map(logged.map((day) => [day.day, day])),
    logged: logged.map((day) => ({ ...day, at: at(day.day) })),
    shelves: shelved.map(({ day, shoes }, i) => ({
      from: at(day),
      to: i + 1 < shelved.length ? at(shelved[i + 1]!.day) : at(today),
      shoes: [...shoes].sort((a, b) => b.hours - a.hours),
    })),
    marks: [
      ...course.events
        .map(({ kind, month, words }) => ({
          at: at(`${month}-15`),
          text: `${eventKindText[kind as keyof typeof eventKindText]}${words === '' ? '' : `: ${words}`}`,
          kind: 'event' as const,
        }))
        .filter((mark) => mark.at >= 0 && mark.at > -eventsFromDays),
      ...log.decisions.map(({ day, kind, rule, words }) => ({
        at: at(day),
        text: `${kind === 'reopen' ? 'Stop sign settled' : `Proposal ${decided[kind] ?? kind}`}${rule === '' ? '' : ` (${followRuleName(rule)})`}${words === '' ? '' : `: ${words}`}`,
        kind: 'rule' as const,
      })),
      ...logged.flatMap(({ day, stops }) =>
        stops.length > 0 ? [{ at: at(day), text: followActionText.stop, kind: 'stop' as const }] : [],
      ),
    ].sort((a, b) => a.at - b.at),
  }
}
const leastSpan = 28

function phaseAt({ phases }: TrailData['plans'][number], at: number): string {
  const stage = phases.findLast((phase) => phase.at <= at)?.stage
  return stage === undefined ? '' : `, ${(stageText[stage as keyof typeof stageText] ?? stage).toLowerCase()}`
}

/** All bands read at one day, in words. */
export function readAt(data: TrailData, place: number): string {
  const day = dayAfter(data.first, Math.round(place))
  const at = Math.round(place)
  const log = data.log.get(day)
  const week = data.weeks.find((w) => at >= w.at && at < w.at + 7)
  const plan = data.plans.find((p) => at >= p.from && at < p.to)
  const visit = data.visits.find((v) => v.at === at)
  const shelf = data.shelves.find((s) => at >= s.from && at <= s.to)
  const pains = [
    log?.pain === undefined ? '' : `pain ${log.pain}`,
    log?.firstSteps === undefined ? '' : `first steps ${log.firstSteps}`,
    log?.morning === undefined ? '' : `next morning ${log.morning}`,
  ].filter((text) => text !== '')
  return [
    dayAsRead(day),
    visit ? `visit ${visit.number}` : '',
    plan ? `plan version ${plan.line.number}${phaseAt(plan, at)}` : '',
    week
      ? `week: ${num(week.trained, 1)} days trained, ${num(week.spacersMin, 0)} min spacers, ${num(week.shoesMin, 0)} min new shoes`
      : '',
    pains.length > 0 ? pains.join(', ') : 'no pain written down',
    shelf
      ? shelf.shoes
          .slice(0, 3)
          .map(({ name, hours }) => `${name} ${num(hours, 0)} h`)
          .join(', ')
      : '',
    ...data.marks.filter((mark) => mark.at === at).map(({ text }) => text),
  ]
    .filter((text) => text !== '')
    .join(' · ')
}
