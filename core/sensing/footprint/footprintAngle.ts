import { angleBetweenDeg, cross, subtract, type Point } from '../../groundwork/geometry'
import type { Thirds } from './thirds'

export type FootprintAngle = {
  angleDeg: number
  /** forefoot and heel contact of the medial tangent, and the arch apex; foot frame, mm */
  forefootFootMm: Point
  heelFootMm: Point
  apexFootMm: Point
}

/**
 * Footprint (Clarke) angle: at the forefoot contact of the medial tangent, between the tangent and the line to the
 * arch apex, the medial border point of the middle third furthest from the tangent.
 * @returns undefined where heel or forefoot left no medial border
 * @source Clarke 1933, Res Q 4:99
 */
export function footprintAngle(thirds: Thirds): FootprintAngle | undefined {
  const border = (part: Thirds['mid']): Point[] =>
    part.filter((s) => s.widthMm > 0).map((s) => ({ x: s.medialXMm, y: s.yMm }))
  const rear = border(thirds.rear)
  const fore = border(thirds.fore)
  const mid = border(thirds.mid)
  if (rear.length === 0 || fore.length === 0) return undefined
  const [heelFootMm, forefootFootMm] = medialTangent(rear, fore)
  const along = subtract(heelFootMm, forefootFootMm)
  const length = Math.hypot(along.x, along.y)
  let apexFootMm = heelFootMm
  let furthest = 0
  for (const p of mid) {
    const inside = cross(along, subtract(p, forefootFootMm)) / length
    if (-inside > furthest) {
      furthest = -inside
      apexFootMm = p
    }
  }
  const angleDeg = furthest === 0 ? 0 : angleBetweenDeg(along, subtract(apexFootMm, forefootFootMm))
  return { angleDeg, forefootFootMm, heelFootMm, apexFootMm }
}

/** The edge of the medial hull that bridges from the heel to the forefoot. */
function medialTangent(rear: Point[], fore: Point[]): [Point, Point] {
  const hull: { p: Point; isFore: boolean }[] = []
  const all = [...rear.map((p) => ({ p, isFore: false })), ...fore.map((p) => ({ p, isFore: true }))]
  for (const next of all) {
    while (hull.length >= 2) {
      const a = hull[hull.length - 2]!.p
      const b = hull[hull.length - 1]!.p
      // drop b when it lies on or inside the line from a to the next point (medial is + x)
      if ((b.x - a.x) * (next.p.y - a.y) <= (next.p.x - a.x) * (b.y - a.y)) hull.pop()
      else break
    }
    hull.push(next)
  }
  const bridge = hull.findIndex((h, i) => i > 0 && h.isFore && !hull[i - 1]!.isFore)
  return bridge > 0 ? [hull[bridge - 1]!.p, hull[bridge]!.p] : [rear[0]!, fore[fore.length - 1]!]
}
