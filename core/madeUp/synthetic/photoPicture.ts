import { applyHomography, type Homography, type Point } from '../../groundwork/geometry'
import type { RasterImage } from '../../sensing/image'
import type { FootScene } from './footScene'
import { noiseField } from './noiseField'
import { paintCurve } from './paintCurve'
import { chanceFrom, type Chance } from './random'

export type PhotoOptions = {
  seed: number
  /** longer side of the picture */
  sizePx: number
  /** greatest slant of the camera against the plane, degrees */
  tiltDeg: number
  /** 0 = even light, 1 = a usual room, 2 = strong shade */
  mess: number
  /** blur of the lens, pixels */
  blurPx: number
  /** left out: a photo that nobody can scale */
  hasSheet: boolean
}
export const defaultPhoto: PhotoOptions = {
  seed: 1,
  sizePx: 1200,
  tiltDeg: 12,
  mess: 1,
  blurPx: 0.6,
  hasSheet: true,
}

/** A photo of a made-up foot with everything that is true of it; points in picture pixels. */
export type FootPhoto = {
  image: RasterImage
  /** plane mm (y up) to picture pixels (y down) */
  toImage: Homography
  cornersImagePx: Point[]
  landmarksImagePx: Record<string, Point>
  outlineImagePx: Point[]
}

type Rgb = readonly [number, number, number]
const skinTones: Rgb[] = [
  [226, 184, 160],
  [208, 160, 132],
  [178, 128, 98],
  [132, 90, 68],
  [96, 64, 50],
]
const grounds: { base: Rgb; grainMm: readonly [number, number] }[] = [
  { base: [142, 108, 74], grainMm: [4, 60] }, // boards
  { base: [104, 108, 110], grainMm: [7, 7] }, // stone
  { base: [88, 74, 66], grainMm: [3, 24] }, // dark wood
  { base: [122, 132, 122], grainMm: [5, 5] }, // mat
]

/** A pinhole camera before the plane: slanted, turned a little, everything of the scene in the frame. */
export function photoCamera(
  scene: FootScene,
  o: PhotoOptions,
): { toImage: Homography; widthPx: number; heightPx: number } {
  const chance = chanceFrom(o.seed * 101 + 17)
  const tilt = (chance.between(0.15, 1) * o.tiltDeg * Math.PI) / 180
  const about = chance.between(0, 2 * Math.PI)
  const roll = (chance.between(-5, 5) * Math.PI) / 180
  const all = [...scene.sheetMm, ...scene.outlineMm]
  const xs = all.map((p) => p.x)
  const ys = all.map((p) => p.y)
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const centre = { x: (left + right) / 2, y: (low + high) / 2 }
  const isWide = right - left > high - low
  const widthPx = isWide ? o.sizePx : Math.round(o.sizePx * 0.8)
  const heightPx = isWide ? Math.round(o.sizePx * 0.8) : o.sizePx
  const distance = 820
  // rotation about an axis in the plane, then a roll of the picture
  const [c, s] = [Math.cos(tilt), Math.sin(tilt)]
  const [ax, ay] = [Math.cos(about), Math.sin(about)]
  const rotate = (x: number, y: number) => ({
    x: x * (c + ax * ax * (1 - c)) + y * ax * ay * (1 - c),
    y: x * ax * ay * (1 - c) + y * (c + ay * ay * (1 - c)),
    z: -x * ay * s + y * ax * s,
  })
  const ex = rotate(1, 0)
  const ey = rotate(0, 1)
  const [cr, sr] = [Math.cos(roll), Math.sin(roll)]
  const project = (p: Point) => {
    const x = p.x - centre.x
    const y = p.y - centre.y
    const X = ex.x * x + ey.x * y
    const Y = ex.y * x + ey.y * y
    const Z = distance + ex.z * x + ey.z * y
    return { x: (cr * X - sr * Y) / Z, y: (sr * X + cr * Y) / Z }
  }
  const seen = all.map(project)
  const spanX = Math.max(...seen.map((p) => Math.abs(p.x))) * 2
  const spanY = Math.max(...seen.map((p) => Math.abs(p.y))) * 2
  const focal = Math.min((widthPx * 0.92) / spanX, (heightPx * 0.92) / spanY)
  const cx = widthPx / 2
  const cy = heightPx / 2
  const a = [ex.x, ey.x, -(ex.x * centre.x + ey.x * centre.y)] as const
  const b = [ex.y, ey.y, -(ex.y * centre.x + ey.y * centre.y)] as const
  const z = [ex.z, ey.z, distance - (ex.z * centre.x + ey.z * centre.y)] as const
  const u = [0, 1, 2].map((k) => focal * (cr * a[k]! - sr * b[k]!) + cx * z[k]!)
  const v = [0, 1, 2].map((k) => -focal * (sr * a[k]! + cr * b[k]!) + cy * z[k]!)
  const scale = z[2]
  return { toImage: [...u, ...v, ...z].map((value) => value / scale), widthPx, heightPx }
}

/** Takes the photo: table or floor, light falling off, sheet, skin, pen dots, grain. */
export function photoPicture(scene: FootScene, options: Partial<PhotoOptions> = {}): FootPhoto {
  const o = { ...defaultPhoto, ...options }
  const chance = chanceFrom(o.seed * 7919 + 29)
  const { toImage, widthPx, heightPx } = photoCamera(scene, o)
  const rgb = new Float32Array(widthPx * heightPx * 3)
  const mmPerPx = mmPerPxOf(toImage, scene)
  paintGround(rgb, widthPx, heightPx, mmPerPx, chance)
  const fill = (ring: readonly Point[], tone: Rgb, strength = 1) =>
    blend(
      rgb,
      widthPx,
      heightPx,
      ring.map((p) => applyHomography(toImage, p)),
      tone,
      strength,
    )
  const shade = (ring: readonly Point[], by: Point) => ring.map((p) => ({ x: p.x + by.x, y: p.y + by.y }))
  const shadow = { x: chance.between(-3, 3), y: -chance.between(1, 3) }
  if (o.hasSheet) {
    fill(shade(scene.sheetMm, { x: shadow.x / 3, y: shadow.y / 3 }), [40, 36, 34], 0.35)
    fill(scene.sheetMm, [244, 243, 240])
  }
  for (const ring of scene.prints ?? []) fill(ring, [52, 50, 62], 0.9)
  const skin = chance.pick(skinTones)
  for (const ring of scene.skins) fill(shade(ring, shadow), [70, 64, 60], 0.28)
  for (const ring of scene.skins) fill(ring, skin)
  const darker: Rgb = [skin[0] * 0.78, skin[1] * 0.74, skin[2] * 0.72]
  for (const line of scene.lines) fill(stroke(line, 0.6), darker, 0.55)
  const penDark = skin[0] + skin[1] + skin[2] > 300
  for (const dot of scene.dots) fill(disc(dot, 2), penDark ? [28, 36, 70] : [235, 235, 235])
  const soft = o.blurPx > 0 ? blur(rgb, widthPx, heightPx, o.blurPx) : rgb
  return {
    image: developed(soft, widthPx, heightPx, o, chance),
    toImage,
    cornersImagePx: scene.sheetMm.map((p) => applyHomography(toImage, p)),
    landmarksImagePx: Object.fromEntries(
      Object.entries(scene.landmarks).map(([id, p]) => [id, applyHomography(toImage, p)]),
    ),
    outlineImagePx: scene.outlineMm.map((p) => applyHomography(toImage, p)),
  }
}

function mmPerPxOf(toImage: Homography, scene: FootScene): number {
  const [a, b] = [scene.sheetMm[0]!, scene.sheetMm[2]!]
  const p = applyHomography(toImage, a)
  const q = applyHomography(toImage, b)
  return Math.hypot(a.x - b.x, a.y - b.y) / Math.hypot(p.x - q.x, p.y - q.y)
}

function paintGround(
  rgb: Float32Array,
  widthPx: number,
  heightPx: number,
  mmPerPx: number,
  chance: Chance,
): void {
  const ground = chance.pick(grounds)
  const [across, along] = chance.unit() < 0.5 ? ground.grainMm : [ground.grainMm[1], ground.grainMm[0]]
  const fine = noiseField(chance, (widthPx * mmPerPx) / across, (heightPx * mmPerPx) / along)
  const coarse = noiseField(chance, (widthPx * mmPerPx) / 70, (heightPx * mmPerPx) / 70)
  for (let y = 0, i = 0; y < heightPx; y++)
    for (let x = 0; x < widthPx; x++, i += 3) {
      const k = 0.78 + 0.26 * fine(x / widthPx, y / heightPx) + 0.2 * coarse(x / widthPx, y / heightPx)
      rgb[i] = ground.base[0] * k
      rgb[i + 1] = ground.base[1] * k
      rgb[i + 2] = ground.base[2] * k
    }
}

function blend(
  rgb: Float32Array,
  widthPx: number,
  heightPx: number,
  ring: readonly Point[],
  tone: Rgb,
  strength: number,
): void {
  const coverage = new Float32Array(widthPx * heightPx)
  paintCurve(coverage, widthPx, heightPx, ring)
  const top = Math.max(0, Math.floor(Math.min(...ring.map((p) => p.y))))
  const bottom = Math.min(heightPx, Math.ceil(Math.max(...ring.map((p) => p.y))) + 1)
  for (let i = top * widthPx; i < bottom * widthPx; i++) {
    const k = coverage[i]! * strength
    if (k === 0) continue
    for (let c = 0; c < 3; c++) rgb[i * 3 + c] = rgb[i * 3 + c]! * (1 - k) + tone[c]! * k
  }
}

function disc(at: Point, radiusMm: number): Point[] {
  return Array.from({ length: 24 }, (_, k) => ({
    x: at.x + radiusMm * Math.cos((k * Math.PI) / 12),
    y: at.y + radiusMm * Math.sin((k * Math.PI) / 12),
  }))
}

/** A thin band along an open line. */
function stroke(line: readonly Point[], widthMm: number): Point[] {
  const beside = (sign: number) =>
    line.map((p, i) => {
      const a = line[Math.max(0, i - 1)]!
      const b = line[Math.min(line.length - 1, i + 1)]!
      const length = Math.hypot(b.x - a.x, b.y - a.y) || 1
      return {
        x: p.x - ((b.y - a.y) / length) * sign * widthMm * 0.5,
        y: p.y + ((b.x - a.x) / length) * sign * widthMm * 0.5,
      }
    })
  return [...beside(1), ...beside(-1).reverse()]
}

/** Separable blur with a small triangle, as a lens does. */
function blur(rgb: Float32Array, widthPx: number, heightPx: number, radiusPx: number): Float32Array {
  const reach = Math.max(1, Math.ceil(radiusPx * 2))
  const weights = Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * radiusPx * radiusPx)),
  )
  const sum = weights.reduce((a, b) => a + b, 0)
  const pass = (from: Float32Array, stepX: number, stepY: number) => {
    const out = new Float32Array(from.length)
    for (let y = 0; y < heightPx; y++)
      for (let x = 0; x < widthPx; x++)
        for (let k = -reach; k <= reach; k++) {
          const px = Math.min(widthPx - 1, Math.max(0, x + k * stepX))
          const py = Math.min(heightPx - 1, Math.max(0, y + k * stepY))
          const w = weights[k + reach]! / sum
          const [at, source] = [(y * widthPx + x) * 3, (py * widthPx + px) * 3]
          out[at]! += w * from[source]!
          out[at + 1]! += w * from[source + 1]!
          out[at + 2]! += w * from[source + 2]!
        }
    return out
  }
  return pass(pass(rgb, 1, 0), 0, 1)
}

function developed(
  rgb: Float32Array,
  widthPx: number,
  heightPx: number,
  o: PhotoOptions,
  chance: Chance,
): RasterImage {
  const data = new Uint8ClampedArray(widthPx * heightPx * 4)
  const gx = chance.between(-1, 1) * 0.22 * o.mess
  const gy = chance.between(-1, 1) * 0.22 * o.mess
  const falloff = chance.between(0.02, 0.14) * o.mess
  const grain = 4 * Math.min(1.5, o.mess)
  for (let y = 0, i = 0, k = 0; y < heightPx; y++) {
    const v = (2 * y) / heightPx - 1
    for (let x = 0; x < widthPx; x++, i += 3, k += 4) {
      const u = (2 * x) / widthPx - 1
      const light = 0.97 + gx * u + gy * v - falloff * (u * u + v * v)
      const noise = o.mess === 0 ? 0 : (chance.unit() + chance.unit() - 1) * grain * 1.7
      data[k] = rgb[i]! * light + noise
      data[k + 1] = rgb[i + 1]! * light + noise
      data[k + 2] = rgb[i + 2]! * light + noise
      data[k + 3] = 255
    }
  }
  return { widthPx, heightPx, channels: 4, data }
}
