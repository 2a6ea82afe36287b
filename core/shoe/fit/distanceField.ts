import { crossingsAt, type Point } from '../../groundwork/geometry'

/** Signed distance to a closed line, mm: negative inside, positive outside. */
export type DistanceField = { at: (x: number, y: number) => number }

const cellMm = 1
const reachMm = 60 // a foot never reaches further out of a shoe; beyond, the distance is only a lower limit
const roundingMm = 0.01 // far above what 32 bits lose: the answer must not depend on which cell was asked for first
const deepMm = 12 // inside, the exact distance matters near the edge only

/**
 * Signed distance from a closed line by a grid that is filled where it is asked for; between its points it is
 * interpolated. Moving a foot about over one shoe asks for the same cells again and again.
 * @param ring closed line, mm, at least 3 points
 * @returns exact to about 0.01 mm beside smooth edges, 0.2 mm at sharp corners; deeper inside than 12 mm it says −12
 */
export function distanceField(ring: readonly Point[]): DistanceField {
  const line = lineByRows(ring)
  const xs = ring.map((p) => p.x)
  const left = Math.floor(Math.min(...xs)) - reachMm
  const bottom = line.low - reachMm
  const wide = Math.ceil(Math.max(...xs)) + reachMm - left + 2
  const high = line.rows + 2 * reachMm + 2
  const grid = new Float32Array(wide * high).fill(NaN)
  const crossings: (readonly number[] | undefined)[] = new Array<readonly number[] | undefined>(high)
  const isInside = (x: number, j: number) => {
    let isIn = false
    for (const crossing of (crossings[j] ??= crossingsAt(ring, bottom + j * cellMm)))
      if (crossing < x) isIn = !isIn
    return isIn
  }
  const value = (i: number, j: number): number => {
    const k = j * wide + i
    const known = grid[k]!
    if (!Number.isNaN(known)) return known
    const x = left + i * cellMm
    const isIn = isInside(x, j)
    let most = isIn ? deepMm : reachMm
    // a neighbour's distance differs by no more than the way to it
    for (const beside of [grid[k - 1], grid[k + 1], grid[k - wide], grid[k + wide]])
      if (beside !== undefined && !Number.isNaN(beside))
        most = Math.min(most, Math.abs(beside) + cellMm + roundingMm)
    const far = nearest(line, x, bottom + j * cellMm, most)
    grid[k] = isIn ? -far : far
    // as it is kept, so that the first answer equals every later one
    return grid[k]
  }
  return {
    at: (x, y) => {
      const u = Math.min(wide - 1.001, Math.max(0, x - left))
      const v = Math.min(high - 1.001, Math.max(0, y - bottom))
      const i = Math.floor(u)
      const j = Math.floor(v)
      const fx = u - i
      const fy = v - j
      const low = value(i, j) * (1 - fx) + value(i + 1, j) * fx
      const top = value(i, j + 1) * (1 - fx) + value(i + 1, j + 1) * fx
      return low * (1 - fy) + top * fy
    },
  }
}

/** Pieces of the line, four numbers each, and which of them pass each millimetre of y. */
type LineByRows = { low: number; rows: number; pieces: Float64Array; from: Int32Array; of: Int32Array }

function lineByRows(ring: readonly Point[]): LineByRows {
  const ys = ring.map((p) => p.y)
  const low = Math.floor(Math.min(...ys))
  const rows = Math.ceil(Math.max(...ys)) - low + 1
  const pieces = new Float64Array(ring.length * 4)
  const lists: number[][] = Array.from({ length: rows }, () => [])
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!
    pieces.set([a.x, a.y, b.x - a.x, b.y - a.y], i * 4)
    const last = Math.floor(Math.max(a.y, b.y) - low)
    for (let row = Math.floor(Math.min(a.y, b.y) - low); row <= last; row++) lists[row]!.push(i)
  })
  const from = new Int32Array(rows + 1)
  lists.forEach((list, row) => (from[row + 1] = from[row]! + list.length))
  return { low, rows, pieces, from, of: Int32Array.from(lists.flat()) }
}

/** Least distance to the line, no further than asked; rows further off than the best so far are left out. */
function nearest(line: LineByRows, x: number, y: number, mostMm: number): number {
  const own = Math.floor(y - line.low)
  let best = leastIn(line, own, x, y, mostMm * mostMm)
  for (let k = 1; (k - 1) * (k - 1) <= best; k++) {
    best = leastIn(line, own - k, x, y, best)
    best = leastIn(line, own + k, x, y, best)
  }
  return Math.sqrt(best)
}

function leastIn(
  { rows, pieces, from, of }: LineByRows,
  row: number,
  x: number,
  y: number,
  best: number,
): number {
  if (row < 0 || row >= rows) return best
  for (let at = from[row]!; at < from[row + 1]!; at++) {
    const k = of[at]! * 4
    const px = x - pieces[k]!
    const py = y - pieces[k + 1]!
    const dx = pieces[k + 2]!
    const dy = pieces[k + 3]!
    const length2 = dx * dx + dy * dy
    const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, (px * dx + py * dy) / length2))
    const ex = px - dx * t
    const ey = py - dy * t
    const far = ex * ex + ey * ey
    if (far < best) best = far
  }
  return best
}
