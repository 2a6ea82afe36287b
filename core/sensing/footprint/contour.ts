import { scaleBy, simplify, type Point } from '../../groundwork/geometry'
import type { FootRaster } from './types'

/**
 * Outlines of the contact in the foot frame (mm), for drawing: closed rings, holes included as rings of their own
 * (draw with the even-odd rule). Thinned to a quarter of a millimetre.
 */
export function contactRings(raster: FootRaster): Point[][] {
  const { columns, rows, cellMm, originXMm, originYMm, cells } = raster
  const isSet = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < columns && y < rows && cells[y * columns + x] === 1
  // directed unit edges with the contact on their left, keyed by where they start
  const next = new Map<number, number[]>()
  const width = columns + 1
  const link = (x0: number, y0: number, x1: number, y1: number) => {
    const key = y0 * width + x0
    const list = next.get(key)
    if (list) list.push(y1 * width + x1)
    else next.set(key, [y1 * width + x1])
  }
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < columns; x++) {
      if (!isSet(x, y)) continue
      if (!isSet(x, y - 1)) link(x, y, x + 1, y)
      if (!isSet(x + 1, y)) link(x + 1, y, x + 1, y + 1)
      if (!isSet(x, y + 1)) link(x + 1, y + 1, x, y + 1)
      if (!isSet(x - 1, y)) link(x, y + 1, x, y)
    }
  const rings: Point[][] = []
  for (const [start, ends] of next) {
    while (ends.length > 0) {
      const ring: Point[] = []
      let at = start
      for (;;) {
        const to = next.get(at)?.pop()
        if (to === undefined) break
        ring.push({ x: originXMm + (at % width) * cellMm, y: originYMm + Math.floor(at / width) * cellMm })
        at = to
        if (at === start) break
      }
      if (ring.length > shortestRing) rings.push(simplifyRing(smoothed(ring)))
    }
  }
  return rings
}

const shortestRing = 12 // pixel edges; shorter rings are grain
const drawnToleranceMm = 0.25

/** Takes the pixel stairs out: each corner becomes the mean of its neighbourhood. */
function smoothed(ring: Point[]): Point[] {
  const n = ring.length
  const reach = 3
  return ring.map((_, i) => {
    const sum = { x: 0, y: 0 }
    for (let k = -reach; k <= reach; k++) {
      const p = ring[(i + k + n) % n]!
      sum.x += p.x
      sum.y += p.y
    }
    return scaleBy(sum, 1 / (2 * reach + 1))
  })
}

function simplifyRing(ring: Point[]): Point[] {
  // a ring has no ends: cut it in two at opposite points so that both halves have some
  const half = ring.length >> 1
  const first = simplify(ring.slice(0, half + 1), drawnToleranceMm)
  const second = simplify([...ring.slice(half), ring[0]!], drawnToleranceMm)
  return [...first.slice(0, -1), ...second.slice(0, -1)].map((p) => ({
    x: Math.round(p.x * 100) / 100,
    y: Math.round(p.y * 100) / 100,
  }))
}
