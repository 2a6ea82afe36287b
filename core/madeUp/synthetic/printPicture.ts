import type { RasterImage } from '../../sensing/image'
import type { Point } from '../../groundwork/geometry'
import { contactShape, type ContactShape } from './contact'
import { noiseField } from './noiseField'
import { paintCurve } from './paintCurve'
import { printTruth, type PrintTruth } from './printTruth'
import type { FootShape } from '../../figure/footShape'
import { chanceFrom, type Chance } from './random'

export type PrintPictureOptions = {
  seed: number
  /** 0.08..0.8 */
  mmPerPx: number
  /** the foot turned on the sheet, degrees, + to the right of the picture */
  turnDeg: number
  marginMm: number
  /** 0 = a perfect stamp, 1 = a usual ink print, 2 = a poor one */
  mess: number
  channels: 1 | 4
}

export const defaultPrintPicture: PrintPictureOptions = {
  seed: 1,
  mmPerPx: 0.3,
  turnDeg: 0,
  marginMm: 22,
  mess: 1,
  channels: 1,
}

export type PrintPicture = { image: RasterImage; truth: PrintTruth; shape: FootShape; contact: ContactShape }

/**
 * Draws the ink print of one made-up foot: paper under uneven light, patchy ink, skin ridges, specks and grain.
 * Toes up; seen from above as on the sheet, so a left foot has its big toe on the right of the picture.
 */
export function printPicture(shape: FootShape, options: Partial<PrintPictureOptions> = {}): PrintPicture {
  const o = { ...defaultPrintPicture, ...options }
  const contact = contactShape(shape)
  const curves = [...contact.body, ...contact.toePads.filter((pad) => pad !== null), ...contact.stems]
  const placed = curves.map((curve) => curve.map((p) => onSheet(p, shape, o.turnDeg)))
  const all = placed.flat()
  const minX = Math.min(...all.map((p) => p.x)) - o.marginMm
  const minY = Math.min(...all.map((p) => p.y)) - o.marginMm
  const widthPx = Math.ceil((Math.max(...all.map((p) => p.x)) + o.marginMm - minX) / o.mmPerPx)
  const heightPx = Math.ceil((Math.max(...all.map((p) => p.y)) + o.marginMm - minY) / o.mmPerPx)
  const chance = chanceFrom(o.seed * 7919 + 13)
  // the place of the sheet under the pixels must not favour whole pixels
  const shift = { x: chance.unit(), y: chance.unit() }
  const coverage = new Float32Array(widthPx * heightPx)
  for (const curve of placed) {
    const px = curve.map((p) => ({
      x: (p.x - minX) / o.mmPerPx + shift.x,
      y: (p.y - minY) / o.mmPerPx + shift.y,
    }))
    paintCurve(coverage, widthPx, heightPx, px)
  }
  const grey = inkAndLight(coverage, widthPx, heightPx, o, chance)
  return {
    image: asImage(grey, widthPx, heightPx, o.channels),
    truth: printTruth(shape, contact),
    shape,
    contact,
  }
}

/** Foot frame → sheet with y downward. */
function onSheet(p: Point, shape: FootShape, turnDeg: number): Point {
  const x = shape.side === 'left' ? p.x : -p.x
  const y = -p.y
  const a = (turnDeg * Math.PI) / 180
  return { x: x * Math.cos(a) - y * Math.sin(a), y: x * Math.sin(a) + y * Math.cos(a) }
}

function inkAndLight(
  coverage: Float32Array,
  widthPx: number,
  heightPx: number,
  o: PrintPictureOptions,
  chance: Chance,
): Uint8ClampedArray {
  const patches = noiseField(chance, (widthPx * o.mmPerPx) / 14, (heightPx * o.mmPerPx) / 14)
  const ridgeDir = chance.between(0, Math.PI)
  const ridgeMm = chance.between(0.45, 0.6)
  const lightX = chance.between(-1, 1) * 0.16 * o.mess
  const lightY = chance.between(-1, 1) * 0.16 * o.mess
  const falloff = chance.between(0, 0.12) * o.mess
  const paper = chance.between(228, 248)
  const inkDark = chance.between(30, 70)
  addSpecks(coverage, widthPx, heightPx, Math.round(26 * o.mess), chance, o.mmPerPx)
  const grey = new Uint8ClampedArray(widthPx * heightPx)
  const grain = 3.5 * o.mess
  for (let row = 0; row < heightPx; row++) {
    const v = row / heightPx - 0.5
    for (let col = 0; col < widthPx; col++) {
      const i = row * widthPx + col
      const u = col / widthPx - 0.5
      let density = 0
      if (coverage[i]! > 0) {
        const patch = patches(col / widthPx, row / heightPx)
        const xMm = col * o.mmPerPx
        const yMm = row * o.mmPerPx
        const along = xMm * Math.cos(ridgeDir + v) + yMm * Math.sin(ridgeDir + v)
        const ridge = 0.5 + 0.5 * Math.cos((2 * Math.PI * along) / ridgeMm)
        density = coverage[i]! * (1 - 0.42 * o.mess * patch) * (1 - 0.3 * o.mess * ridge * (0.4 + patch))
      }
      const light = 1 + lightX * u * 2 + lightY * v * 2 - falloff * (u * u + v * v) * 4
      const noise = o.mess === 0 ? 0 : (chance.unit() + chance.unit() - 1) * grain * 1.7
      grey[i] = (paper + (inkDark - paper) * density) * light + noise
    }
  }
  return grey
}

function addSpecks(
  coverage: Float32Array,
  widthPx: number,
  heightPx: number,
  count: number,
  chance: Chance,
  mmPerPx: number,
): void {
  for (let k = 0; k < count; k++) {
    const cx = chance.between(0, widthPx)
    const cy = chance.between(0, heightPx)
    const r = chance.between(0.15, 0.65) / mmPerPx
    for (let y = Math.max(0, Math.floor(cy - r)); y <= Math.min(heightPx - 1, cy + r); y++)
      for (let x = Math.max(0, Math.floor(cx - r)); x <= Math.min(widthPx - 1, cx + r); x++)
        if (Math.hypot(x - cx, y - cy) <= r)
          coverage[y * widthPx + x] = Math.max(coverage[y * widthPx + x]!, 0.85)
  }
}

function asImage(grey: Uint8ClampedArray, widthPx: number, heightPx: number, channels: 1 | 4): RasterImage {
  if (channels === 1) return { widthPx, heightPx, channels, data: grey }
  const data = new Uint8ClampedArray(grey.length * 4)
  for (let i = 0; i < grey.length; i++) {
    data[i * 4] = grey[i]!
    data[i * 4 + 1] = grey[i]!
    data[i * 4 + 2] = Math.min(255, grey[i]! + 4) // blue-black ink
    data[i * 4 + 3] = 255
  }
  return { widthPx, heightPx, channels, data }
}
