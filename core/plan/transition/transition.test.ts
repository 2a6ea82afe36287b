import fc from 'fast-check'
import { spacingStart } from '../spacing'
import { referenceValues } from '../../groundwork/reference'
import { barefootViews, paces, planTransition, transitionFactors } from './index'

const references = referenceValues()
const arbitraryInput = fc.record({
  hoursOnFeet: fc.double({ min: 0.5, max: 90, noNaN: true }),
  pace: fc.constantFrom(...paces),
  barefoot: fc.constantFrom(...barefootViews),
  runs: fc.boolean(),
  factors: fc.subarray([...transitionFactors]),
  softStart: fc.boolean(),
})

test('no week grows beyond the limit, the first exposure is small, and every fourth week is lighter', () => {
  fc.assert(
    fc.property(arbitraryInput, (input) => {
      const { weeks, growthPct, targetMinutes } = planTransition(input, references)
      expect(weeks[0]!.minutesPerDay).toBeLessThanOrEqual(input.factors.length > 0 ? 5 : 10)
      let heaviest = weeks[0]!.minutes
      for (const week of weeks.slice(1)) {
        expect(week.minutes).toBeLessThanOrEqual(heaviest * (1 + growthPct / 100) + 1e-6)
        if (week.isLighter)
          expect(week.minutes).toBeLessThanOrEqual(heaviest * references.lighterShare + 1e-6)
        heaviest = Math.max(heaviest, week.minutes)
        expect(week.mostInOneGoMin).toBeLessThanOrEqual(week.minutesPerDay)
        expect(week.minutesPerDay * week.wearingDays).toBeLessThanOrEqual(week.minutes)
      }
      expect(weeks.map((w) => w.isLighter)).toEqual(weeks.map((w) => w.week % 4 === 0))
      expect(Math.max(...weeks.map((w) => w.minutes))).toBeLessThanOrEqual(targetMinutes)
    }),
  )
})

test('it is never shorter than 10 weeks for walking or 16 for running, longer by the factors', () => {
  fc.assert(
    fc.property(arbitraryInput, (input) => {
      const { weeks, shortestWeeks, reachedWeek } = planTransition(input, references)
      expect(shortestWeeks).toBeGreaterThanOrEqual(input.runs ? 16 : 10)
      expect(weeks.length).toBeGreaterThanOrEqual(shortestWeeks)
      if (reachedWeek !== undefined && weeks[0]!.minutes < weeks[weeks.length - 1]!.minutes)
        expect(reachedWeek).toBeGreaterThanOrEqual(shortestWeeks - 3)
    }),
  )
})

test('a bone history makes it half as long again', () => {
  const input = { hoursOnFeet: 6, pace: 'brisk', barefoot: 'gradual', runs: false, softStart: true } as const
  expect(planTransition({ ...input, factors: ['bone'] }, references).shortestWeeks).toBe(15)
  expect(planTransition({ ...input, factors: ['bone'] }, references).weeks[0]).toMatchObject({
    surface: 'soft',
    minutesPerDay: 5,
  })
})

test('an experienced runner gets no shortcut', () => {
  const usual = { hoursOnFeet: 20, pace: 'brisk', barefoot: 'most', factors: [], softStart: false } as const
  expect(planTransition({ ...usual, runs: true }, references).weeks[0]!.minutes).toBe(
    planTransition({ ...usual, runs: false }, references).weeks[0]!.minutes,
  )
})

describe('toe spacing', () => {
  const none = new Set<never>()
  test('straight toes that lean start at ten minutes and grow every third day', () => {
    expect(
      spacingStart({ halluxAngleDeg: 24, toeState: 'straight', effects: none }, references),
    ).toMatchObject({ use: 'start', startMin: 10, growMin: 5, growEveryDays: 3 })
  })
  test('soft bent toes start at five', () => {
    expect(spacingStart({ toeState: 'bent, soft', effects: none }, references)).toMatchObject({ startMin: 5 })
  })
  test.each([
    [{ toeState: 'bent, fixed', halluxAngleDeg: 30, effects: none }, 'fixedToe'],
    [{ halluxAngleDeg: 30, effects: new Set(['noSpacers'] as const) }, 'caution'],
    [{ halluxAngleDeg: 8, toeState: 'straight', effects: none }, 'noReason'],
    [{ effects: none }, 'unknown'],
  ])('%o is not spaced', (input, because) =>
    expect(spacingStart(input, references)).toEqual({ use: 'notNow', because }),
  )
  test('minutes never pass the ceiling and never fall', () => {
    const start = spacingStart({ halluxAngleDeg: 24, effects: none }, references)
    if (start.use !== 'start') throw new Error('not started')
    expect(Math.max(...start.weeksMin)).toBeLessThanOrEqual(start.ceilingMin)
    expect([...start.weeksMin].sort((a, b) => a - b)).toEqual(start.weeksMin)
  })
})
