import fc from 'fast-check'
import { copyDay, paintWeek, surfaces, surfaceSums, weekKinds, weekSums, type WeekBlock } from './index'

const stretch = fc
  .tuple(fc.integer({ min: 0, max: 6 }), fc.integer({ min: 0, max: 47 }), fc.integer({ min: 1, max: 12 }))
  .map(([day, from, length]) => ({ day, from, to: Math.min(48, from + length) }))
const brush = fc.option(
  fc.record({ kind: fc.constantFrom(...weekKinds), surface: fc.constantFrom(...surfaces) }),
  {
    nil: undefined,
  },
)
type Stroke = [{ day: number; from: number; to: number }, Pick<WeekBlock, 'kind' | 'surface'> | undefined]
const paintAll = (strokes: Stroke[]) =>
  strokes.reduce<WeekBlock[]>((week, [at, with_]) => paintWeek(week, at, with_), [])

test('painting is the same as colouring half hours one by one, and leaves no overlaps', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(stretch, brush), { maxLength: 25 }), (strokes) => {
      const slow = new Map<string, string>()
      for (const [at, with_] of strokes)
        for (let half = at.from; half < at.to; half++)
          if (with_) slow.set(`${at.day}.${half}`, `${with_.kind}.${with_.surface}`)
          else slow.delete(`${at.day}.${half}`)
      const week = paintAll(strokes)
      const fast = new Map<string, string>()
      for (const b of week)
        for (let half = b.from; half < b.to; half++) {
          expect(fast.has(`${b.day}.${half}`)).toBe(false)
          fast.set(`${b.day}.${half}`, `${b.kind}.${b.surface}`)
        }
      expect([...fast].sort()).toEqual([...slow].sort())
      const total = (sums: Record<string, number>) => Object.values(sums).reduce((a, b) => a + b, 0)
      expect(total(weekSums(week))).toBeCloseTo(slow.size / 2, 9)
      expect(total(surfaceSums(week))).toBeCloseTo(slow.size / 2, 9)
    }),
  )
})
test('neighbours of one kind are joined, so a week stays short', () => {
  const on = { kind: 'standing', surface: 'hard' } as const
  const week = paintWeek(paintWeek([], { day: 3, from: 16, to: 20 }, on), { day: 3, from: 20, to: 22 }, on)
  expect(week).toEqual([{ day: 3, from: 16, to: 22, ...on }])
})

test('a copied day takes the place of what lay there, and other days stay', () => {
  const on = { kind: 'standing', surface: 'hard' } as const
  const walk = { kind: 'walking', surface: 'soft' } as const
  const week = [
    { day: 0, from: 16, to: 24, ...on },
    { day: 1, from: 20, to: 30, ...walk },
    { day: 6, from: 20, to: 22, ...walk },
  ]
  expect(copyDay(week, 0, [1, 2])).toEqual([
    { day: 0, from: 16, to: 24, ...on },
    { day: 1, from: 16, to: 24, ...on },
    { day: 2, from: 16, to: 24, ...on },
    { day: 6, from: 20, to: 22, ...walk },
  ])
  expect(copyDay(week, 3, [0])).toEqual(week.slice(1))
})
