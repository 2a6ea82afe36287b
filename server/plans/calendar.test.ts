import ICAL from 'ical.js'
import { noWishes, planDays, type DayDrill, type DaysInput, type WeekWishes } from '@sturvo/core/days'
import { referenceValues } from '@sturvo/core/reference'
import { planCalendar, type CalendarPlan } from './calendar'
import { daysAnswer } from './daysAnswer'

const drill = (id: string): DayDrill => ({
  id,
  minutes: 6,
  perWeek: 5,
  isHeavy: false,
  needsKit: false,
  isNew: false,
  standsFor: undefined,
  load: {},
})
const ceilings = { forefootBone: 1, plantarFascia: 1, calfAchilles: 1, archMuscle: 1 }
const asked = (more: Partial<DaysInput> = {}): DaysInput => ({
  startsOn: '2026-03-23',
  weeks: 6,
  phases: [{ stage: 'wake', fromWeek: 1, weeks: 6, drills: [drill('dome'), drill('toeFan')], ceilings }],
  minutesPerSession: 20,
  sessionsPerWeek: 3,
  spacing: { startMin: 10, growMin: 5, growEveryDays: 3, ceilingMin: 30 },
  shoes: [],
  checks: [
    { kind: 'gate', week: 2, about: 'bounce', amount: undefined },
    { kind: 'fade', week: 3, about: 'support', amount: 6 },
  ],
  wishes: noWishes,
  references: referenceValues(),
  ...more,
})
const version = (number: number, input: DaysInput, madeOn = '2026-03-20'): CalendarPlan => ({
  number,
  own: [],
  personId: 'person000001',
  madeOn,
  created: `${madeOn}T10:00:00.000Z`,
  days: daysAnswer(input, planDays(input)),
})
const wishing = (wishes: Partial<WeekWishes>) => asked({ wishes: { ...noWishes, ...wishes } })

type Event = {
  uid: string
  sequence: number
  status: string
  start: ICAL.Time
  summary: string
  description: string
}
/** The calendar as another library reads it. */
function eventsOf(text: string): Map<string, Event> {
  const calendar = new ICAL.Component(ICAL.parse(text) as never)
  const events = calendar.getAllSubcomponents('vevent').map((component): [string, Event] => {
    const event = new ICAL.Event(component)
    const status = String(component.getFirstPropertyValue('status'))
    const { uid, startDate: start, summary, description } = event
    return [uid, { uid, sequence: event.sequence, status, start, summary, description }]
  })
  const byUid = new Map(events)
  expect(byUid.size).toBe(events.length)
  return byUid
}
const calendarOf = (...plans: CalendarPlan[]) =>
  eventsOf(planCalendar(plans, 'Tideway Foot Room', 'Europe/Berlin'))
const sessionsOf = (events: Map<string, Event>) =>
  [...events.values()].filter((e) => e.uid.includes('.train'))

test('every session, every wearing day and every check is one entry another library can read', () => {
  const events = calendarOf(version(1, asked()))
  const kinds = (text: string) => [...events.values()].filter((e) => e.uid.includes(text)).length
  expect([kinds('.train.'), kinds('.spacers.'), kinds('.gate.'), kinds('.fade.')]).toEqual([18, 18, 1, 1])
  expect([...events.values()].every((e) => e.status === 'CONFIRMED' && e.sequence === 1)).toBe(true)
})

test('sessions keep their clock time over the change of the clock', () => {
  const hours = sessionsOf(calendarOf(version(1, asked()))).map((e) =>
    e.start.toJSDate().toISOString().slice(11, 16),
  )
  // half past seven in Berlin: 6:30 UTC in winter time, 5:30 from the 29th of March on
  expect(new Set(hours.slice(0, 3))).toEqual(new Set(['06:30']))
  expect(new Set(hours.slice(3))).toEqual(new Set(['05:30']))
})

test('a session that moves keeps its identity: it is replaced by the next version, not doubled', () => {
  const first = version(1, asked())
  const moved = version(2, wishing({ moves: [{ lane: 'train', week: 2, from: 0, to: 1 }] }))
  const [before, after] = [calendarOf(first), calendarOf(first, moved)]
  expect([...after.keys()].sort()).toEqual([...before.keys()].sort())
  const uid = 'person000001.2026-03-30.train.1@sturvo'
  expect(before.get(uid)!.start.toJSDate().toISOString().slice(0, 10)).toBe('2026-03-30')
  expect(after.get(uid)!.start.toJSDate().toISOString().slice(0, 10)).toBe('2026-03-31')
  expect(after.get(uid)).toMatchObject({ sequence: 2, status: 'CONFIRMED' })
})

test('what the next version no longer has is cancelled; what is already over stays', () => {
  const first = version(1, asked())
  const ill = version(
    2,
    wishing({ absences: [{ from: '2026-03-23', to: '2026-04-12', kind: 'ill' }] }),
    '2026-04-01',
  )
  const after = calendarOf(first, ill)
  const cancelled = [...after.values()].filter((e) => e.status === 'CANCELLED')
  expect(cancelled.length).toBeGreaterThan(3)
  for (const event of cancelled) {
    expect(event.sequence).toBe(2)
    // the day as the calendar shows it, not that of Greenwich
    expect(event.start.toString().slice(0, 10) >= '2026-04-01').toBe(true)
  }
})

test('no title names a finding, a diagnosis or a device: others see calendars', () => {
  for (const { summary } of calendarOf(version(1, asked())).values())
    expect(summary).not.toMatch(/arch|hallux|flat|pain|grade|support|insole|bounce|gate|hop|dome/i)
})

test('morning and evening are two entries of one day', () => {
  const events = sessionsOf(calendarOf(version(1, wishing({ isTwiceADay: true }))))
  expect(events).toHaveLength(36)
  const [a, b] = events
  expect(a!.start.toJSDate().toISOString().slice(0, 10)).toBe(b!.start.toJSDate().toISOString().slice(0, 10))
})
