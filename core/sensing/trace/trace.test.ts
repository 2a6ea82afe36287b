import fc from 'fast-check'
import { distance, type Point } from '../../groundwork/geometry'
import type { RasterImage } from '../image'
import { followEdge, gapAcross, snapToDot, snapToEdge, warmthOf } from './index'

const size = 120
const skin = [200, 150, 120] as const
const paper = [240, 240, 238] as const
const shadow = [180, 180, 178] as const

/** A picture painted by a rule, with soft borders: each pixel the mean of nine places within it. */
function painted(colourAt: (p: Point) => readonly [number, number, number]): RasterImage {
  const data = new Uint8ClampedArray(size * size * 3)
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++)
      for (let c = 0; c < 3; c++) {
        let sum = 0
        for (const dy of [1 / 6, 0.5, 5 / 6])
          for (const dx of [1 / 6, 0.5, 5 / 6]) sum += colourAt({ x: x + dx, y: y + dy })[c]!
        data[(y * size + x) * 3 + c] = sum / 9
      }
  return { widthPx: size, heightPx: size, channels: 3, data }
}
const centre = { x: 60, y: 60 }
const disc = painted((p) =>
  distance(p, centre) < 35 ? skin : distance(p, { x: 63, y: 63 }) < 37 ? shadow : paper,
)

test('skin is warm, paper and its shadow are not, whatever the light', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.4, max: 1, noNaN: true }), (light) => {
      const lit = (c: readonly number[]) => c.map((v) => v * light)
      expect(warmthOf(lit(skin), 0)).toBeGreaterThan(warmthOf(lit(paper), 0) + 60)
      expect(Math.abs(warmthOf(lit(shadow), 0) - warmthOf(lit(paper), 0))).toBeLessThan(5)
    }),
  )
})

test('a point near the border of the skin snaps to it, not to the border of the shadow', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      fc.double({ min: 32, max: 38, noNaN: true }),
      (angle, r) => {
        const p = { x: 60 + r * Math.cos(angle), y: 60 + r * Math.sin(angle) }
        expect(Math.abs(distance(snapToEdge(disc, p, 6), centre) - 35)).toBeLessThan(1.2)
      },
    ),
  )
})

test('where nothing stands out a point stays where the hand put it', () => {
  const plain = painted(() => paper)
  expect(snapToEdge(plain, { x: 40.3, y: 51.7 }, 8)).toEqual({ x: 40.3, y: 51.7 })
  expect(snapToDot(plain, { x: 40.3, y: 51.7 }, 8)).toEqual({ x: 40.3, y: 51.7 })
})

test('a pen dot is found by its middle, dark on light skin or light on dark', () => {
  for (const [ink, ground] of [
    [[30, 40, 80], skin],
    [
      [235, 235, 235],
      [90, 60, 45],
    ],
  ] as const) {
    const dotted = painted((p) => (distance(p, { x: 52.4, y: 61.8 }) < 3 ? ink : ground))
    expect(distance(snapToDot(dotted, { x: 55, y: 60 }, 8), { x: 52.4, y: 61.8 })).toBeLessThan(0.5)
  }
})

test('the way along an edge stays on it from end to end', () => {
  const path = followEdge(disc, { x: 25, y: 60 }, { x: 95, y: 60 }, 50)
  expect(path[0]).toEqual({ x: 25, y: 60 })
  expect(path[path.length - 1]).toEqual({ x: 95, y: 60 })
  const off = path.map((p) => Math.abs(distance(p, centre) - 35)).sort((a, b) => a - b)
  expect(off[Math.floor(off.length * 0.95)]).toBeLessThan(1.2)
})

describe('the gap between two toes', () => {
  const toes = (widthPx: number) =>
    painted((p) => (Math.abs(p.x - 60) > widthPx / 2 ? skin : p.x < 60 - widthPx / 2 + 2.5 ? shadow : paper))
  test('is as wide as it is, its shadow included, however roughly the points were placed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 24, noNaN: true }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        (widthPx, dx, dy) => {
          const image = toes(widthPx)
          const { a, b } = gapAcross(
            image,
            { x: 60 - widthPx / 2 + dx, y: 60 + dy },
            { x: 60 + widthPx / 2, y: 60 },
            9,
          )
          expect(Math.abs(distance(a, b) - widthPx)).toBeLessThan(1)
        },
      ),
      { numRuns: 25 },
    )
  })
  test('is nothing where the toes touch', () => {
    const { a, b } = gapAcross(
      painted(() => skin),
      { x: 58, y: 60 },
      { x: 62, y: 60 },
      9,
    )
    expect(distance(a, b)).toBe(0)
  })
})
