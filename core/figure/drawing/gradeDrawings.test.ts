import fc from 'fast-check'
import { archMapPlace, gradeAxis, gradeGuide, guideFigures } from './index'

const number = fc.double({ min: -40, max: 60, noNaN: true })
const mark = (value: number, error = 1.5) => ({ value, error, trials: 1 })

test('on a strip the target lies right of every value that is further from it on the side of the deformity', () => {
  fc.assert(
    fc.property(number, number, fc.constantFrom(1 as const, -1 as const), (rest, target, direction) => {
      const { x } = gradeAxis({ target, tolerance: 2, direction, marks: { rest: mark(rest) } }, [10, 200])
      const worse = direction * (rest - target) > 1e-6
      if (worse) expect(x(rest)).toBeLessThan(x(target))
      for (const value of [rest - 1.5, rest + 1.5, target]) {
        expect(x(value)).toBeGreaterThanOrEqual(10 - 1e-9)
        expect(x(value)).toBeLessThanOrEqual(200 + 1e-9)
      }
    }),
  )
})

test('mirrored numbers give the same strip', () => {
  const up = gradeAxis({ target: 4, tolerance: 2, direction: 1, marks: { rest: mark(14) } }, [0, 100])
  const down = gradeAxis({ target: -4, tolerance: 2, direction: -1, marks: { rest: mark(-14) } }, [0, 100])
  for (const value of [14, 9, 4, 2]) expect(down.x(-value)).toBeCloseTo(up.x(value), 9)
  expect(up.perUnit).toBe(down.perUnit)
})

test('the arch map: limits of the classes at thirds, never backwards, ends at its edge', () => {
  expect([-9, -1, 0, 1, 9].map(archMapPlace)).toEqual([
    0,
    expect.closeTo(1 / 3, 9),
    0.5,
    expect.closeTo(2 / 3, 9),
    1,
  ])
  fc.assert(
    fc.property(number, number, (a, b) => {
      if (a < b) expect(archMapPlace(a)).toBeLessThanOrEqual(archMapPlace(b))
    }),
  )
})

test.each(guideFigures)('%s: hands and a foot, in the frame and with words', (id) => {
  const { title, strokes } = gradeGuide(id)
  expect(title.length).toBeGreaterThan(20)
  expect(strokes.filter((s) => s.role === 'hand').length).toBeGreaterThanOrEqual(3)
  expect(strokes.some((s) => s.role === 'move')).toBe(true)
  for (const { points } of strokes)
    for (const p of points) {
      expect(Number.isFinite(p.x + p.y)).toBe(true)
      expect(p.x).toBeGreaterThan(-10)
      expect(p.x).toBeLessThan(210)
    }
})
