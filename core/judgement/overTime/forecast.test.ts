import fc from 'fast-check'
import { dayAfter } from '../../followup'
import { referenceValues } from '../../groundwork/reference'
import { forecast, type DatedValue } from './index'

const r = referenceValues()
const start = '2026-01-05'
const course = (values: readonly number[], everyDays = 21, sd = 1): DatedValue[] =>
  values.map((value, i) => ({ day: dayAfter(start, i * everyDays), value, sd }))

describe('forecast', () => {
  test('too few values, or too short a time, say so', () => {
    expect(forecast(course([1, 5, 9]), { goal: 20, direction: 1 }, r)).toMatchObject({
      kind: 'tooFew',
      points: 3,
    })
    expect(forecast(course([1, 5, 9, 13], 7), { goal: 20, direction: 1 }, r)).toMatchObject({
      kind: 'tooFew',
    })
    expect(forecast([], { goal: 20, direction: 1 }, r)).toEqual({ kind: 'tooFew', points: 0, weeks: 0 })
  })
  test('values of one day are one point', () => {
    const twice = [...course([1, 5, 9]), ...course([1, 5, 9])]
    expect(forecast(twice, { goal: 20, direction: 1 }, r)).toMatchObject({ kind: 'tooFew', points: 3 })
  })
  test('a clear straight course: the goal lies where the line meets it, within the interval', () => {
    // 2 a three weeks; 5 more are 7.5 weeks
    const outcome = forecast(course([0, 2, 4, 6, 8, 10]), { goal: 15, direction: 1 }, r)
    if (outcome.kind !== 'trend') throw new Error(outcome.kind)
    const { low95, low80, middle, high80, high95 } = outcome.weeks
    expect(middle).toBeGreaterThan(5)
    expect(middle).toBeLessThan(12)
    expect([low95, low80, middle, high80, high95]).toEqual(
      [low95, low80, middle, high80, high95].toSorted((a, b) => a - b),
    )
    expect(low80).toBeLessThan(7.5)
    expect(high80).toBeGreaterThan(7.5)
  })
  test('flat values: no trend, and since when they lie within error', () => {
    expect(forecast(course([1, 0, 1, 0, 1, 0]), { goal: 15, direction: 1 }, r)).toMatchObject({
      kind: 'noTrend',
      flatSince: start,
    })
    // what was lost before is told with it
    expect(forecast(course([8, 0, 1, 0, 1, 0]), { goal: 15, direction: 1 }, r)).toMatchObject({
      kind: 'falls',
      flatSince: dayAfter(start, 21),
    })
  })
  test('the wrong way is told as a fall, also where each step lies within the error', () => {
    expect(forecast(course([10, 8, 6, 4, 2]), { goal: 15, direction: 1 }, r)).toMatchObject({
      kind: 'falls',
      isReal: true,
      since: start,
    })
    expect(forecast(course([10, 9.4, 8.8, 8.2, 7.6, 7]), { goal: 15, direction: 1 }, r).kind).toBe('falls')
    expect(forecast(course([2, 4, 6, 8, 10]), { goal: 0, direction: -1 }, r).kind).toBe('falls')
  })
  test('at the goal already', () => {
    expect(forecast(course([10, 14, 18, 20, 20]), { goal: 12, direction: 1 }, r).kind).toBe('reached')
  })
  test('one slip does not make a trend', () => {
    expect(forecast(course([0, 1, 0, 1, 0, 14]), { goal: 30, direction: 1 }, r).kind).toBe('noTrend')
  })
  test('less is better is the same turned over; the order of the values changes nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { minLength: 4, maxLength: 8 }),
        (values) => {
          const up = forecast(course(values), { goal: 12, direction: 1 }, r)
          const down = forecast(course(values.map((v) => -v)).reverse(), { goal: -12, direction: -1 }, r)
          expect(down.kind).toBe(up.kind)
          if (up.kind === 'trend' && down.kind === 'trend') expect(down.weeks).toEqual(up.weeks)
        },
      ),
      { numRuns: 25 },
    )
  })
  test('a wider error never makes it surer', () => {
    const of = (sd: number) => forecast(course([0, 2, 4, 6, 8], 21, sd), { goal: 12, direction: 1 }, r)
    const [sure, unsure] = [of(0.5), of(2)]
    if (sure.kind !== 'trend') throw new Error(sure.kind)
    if (unsure.kind === 'trend') expect(unsure.chanceRight).toBeLessThanOrEqual(sure.chanceRight)
    expect(of(8).kind).toBe('noTrend')
  })
})
