import type { Point } from './point'

/**
 * Smooth closed curve through points: centripetal Catmull-Rom, which makes no loops between uneven points.
 * @param knots at least 3 points, any unit
 * @param perSpan points drawn between neighbouring knots
 * @source Yuksel, Schaefer & Keyser 2011, Computer-Aided Design 43:747
 */
export function closedCurve(knots: readonly Point[], perSpan: number): Point[] {
  const n = knots.length
  return knots.flatMap((p1, i) =>
    span(knots[(i + n - 1) % n]!, p1, knots[(i + 1) % n]!, knots[(i + 2) % n]!, perSpan),
  )
}

/** Points of one span from p1 on, p2 not included. */
function span(p0: Point, p1: Point, p2: Point, p3: Point, perSpan: number): Point[] {
  const t1 = knotStep(p0, p1)
  const t2 = t1 + knotStep(p1, p2)
  const t3 = t2 + knotStep(p2, p3)
  const points: Point[] = []
  for (let k = 0; k < perSpan; k++) {
    const t = t1 + ((t2 - t1) * k) / perSpan
    const a1 = mix(p0, p1, 0, t1, t)
    const a2 = mix(p1, p2, t1, t2, t)
    const a3 = mix(p2, p3, t2, t3, t)
    points.push(mix(mix(a1, a2, 0, t2, t), mix(a2, a3, t1, t3, t), t1, t2, t))
  }
  return points
}

const smallestStep = 1e-6 // coincident knots would divide by zero; far below any drawn length

function knotStep(a: Point, b: Point): number {
  return Math.max(smallestStep, Math.sqrt(Math.hypot(a.x - b.x, a.y - b.y)))
}

function mix(a: Point, b: Point, ta: number, tb: number, t: number): Point {
  const w = (t - ta) / (tb - ta)
  return { x: a.x + (b.x - a.x) * w, y: a.y + (b.y - a.y) * w }
}

/** A smooth open line through its knots, ends included. @param perSpan points a span, at least 1 */
export function openCurve(knots: readonly Point[], perSpan: number): Point[] {
  if (knots.length < 3) return [...knots]
  const at = (i: number) => knots[Math.min(knots.length - 1, Math.max(0, i))]!
  const spans = knots.slice(1).flatMap((_, i) => span(at(i - 1), at(i), at(i + 1), at(i + 2), perSpan))
  return [...spans, knots[knots.length - 1]!]
}
