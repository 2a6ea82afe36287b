import fc from 'fast-check'
import {
  maskBounds,
  countPixels,
  emptyMask,
  maskPixel,
  paintStrokes,
  sharpness,
  shrunk,
  type RasterImage,
  type Stroke,
} from './index'

const at = (x: number, y: number) => ({ x, y })
const dab = (mode: Stroke['mode'], x: number, y: number, radiusPx: number): Stroke => ({
  mode,
  radiusPx,
  points: [at(x, y)],
})

test('a dab is a disc of its size, cut at the border', () => {
  const mask = paintStrokes(emptyMask(80, 60), [dab('add', 40, 30, 10)], 1)
  expect(Math.abs(countPixels(mask) - Math.PI * 100)).toBeLessThan(12)
  expect(maskBounds(mask)).toEqual({ minX: 30, minY: 20, maxX: 49, maxY: 39 })
  const half = paintStrokes(emptyMask(80, 60), [dab('add', 0, 30, 10)], 1)
  expect(Math.abs(countPixels(half) - Math.PI * 50)).toBeLessThan(12)
})

test('a stroke leaves no gaps, however far apart its points are', () => {
  const mask = paintStrokes(
    emptyMask(200, 40),
    [{ mode: 'add', radiusPx: 4, points: [at(10, 20), at(190, 20)] }],
    1,
  )
  for (let x = 10; x < 190; x++) expect(maskPixel(mask, x, 20)).toBe(true)
})

test('later strokes win, the mask given stays as it was, and each pixel is told by the last stroke over it', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.boolean(),
          fc.integer({ min: -5, max: 69 }),
          fc.integer({ min: -5, max: 44 }),
          fc.integer({ min: 1, max: 12 }),
        ),
        { maxLength: 8 },
      ),
      (dabs) => {
        const before = paintStrokes(emptyMask(64, 40), [dab('add', 20, 20, 9)], 1)
        const kept = before.words.slice()
        const strokes = dabs.map(([isAdd, x, y, r]) => dab(isAdd ? 'add' : 'erase', x, y, r))
        const after = paintStrokes(before, strokes, 1)
        expect(before.words).toEqual(kept)
        for (let y = 0; y < 40; y += 3)
          for (let x = 0; x < 64; x += 3) {
            const last = strokes.findLast(
              (s) => Math.hypot(x + 0.5 - s.points[0]!.x, y + 0.5 - s.points[0]!.y) <= s.radiusPx,
            )
            expect(maskPixel(after, x, y)).toBe(last ? last.mode === 'add' : maskPixel(before, x, y))
          }
      },
    ),
    { numRuns: 40 },
  )
})

test('strokes are in picture pixels: on a smaller mask they are as much smaller', () => {
  const whole = countPixels(paintStrokes(emptyMask(120, 120), [dab('add', 60, 60, 30)], 1))
  const third = countPixels(paintStrokes(emptyMask(40, 40), [dab('add', 60, 60, 30)], 3))
  expect(Math.abs(third * 9 - whole)).toBeLessThan(whole * 0.06)
})

const grey = (widthPx: number, heightPx: number, valueAt: (x: number, y: number) => number): RasterImage => {
  const data = new Uint8ClampedArray(widthPx * heightPx)
  for (let y = 0; y < heightPx; y++) for (let x = 0; x < widthPx; x++) data[y * widthPx + x] = valueAt(x, y)
  return { widthPx, heightPx, channels: 1, data }
}

describe('sharpness', () => {
  const ramp = (widthOfEdge: number) =>
    grey(200, 120, (x) => 40 + 180 * Math.min(1, Math.max(0, (x - 100) / widthOfEdge + 0.5)))
  test('falls as an edge grows wider', () => {
    const values = [1, 3, 6, 10].map((w) => sharpness(ramp(w))!)
    expect(values).toEqual([...values].sort((a, b) => b - a))
    expect(values[0]).toBeGreaterThan(0.4)
    expect(values[3]).toBeLessThan(0.15)
  })
  test('says nothing of a picture without any edge', () => {
    expect(sharpness(grey(200, 120, () => 180))).toBeUndefined()
    expect(sharpness(grey(4, 4, (x) => x * 60))).toBeUndefined()
  })
})

test('a smaller level keeps the mean, in every channel, and cuts what does not fill a pixel', () => {
  const image: RasterImage = {
    widthPx: 5,
    heightPx: 4,
    channels: 3,
    data: Uint8ClampedArray.from({ length: 60 }, (_, i) => (i * 7) % 250),
  }
  const small = shrunk(image, 2)
  expect([small.widthPx, small.heightPx, small.channels]).toEqual([2, 2, 3])
  const mean = (c: number) =>
    [0, 1].flatMap((y) => [0, 1].map((x) => image.data[(y * 5 + x) * 3 + c]!)).reduce((a, b) => a + b, 0) / 4
  for (const c of [0, 1, 2]) expect(Math.abs(small.data[c]! - mean(c))).toBeLessThanOrEqual(0.5)
  expect(shrunk(image, 1)).toBe(image)
})
