import { distance, type Point } from '../../groundwork/geometry'
import type { RasterImage } from '../image'
import { edgeMap, type EdgeMap } from './edgeMap'

const fullEdge = 40 // from this strength on an edge costs nothing but its length
const edgeCost = 0.05 // of the cost of crossing plain skin or paper

/**
 * The way along the skin edge from one point to the next: the cheapest path over the pixels, where edges are cheap.
 * @param fromImagePx toImagePx ends, picture pixels
 * @param marginPx how far beside the straight way the path may bend
 * @returns picture pixels from the first to the last, both included
 * @source Dijkstra 1959, Numerische Mathematik 1:269
 */
export function followEdge(
  image: RasterImage,
  fromImagePx: Point,
  toImagePx: Point,
  marginPx: number,
): Point[] {
  const map = edgeMap(image, {
    minX: Math.min(fromImagePx.x, toImagePx.x) - marginPx,
    minY: Math.min(fromImagePx.y, toImagePx.y) - marginPx,
    maxX: Math.max(fromImagePx.x, toImagePx.x) + marginPx,
    maxY: Math.max(fromImagePx.y, toImagePx.y) + marginPx,
  })
  const start = cellOf(map, fromImagePx)
  const goal = cellOf(map, toImagePx)
  const before = cheapestWay(map, start, goal)
  const path: Point[] = []
  for (let cell = goal; cell !== start; cell = before[cell]!) {
    if (before[cell]! < 0) return [fromImagePx, toImagePx]
    path.push({
      x: (cell % map.widthPx) + map.leftPx + 0.5,
      y: Math.floor(cell / map.widthPx) + map.topPx + 0.5,
    })
  }
  path.push(fromImagePx)
  path.reverse()
  path[path.length - 1] = toImagePx
  return path
}

function cellOf(map: EdgeMap, p: Point): number {
  const x = Math.min(map.widthPx - 1, Math.max(0, Math.floor(p.x - map.leftPx)))
  const y = Math.min(map.heightPx - 1, Math.max(0, Math.floor(p.y - map.topPx)))
  return y * map.widthPx + x
}

/** Ridge of the edges only: a step is cheap where no neighbour across it is stronger. */
function cheapestWay(map: EdgeMap, start: number, goal: number): Int32Array {
  const { widthPx, heightPx, strength } = map
  const n = widthPx * heightPx
  const cost = new Float64Array(n).fill(Infinity)
  const before = new Int32Array(n).fill(-1)
  const isDone = new Uint8Array(n)
  const queue = new CellQueue()
  cost[start] = 0
  queue.push(start, 0)
  for (let cell = queue.pop(); cell !== undefined; cell = queue.pop()) {
    if (isDone[cell]) continue
    if (cell === goal) break
    isDone[cell] = 1
    const x = cell % widthPx
    const y = (cell - x) / widthPx
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        if ((dx === 0 && dy === 0) || x + dx < 0 || y + dy < 0 || x + dx >= widthPx || y + dy >= heightPx)
          continue
        const next = cell + dy * widthPx + dx
        if (isDone[next]) continue
        const edge = Math.min(1, strength[next]! / fullEdge)
        const through = edgeCost + (1 - edge) * (1 - edge)
        const total = cost[cell]! + through * (dx !== 0 && dy !== 0 ? Math.SQRT2 : 1)
        if (total < cost[next]!) {
          cost[next] = total
          before[next] = cell
          queue.push(next, total)
        }
      }
  }
  return before
}

/** Smallest first: a binary heap of cells. */
class CellQueue {
  private readonly cells: number[] = []
  private readonly keys: number[] = []

  push(cell: number, key: number): void {
    let i = this.cells.length
    this.cells.push(cell)
    this.keys.push(key)
    while (i > 0) {
      const up = (i - 1) >> 1
      if (this.keys[up]! <= key) break
      this.cells[i] = this.cells[up]!
      this.keys[i] = this.keys[up]!
      i = up
    }
    this.cells[i] = cell
    this.keys[i] = key
  }

  pop(): number | undefined {
    const first = this.cells[0]
    const cell = this.cells.pop()
    const key = this.keys.pop()
    if (first === undefined || cell === undefined || key === undefined || this.cells.length === 0)
      return first
    let i = 0
    for (;;) {
      let child = 2 * i + 1
      if (child >= this.cells.length) break
      if (child + 1 < this.cells.length && this.keys[child + 1]! < this.keys[child]!) child++
      if (this.keys[child]! >= key) break
      this.cells[i] = this.cells[child]!
      this.keys[i] = this.keys[child]!
      i = child
    }
    this.cells[i] = cell
    this.keys[i] = key
    return first
  }
}

/**
 * A closed outline through several points, following the skin edge between them.
 * @param anchorsImagePx in order round the foot, at least 3
 */
export function traceOutline(image: RasterImage, anchorsImagePx: readonly Point[]): Point[] {
  const steps = anchorsImagePx.flatMap((a, i) => {
    const b = anchorsImagePx[(i + 1) % anchorsImagePx.length]!
    const path = followEdge(image, a, b, Math.max(leastMarginPx, 0.35 * distance(a, b)))
    return path.slice(0, -1)
  })
  return withoutSteps(steps)
}

// a way from pixel to pixel goes in stairs; skin does not
const beside = [1, 2, 3, 2, 1]

function withoutSteps(ring: readonly Point[]): Point[] {
  if (ring.length < beside.length) return [...ring]
  const all = beside.reduce((sum, weight) => sum + weight, 0)
  return ring.map((_, i) => {
    let [x, y] = [0, 0]
    beside.forEach((weight, k) => {
      const p = ring[(i + k - 2 + ring.length) % ring.length]!
      x += weight * p.x
      y += weight * p.y
    })
    return { x: x / all, y: y / all }
  })
}
const leastMarginPx = 24
