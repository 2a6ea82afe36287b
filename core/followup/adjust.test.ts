import fc from 'fast-check'
import {
  adjustedWeeks,
  dayAfter,
  movedPhases,
  type AdjustableDay,
  type AdjustableWeek,
  type Adjustment,
} from './index'
import { cases } from '../groundwork/testing/cases'

const monday = '2026-03-02'
type Made = AdjustableWeek<AdjustableDay>[]

/** Drill h stands at least every second day, over the ends of weeks too; l on any. */
function made(count: number, seed: number): Made {
  return Array.from({ length: count }, (_, w) => ({
    week: w + 1,
    stage: w < 3 ? 'foundation' : 'build',
    days: Array.from({ length: 7 }, (_unused, d) => {
      const n = 7 * w + d
      const shoesMin = n % 2 === seed % 2 ? 10 + 2 * w : 0
      return {
        date: dayAfter(monday, n),
        wish: n % 17 === seed % 17 ? 'holiday' : 'free',
        trainMin: 12,
        parts: [[...((n + seed) % 2 === 0 ? ['h'] : []), 'l']],
        spacersMin: 10 + w,
        shoesMin,
        shoesMostMin: Math.min(10, shoesMin),
        checks: d === 0 ? [{ kind: 'look' }] : [],
      }
    }),
  })).map((week) => ({ ...week, days: week.days.map((d) => (d.wish === 'holiday' ? emptied(d) : d)) }))
}
const emptied = (d: AdjustableDay): AdjustableDay => ({
  ...d,
  trainMin: 0,
  parts: [],
  spacersMin: 0,
  shoesMin: 0,
  shoesMostMin: 0,
})
const flat = (weeks: Made) => weeks.flatMap(({ days }) => days)

const asked = fc.record({
  weeks: fc.integer({ min: 2, max: 12 }),
  seed: fc.nat(100),
  at: fc.nat(80),
  action: fc.constantFrom('hold' as const, 'backOff' as const, 'restart' as const),
  shoes: fc.option(fc.integer({ min: 0, max: 30 }), { nil: undefined }),
})

test('days before stay, dates run on, nothing grows, days away stay away, what was apart stays apart', () => {
  fc.assert(
    fc.property(asked, ({ weeks: count, seed, at, action, shoes }) => {
      const before = made(count, seed)
      const from = flat(before)[at % flat(before).length]!.date
      const wanted: Adjustment = {
        action,
        from,
        minutes: shoes === undefined ? {} : { shoes },
        setsShare: action === 'hold' ? 1 : 0.6,
        growth: 0.15,
      }
      const { weeks, movedWeeks } = adjustedWeeks(before, wanted)
      const [old, now] = [flat(before), flat(weeks)]
      // 0.6, 0.69, 0.79, 0.91, whole
      expect(movedWeeks).toBe(action === 'hold' ? 1 : 5)
      expect(weeks.map(({ week }) => week)).toEqual(weeks.map((_, i) => i + 1))
      now.forEach((day, n) => {
        const was = old[n]
        const isHeavy = (of: AdjustableDay | undefined) => of?.parts.flat().includes('h') ?? false
        const wrong = [
          day.date !== dayAfter(monday, n) && 'date',
          day.date < from && JSON.stringify(day) !== JSON.stringify(was) && 'a day before was changed',
          // the plan rises, so a later day put off is never over what stood there
          was && day.spacersMin > was.spacersMin && 'spacers grew',
          was?.wish === 'holiday' && day.parts.flat().length > 0 && 'drills on a day away',
          was && day.shoesMostMin > day.shoesMin && 'longer in one go than in all',
          day.date >= from && isHeavy(day) && isHeavy(now[n - 1]) && 'heavy on two days in a row',
        ].filter((one) => typeof one === 'string')
        if (wrong.length > 0) throw new Error(`${day.date}: ${wrong.join(', ')}`)
      })
      if (action !== 'hold') {
        const first = now.find((d) => d.date === from)!
        // decided the day before: that week counts
        const week = before.find(({ days }) => days.some((d) => d.date === dayAfter(from, -1))) ?? before[0]!
        expect(first.shoesMin).toBeLessThanOrEqual(0.6 * Math.max(...week.days.map((d) => d.shoesMin)))
        if (shoes !== undefined) expect(first.shoesMin).toBeLessThanOrEqual(shoes)
        expect(first.isEasier).toBe(true)
      }
    }),
    { numRuns: cases(100, 500) },
  )
})

const sum = (days: AdjustableDay[]) =>
  days.reduce((all, d) => all + d.spacersMin + d.shoesMin + d.trainMin, 0)

test('a second step back goes down from the dose in force, not from the full one', () => {
  const less = (weeks: Made, from: string) =>
    adjustedWeeks(weeks, { action: 'backOff', from, minutes: {}, setsShare: 0.6, growth: 0.15 }).weeks
  const from = dayAfter(monday, 15)
  const twice = less(less(made(8, 3), from), dayAfter(from, 1))
  const share = flat(twice).find((d) => d.date === dayAfter(from, 1))!.setsShare!
  expect(share).toBeCloseTo(0.36, 6)
})

test('decided on any day, a Sunday too, the next seven days are never more than the week that counts', () => {
  const plain = made(8, 1).map((w) => ({ ...w, days: w.days.map((d) => ({ ...d, wish: 'free' })) }))
  for (let n = 7; n < 42; n++) {
    const decided = dayAfter(monday, n)
    const from = dayAfter(decided, 1)
    const week = plain.find(({ days }) => days.some((d) => d.date === decided))!
    for (const action of ['hold', 'backOff'] as const) {
      const setsShare = action === 'hold' ? 1 : 0.6
      const { weeks } = adjustedWeeks(plain, { action, from, minutes: {}, setsShare, growth: 0.15 })
      const next = flat(weeks).filter((d) => d.date >= from && d.date < dayAfter(from, 7))
      expect(sum(next)).toBeLessThanOrEqual(setsShare * sum(week.days) + 0.5)
    }
  }
})

test('after less the weeks come back no faster than new minutes may grow, from the minutes that were logged too', () => {
  const plain = made(10, 1).map((w) => ({
    ...w,
    days: w.days.map((d) => ({ ...emptied(d), spacersMin: 60 + 100 * w.week, wish: 'free' })),
  }))
  const { weeks } = adjustedWeeks(plain, {
    action: 'backOff',
    from: dayAfter(monday, 28),
    minutes: { spacers: 90 },
    setsShare: 0.6,
    growth: 0.15,
  })
  const minutes = weeks.slice(3).map(({ days }) => days[6]!.spacersMin)
  expect(minutes[1]).toBe(90)
  for (let i = 2; i < minutes.length; i++) expect(minutes[i]!).toBeLessThanOrEqual(minutes[i - 1]! * 1.15 + 1)
  expect(minutes.at(-1)!).toBeGreaterThan(200)
})

test('phases move with the weeks', () => {
  const phases = [
    { fromWeek: 1, weeks: 3 },
    { fromWeek: 4, weeks: 4 },
    { fromWeek: 8, weeks: 5 },
  ]
  expect(movedPhases(phases, { week: 5, movedWeeks: 2 })).toEqual([
    { fromWeek: 1, weeks: 3 },
    { fromWeek: 4, weeks: 6 },
    { fromWeek: 10, weeks: 5 },
  ])
})

test('a day outside of the plan is refused', () => {
  expect(() =>
    adjustedWeeks(made(3, 1), {
      action: 'hold',
      from: '2027-01-01',
      minutes: {},
      setsShare: 1,
      growth: 0.15,
    }),
  ).toThrow(RangeError)
})

describe('a client who stands behind the calendar', () => {
  const plan = made(8, 3)
  const from = plan[5]!.days[2]!.date // the sixth week, while the phone holds the second
  const decided = (action: Adjustment['action'], setsShare = action === 'backOff' ? 0.6 : 1) =>
    adjustedWeeks(plan, { action, standsAt: 2, from, minutes: {}, setsShare, growth: 0.15 })
  const after = (weeks: Made) => flat(weeks).filter((d) => d.date >= from)
  const most = (week: number, lane: 'spacersMin' | 'shoesMin') =>
    Math.max(...made(8, 3)[week - 1]!.days.map((d) => d[lane]))

  test('goes on to the third week, not to the seventh', () => {
    const { weeks, movedWeeks, week } = decided('advance')
    expect([movedWeeks, week, weeks.length]).toEqual([4, 2, 12])
    const [rest, next] = [weeks[5]!, weeks[6]!].map(({ days }) => days.filter((d) => d.date >= from))
    expect(Math.max(...rest!.map((d) => d.spacersMin))).toBe(most(2, 'spacersMin'))
    expect(Math.max(...next!.map((d) => d.spacersMin))).toBe(most(3, 'spacersMin'))
    expect(weeks.slice(0, 5)).toEqual(plan.slice(0, 5))
  })

  test('does the second week once more where it is held, and less of it where it is backed off', () => {
    const held = decided('hold')
    expect(held.movedWeeks).toBe(5)
    expect(Math.max(...held.weeks[6]!.days.map((d) => d.spacersMin))).toBe(most(2, 'spacersMin'))
    const less = after(decided('backOff').weeks).slice(0, 11)
    expect(Math.max(...less.map((d) => d.spacersMin))).toBeLessThanOrEqual(0.6 * most(2, 'spacersMin'))
  })

  test('no check of a date is asked twice, and days away stay away', () => {
    const { weeks } = decided('advance')
    const checks = (of: Made) => flat(of).reduce((n, d) => n + d.checks.length, 0)
    expect(checks(weeks)).toBe(checks(plan))
    for (const day of after(weeks)) {
      const was = flat(plan).find((d) => d.date === day.date)
      if (was?.wish === 'holiday') expect([day.parts, day.shoesMin]).toEqual([[], 0])
    }
  })

  test('a week held while the phone does 60 % of it comes back step by step, never whole tomorrow', () => {
    const now = plan[5]!.days[2]!.date
    for (const action of ['hold', 'advance'] as const) {
      const { weeks } = adjustedWeeks(plan, { action, from: now, minutes: {}, setsShare: 0.6, growth: 0.15 })
      const shares = weeks.slice(6, 11).map(({ days }) => days[0]!.setsShare ?? 1)
      expect(shares.map((share) => Math.round(share * 100))).toEqual([60, 69, 79, 91, 100])
      expect(
        flat(weeks)
          .filter((d) => d.date >= now && d.date < dayAfter(now, 4))
          .every((d) => d.isEasier),
      ).toBe(true)
    }
  })

  test('doses are those of the weeks that are done', () => {
    const phases = [
      { fromWeek: 1, weeks: 3 },
      { fromWeek: 4, weeks: 5 },
    ]
    expect(movedPhases(phases, decided('advance'))).toEqual([
      { fromWeek: 1, weeks: 7 },
      { fromWeek: 8, weeks: 5 },
    ])
  })
})
