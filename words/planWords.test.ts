import type { TransitionReading } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { gateIds, library, readGate, type Dose, type Measured } from '@sturvo/core/training'
import {
  behindGateText,
  doseText,
  gateOpenSentence,
  gateSentence,
  heldDownText,
  keptDoseText,
  leftOutText,
  lineText,
  movedText,
  priceText,
  relaxText,
  testOfFact,
} from './planText'
import { dayMinutesText, transitionSentence } from './transitionText'

const references = referenceValues()
const dose = (changed: Partial<Dose> = {}): Dose => ({
  sets: 2,
  work: { holdS: 12 },
  perWeek: 5,
  extraSets: { left: 0, right: 0 },
  minutes: 3,
  ...changed,
})
const nameOf = (id: string) => ({ dome: 'Dome', heelWalk: 'Heel walk' })[id] ?? id

test('a dose as it is written on a fridge', () => {
  expect(doseText(dose(), 'each')).toBe('2 × 12 s each side, 5 days a week')
  expect(doseText(dose({ work: { holdS: 120 } }), 'both')).toBe('2 × 2 min, 5 days a week')
  const reps = { reps: 8, secondsPerRep: 4 }
  expect(doseText(dose({ work: reps, extraSets: { left: 0, right: 1 } }), 'each')).toBe(
    '2 × 8 each side, one set more on the right, 5 days a week',
  )
  expect(doseText(dose({ extraSets: { left: 1, right: 1 } }), 'each')).toContain(
    'one set more on either side',
  )
})

test('a kept dose reads as the dose it was', () => {
  for (const work of [{ holdS: 9 }, { reps: 6, secondsPerRep: 3 }])
    for (const extraSets of [
      { left: 0, right: 0 },
      { left: 1, right: 0 },
    ])
      expect(keptDoseText({ sets: 3, ...work, extraSets, perWeek: 4, minutes: 2, sides: 'each' })).toBe(
        doseText(dose({ sets: 3, work, extraSets, perWeek: 4 }), 'each'),
      )
})

test('held down: said only where a hand wanted more than there is', () => {
  expect(heldDownText(undefined, dose())).toBe('')
  expect(heldDownText(12, dose())).toBe('')
  expect(heldDownText(20, dose())).toMatch(/^Held down to 12 s: /)
  expect(heldDownText(20, dose({ work: { reps: 6, secondsPerRep: 2 } }))).toMatch(/^Held down to 6: /)
})

test('what moved is told by name, and nothing is told where nothing moved', () => {
  expect(movedText({ came: [], went: [], dosed: [] }, nameOf)).toBe('')
  expect(movedText({ came: ['dome'], went: ['heelWalk'], dosed: ['dome', 'heelWalk'] }, nameOf)).toBe(
    'In: Dome. Out: Heel walk. In another dose: Dome, Heel walk.',
  )
})

describe('gates', () => {
  const measured: Measured = {
    kneeToWallMm: 60,
    bigToeExtensionDeg: undefined,
    singleLegOpenS: 31,
    heelRaises: 12,
    best: { singleLegOpen: 31, singleLegShut: undefined, heelRaises: 12 },
    worstPain: 5,
    kneeComesIn: false,
    isLocked: true,
  }
  const gate = (id: (typeof gateIds)[number], changed: Partial<Measured> = {}) =>
    readGate(id, { ...measured, ...changed }, references)
  test('closed says what opens it and where it stands now', () => {
    expect(gateSentence(gate('ankleBend'))).toMatch(
      /^Gate: opens when the knee reaches \d+ mm .*\(60 mm now\)\.$/,
    )
    expect(gateSentence(gate('bigToeBend'))).toContain('(not measured)')
    expect(gateSentence(gate('yieldFirst'))).toBe('Gate: opens when the heel can roll in.')
    expect(gateOpenSentence(gate('eyesOpenFirst'))).toBe('Open: 31 s now.')
  })
  test('the limits said are those of the table in force, pain included', () => {
    const own = referenceValues({ bounceOneLegged: 14, bouncePain: 1 })
    const closed = readGate('bounce', measured, own)
    expect(gateSentence(closed)).toContain('14 heel raises on either leg alone, and pain of 1 or less')
    expect(leftOutText({ why: 'gate', gate: closed })).toContain('1 of 10 or less')
    expect(closed.isShutByPain).toBe(true)
    expect(gateSentence(closed)).toContain('(12 raises, pain 5 now)')
  })
  test('each gate says what lies behind it, and something does', () => {
    for (const id of gateIds) {
      expect(behindGateText[id].length).toBeGreaterThan(5)
      expect([id, library.some((e) => e.gate === id)]).toEqual([id, true])
    }
  })
})

test('wishes that cannot be kept are named with what to let go', () => {
  expect(relaxText({ wish: 'unpin', ids: ['dome'], minutesInstead: 12 }, nameOf)).toBe(
    'Dome does not fit beside what has to be in: unpin, or allow 12 minutes a session.',
  )
  expect(relaxText({ wish: 'unpin', ids: ['dome', 'heelWalk'], minutesInstead: undefined }, nameOf)).toBe(
    'Dome and Heel walk do not fit beside what has to be in: unpin.',
  )
  expect(relaxText({ wish: 'dose', ids: ['dome'] }, nameOf)).toContain('The dose you chose for Dome')
  expect(relaxText({ wish: 'pinForbidden', id: 'dome', because: { why: 'banned' } }, nameOf)).toBe(
    'Dome is pinned and cannot be in: taken out by you.',
  )
})

test('a price is told in drills and needs; none is told as such', () => {
  expect(priceText({ objective: 0, share: 0, pushedOut: [], filledLess: [] }, nameOf)).toBe(
    'would fit as well: pin it',
  )
  expect(
    priceText(
      { objective: 1, share: 0.1, pushedOut: ['dome'], filledLess: [{ capacity: 'calf', share: 0.2 }] },
      nameOf,
    ),
  ).toBe('would push out Dome; calf filled 20 % less')
  expect(priceText({ objective: 1, share: 0.1, pushedOut: [], filledLess: [] }, nameOf)).toBe(
    'costs 10 % of what its phase gives',
  )
})

test('every test that would make a need surer has its own name, and a step of the visit', () => {
  const tests = Object.values(testOfFact)
  expect(new Set(tests.map((t) => t.name)).size).toBe(tests.length)
  for (const { step } of tests) expect(['story', 'look', 'load', 'move', 'grade']).toContain(step)
})

test('a line to keep in mind is one short sentence', () => {
  for (const text of Object.values(lineText)) expect(text).toMatch(/^[A-Z][^.]{4,60}\.$/)
})

test('days of a week as they are worn; what is reached is never said not to be', () => {
  expect(dayMinutesText({ dayMinutes: [10, 13, 15, 15] })).toBe('10 to 15 min')
  expect(dayMinutesText({ dayMinutes: [12, 12] })).toBe('12 min')
  expect(dayMinutesText({ dayMinutes: [] })).toBe('0 min')
  const transition = (hours: { reachedWeek: number | undefined; heldBy: 'dose' | 'target' }) =>
    transitionSentence({
      to: { end: 'thinPart' },
      from: { newMinutes: 0, newRunMinutes: 0, minutes: { run: 200 } },
      input: { heldWeeks: 0 },
      weeks: Array.from({ length: 52 }),
      targetMinutes: 600,
      wishedMinutes: 600,
      runTargetMinutes: 66,
      shortestWeeks: 16,
      hours,
    } as unknown as TransitionReading)
  expect(transition({ reachedWeek: 21, heldBy: 'target' })).toMatch(
    /10 h a week are reached in week 21 at the earliest, 66 min of running not in 52 weeks/,
  )
  expect(transition({ reachedWeek: undefined, heldBy: 'dose' })).toMatch(
    /10 h a week are not reached in 52 weeks: held by the dose of a tissue; a thicker sole/,
  )
})
