import fc from 'fast-check'
import { applyHomography, homographyFrom } from '../../groundwork/geometry'
import { neutralFoot } from '../../figure/footShape'
import { printPicture } from '../../madeUp/synthetic'
import {
  flattenLight,
  flattenSheet,
  histogramOf,
  otsu,
  printIsDark,
  saturation,
  sheetSizesMm,
  type GreyImage,
} from './index'

const size = { widthPx: 160, heightPx: 240 }
/** Paper under slanting light with a darker or lighter block in the middle. */
function lit(slant: number, block: number): GreyImage {
  const data = new Uint8Array(size.widthPx * size.heightPx)
  for (let y = 0; y < size.heightPx; y++)
    for (let x = 0; x < size.widthPx; x++) {
      const light = 150 + slant * (x / size.widthPx - 0.5)
      const inside = x > 50 && x < 110 && y > 60 && y < 190
      data[y * size.widthPx + x] = Math.round(inside ? light * block : light)
    }
  return { ...size, data }
}

test('the light is evened out: one threshold then parts print from paper', () => {
  fc.assert(
    fc.property(fc.double({ min: -90, max: 90, noNaN: true }), (slant) => {
      const even = flattenLight(lit(slant, 0.55), true)
      const paper = [5, 80, 150].map((x) => even.data[20 * size.widthPx + x]!)
      expect(Math.max(...paper) - Math.min(...paper)).toBeLessThan(14)
      expect(otsu(histogramOf(even)).separability).toBeGreaterThan(0.9)
    }),
    { numRuns: 30 },
  )
})

test('dark ink is told from a light print, even where one side of the sheet lies in shade', () => {
  for (const slant of [-90, -30, 0, 30, 90]) {
    expect(printIsDark(lit(slant, 0.5))).toBe(true)
    expect(printIsDark(lit(slant, 1.45))).toBe(false)
  }
})

test('grey has no saturation, colour has', () => {
  const pixel = (r: number, g: number, b: number) =>
    saturation({ widthPx: 1, heightPx: 1, channels: 3, data: Uint8Array.from([r, g, b]) }, 1).data[0]
  expect(pixel(90, 90, 90)).toBe(0)
  expect(pixel(200, 0, 0)).toBe(255)
  expect(pixel(200, 100, 100)!).toBeGreaterThan(100)
})

test('a slanted sheet is laid flat: what was drawn on it comes back where it was', () => {
  const sheet = sheetSizesMm.a4
  const mmPerPx = 0.5
  const flat = { widthPx: 420, heightPx: 594 }
  const corners = [
    { x: 40, y: 30 },
    { x: 470, y: 60 },
    { x: 440, y: 660 },
    { x: 20, y: 620 },
  ]
  const toSheet = homographyFrom(corners, [
    { x: 0, y: 0 },
    { x: flat.widthPx, y: 0 },
    { x: flat.widthPx, y: flat.heightPx },
    { x: 0, y: flat.heightPx },
  ])
  const picture = { widthPx: 520, heightPx: 700, channels: 1 as const, data: new Uint8Array(520 * 700) }
  for (let y = 0; y < 700; y++)
    for (let x = 0; x < 520; x++) {
      const p = applyHomography(toSheet, { x, y })
      picture.data[y * 520 + x] = p.x > 100 && p.x < 200 && p.y > 200 && p.y < 400 ? 30 : 220
    }
  const { data, widthPx, heightPx } = flattenSheet(picture, corners, sheet, mmPerPx)
  expect([widthPx, heightPx]).toEqual([flat.widthPx, flat.heightPx])
  const dark = [...data].filter((v) => v < 120).length
  expect(Math.abs(dark - 100 * 200)).toBeLessThan(100 * 200 * 0.03)
  expect(data[300 * widthPx + 150]).toBeLessThan(60)
  expect(data[300 * widthPx + 250]).toBeGreaterThan(190)
})

test('a made-up print darkens less than half of its sheet', () => {
  const { image } = printPicture({ ...neutralFoot, side: 'left' }, { seed: 2, mmPerPx: 0.6 })
  const { darkShare } = otsu(
    histogramOf({ widthPx: image.widthPx, heightPx: image.heightPx, data: Uint8Array.from(image.data) }),
  )
  expect(darkShare).toBeGreaterThan(0.15)
  expect(darkShare).toBeLessThan(0.5)
})
