import {
  footFrame,
  layPrint,
  measurePrint,
  separatePrints,
  slicesOf,
  toeLineAt,
  type FootRaster,
  type PrintMask,
  type PrintMeasures,
} from '../footprint'
import type { Point } from '../../groundwork/geometry'
import { bilinear, emptyMask, maskPixel, type BitMask } from '../image'
import { MeasureError, outcomeOf } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import { columnBetweenFeet } from './loadCentres'
import type { Contact } from './sumUp'
import type { RecordingMeta } from './recording'

/** The points a foot is read by, in the mat frame, mm: found from its pressure, or where the practitioner put them. */
export type PressureLandmarks = {
  heelEndMatMm: Point
  toeEndMatMm: Point
  heelMatMm: Point
  m1MatMm: Point
  m5MatMm: Point
}

export type FootInFrame = {
  side: Side
  landmarks: PressureLandmarks
  /** cells that belong to this foot */
  cells: Int32Array
  print: PrintMeasures
  /** share of the load of each region, percent */
  regionsPct: { heel: number; midfoot: number; forefoot: number; toes: number }
  /** width across the axis where the front third of the whole length begins, mm */
  widthAtTwoThirdsMm: number
  toFoot: (pMatMm: Point) => Point
  toMat: (pFootMm: Point) => Point
}

/** between two steps, mm: more than between toes and ball, less than between the feet of a short step */
const stepGapMm = 60
const mostSteps = 24
const finer = 4 // mask pixels a cell and direction; finer would only draw the interpolation

/**
 * Finds the feet in a stretch of contact: told apart, each with its foot frame and its three points.
 * @param given landmarks the practitioner moved, by side
 * @throws MeasureError noContact, axisTooShort
 */
export function feetInFrame(
  contact: Contact,
  meta: RecordingMeta,
  references: References,
  given: Partial<Record<Side, Partial<PressureLandmarks>>> = {},
): FootInFrame[] {
  const picture = pictureOf(contact, meta)
  const mask = contactMask(picture, meta, references)
  const mmPerPx = meta.pitchMm / finer
  const isWalk = meta.task === 'walk'
  const found = isWalk ? stepPrints(mask, mmPerPx, references) : separatePrints(mask, mmPerPx, references)
  const prints =
    found.length === 1 && meta.side === 'both' && !isWalk
      ? parted(found[0]!, picture, meta, references)
      : found
  const sideOf = (i: number): Side | undefined =>
    meta.side !== 'both'
      ? meta.side
      : prints.length === 2 && !isWalk
        ? i === 0
          ? 'left'
          : 'right'
        : undefined
  // a long mat carries several steps before nobody is on it
  const most = isWalk ? mostSteps : meta.side === 'both' ? 2 : 1
  return prints.slice(0, most).flatMap((print, i) => {
    const foot = outcomeOf(() => footOf(print, picture, meta, references, sideOf(i), given))
    // beside a whole foot, half a second one at the mat's edge is no reason to give up the first
    if (foot.ok) return [foot.value]
    if (prints.length === 1) throw new MeasureError(foot.problem)
    return []
  })
}

/**
 * The prints of a walk, first step first: while one foot comes down before the other leaves, several lie in one stretch
 * of contact, one behind the other. Told apart first along the way, then side by side.
 */
function stepPrints(mask: BitMask, mmPerPx: number, references: References): PrintMask[] {
  const isEmpty = (y: number) => {
    for (let w = 0; w < mask.wordsPerRow; w++) if (mask.words[y * mask.wordsPerRow + w] !== 0) return false
    return true
  }
  const prints: PrintMask[] = []
  // rows run from the toes down, so the first step lies at the end
  let [top, bottom] = [-1, -1]
  const take = () => {
    if (top < 0) return
    const words = mask.words.slice()
    words.fill(0, 0, top * mask.wordsPerRow)
    words.fill(0, (bottom + 1) * mask.wordsPerRow)
    const outcome = outcomeOf(() => separatePrints({ ...mask, words }, mmPerPx, references))
    if (outcome.ok) prints.unshift(...outcome.value)
  }
  for (let y = 0; y < mask.heightPx; y++) {
    if (isEmpty(y)) continue
    if (top >= 0 && (y - bottom) * mmPerPx > stepGapMm) {
      take()
      top = -1
    }
    if (top < 0) top = y
    bottom = y
  }
  take()
  if (prints.length === 0) throw new MeasureError({ code: 'noContact', path: 'image' })
  return prints
}

/** Mean pressure where somebody stands, peak pressure where a foot rolls over. */
function pictureOf(contact: Contact, meta: RecordingMeta): Float64Array {
  if (meta.task === 'walk') return Float64Array.from(contact.peakKpa)
  return contact.sumKpa.map((v) => v / Math.max(1, contact.frames))
}

/**
 * Where the foot touches, finer than the cells: a cell at the rim is covered as far as its pressure reaches that of
 * its loaded neighbour; the border is drawn at half cover. First row at the toes as in every picture.
 */
function contactMask(picture: Float64Array, meta: RecordingMeta, references: References): BitMask {
  const { rows, cols } = meta
  const mask = emptyMask(cols * finer, rows * finer)
  const threshold = meta.task === 'walk' ? references.matEdgePeakKpa : references.matEdgeMeanKpa
  const cover = coverOf(picture, meta, threshold, references.matRimShare)
  const size = { widthPx: cols, heightPx: rows }
  for (let y = 0; y < rows * finer; y++)
    for (let x = 0; x < cols * finer; x++) {
      const share = bilinear(size, (x + 0.5) / finer, rows - (y + 0.5) / finer, (cell) => cover[cell]!)
      if (share >= 0.5) mask.words[y * mask.wordsPerRow + (x >>> 5)]! |= 1 << (x & 31)
    }
  return mask
}

/** How much of each cell is covered, 0 to 1. */
function coverOf(
  picture: Float64Array,
  { rows, cols }: RecordingMeta,
  threshold: number,
  rimShare: number,
): Float32Array {
  const cover = new Float32Array(rows * cols)
  for (let row = 0; row < rows; row++)
    for (let col = 0; col < cols; col++) {
      const cell = row * cols + col
      const kpa = picture[cell]!
      if (kpa < threshold) continue
      let [most, isRim] = [0, false]
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [r, c] = [row + dy, col + dx]
          const near = r >= 0 && c >= 0 && r < rows && c < cols ? picture[r * cols + c]! : 0
          if (near < threshold) isRim = true
          most = Math.max(most, near)
        }
      cover[cell] = isRim ? Math.min(1, kpa / (most * rimShare)) : 1
    }
  return cover
}

/** Feet that touch: cut in the emptiest column of the middle, where both halves are still feet. */
function parted(
  print: PrintMask,
  picture: Float64Array,
  meta: RecordingMeta,
  references: References,
): PrintMask[] {
  const { rows, cols } = meta
  const isLoaded = (col: number) => {
    for (let row = 0; row < rows; row++) if (picture[row * cols + col]! > 0) return true
    return false
  }
  const loaded = Array.from({ length: cols }, (_, col) => col).filter(isLoaded)
  const [from, to] = [loaded[0] ?? 0, loaded[loaded.length - 1] ?? 0]
  if ((to - from) * meta.pitchMm < references.widestFootMm) return [print]
  const cut = columnBetweenFeet(picture, meta, from, to) * finer + finer / 2
  const half = (keep: (x: number) => boolean): PrintMask => {
    const { mask } = print
    const words = mask.words.slice()
    for (let y = 0; y < mask.heightPx; y++)
      for (let x = 0; x < mask.widthPx; x++)
        if (!keep(x)) words[y * mask.wordsPerRow + (x >>> 5)]! &= ~(1 << (x & 31))
    return { ...print, mask: { ...mask, words } }
  }
  return [half((x) => x < cut), half((x) => x >= cut)]
}

function footOf(
  print: PrintMask,
  picture: Float64Array,
  meta: RecordingMeta,
  references: References,
  toldSide: Side | undefined,
  given: Partial<Record<Side, Partial<PressureLandmarks>>>,
): FootInFrame {
  const { mmPerPx } = print
  const heightMm = meta.rows * meta.pitchMm
  const toPx = (m: Point): Point => ({ x: m.x / mmPerPx, y: (heightMm - m.y) / mmPerPx })
  const first = layPrint(print, { side: toldSide })
  const { side } = first
  const moved = given[side]
  const axis =
    moved?.heelEndMatMm && moved.toeEndMatMm
      ? ({
          heelImagePx: toPx(moved.heelEndMatMm),
          toeImagePx: toPx(moved.toeEndMatMm),
          toeFrom: 'practitioner',
        } as const)
      : undefined
  const laid = axis ? layPrint(print, { side, axis }) : first
  const { raster, line } = laid
  const frame = footFrame(laid.axis, side)
  const toMat = (f: Point): Point => {
    const px = frame.toImage({ x: f.x / mmPerPx, y: f.y / mmPerPx + raster.zeroYPx })
    return { x: px.x * mmPerPx, y: heightMm - px.y * mmPerPx }
  }
  const toFoot = (m: Point): Point => {
    const f = frame.toFoot(toPx(m))
    return { x: f.x * mmPerPx, y: (f.y - raster.zeroYPx) * mmPerPx }
  }
  const measured = measurePrint({ print, axis: laid.axis, side, line, references, raster })
  const cells = cellsNear(print, meta)
  const points = threePoints(raster, measured, (p) => pressureAt(picture, meta, toMat(p)), references)
  const landmarks: PressureLandmarks = {
    heelEndMatMm: toMat({ x: 0, y: 0 }),
    toeEndMatMm: toMat({ x: 0, y: measured.lengthMm.value }),
    heelMatMm: toMat(points.heel),
    m1MatMm: toMat(points.m1),
    m5MatMm: toMat(points.m5),
    ...moved,
  }
  return {
    side,
    landmarks,
    cells,
    print: measured,
    regionsPct: regionsOf(cells, picture, meta, toFoot, measured.toelessLengthMm.value, toeLineAt(line)),
    widthAtTwoThirdsMm: widthAt(raster, (measured.lengthMm.value * 2) / 3),
    toFoot,
    toMat,
  }
}

/** Cells under or beside the mask: pressure at a foot's rim belongs to it though it lies below the threshold. */
function cellsNear(print: PrintMask, meta: RecordingMeta): Int32Array {
  const { rows, cols } = meta
  const touched = new Uint8Array(rows * cols)
  for (let row = 0; row < rows; row++)
    for (let col = 0; col < cols; col++) {
      const top = (rows - 1 - row) * finer
      for (let k = 0; k < finer * finer && !touched[row * cols + col]; k++)
        if (maskPixel(print.mask, col * finer + (k % finer), top + Math.floor(k / finer)))
          touched[row * cols + col] = 1
    }
  const cells: number[] = []
  for (let row = 0; row < rows; row++)
    for (let col = 0; col < cols; col++) {
      let isNear = false
      for (let dy = -1; dy <= 1 && !isNear; dy++)
        for (let dx = -1; dx <= 1 && !isNear; dx++) {
          const [r, c] = [row + dy, col + dx]
          isNear = r >= 0 && c >= 0 && r < rows && c < cols && touched[r * cols + c] === 1
        }
      if (isNear) cells.push(row * cols + col)
    }
  return Int32Array.from(cells)
}

function pressureAt(picture: Float64Array, meta: RecordingMeta, m: Point): number {
  return bilinear(
    { widthPx: meta.cols, heightPx: meta.rows },
    m.x / meta.pitchMm,
    m.y / meta.pitchMm,
    (cell) => picture[cell]!,
  )
}

/** Heel pad, first and fifth joint head: from the print's own borders, then towards the pressure about them. */
function threePoints(
  raster: FootRaster,
  measured: PrintMeasures,
  kpaAt: (pFootMm: Point) => number,
  r: References,
) {
  const l = measured.toelessLengthMm.value
  const slices = slicesOf(raster)
  const borders = (share: number) => {
    const near = slices.filter((s) => s.widthMm > 0 && Math.abs(s.yMm - share * l) < l * 0.04)
    if (near.length === 0) throw new MeasureError({ code: 'noContact', path: 'ball' })
    return {
      medial: Math.max(...near.map((s) => s.medialXMm)),
      lateral: Math.min(...near.map((s) => s.lateralXMm)),
    }
  }
  const ball = borders(r.matM1Along)
  const outer = borders(r.matM5Along)
  const width = ball.medial - Math.min(ball.lateral, outer.lateral)
  return {
    heel: towardsPressure({ x: 0, y: r.matHeelAlong * l }, kpaAt, r.matSeekHeelMm),
    m1: towardsPressure({ x: ball.medial - r.matM1Inward * width, y: r.matM1Along * l }, kpaAt, r.matSeekMm),
    m5: towardsPressure(
      { x: outer.lateral + r.matM5Inward * width, y: r.matM5Along * l },
      kpaAt,
      r.matSeekMm,
    ),
  }
}

/** The pressure's own centre within a window, half way: pads are where they press, but neighbours press too. */
function towardsPressure(at: Point, kpaAt: (p: Point) => number, reachMm: number): Point {
  let [w, x, y] = [0, 0, 0]
  for (let dy = -reachMm; dy <= reachMm; dy += 3)
    for (let dx = -reachMm; dx <= reachMm; dx += 3) {
      const fade = 1 - (dx * dx + dy * dy) / (reachMm * reachMm)
      if (fade <= 0) continue
      const weight = kpaAt({ x: at.x + dx, y: at.y + dy }) * fade
      w += weight
      x += weight * dx
      y += weight * dy
    }
  return w > 0 ? { x: at.x + (0.5 * x) / w, y: at.y + (0.5 * y) / w } : at
}

function regionsOf(
  cells: Int32Array,
  picture: Float64Array,
  meta: RecordingMeta,
  toFoot: (m: Point) => Point,
  toelessMm: number,
  toeLine: ((xMm: number) => number) | undefined,
) {
  const sums = { heel: 0, midfoot: 0, forefoot: 0, toes: 0 }
  for (const cell of cells) {
    const p = toFoot(cellMiddle(cell, meta))
    const region =
      toeLine && p.y > toeLine(p.x)
        ? 'toes'
        : p.y < toelessMm / 3
          ? 'heel'
          : p.y < (toelessMm * 2) / 3
            ? 'midfoot'
            : 'forefoot'
    sums[region] += picture[cell]!
  }
  const all = sums.heel + sums.midfoot + sums.forefoot + sums.toes
  const pct = (v: number) => (all > 0 ? (v / all) * 100 : 0)
  return {
    heel: pct(sums.heel),
    midfoot: pct(sums.midfoot),
    forefoot: pct(sums.forefoot),
    toes: pct(sums.toes),
  }
}

export function cellMiddle(cell: number, meta: RecordingMeta): Point {
  return {
    x: ((cell % meta.cols) + 0.5) * meta.pitchMm,
    y: (Math.floor(cell / meta.cols) + 0.5) * meta.pitchMm,
  }
}

function widthAt(raster: FootRaster, yMm: number): number {
  const slices = slicesOf(raster).filter((s) => s.widthMm > 0)
  const slice = slices.reduce((a, b) => (Math.abs(b.yMm - yMm) < Math.abs(a.yMm - yMm) ? b : a))
  return slice.medialXMm - slice.lateralXMm
}
