import { MeasureError } from '../../groundwork/problem'
import type { Point } from '../../groundwork/geometry'
import { type BitMask } from '../image'
import { medialSignImage, type Side } from '../../groundwork/side'
import type { FootRaster, PrintAxis, PrintMask } from './types'

/**
 * Lays a print into the foot frame (x medial, y forward, both feet alike): from here on left and right are one.
 * The origin is the rearmost contact projected on the axis.
 */
export function footRaster(
  print: PrintMask,
  axis: PrintAxis,
  side: Side,
  mask: BitMask = print.mask,
): FootRaster {
  const { mmPerPx } = print
  const frame = footFrame(axis, side)
  const box = boxInFrame(mask, frame)
  const originXMm = Math.floor(box.minX - 1) * mmPerPx
  const startYMm = (box.minY - 1) * mmPerPx
  const columns = Math.ceil(box.maxX - box.minX) + 4
  const rows = Math.ceil(box.maxY - box.minY) + 3
  // a square has no long axis, and its frame no end
  if (!Number.isSafeInteger(columns * rows)) throw new MeasureError({ code: 'notAFoot', path: 'image' })
  const cells = new Uint8Array(columns * rows)
  let rearmost = rows
  // the frame is a turn and a shift: one step along a row is always the same step on the picture
  const origin = frame.toImage({ x: 0, y: 0 })
  const stepX = frame.toImage({ x: 1, y: 0 })
  const dx = stepX.x - origin.x
  const dy = stepX.y - origin.y
  const { words, wordsPerRow, widthPx, heightPx } = mask
  for (let row = 0; row < rows; row++) {
    const start = frame.toImage({ x: originXMm / mmPerPx + 0.5, y: startYMm / mmPerPx + row + 0.5 })
    let hasContact = false
    for (let col = 0; col < columns; col++) {
      const x = Math.floor(start.x + dx * col)
      const y = Math.floor(start.y + dy * col)
      if (x < 0 || y < 0 || x >= widthPx || y >= heightPx) continue
      if (((words[y * wordsPerRow + (x >>> 5)]! >>> (x & 31)) & 1) === 0) continue
      cells[row * columns + col] = 1
      hasContact = true
    }
    if (hasContact && row < rearmost) rearmost = row
  }
  return {
    side,
    columns,
    rows,
    cellMm: mmPerPx,
    originXMm,
    originYMm: -rearmost * mmPerPx,
    zeroYPx: startYMm / mmPerPx + rearmost,
    cells,
  }
}

export type FootFrame = {
  /** picture pixels → foot frame in pixels, y from the heel point */
  toFoot: (imagePx: Point) => Point
  toImage: (footPx: Point) => Point
}

/** The frame through the heel point along the axis; lengths in working pixels. */
export function footFrame(axis: PrintAxis, side: Side): FootFrame {
  const { heelImagePx: heel, toeImagePx: toe } = axis
  const length = Math.hypot(toe.x - heel.x, toe.y - heel.y)
  const forward = { x: (toe.x - heel.x) / length, y: (toe.y - heel.y) / length }
  const sign = medialSignImage(side)
  // with the toes up (−y), the picture's right is forward turned clockwise on screen
  const medial = { x: -forward.y * sign, y: forward.x * sign }
  return {
    toFoot: (p) => {
      const d = { x: p.x - heel.x, y: p.y - heel.y }
      return { x: d.x * medial.x + d.y * medial.y, y: d.x * forward.x + d.y * forward.y }
    },
    toImage: (f) => ({
      x: heel.x + f.x * medial.x + f.y * forward.x,
      y: heel.y + f.x * medial.y + f.y * forward.y,
    }),
  }
}

function boxInFrame(mask: BitMask, frame: FootFrame) {
  const box = { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity }
  const n = mask.wordsPerRow
  const take = (x: number, y: number) => {
    const f = frame.toFoot({ x, y })
    if (f.x < box.minX) box.minX = f.x
    if (f.x > box.maxX) box.maxX = f.x
    if (f.y < box.minY) box.minY = f.y
    if (f.y > box.maxY) box.maxY = f.y
  }
  for (let y = 0; y < mask.heightPx; y++) {
    let first = -1
    let last = -1
    for (let w = 0; w < n; w++) {
      const word = mask.words[y * n + w]!
      if (word === 0) continue
      if (first < 0) first = w * 32 + 31 - Math.clz32(word & -word)
      last = w * 32 + 31 - Math.clz32(word)
    }
    if (first < 0) continue
    take(first, y)
    take(last + 1, y)
    take(first, y + 1)
    take(last + 1, y + 1)
  }
  return box
}

/** A row's contact: how much of it is set, and its innermost and outermost border (x, mm); empty rows have width 0. */
export type Slice = { yMm: number; widthMm: number; medialXMm: number; lateralXMm: number }

/** Slices across the axis from heel to toes, of all cells or only those behind a toe line. */
export function slicesOf(raster: FootRaster, limitYMm?: (xMm: number) => number): Slice[] {
  const { columns, rows, cellMm, originXMm, originYMm, cells } = raster
  // the first row in front of the limit, for each column
  const limits = Int32Array.from({ length: columns }, (_, col) =>
    limitYMm ? Math.ceil((limitYMm(originXMm + (col + 0.5) * cellMm) - originYMm) / cellMm - 0.5) : rows,
  )
  const slices: Slice[] = []
  for (let row = 0; row < rows; row++) {
    const yMm = originYMm + (row + 0.5) * cellMm
    const offset = row * columns
    let count = 0
    let first = -1
    let last = -1
    for (let col = 0; col < columns; col++) {
      if (cells[offset + col] === 0 || row >= limits[col]!) continue
      count++
      if (first < 0) first = col
      last = col
    }
    slices.push({
      yMm,
      widthMm: count * cellMm,
      medialXMm: originXMm + (last + 1) * cellMm,
      lateralXMm: originXMm + first * cellMm,
    })
  }
  return slices
}
