import { referenceValues } from '@sturvo/core/reference'
import { changedReferences, checkChange, factsOf, letterPins, marksOf, type Fields } from './index'

const references = referenceValues()
const factsAt = (fields: Fields, day = '2026-05-20') =>
  factsOf({ fields, birthYear: 1980, day, ownedKit: [], references })

test('marks of visits made before views were known lie on the sole, and nothing else changes', () => {
  const old = { side: 'left', across: 0.1, along: 0.2, kind: 'pain' }
  expect(marksOf({ 'mark.mark00000001': old })).toEqual([
    { id: 'mark00000001', ...old, view: 'sole', when: [] },
  ])
})

test('the worst pain is the worst of what was answered and what was marked', () => {
  const mark = (worst?: number) => ({
    side: 'left',
    across: 0,
    along: 0.1,
    kind: 'pain',
    view: 'sole',
    when: [],
    worst,
  })
  const marks = { 'mark.mark00000001': mark(3), 'mark.mark00000002': mark(6), 'mark.mark00000003': mark() }
  expect(factsAt(marks).worstPain).toBe(6)
  // a six on the map is not softened by a two that was typed, nor a nine that was typed by the map
  expect(factsAt({ ...marks, 'answer.worstPain': 2 }).worstPain).toBe(6)
  expect(factsAt({ ...marks, 'answer.worstPain': 9 }).worstPain).toBe(9)
  expect(factsAt({ 'mark.mark00000003': mark() }).worstPain).toBeUndefined()
})

test('a painted week counts before hours from memory, and running in it means the client runs', () => {
  const week = [
    { day: 0, from: 16, to: 24, kind: 'standing', surface: 'hard' },
    { day: 1, from: 16, to: 18, kind: 'running', surface: 'soft' },
  ]
  const facts = factsAt({ 'answer.week': week, 'answer.hoursStanding': 40, 'answer.hoursWalking': 9 })
  expect([facts.hoursStanding, facts.hoursWalking, facts.runs]).toEqual([4, 0, true])
  const told = factsAt({ 'answer.week': [], 'answer.hoursStanding': 40, 'answer.hoursWalking': 9 })
  expect([told.hoursStanding, told.hoursWalking, told.runs]).toEqual([40, 9, false])
})

test.each([
  ['2026-05', '2026-05-20', 2, 0],
  ['2026-02', '2026-05-20', 15, 11],
  ['2025-05', '2026-05-01', 52, 47],
  ['2025-12', '2026-01-15', 6, 2],
  ['2026-06', '2026-05-20', 0, 0],
])('an event of %s is on %s %i weeks old, and %i at least', (month, day, weeksAgo, weeksAtLeast) => {
  const [event] = factsAt({ 'event.event0000001': { kind: 'operation', side: 'left', month } }, day).events
  expect(event).toEqual({ kind: 'operation', side: 'left', weeksAgo, weeksAtLeast })
})

test('a year alone counts to its end, or to the visit', () => {
  const of = (month: string) =>
    factsAt(
      { 'event.event0000001': { kind: 'operation', side: 'left', month, isYearOnly: true } },
      '2026-05-20',
    ).events[0]!.weeksAtLeast
  expect([of('2026-01'), of('2025-01')]).toEqual([0, 20])
})

test('the letter has its own pins; a visit from before they were told apart uses the one list for both', () => {
  expect(letterPins({})).toEqual([])
  expect(letterPins({ 'answer.pinnedSentences': ['a'] })).toEqual(['a'])
  expect(letterPins({ 'answer.pinnedSentences': ['a'], 'answer.letterSentences': [] })).toEqual([])
})

test('a changed table keeps only what differs from the values as they ship', () => {
  expect(changedReferences({}, { halluxSlightDeg: 18 })).toEqual({ halluxSlightDeg: 18 })
  expect(
    changedReferences({ halluxSlightDeg: 18, kneeToWallGoalMm: 120 }, { halluxSlightDeg: null }),
  ).toEqual({
    kneeToWallGoalMm: 120,
  })
  expect(changedReferences({ halluxSlightDeg: 18 }, { halluxSlightDeg: references.halluxSlightDeg })).toEqual(
    {},
  )
})

test.each([
  ['mark.mark00000001', { side: 'left', view: 'nose', across: 0, along: 0, kind: 'pain' }],
  ['mark.mark00000001', { side: 'left', view: 'sole', across: 0, along: 0, kind: 'pain', worst: 11 }],
  ['answer.week', [{ day: 7, from: 0, to: 4, kind: 'standing', surface: 'hard' }]],
  ['answer.goalKind', 'fame'],
  ['answer.bodyMassKg', 900],
  ['event.event0000001', { kind: 'sprain', side: 'left', month: 'long ago' }],
])('%s with a value that cannot be is refused with one sentence', (path, value) => {
  const checked = checkChange({ path, value })
  expect(checked.ok).toBe(false)
  if (!checked.ok) expect(checked.problem.message.length).toBeGreaterThan(10)
})
