import fc from 'fast-check'
import {
  applyHomography,
  closedCurve,
  distance,
  homographyFrom,
  insideOf,
  isInside,
  polygonArea,
  simplify,
  turn,
} from './index'

const coordinate = fc.double({ min: -500, max: 500, noNaN: true })
const point = fc.record({ x: coordinate, y: coordinate })
const sheet = [
  { x: 0, y: 0 },
  { x: 210, y: 0 },
  { x: 210, y: 297 },
  { x: 0, y: 297 },
]
const wobble = fc.double({ min: -30, max: 30, noNaN: true })
const slanted = fc
  .tuple(...Array.from({ length: 8 }, () => wobble))
  .map((w) => sheet.map((p, i) => ({ x: 3 * p.x + w[2 * i]!, y: 3 * p.y + w[2 * i + 1]! })))

test('a slanted sheet maps onto itself and back', () => {
  fc.assert(
    fc.property(
      slanted,
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (corners, u, v) => {
        const there = homographyFrom(sheet, corners)
        const back = homographyFrom(corners, sheet)
        sheet.forEach((p, i) => expect(distance(applyHomography(there, p), corners[i]!)).toBeLessThan(1e-6))
        const p = { x: 210 * u, y: 297 * v }
        expect(distance(applyHomography(back, applyHomography(there, p)), p)).toBeLessThan(1e-5)
      },
    ),
  )
})

test('corners on a line or crossed make no sheet', () => {
  const line = [
    { x: 0, y: 0 },
    { x: 1, y: 1 },
    { x: 2, y: 2 },
    { x: 0, y: 9 },
  ]
  const crossed = [sheet[0]!, sheet[2]!, sheet[1]!, sheet[3]!]
  expect(() => homographyFrom(line, sheet)).toThrow('badCorners')
  expect(() => homographyFrom(sheet, crossed)).toThrow('badCorners')
})

test('turning changes no distance', () => {
  fc.assert(
    fc.property(point, point, fc.double({ min: -7, max: 7, noNaN: true }), (a, b, angle) => {
      expect(distance(turn(a, angle), turn(b, angle))).toBeCloseTo(distance(a, b), 6)
    }),
  )
})

test('areas by hand, whichever way round', () => {
  expect(Math.abs(polygonArea(sheet))).toBe(210 * 297)
  expect(Math.abs(polygonArea([...sheet].reverse()))).toBe(210 * 297)
  expect(isInside({ x: 100, y: 100 }, sheet)).toBe(true)
  expect(isInside({ x: 300, y: 100 }, sheet)).toBe(false)
})

test('many points asked of one polygon are answered as each by itself, on its corners and level with them too', () => {
  const polygons = fc.array(point, { minLength: 1, maxLength: 30 })
  fc.assert(
    fc.property(polygons, fc.array(point, { minLength: 1, maxLength: 20 }), (polygon, points) => {
      const isIn = insideOf(polygon)
      const level = points.flatMap(({ x }) => polygon.map(({ y }) => ({ x, y })))
      for (const p of [...points, ...polygon, ...level]) expect(isIn(p)).toBe(isInside(p, polygon))
    }),
  )
})

test('a smooth curve passes through its knots', () => {
  const knots = [
    { x: 0, y: 0 },
    { x: 40, y: 5 },
    { x: 50, y: 60 },
    { x: -5, y: 40 },
  ]
  const curve = closedCurve(knots, 12)
  for (const knot of knots) expect(Math.min(...curve.map((p) => distance(p, knot)))).toBeLessThan(1e-9)
})

test('a thinned line stays within its tolerance and keeps its ends', () => {
  fc.assert(
    fc.property(
      fc.array(point, { minLength: 2, maxLength: 40 }),
      fc.double({ min: 0.1, max: 20, noNaN: true }),
      (points, tolerance) => {
        const thin = simplify(points, tolerance)
        expect(thin[0]).toEqual(points[0])
        expect(thin[thin.length - 1]).toEqual(points[points.length - 1])
        expect(thin.length).toBeLessThanOrEqual(points.length)
      },
    ),
  )
})
