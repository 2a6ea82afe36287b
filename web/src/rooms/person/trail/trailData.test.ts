import type { Course, LogAnswer, PlanLine } from '@sturvo/schema'
import { readAt, trailData } from './trailData'

const course: Course = {
  visits: [
    { id: 'visit0000001', day: '2026-01-05', left: {}, right: {}, shoes: [{ name: 'Boots', hours: 40 }] },
    { id: 'visit0000002', day: '2026-03-30', left: {}, right: {}, shoes: [{ name: 'Thin', hours: 12 }] },
  ],
  events: [{ kind: 'sprain', side: 'left', month: '2026-02', words: 'on the stairs' }],
  overDays: {},
}
const log = {
  entries: [
    {
      id: 'entry0000001',
      day: '2026-01-14',
      at: '2026-01-14T19:00:00Z',
      training: 'done',
      pain: 3,
      shoesMin: 20,
    },
    { id: 'entry0000002', day: '2026-01-15', at: '2026-01-15T19:00:00Z', training: 'partly', spacersMin: 30 },
    { id: 'entry0000003', day: '2026-01-20', at: '2026-01-20T19:00:00Z', stops: ['numb'] },
  ],
  decisions: [{ day: '2026-02-02', kind: 'take', rule: 'painSome', words: 'wait', by: 'Ilse Marrack' }],
} as unknown as LogAnswer
const plan = (number: number, madeOn: string, endsOn: string): PlanLine => ({
  id: `plan0000000${number}`,
  number,
  visitId: 'visit0000001',
  madeOn,
  by: 'Ilse Marrack',
  minutesPerSession: 10,
  sessionsPerWeek: 5,
  drills: [],
  startsOn: madeOn,
  endsOn,
})
const plans = [plan(2, '2026-02-02', '2026-04-05'), plan(1, '2026-01-05', '2026-03-29')]
const data = trailData({ course, log, plans, today: '2026-04-06' })!

test('nothing to draw before the first visit', () => {
  expect(
    trailData({
      course: { ...course, visits: [] },
      log: { ...log, entries: [] },
      plans: [],
      today: '2026-04-06',
    }),
  ).toBeUndefined()
})
test('a version lasts until the next one was made, the newest is in force', () => {
  expect(data.plans.map(({ from, to, isInForce }) => [from, to, isInForce])).toEqual([
    [0, 28, false],
    [28, 90, true],
  ])
})
test('phases begin where their weeks do, and end with the version', () => {
  const phases = [
    { stage: 'wake', fromWeek: 1, weeks: 2 },
    { stage: 'build', fromWeek: 3, weeks: 4 },
    { stage: 'load', fromWeek: 9, weeks: 4 },
  ]
  const withPhases = trailData({
    course,
    log,
    today: '2026-04-06',
    plans: [plans[0]!, { ...plans[1]!, phases }],
  })!
  expect(withPhases.plans[0]!.phases).toEqual([
    { at: 0, stage: 'wake' },
    { at: 14, stage: 'build' },
  ])
  expect(readAt(withPhases, 15)).toContain('plan version 1, build')
})
test('weeks add up what was written down, a partly trained day as a half', () => {
  expect(data.weeks[0]).toMatchObject({
    monday: '2026-01-12',
    at: 7,
    trained: 1.5,
    shoesMin: 20,
    spacersMin: 30,
  })
})
test('shoes stand from the visit they were seen at to the next', () => {
  expect(data.shelves.map(({ from, to, shoes }) => [from, to, shoes[0]!.name])).toEqual([
    [0, 84, 'Boots'],
    [84, 91, 'Thin'],
  ])
})
test('what happened, in the order of days: stop signs, decisions, the history', () => {
  expect(data.marks.map(({ at, kind }) => [at, kind])).toEqual([
    [15, 'stop'],
    [28, 'rule'],
    [41, 'event'],
  ])
})
test('every band is read at one day, and what is not known is not made up', () => {
  expect(readAt(data, 9)).toBe(
    '14 January 2026 · plan version 1 · week: 1.5 days trained, 30 min spacers, 20 min new shoes · pain 3 · Boots 40 h',
  )
  expect(readAt(data, 84)).toContain('visit 2')
  expect(readAt(data, 60)).toContain('no pain written down')
  expect(readAt(data, 28)).toContain('Proposal taken (pain a little above the usual): wait')
})
