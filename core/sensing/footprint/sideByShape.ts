import type { Side } from '../../groundwork/side'
import { footRaster, slicesOf } from './footRaster'
import type { PrintAxis, PrintMask } from './types'

/**
 * Tells a left print from a right one by its shape: the front edge rises towards the big toe, and the arch
 * hollows the inner border.
 * @param axis rough axis, toes up
 * @returns the side and how clearly the shape says so (0 = not at all)
 */
export function sideByShape(print: PrintMask, axis: PrintAxis): { side: Side; clarity: number } {
  // laid out as if it were a left foot: + x is then the right of the picture
  const raster = footRaster(print, axis, 'left')
  const lengthMm = raster.originYMm + raster.rows * raster.cellMm
  const slope = frontSlope(raster, lengthMm)
  const slices = slicesOf(raster).filter(
    (s) => s.widthMm > 0 && s.yMm > lengthMm * 0.08 && s.yMm < lengthMm * 0.68,
  )
  const hollowRight = hollow(slices.map((s) => ({ y: s.yMm, out: s.medialXMm })))
  const hollowLeft = hollow(slices.map((s) => ({ y: s.yMm, out: -s.lateralXMm })))
  const score = slope / usualFrontSlope + (hollowRight - hollowLeft) / usualHollowMm
  return { side: score >= 0 ? 'left' : 'right', clarity: Math.abs(score) }
}

const usualFrontSlope = 0.35
const usualHollowMm = 14

/** Slope of the front edge (toe tips, or ball without toes) from the picture's left to its right. */
function frontSlope(raster: ReturnType<typeof footRaster>, lengthMm: number): number {
  const { columns, rows, cellMm, originXMm, originYMm, cells } = raster
  const points: { x: number; y: number }[] = []
  for (let col = 0; col < columns; col++) {
    for (let row = rows - 1; row >= 0; row--) {
      if (cells[row * columns + col] === 0) continue
      const y = originYMm + row * cellMm
      if (y > lengthMm * 0.6) points.push({ x: originXMm + col * cellMm, y })
      break
    }
  }
  const meanX = points.reduce((sum, p) => sum + p.x, 0) / Math.max(1, points.length)
  const meanY = points.reduce((sum, p) => sum + p.y, 0) / Math.max(1, points.length)
  let xy = 0
  let xx = 0
  for (const p of points) {
    xy += (p.x - meanX) * (p.y - meanY)
    xx += (p.x - meanX) ** 2
  }
  return xx > 0 ? xy / xx : 0
}

/** How far a border lies inside the straight line over it, at most (mm). */
function hollow(border: { y: number; out: number }[]): number {
  let deepest = 0
  const hull: { y: number; out: number }[] = []
  for (const p of border) {
    while (hull.length >= 2) {
      const a = hull[hull.length - 2]!
      const b = hull[hull.length - 1]!
      if ((b.out - a.out) * (p.y - a.y) <= (p.out - a.out) * (b.y - a.y)) hull.pop()
      else break
    }
    hull.push(p)
  }
  let k = 0
  for (const p of border) {
    while (k + 1 < hull.length && hull[k + 1]!.y < p.y) k++
    const a = hull[k]!
    const b = hull[Math.min(k + 1, hull.length - 1)]!
    const line = b.y > a.y ? a.out + ((b.out - a.out) * (p.y - a.y)) / (b.y - a.y) : a.out
    deepest = Math.max(deepest, line - p.out)
  }
  return deepest
}
