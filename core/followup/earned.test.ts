import fc from 'fast-check'
import { cases } from '../groundwork/testing/cases'
import { referenceValues } from '../groundwork/reference'
import {
  dayAfter,
  dayAsEarned,
  earnedOn,
  holdLimits,
  softestDay,
  type HoldLimits,
  type LoggedDay,
} from './index'

const references = referenceValues()
const start = '2026-03-02'
const on = (n: number) => dayAfter(start, n)
/** Twelve weeks that grow: 10 min of shoes a day more each week, sets from 1 to 3. */
const plan = Array.from({ length: 84 }, (_, i) => {
  const week = Math.floor(i / 7) + 1
  return {
    date: on(i),
    week,
    parts: i % 7 === 6 ? [] : [[`drill${week}`]],
    trainMin: i % 7 === 6 ? 0 : 10,
    spacersMin: 5 * week,
    shoesMin: 10 * week,
    shoesMostMin: 5 * week,
  }
})
const limits = (painAtVisit: number | undefined, from = start) =>
  holdLimits({ from, painAtVisit, level: painAtVisit, growth: 0.15 }, references)
const wrote = (n: number, pain: number, more: Partial<LoggedDay> = {}): LoggedDay => ({
  day: on(n),
  stops: [],
  training: 'done',
  pain,
  ...more,
})
const every = (from: number, to: number, pain: number) =>
  Array.from({ length: to - from }, (_, i) => wrote(from + i, pain))

test('who writes and is well has what the calendar has', () => {
  const log = every(0, 80, 1)
  for (let n = 0; n < 80; n++) {
    const earned = earnedOn(plan, log.slice(0, n), on(n), limits(1))!
    expect(earned).toMatchObject({ week: plan[n]!.week, share: 1, why: 'asPlanned' })
    expect(dayAsEarned(plan, on(n), earned)).toBe(plan[n])
  }
})

test('silence never advances: five weeks without a word, and it is still the first week', () => {
  const earned = earnedOn(plan, [], on(34), limits(0))!
  expect(earned).toEqual({ week: 1, share: 1, why: 'silence', days: [] })
  expect(dayAsEarned(plan, on(34), earned)).toMatchObject({
    date: on(34),
    parts: [],
    spacersMin: 5,
    shoesMin: 10,
    shoesMostMin: 5,
  })
  expect(dayAsEarned(plan, on(33), earned)).toMatchObject({ week: 1, parts: [['drill1']] })
})

test('9 of 10 on 28 days never has more than it began with, and goes down on the first such day', () => {
  const log = every(0, 28, 9)
  const shoes = Array.from({ length: 28 }, (_, n) => {
    const earned = earnedOn(plan, log.slice(0, n + 1), on(n), limits(0))!
    return dayAsEarned(plan, on(n), earned)!.shoesMin
  })
  expect(Math.max(...shoes)).toBe(6)
  expect(shoes.at(-1)).toBeLessThan(3)
})

test('a little more than usual holds, clearly more takes a step back at once, calm weeks lead back up', () => {
  const calm = every(0, 14, 2)
  expect(earnedOn(plan, calm, on(14), limits(2))).toMatchObject({ week: 3 })
  const one = [...calm.slice(0, 13), wrote(13, 4)]
  expect(earnedOn(plan, one, on(14), limits(2))).toMatchObject({ week: 3 })
  const some = [...calm.slice(0, 13), wrote(13, 5)]
  expect(earnedOn(plan, some, on(14), limits(2))).toMatchObject({ week: 2, why: 'pain', days: [on(13)] })
  const much = [...calm, wrote(14, 9)]
  expect(earnedOn(plan, much, on(14), limits(2))).toMatchObject({ week: 2, share: 0.6, why: 'stepBack' })
  const after = [...much, ...every(15, 60, 1)]
  const shares = [20, 22, 28, 35, 42, 49, 56].map((n) => earnedOn(plan, after, on(n), limits(2))!)
  expect(shares.map((s) => Math.round(s.share * 100))).toEqual([60, 60, 69, 79, 91, 100, 100])
  expect(shares.at(-1)).toMatchObject({ week: 3 })
})

test('a number that wanders by a point about what was always there is no rise: it is gone on from', () => {
  const usual = [3, 2, 4, 3, 2, 4, 3]
  const log = Array.from({ length: 21 }, (_, n) => wrote(n, usual[n % 7]!))
  expect(earnedOn(plan, log, on(21), limits(3))).toMatchObject({ week: 4, share: 1 })
  // the same days of somebody who came with nothing
  expect(earnedOn(plan, log, on(21), limits(0))!.week).toBe(1)
  const rising = log.map((day) => ({ ...day, pain: day.pain! + 1 }))
  expect(earnedOn(plan, rising, on(21), limits(3))!.week).toBe(1)
})

test('limits that a phone kept from before go on with nothing', () => {
  const { calmMean: _mean, calmDay: _day, ...older } = limits(3)
  expect(earnedOn(plan, every(0, 21, 1), on(21), older as HoldLimits)!.week).toBe(1)
})

test('who came with 3 and has 3 goes on; who came with 7 does not step back on day 1, and does not go on', () => {
  expect(earnedOn(plan, every(0, 21, 3), on(21), limits(3))).toMatchObject({ week: 4, share: 1 })
  expect(earnedOn(plan, every(0, 21, 7), on(21), limits(7))).toMatchObject({ week: 1, share: 1, why: 'pain' })
})

test('what a practitioner decided goes over it: from that day the calendar counts again', () => {
  const log = every(0, 28, 9)
  expect(earnedOn(plan, log, on(28), limits(0, on(28)))).toMatchObject({
    week: 5,
    share: 1,
    why: 'asPlanned',
  })
})

test('whatever is written: never more than the calendar, never a week or more at once than writing has earned', () => {
  const arbitraryLog = fc
    .array(
      fc.record({
        n: fc.nat({ max: 83 }),
        pain: fc.option(fc.nat({ max: 10 }), { nil: undefined }),
        did: fc.constantFrom('done', 'partly', 'not', undefined),
        morning: fc.option(fc.nat({ max: 10 }), { nil: undefined }),
      }),
      { maxLength: 84 },
    )
    .map((days) =>
      [...new Map(days.map((d) => [d.n, d])).values()]
        .sort((a, b) => a.n - b.n)
        .map(({ n, pain, did, morning }): LoggedDay => ({
          day: on(n),
          stops: [],
          ...(pain !== undefined && { pain }),
          ...(did !== undefined && { training: did }),
          ...(morning !== undefined && { morning }),
        })),
    )
  fc.assert(
    fc.property(arbitraryLog, fc.option(fc.nat({ max: 10 }), { nil: undefined }), (log, painAtVisit) => {
      let before = 1
      for (let n = 0; n < 84; n++) {
        const known = log.filter((d) => d.day <= on(n))
        const earned = earnedOn(plan, known, on(n), limits(painAtVisit))!
        const day = dayAsEarned(plan, on(n), earned)!
        const here = plan[n]!
        if (day.shoesMin > here.shoesMin || day.spacersMin > here.spacersMin || day.trainMin > here.trainMin)
          throw new Error(`more than the calendar on day ${n}`)
        if (earned.week > before) {
          const week = known.filter((d) => d.day >= on(n - 7) && d.day < on(n))
          if (earned.week > before + 1) throw new Error(`two weeks at once on day ${n}`)
          if (week.filter((d) => d.pain !== undefined).length < 3)
            throw new Error(`grown unknown on day ${n}`)
          if (
            week.some(
              (d) => Math.max(d.pain ?? 0, d.morning ?? 0) > Math.max(2, Math.min(3, painAtVisit ?? 0)),
            )
          )
            throw new Error(`grown with pain on day ${n}`)
        }
        before = earned.week
      }
    }),
    { numRuns: cases(60, 500) },
  )
})

test('where nobody knows any more what is in force only the session is left, at its least', () => {
  expect(softestDay(plan[30]!, 0.6)).toMatchObject({
    trainMin: 6,
    spacersMin: 0,
    shoesMin: 0,
    isEasier: true,
  })
})
