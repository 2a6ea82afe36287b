import fc from 'fast-check'
import { dayAfter } from '../groundwork/calendar'
import type { AdjustableDay, AdjustableWeek } from './adjust'
import { goneBack } from './goBack'

const start = '2026-03-02'
const weekOf = (
  week: number,
  shoes: number,
  more: Partial<AdjustableDay> = {},
): AdjustableWeek<AdjustableDay> => ({
  week,
  stage: 'wake',
  days: Array.from({ length: 7 }, (_, i) => ({
    date: dayAfter(start, (week - 1) * 7 + i),
    wish: 'free',
    trainMin: 10,
    parts: [['dome']],
    spacersMin: shoes,
    shoesMin: shoes,
    shoesMostMin: shoes,
    checks: [],
    ...more,
  })),
})
const plan = (minutes: readonly number[], more: Partial<AdjustableDay> = {}) =>
  minutes.map((m, i) => weekOf(i + 1, m, more))
const total = (week: AdjustableWeek<AdjustableDay>) => week.days.reduce((sum, d) => sum + d.shoesMin, 0)
const anyPlan = fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 4, maxLength: 10 }).map((m) => plan(m))

describe('back to an earlier version', () => {
  test('minutes grow from those of now, not from those of then', () => {
    // then 60 a day by week 3; now 10 a day
    const back = goneBack(plan([20, 40, 60, 60, 60]), plan([20, 10, 10, 10, 10]), {
      from: weekOf(3, 0).days[0]!.date,
      growth: 0.1,
      newMost: 3,
    })!
    expect(total(back[1]!)).toBe(70)
    expect(back[2]!.days[0]!.shoesMin).toBe(11)
    expect(back[3]!.days[0]!.shoesMin).toBeLessThanOrEqual(12)
  })
  test('never more than the earlier version had, never more than a usual growth above the heaviest week so far', () => {
    fc.assert(
      fc.property(anyPlan, anyPlan, fc.integer({ min: 0, max: 27 }), (earlier, now, offset) => {
        const from = dayAfter(start, offset)
        const back = goneBack(earlier, now, { from, growth: 0.15, newMost: 3 })
        if (!back) return
        back.forEach((week, i) =>
          week.days.forEach((day, d) => {
            if (day.date < from) return
            expect(day.shoesMin).toBeLessThanOrEqual(earlier[i]!.days[d]!.shoesMin)
            expect(day.shoesMostMin).toBeLessThanOrEqual(day.shoesMin)
          }),
        )
        const first = Math.ceil(offset / 7)
        const days = now.flatMap((week) => week.days)
        let heaviest = Math.max(total({ ...now[0]!, days: days.slice(Math.max(0, offset - 7), offset) }), 0)
        if (heaviest === 0) return
        if (first * 7 !== offset) heaviest = Math.max(heaviest, total(earlier[first - 1]!)) * 1.15
        for (const week of back.slice(first)) {
          expect(total(week)).toBeLessThanOrEqual(heaviest * 1.15)
          heaviest = Math.max(heaviest, total(week) + 7)
        }
      }),
    )
  })
  test('after a week without minutes it goes on from before', () => {
    const back = goneBack(plan([20, 20, 0, 22]), plan([20, 20, 20, 20]), {
      from: weekOf(2, 0).days[0]!.date,
      growth: 0.15,
      newMost: 3,
    })!
    expect(total(back[3]!)).toBe(22 * 7)
  })
  test('what lies behind stays as it was planned', () => {
    const [earlier, now] = [plan([20, 40, 60, 60]), plan([20, 10, 10, 10])]
    const back = goneBack(earlier, now, { from: weekOf(3, 0).days[2]!.date, growth: 0.15, newMost: 3 })!
    expect(back[0]).toEqual(now[0])
    expect(back[1]).toEqual(now[1])
    expect(back[2]!.days.slice(0, 2)).toEqual(now[2]!.days.slice(0, 2))
  })
  test('while less is done now, no more is done', () => {
    const back = goneBack(plan([20, 20, 20]), plan([20, 20, 20], { setsShare: 0.6, isEasier: true }), {
      from: weekOf(2, 0).days[0]!.date,
      growth: 0.15,
      newMost: 3,
    })!
    expect(back[1]!.days.every((day) => day.setsShare === 0.6 && day.isEasier)).toBe(true)
  })
  test('days away stay days away; a drill does not come to stand on the day after it was done', () => {
    const earlier = plan([20, 20, 20], { parts: [['raise']] }).map((week) => ({
      ...week,
      days: week.days.map((day, d) => ([0, 2, 4].includes(d) ? day : { ...day, parts: [] })),
    }))
    const now = plan([20, 20, 20], { parts: [['raise']] }).map((week) => ({
      ...week,
      days: week.days.map((day, d) =>
        d === 3 ? { ...day, wish: 'ill' } : { ...day, parts: d === 6 ? [['raise']] : [] },
      ),
    }))
    const from = weekOf(2, 0).days[0]!.date
    const back = goneBack(earlier, now, { from, growth: 0.15, newMost: 3 })!
    // done on the Sunday before, so not on the Monday it would have had
    expect(back[1]!.days[0]!.parts.flat()).toEqual([])
    expect(back[1]!.days[2]!.parts.flat()).toEqual(['raise'])
    expect(back[1]!.days[3]).toMatchObject({ wish: 'ill', shoesMin: 0, parts: [] })
  })
  test('a version whose days are over cannot be taken up', () => {
    expect(
      goneBack(plan([20]), plan([20, 20, 20]), {
        from: weekOf(3, 0).days[0]!.date,
        growth: 0.15,
        newMost: 3,
      }),
    ).toBeUndefined()
  })
})
