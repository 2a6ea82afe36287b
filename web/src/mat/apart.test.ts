import fc from 'fast-check'
import { apart } from './apart'

const labels = fc.array(
  fc.record({
    x: fc.double({ min: -60, max: 60, noNaN: true }),
    width: fc.double({ min: 2, max: 30, noNaN: true }),
  }),
  { maxLength: 8 },
)

test('labels never lie on each other and keep their order; those with room stay where they are', () => {
  fc.assert(
    fc.property(labels, fc.double({ min: 0, max: 6, noNaN: true }), (given, between) => {
      const xs = apart(given, between)
      const order = given.map((_, i) => i).sort((a, b) => given[a]!.x - given[b]!.x)
      order.slice(1).forEach((i, k) => {
        const before = order[k]!
        const free = xs[i]! - given[i]!.width / 2 - (xs[before]! + given[before]!.width / 2)
        expect(free).toBeGreaterThanOrEqual(between - 1e-9)
      })
    }),
  )
  expect(
    apart(
      [
        { x: 0, width: 4 },
        { x: 10, width: 4 },
      ],
      2,
    ),
  ).toEqual([0, 10])
  // two that touch share the push
  expect(
    apart(
      [
        { x: 0, width: 4 },
        { x: 2, width: 4 },
      ],
      2,
    ),
  ).toEqual([-2, 4])
})
