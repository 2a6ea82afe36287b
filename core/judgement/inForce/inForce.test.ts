import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { stopSigns } from '../../followup'
import { cautionTable, stopQuestions, type CautionId } from '../../plan/cautions'
import { inForce, stoppedSince, type VisitTold } from './index'

const r = referenceValues()
const visit = (startedOn: string, changed: Partial<VisitTold> = {}): VisitTold => ({
  visitId: `visit${startedOn}`,
  startedOn,
  raised: [],
  dealtWith: [],
  denied: [],
  ...changed,
})
const of = (visits: readonly VisitTold[], more: Partial<Parameters<typeof inForce>[0]> = {}) =>
  inForce({ visits, log: [], birthYear: 1980, today: '2026-12-01', ...more }, r)
const what = (found: ReturnType<typeof inForce>) => found.stops.map((stop) => stop.what)

test('a stop of a visit stays through later visits that do not ask, since the day it was first told', () => {
  const found = of([
    visit('2026-05-01', { raised: ['calfSwollen'] }),
    visit('2026-06-01', { raised: ['calfSwollen'] }),
    visit('2026-07-01'),
  ])
  expect(found.stops).toEqual([
    { what: 'calfSwollen', toldAt: 'visit', since: '2026-05-01', visitId: 'visit2026-06-01' },
  ])
  expect(stoppedSince(found)).toBe('2026-05-01')
})

test('it ends where it is dealt with, there or later, and where a later visit hears no; a no of before ends nothing', () => {
  const raised = visit('2026-05-01', { raised: ['tenderBone'] })
  expect(what(of([visit('2026-05-01', { dealtWith: ['tenderBone'] })]))).toEqual([])
  expect(what(of([raised, visit('2026-06-01', { dealtWith: ['tenderBone'] })]))).toEqual([])
  expect(what(of([raised, visit('2026-06-01', { denied: ['tenderBone'] })]))).toEqual([])
  expect(what(of([visit('2026-04-01', { denied: ['tenderBone'] }), raised]))).toEqual(['tenderBone'])
  expect(what(of([visit('2026-04-01', { dealtWith: ['tenderBone'] }), raised]))).toEqual(['tenderBone'])
})

test('a sign on the map stays although the question was answered with no at the same visit', () => {
  expect(what(of([visit('2026-05-01', { raised: ['nightPain'], denied: ['nightPain'] })]))).toEqual([
    'nightPain',
  ])
})

test('signs of the log and the year of birth stand in the same list', () => {
  const found = of([], {
    log: [
      { day: '2026-11-20', signs: ['numb'] },
      { day: '2026-11-18', signs: ['numb', 'fever'] },
    ],
    birthYear: 2010,
  })
  expect(found.stops.map(({ what: one, since }) => [one, since])).toEqual([
    ['numb', '2026-11-18'],
    ['fever', '2026-11-18'],
    ['child', '2026-12-01'],
  ])
  expect(what(of([], { birthYear: 2009 }))).toEqual([])
  expect(what(of([], { birthYear: null }))).toEqual([])
})

const stops = (Object.keys(cautionTable) as CautionId[]).filter((id) => cautionTable[id].level === 'stop')
const anyVisit = fc.record({
  visitId: fc.stringMatching(/^[a-z]{8}$/),
  startedOn: fc.integer({ min: 1, max: 28 }).map((d) => `2026-03-${String(d).padStart(2, '0')}`),
  raised: fc.subarray(stops),
  dealtWith: fc.subarray(stops),
  denied: fc.subarray([...stopQuestions]),
})

test('no order of visits matters, nothing is in force that nobody raised, and the newest visit’s own stops always are', () => {
  fc.assert(
    fc.property(fc.array(anyVisit, { maxLength: 5 }), fc.subarray([...stopSigns]), (visits, signs) => {
      const log = [{ day: '2026-03-30', signs }]
      const found = of(visits, { log })
      expect(of([...visits].reverse(), { log })).toEqual(found)
      const raised = new Set<string>([...visits.flatMap((one) => one.raised), ...signs])
      expect(what(found).filter((one) => !raised.has(one))).toEqual([])
      const newest = [...visits].sort((a, b) =>
        `${a.startedOn}${a.visitId}` < `${b.startedOn}${b.visitId}` ? 1 : -1,
      )[0]
      expect(what(found)).toEqual(expect.arrayContaining([...(newest?.raised ?? []), ...signs]))
    }),
  )
})
