import fc from 'fast-check'
import { polygonArea } from '../../groundwork/geometry'
import { footOutline, neutralFoot } from '../footShape'
import { arbitraryFoot } from '../../madeUp/synthetic'
import { drawingToFoot, footToDrawing, shoeProfile, svgPath } from './index'

const seeds = fc.integer({ min: 1, max: 500 })

test('the outline is as long and as wide as the foot it is drawn from', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      const shape = arbitraryFoot(seed)
      const { outlineFootMm: points } = footOutline(shape)
      const ys = points.map((p) => p.y)
      const ball = points
        .filter((p) => p.y > shape.lengthMm * 0.58 && p.y < shape.lengthMm * 0.76)
        .map((p) => p.x)
      expect(Math.abs(Math.max(...ys) - Math.min(...ys) - shape.lengthMm)).toBeLessThan(shape.lengthMm * 0.02)
      expect(Math.abs(Math.max(...ball) - Math.min(...ball) - shape.ballWidthMm)).toBeLessThan(
        shape.ballWidthMm * 0.08,
      )
      expect(Math.abs(polygonArea(points))).toBeGreaterThan(shape.lengthMm * shape.ballWidthMm * 0.5)
    }),
    { numRuns: 40 },
  )
})

test('a big toe that leans more is drawn further to the outside', () => {
  const tipX = (halluxAngleDeg: number) => {
    const toe = footOutline({ ...neutralFoot, side: 'left', halluxAngleDeg }).toesFootMm[0]!
    return toe.reduce((a, b) => (b.y > a.y ? b : a)).x
  }
  expect(tipX(30)).toBeLessThan(tipX(15) - 5)
  expect(tipX(15)).toBeLessThan(tipX(0))
})

test('medial lies towards the other foot: right on a left foot, left on a right one', () => {
  expect(footToDrawing({ x: 10, y: 5 }, 'left')).toEqual({ x: 10, y: -5 })
  expect(footToDrawing({ x: 10, y: 5 }, 'right')).toEqual({ x: -10, y: -5 })
  fc.assert(
    fc.property(
      fc.double({ noNaN: true, min: -99, max: 99 }),
      fc.double({ noNaN: true, min: -9, max: 300 }),
      fc.constantFrom('left' as const, 'right' as const),
      (x, y, side) => {
        const back = drawingToFoot(footToDrawing({ x, y }, side), side)
        expect(back.x).toBeCloseTo(x, 9)
        expect(back.y).toBeCloseTo(y, 9)
      },
    ),
  )
})

test('a shoe stands on the ground with its stack heights to scale', () => {
  const { solePath } = shoeProfile({ lengthMm: 280, stackHeelMm: 30, stackForefootMm: 12 })
  const heelTop = solePath.filter((p) => p.x < 20).map((p) => -p.y)
  expect(Math.max(...heelTop)).toBeCloseTo(30, 6)
  expect(Math.min(...solePath.map((p) => -p.y))).toBe(0)
})

test('a path is closed or left open as asked', () => {
  const points = [
    { x: 0, y: 0 },
    { x: 1.234, y: 2 },
  ]
  expect(svgPath(points)).toBe('M0 0L1.23 2Z')
  expect(svgPath(points, false)).toBe('M0 0L1.23 2')
})
