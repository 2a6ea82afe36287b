import { isNoDifference, planDifference, type DifferenceDose, type DifferencePlan } from './planDifference'
import { trainedShare } from './trainedShare'
import { dayAfter } from '../groundwork/calendar'
import type { LoggedDay } from './log'

const dose = (id: string, reps: number, perWeek = 5): DifferenceDose => ({
  id,
  name: id,
  sets: 3,
  reps,
  perWeek,
})
const start = '2026-03-02'
const planOf = (
  drills: readonly DifferenceDose[],
  shoesMin: number,
  weeks = 4,
  minutesPerSession = 15,
): DifferencePlan => ({
  minutesPerSession,
  sessionsPerWeek: 5,
  plan: { phases: [{ stage: 'wake', weeks, drills }] },
  days: {
    startsOn: start,
    weeks: Array.from({ length: weeks }, (_, w) => ({
      week: w + 1,
      stage: 'wake',
      days: Array.from({ length: 7 }, (_d, d) => ({
        date: dayAfter(start, w * 7 + d),
        wish: 'free',
        trainMin: 10,
        parts: [],
        spacersMin: 0,
        shoesMin,
        shoesMostMin: shoesMin,
        checks: [],
      })),
    })),
  },
})

describe('what a version has otherwise', () => {
  test('with itself nothing', () => {
    const plan = planOf([dose('dome', 8), dose('raise', 12)], 20)
    expect(isNoDifference(planDifference(plan, plan, start))).toBe(true)
  })
  test('drills, doses, minutes, session and end; the other way round it mirrors', () => {
    const [a, b] = [
      planOf([dose('dome', 8), dose('raise', 12)], 20),
      planOf([dose('dome', 10), dose('stand', 30)], 10, 5, 20),
    ]
    const there = planDifference(a, b, start)
    expect(there.added.map(({ id }) => id)).toEqual(['stand'])
    expect(there.dropped.map(({ id }) => id)).toEqual(['raise'])
    expect(there.doses).toMatchObject([{ id: 'dome', before: { reps: 8 }, after: { reps: 10 } }])
    expect(there.session).toEqual({ before: 15, after: 20 })
    expect(there.minutes).toEqual([{ lane: 'shoes', before: 560, after: 280 }])
    expect(there.ends).toEqual({ before: '2026-03-29', after: '2026-04-05' })
    const back = planDifference(b, a, start)
    expect(back.added).toEqual(there.dropped)
    expect(back.minutes).toEqual([{ lane: 'shoes', before: 280, after: 560 }])
  })
  test('minutes are compared on days that both have; where those are less than a week, not at all', () => {
    expect(planDifference(planOf([], 20, 1), planOf([], 10, 8), start).minutes).toEqual([
      { lane: 'shoes', before: 140, after: 70 },
    ])
    expect(planDifference(planOf([], 20, 1), planOf([], 10, 8), dayAfter(start, 3)).minutes).toEqual([])
  })
  test('of a drill in two phases the larger dose is compared', () => {
    const plan = planOf([dose('dome', 8), dose('dome', 12)], 0)
    expect(isNoDifference(planDifference(plan, planOf([dose('dome', 12)], 0), start))).toBe(true)
  })
})

describe('part of the planned days that was trained', () => {
  const planned = Array.from({ length: 14 }, (_, i) => ({
    date: dayAfter(start, i),
    trainMin: i % 7 === 6 ? 0 : 10,
  }))
  const logged = (trainings: (LoggedDay['training'] | undefined)[]) =>
    trainings.map((training, i) => ({ day: dayAfter(start, i), training, stops: [] }))
  const span = { from: start, to: dayAfter(start, 13) }
  test('partly is a half, a day of rest and a day nobody wrote of count for neither', () => {
    const days = logged([
      'done',
      'done',
      'partly',
      'not',
      'done',
      'done',
      'done',
      undefined,
      'done',
      'partly',
    ])
    expect(trainedShare(planned, days, span)).toBeCloseTo(6 / 8, 9)
  })
  test('fewer than seven such days say nothing', () => {
    expect(trainedShare(planned, logged(['done', 'done', 'done']), span)).toBeUndefined()
  })
})
