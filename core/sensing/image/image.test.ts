import fc from 'fast-check'
import { distance } from '../../groundwork/geometry'
import { chanceFrom } from '../../madeUp/synthetic'
import {
  closeMask,
  countPixels,
  dilate,
  emptyMask,
  erode,
  fillHoles,
  histogramOf,
  labelRuns,
  luminance,
  maskPixel,
  openMask,
  otsu,
  setRun,
  sheetCorners,
  thresholdMask,
  type BitMask,
  type GreyImage,
} from './index'

function randomMask(seed: number, widthPx: number, heightPx: number, share: number): BitMask {
  const chance = chanceFrom(seed)
  const mask = emptyMask(widthPx, heightPx)
  for (let y = 0; y < heightPx; y++)
    for (let x = 0; x < widthPx; x++) if (chance.unit() < share) setRun(mask, y, x, x + 1)
  return mask
}
const sizes = {
  seed: fc.integer({ min: 1, max: 9999 }),
  w: fc.integer({ min: 1, max: 75 }),
  h: fc.integer({ min: 1, max: 40 }),
  share: fc.double({ min: 0, max: 1, noNaN: true }),
}
const masks = fc.record(sizes).map(({ seed, w, h, share }) => randomMask(seed, w, h, share))
const pixels = (mask: BitMask) =>
  Array.from({ length: mask.heightPx }, (_, y) =>
    Array.from({ length: mask.widthPx }, (__, x) => maskPixel(mask, x, y)),
  )

/** The plain way: look at each pixel of the square round it. */
function slowDilate(mask: BitMask, r: number): boolean[][] {
  return pixels(mask).map((row, y) =>
    row.map((_, x) => {
      for (let dy = -r; dy <= r; dy++)
        for (let dx = -r; dx <= r; dx++) {
          const [px, py] = [x + dx, y + dy]
          if (px >= 0 && py >= 0 && px < mask.widthPx && py < mask.heightPx && maskPixel(mask, px, py))
            return true
        }
      return false
    }),
  )
}

test('growing by words does what growing pixel by pixel does', () => {
  fc.assert(
    fc.property(masks, fc.integer({ min: 1, max: 3 }), (mask, r) =>
      expect(pixels(dilate(mask, r))).toEqual(slowDilate(mask, r)),
    ),
    { numRuns: 60 },
  )
})

test('opening only takes away, closing only adds, and twice is once', () => {
  fc.assert(
    fc.property(masks, (mask) => {
      expect(countPixels(openMask(mask, 1))).toBeLessThanOrEqual(countPixels(mask))
      expect(countPixels(closeMask(mask, 1))).toBeGreaterThanOrEqual(countPixels(mask))
      expect(pixels(openMask(openMask(mask, 1), 1))).toEqual(pixels(openMask(mask, 1)))
      expect(countPixels(erode(mask, 1))).toBeLessThanOrEqual(countPixels(mask))
    }),
    { numRuns: 60 },
  )
})

/** The plain way: paint each patch from one of its pixels. */
function slowAreas(mask: BitMask): number[] {
  const left = pixels(mask)
  const areas: number[] = []
  left.forEach((row, y0) =>
    row.forEach((_, x0) => {
      if (!left[y0]![x0]) return
      const open = [[x0, y0]]
      left[y0]![x0] = false
      let area = 0
      for (let next = open.pop(); next; next = open.pop()) {
        area++
        for (let dy = -1; dy <= 1; dy++)
          for (let dx = -1; dx <= 1; dx++) {
            const [x, y] = [next[0]! + dx, next[1]! + dy]
            if (left[y]?.[x]) {
              left[y][x] = false
              open.push([x, y])
            }
          }
      }
      areas.push(area)
    }),
  )
  return areas.sort((a, b) => a - b)
}

test('components joined by runs are those painted pixel by pixel', () => {
  fc.assert(
    fc.property(masks, (mask) =>
      expect(
        labelRuns(mask, 8)
          .components.map((c) => c.areaPx)
          .sort((a, b) => a - b),
      ).toEqual(slowAreas(mask)),
    ),
    { numRuns: 60 },
  )
})

test('a small hole is filled, a large one and a bay are not', () => {
  const mask = emptyMask(60, 40)
  for (let y = 5; y < 35; y++) setRun(mask, y, 5, 55)
  const whole = countPixels(mask)
  const holed = emptyMask(60, 40)
  for (let y = 5; y < 35; y++) {
    const cut =
      y >= 10 && y < 12
        ? [
            [5, 10],
            [12, 55],
          ]
        : y >= 18 && y < 30
          ? [
              [5, 20],
              [40, 55],
            ]
          : [[5, 55]]
    for (const [from, to] of cut) setRun(holed, y, from!, to!)
  }
  expect(whole - countPixels(fillHoles(holed, 10))).toBe(12 * 20)
})

test('Otsu parts two clear classes between them, and one value not at all', () => {
  const histogram = new Uint32Array(256)
  histogram[40] = 300
  histogram[200] = 700
  expect(otsu(histogram)).toMatchObject({ darkMean: 40, lightMean: 200, darkShare: 0.3, separability: 1 })
  const flat = new Uint32Array(256)
  flat[90] = 1000
  expect(otsu(flat).separability).toBe(0)
})

test('a histogram counts every pixel once', () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 1, maxLength: 500 }), (data) => {
      const grey: GreyImage = { widthPx: data.length, heightPx: 1, data }
      const histogram = histogramOf(grey)
      expect(histogram.reduce((a, b) => a + b, 0)).toBe(data.length)
      expect(histogram[data[0]!]).toBe([...data].filter((v) => v === data[0]).length)
    }),
  )
})

test('luminance of grey in three channels is the grey itself, shrunk by its mean', () => {
  const data = Uint8Array.from([10, 10, 10, 30, 30, 30, 50, 50, 50, 70, 70, 70])
  expect([...luminance({ widthPx: 2, heightPx: 2, channels: 3, data }, 1).data]).toEqual([10, 30, 50, 70])
  expect([...luminance({ widthPx: 2, heightPx: 2, channels: 3, data }, 2).data]).toEqual([40])
})

describe('the sheet on the floor', () => {
  const floor = (draw: (x: number, y: number) => boolean) => {
    const [widthPx, heightPx] = [300, 400]
    const data = new Uint8Array(widthPx * heightPx)
    for (let y = 0; y < heightPx; y++)
      for (let x = 0; x < widthPx; x++) data[y * widthPx + x] = draw(x, y) ? 230 : 40
    return { widthPx, heightPx, channels: 1 as const, data }
  }
  test('its corners are found, clockwise from the top left', () => {
    const corners = sheetCorners(floor((x, y) => x >= 50 && x < 250 && y >= 60 && y < 340))!
    const truth = [
      { x: 50, y: 60 },
      { x: 250, y: 60 },
      { x: 250, y: 340 },
      { x: 50, y: 340 },
    ]
    // a border without any blur may lie anywhere within its pixel
    corners.forEach((corner, i) => expect(distance(corner, truth[i]!)).toBeLessThan(0.8))
  })
  test('a scan of the sheet alone has its own corners', () => {
    expect(sheetCorners(floor((x, y) => !(x > 100 && x < 150 && y > 100 && y < 300)))?.[2]).toEqual({
      x: 300,
      y: 400,
    })
  })
  test('no sheet, no corners', () => expect(sheetCorners(floor((x, y) => x < 30 && y < 30))).toBeUndefined())
})

test('a threshold takes the dark or the light side', () => {
  const grey: GreyImage = { widthPx: 3, heightPx: 1, data: Uint8Array.from([10, 100, 200]) }
  expect(pixels(thresholdMask(grey, 100, true))[0]).toEqual([true, true, false])
  expect(pixels(thresholdMask(grey, 100, false))[0]).toEqual([false, false, true])
})
