import fc from 'fast-check'
import { nearestTime } from './nearestTime'
import { wishesOf } from './wishesOf'

test('a landmark that was put back stands in the way of nothing that is found', () => {
  const m1 = { x: 30, y: 180 }
  const base = { points: 'heads' as const, depth: undefined }
  expect(wishesOf({ ...base, landmarks: { left: { m1, m5: undefined } } } as never).landmarks).toEqual({
    left: { m1 },
  })
  // a side of which nothing is left by hand is not named at all
  expect(
    wishesOf({ ...base, landmarks: { left: { m1: undefined }, right: { m1 } } } as never).landmarks,
  ).toEqual({
    right: { m1 },
  })
  expect(wishesOf({ ...base, landmarks: undefined }).landmarks).toEqual({})
})

test('the frame that is shown lies nearest to the moment asked for', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 1, maxLength: 30 }),
      fc.double({ min: -5, max: 70, noNaN: true }),
      (given, atS) => {
        const times = [...given].sort((a, b) => a - b)
        const off = (i: number) => Math.abs(times[i]! - atS)
        const found = nearestTime(times, atS)
        expect(times.every((_, i) => off(i) >= off(found))).toBe(true)
      },
    ),
  )
  expect(nearestTime([], 3)).toBe(0)
})
