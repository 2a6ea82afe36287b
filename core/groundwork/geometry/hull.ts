import { cross, distance, subtract, type Point } from './point'

/**
 * Convex hull, anticlockwise with y up (monotone chain).
 * @param points any number; fewer than 3 come back as they are
 * @source Andrew 1979, Information Processing Letters 9:216
 */
export function convexHull(points: readonly Point[]): Point[] {
  if (points.length < 3) return [...points]
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y)
  const half = (list: Point[]) => {
    const chain: Point[] = []
    for (const p of list) {
      while (
        chain.length > 1 &&
        cross(
          subtract(chain[chain.length - 1]!, chain[chain.length - 2]!),
          subtract(p, chain[chain.length - 1]!),
        ) <= 0
      )
        chain.pop()
      chain.push(p)
    }
    chain.pop()
    return chain
  }
  return [...half(sorted), ...half(sorted.reverse())]
}

/** A straight line as point and direction. */
export type Line = { at: Point; direction: Point }

/** Where two lines cross; undefined when they run alike. */
export function crossingOf(a: Line, b: Line): Point | undefined {
  const d = cross(a.direction, b.direction)
  if (
    Math.abs(d) <
    alike * Math.hypot(a.direction.x, a.direction.y) * Math.hypot(b.direction.x, b.direction.y)
  )
    return undefined
  const t = cross(subtract(b.at, a.at), b.direction) / d
  return { x: a.at.x + a.direction.x * t, y: a.at.y + a.direction.y * t }
}
const alike = 1e-6 // sine of the angle between lines that never meet on any picture

/**
 * The line of least squared distance through points, by the main axis of their spread.
 * @param points at least 2
 * @returns the line and the root mean square distance from it
 */
export function fitLine(points: readonly Point[]): Line & { rms: number } {
  const n = points.length
  const at = {
    x: points.reduce((s, p) => s + p.x, 0) / n,
    y: points.reduce((s, p) => s + p.y, 0) / n,
  }
  let [xx, xy, yy] = [0, 0, 0]
  for (const p of points) {
    xx += (p.x - at.x) ** 2
    xy += (p.x - at.x) * (p.y - at.y)
    yy += (p.y - at.y) ** 2
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy)
  const direction = { x: Math.cos(angle), y: Math.sin(angle) }
  const rms = Math.sqrt(points.reduce((s, p) => s + lineDistance(p, { at, direction }) ** 2, 0) / n)
  return { at, direction, rms }
}

/** Distance of a point from a line, never negative. */
export function lineDistance(p: Point, line: Line): number {
  return (
    Math.abs(cross(line.direction, subtract(p, line.at))) / Math.hypot(line.direction.x, line.direction.y)
  )
}

/** Least distance of a point from an open or closed polyline. */
export function distanceToLine(p: Point, points: readonly Point[], isClosed: boolean): number {
  let best = points.length === 1 ? distance(p, points[0]!) : Infinity
  for (let i = 0; i + (isClosed ? 0 : 1) < points.length; i++) {
    const a = points[i]!
    const b = points[(i + 1) % points.length]!
    const ab = subtract(b, a)
    const length2 = ab.x * ab.x + ab.y * ab.y
    const t =
      length2 === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * ab.x + (p.y - a.y) * ab.y) / length2))
    best = Math.min(best, Math.hypot(p.x - a.x - ab.x * t, p.y - a.y - ab.y * t))
  }
  return best
}
