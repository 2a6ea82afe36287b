import type { Point } from './point'

/**
 * Smooth closed curve through points: centripetal Catmull-Rom, which makes no loops between uneven points.
 * @param knots at least 3 points, any unit
 * @param perSpan points drawn between neighbouring knots
 * @source Yuksel, Schaefer & Keyser 2011, Computer-Aided Design 43:747
 */
export function closedCurve(knots: readonly Point[], perSpan: number): Point[] {
  const n = knots.length
  const curve: Point[] = []
  for (let i = 0; i < n; i++) {
    const p0 = knots[(i + n - 1) % n]!
    const p1 = knots[i]!
    const p2 = knots[(i + 1) % n]!
    const p3 = knots[(i + 2) % n]!
    const t1 = knotStep(p0, p1)
    const t2 = t1 + knotStep(p1, p2)
    const t3 = t2 + knotStep(p2, p3)
    for (let k = 0; k < perSpan; k++) {
      const t = t1 + ((t2 - t1) * k) / perSpan
      const a1 = mix(p0, p1, 0, t1, t)
      const a2 = mix(p1, p2, t1, t2, t)
      const a3 = mix(p2, p3, t2, t3, t)
      curve.push(mix(mix(a1, a2, 0, t2, t), mix(a2, a3, t1, t3, t), t1, t2, t))
    }
  }
  return curve
}

const smallestStep = 1e-6 // coincident knots would divide by zero; far below any drawn length

function knotStep(a: Point, b: Point): number {
  return Math.max(smallestStep, Math.sqrt(Math.hypot(a.x - b.x, a.y - b.y)))
}

function mix(a: Point, b: Point, ta: number, tb: number, t: number): Point {
  const w = (t - ta) / (tb - ta)
  return { x: a.x + (b.x - a.x) * w, y: a.y + (b.y - a.y) * w }
}
