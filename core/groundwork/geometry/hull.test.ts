import fc from 'fast-check'
import {
  convexHull,
  crossingOf,
  distance,
  distanceToLine,
  fitLine,
  openCurve,
  polygonArea,
  type Point,
} from './index'

const point = fc.record({
  x: fc.integer({ min: -200, max: 200 }),
  y: fc.integer({ min: -200, max: 200 }),
})
const far = (points: readonly Point[]) => points.map((p) => ({ x: p.x + 1000, y: p.y - 700 }))

test('a hull holds all points, turns one way, and its own hull is itself', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 5, maxLength: 60 }), (points) => {
      const hull = convexHull(points)
      fc.pre(hull.length > 2)
      hull.forEach((a, i) => {
        const b = hull[(i + 1) % hull.length]!
        for (const p of points) {
          const side = (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)
          expect(side).toBeGreaterThanOrEqual(0)
        }
      })
      expect(convexHull(hull)).toHaveLength(hull.length)
      expect(Math.abs(polygonArea(convexHull(far(points))))).toBeCloseTo(Math.abs(polygonArea(hull)), 6)
    }),
  )
})
test('a square with points inside is the square; two points are themselves', () => {
  const square = [
    { x: 0, y: 0 },
    { x: 9, y: 0 },
    { x: 9, y: 9 },
    { x: 0, y: 9 },
  ]
  expect(convexHull([...square, { x: 4, y: 5 }, { x: 1, y: 1 }])).toEqual(square)
  expect(convexHull(square.slice(0, 2))).toEqual(square.slice(0, 2))
})

test('two lines cross in one point that lies on both; alike ones do not', () => {
  const a = { at: { x: 0, y: 0 }, direction: { x: 1, y: 1 } }
  expect(crossingOf(a, { at: { x: 0, y: 4 }, direction: { x: 1, y: -1 } })).toEqual({ x: 2, y: 2 })
  expect(crossingOf(a, { at: { x: 0, y: 4 }, direction: { x: 3, y: 3 } })).toBeUndefined()
})

test('a line is found through its own points in any direction, an upright one too', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: Math.PI, noNaN: true }), point, (angle, at) => {
      const points = [-3, -1, 0, 2, 5].map((t) => ({
        x: at.x + t * 10 * Math.cos(angle),
        y: at.y + t * 10 * Math.sin(angle),
      }))
      const line = fitLine(points)
      expect(line.rms).toBeLessThan(1e-6)
      expect(Math.abs(line.direction.x * Math.sin(angle) - line.direction.y * Math.cos(angle))).toBeLessThan(
        1e-6,
      )
    }),
  )
})
test('points off the line by one each way are one off on the mean of squares', () => {
  const points = [0, 1, 2, 3, 4, 5].map((x) => ({ x: x * 10, y: x % 2 === 0 ? 1 : -1 }))
  expect(fitLine(points).rms).toBeGreaterThan(0.9)
  expect(fitLine(points).rms).toBeLessThanOrEqual(1)
})

test('the distance to a line counts its ends, and a closed one closes', () => {
  const corner = [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
  ]
  expect(distanceToLine({ x: 5, y: 3 }, corner, false)).toBeCloseTo(3, 9)
  expect(distanceToLine({ x: -3, y: -4 }, corner, false)).toBeCloseTo(5, 9)
  expect(distanceToLine({ x: 4, y: 6 }, corner, false)).toBeCloseTo(6, 9)
  expect(distanceToLine({ x: 4, y: 6 }, corner, true)).toBeCloseTo(Math.SQRT2, 9)
})

test('an open curve begins and ends at its ends and passes through its knots', () => {
  const knots = [
    { x: 0, y: 0 },
    { x: 10, y: 8 },
    { x: 20, y: -3 },
    { x: 35, y: 1 },
  ]
  const curve = openCurve(knots, 7)
  expect(curve).toHaveLength(3 * 7 + 1)
  expect(curve[0]).toEqual(knots[0])
  expect(curve[curve.length - 1]).toEqual(knots[3])
  for (const knot of knots) expect(Math.min(...curve.map((p) => distance(p, knot)))).toBeLessThan(1e-6)
  expect(openCurve(knots.slice(0, 2), 7)).toEqual(knots.slice(0, 2))
})
