import type { Point } from './point'

/** Area of a simple polygon, in the square of its unit; never negative. Fewer than 3 points give 0. */
export function polygonArea(polygon: readonly Point[]): number {
  let twice = 0
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!
    const b = polygon[(i + 1) % polygon.length]!
    twice += a.x * b.y - b.x * a.y
  }
  return Math.abs(twice) / 2
}

/** Smallest upright box round some points. */
export function boundsOf(points: readonly Point[]): {
  minX: number
  maxX: number
  minY: number
  maxY: number
} {
  const box = { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity }
  for (const p of points) {
    if (p.x < box.minX) box.minX = p.x
    if (p.x > box.maxX) box.maxX = p.x
    if (p.y < box.minY) box.minY = p.y
    if (p.y > box.maxY) box.maxY = p.y
  }
  return box
}

/** Whether a point lies inside a polygon (even-odd rule); points on the edge may go either way. */
export function isInside(point: Point, polygon: readonly Point[]): boolean {
  let inside = false
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i]!
    const b = polygon[j]!
    if (a.y > point.y !== b.y > point.y) {
      const x = ((b.x - a.x) * (point.y - a.y)) / (b.y - a.y) + a.x
      if (point.x < x) inside = !inside
    }
  }
  return inside
}

/**
 * The same question for one polygon and many points: its edges are laid in strips by height, and only those of the
 * point's own strip are looked at. Edge by edge it is the sum of `isInside`, so that both always say the same.
 */
export function insideOf(polygon: readonly Point[]): (point: Point) => boolean {
  const { minY, maxY } = boundsOf(polygon)
  const count = Math.max(1, Math.ceil(polygon.length / edgesAStrip))
  const perMm = count / (maxY - minY)
  // a polygon without height has one strip: nothing times infinity is no place in the list
  const stripOf = (y: number) => {
    const strip = Math.floor((y - minY) * perMm)
    return strip > 0 ? Math.min(count - 1, strip) : 0
  }
  const strips: number[][] = Array.from({ length: count }, () => [])
  polygon.forEach((a, i) => {
    const b = polygon[(i + polygon.length - 1) % polygon.length]!
    const last = stripOf(Math.max(a.y, b.y))
    for (let strip = stripOf(Math.min(a.y, b.y)); strip <= last; strip++)
      strips[strip]!.push(a.x, a.y, b.x, b.y)
  })
  const flat = strips.map((strip) => Float64Array.from(strip))
  return (point) => {
    if (!(point.y >= minY && point.y <= maxY)) return false
    const edges = flat[stripOf(point.y)]!
    let inside = false
    for (let k = 0; k < edges.length; k += 4) {
      const ay = edges[k + 1]!
      const by = edges[k + 3]!
      if (ay > point.y === by > point.y) continue
      const ax = edges[k]!
      if (point.x < ((edges[k + 2]! - ax) * (point.y - ay)) / (by - ay) + ax) inside = !inside
    }
    return inside
  }
}
const edgesAStrip = 4

/**
 * Thins a polyline (Ramer, Douglas and Peucker), keeping every corner further than the tolerance off the line.
 * @param tolerance same unit as the points
 */
export function simplify(points: readonly Point[], tolerance: number): Point[] {
  if (points.length < 3) return [...points]
  const keep = new Uint8Array(points.length)
  keep[0] = keep[points.length - 1] = 1
  const stack: [number, number][] = [[0, points.length - 1]]
  while (stack.length > 0) {
    const [from, to] = stack.pop()!
    const a = points[from]!
    const b = points[to]!
    const length = Math.hypot(b.x - a.x, b.y - a.y)
    let worst = tolerance
    let at = -1
    for (let i = from + 1; i < to; i++) {
      const p = points[i]!
      const away =
        length === 0
          ? Math.hypot(p.x - a.x, p.y - a.y)
          : Math.abs((b.x - a.x) * (a.y - p.y) - (a.x - p.x) * (b.y - a.y)) / length
      if (away > worst) {
        worst = away
        at = i
      }
    }
    if (at >= 0) {
      keep[at] = 1
      stack.push([from, at], [at, to])
    }
  }
  return points.filter((_, i) => keep[i] === 1)
}

/** Every x at which a closed line crosses a height, in the order of the line; empty where it does not reach. */
export function crossingsAt(ring: readonly Point[], y: number): number[] {
  const xs: number[] = []
  for (let i = 0; i < ring.length; i++) {
    const a = ring[i]!
    const b = ring[i + 1 === ring.length ? 0 : i + 1]!
    if (a.y <= y !== b.y <= y) xs.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x))
  }
  return xs
}
