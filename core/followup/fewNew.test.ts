import fc from 'fast-check'
import { dayAfter } from '../groundwork/calendar'
import type { AdjustableDay } from './adjust'
import { fewNewAtATime } from './fewNew'

const from = '2026-03-30'
const dayOf = (offset: number, parts: string[][]): AdjustableDay => ({
  date: dayAfter(from, offset),
  wish: 'free',
  trainMin: 12,
  parts,
  spacersMin: 0,
  shoesMin: 0,
  shoesMostMin: 0,
  checks: [],
})
const weeksOf = (drills: readonly string[], weeks: number) =>
  Array.from({ length: weeks }, (_, w) => ({
    week: w + 1,
    stage: 'build',
    days: Array.from({ length: 7 }, (_, d) => dayOf(7 * w + d, [[...drills]])),
  }))

test('six drills nobody did lately come three a week, those that were done go on at once', () => {
  const before = [dayOf(-3, [['dome'], ['heelWalk']])]
  const after = weeksOf(['dome', 'a', 'b', 'c', 'd', 'e', 'f'], 3)
  const days = fewNewAtATime(before, after, { from, most: 3 }).flatMap((week) => week.days)
  expect(days[0]).toMatchObject({ parts: [['dome', 'a', 'b', 'c']], trainMin: 6.9 })
  expect(days[6]!.parts).toEqual([['dome', 'a', 'b', 'c']])
  expect(days[7]!.parts[0]).toHaveLength(7)
})

test('what was done more than four weeks ago is new again; what lies behind stays as it was', () => {
  const before = [dayOf(-29, [['a', 'b', 'c', 'd']])]
  const after = [
    { week: 1, stage: 'wake', days: [dayOf(-1, [['x', 'y', 'z', 'w']]), dayOf(0, [['a', 'b', 'c', 'd']])] },
  ]
  const [past, first] = fewNewAtATime(before, after, { from, most: 3 })[0]!.days
  expect(past!.parts).toEqual([['x', 'y', 'z', 'w']])
  expect(first!.parts).toEqual([['a', 'b', 'c']])
})

const anyPart = fc.subarray([...'abcdefghij'], { minLength: 1 })
test('in no seven days from there do more begin, and nothing is done that was not planned', () => {
  fc.assert(
    fc.property(fc.array(anyPart, { minLength: 7, maxLength: 28 }), anyPart, (parts, done) => {
      const before = [dayOf(-2, [done])]
      const planned = parts.map((part, i) => dayOf(i, [part]))
      const [week] = fewNewAtATime(before, [{ week: 1, stage: 'wake', days: planned }], { from, most: 3 })
      const known = new Set(done)
      for (let w = 0; w < parts.length; w += 7) {
        const seen = new Set(week!.days.slice(w, w + 7).flatMap((day) => day.parts.flat()))
        const fresh = [...seen].filter((id) => !known.has(id))
        expect(fresh.length).toBeLessThanOrEqual(3)
        for (const id of fresh) known.add(id)
      }
      week!.days.forEach((day, i) =>
        expect(day.parts.flat().every((id) => parts[i]!.includes(id))).toBe(true),
      )
    }),
  )
})
