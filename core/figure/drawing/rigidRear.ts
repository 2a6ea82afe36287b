import type { Point } from '../../groundwork/geometry'
import { rearWidths } from './rearWidths'

/** A foot from behind, in mm: x medial, y up from the floor; the outer border of the ball is where it turns. */
export type RearFoot = {
  /** skin of the forefoot, closed; it lies behind the heel */
  forefootMm: Point[]
  /** heads of the five metatarsals, inner to outer: middle and radius */
  headsMm: { at: Point; radiusMm: number }[]
  /** heel and lower leg, closed */
  legMm: Point[]
  /** both borders of the tendon, from the heel into the calf */
  tendonMm: Point[][]
  /** where the middle line of the leg ends, from the middle of the heel */
  kneeMm: Point
}

/**
 * The rear view for the tripod simulator.
 * @param foot ball and heel width, forefoot angle (+ inner border up), how far the first ray came down, and how
 * far the whole foot has rolled (+ inward)
 */
export function rigidRear(foot: {
  ballWidthMm: number
  heelWidthMm: number
  forefootDeg: number
  firstRayMm: number
  rollDeg: number
}): RearFoot {
  const { ballWidthMm: w, heelWidthMm: h } = foot
  const outer = { x: -w * 0.56, y: 0 }
  const inner = { x: w * 0.44, y: 0 }
  // a varus forefoot lifts its inner border about the outer one, a valgus forefoot the other way round
  const hinge = foot.forefootDeg >= 0 ? outer : inner
  // the forefoot comes down about the border that already stands; the heel rolls on its own pad
  const tilt = (p: Point) => turned(turned(p, hinge, foot.forefootDeg), hinge, -foot.rollDeg)
  const roll = (p: Point) => turned(p, { x: 0, y: h * 0.5 }, -foot.rollDeg)
  const heads = [1, 0.72, 0.5, 0.28, 0].map((share, i) => {
    const radiusMm = i === 0 ? w * 0.115 : w * 0.085
    const x = outer.x + radiusMm + share * (w - radiusMm * 2 - (i === 0 ? 0 : w * 0.03))
    const drop = i === 0 && foot.forefootDeg > 0 ? foot.firstRayMm : 0
    return { at: tilt({ x, y: radiusMm + w * 0.05 - drop + (i > 0 && i < 4 ? w * 0.012 : 0) }), radiusMm }
  })
  const drop = foot.forefootDeg > 0 ? foot.firstRayMm : 0
  const skin: Point[] = smooth([
    { x: outer.x, y: w * 0.09 },
    { x: outer.x + w * 0.04, y: w * 0.01 },
    { x: outer.x + w * 0.25, y: w * 0.015 },
    { x: inner.x - w * 0.3, y: w * 0.02 - drop * 0.3 },
    { x: inner.x - w * 0.1, y: -drop },
    { x: inner.x + w * 0.02, y: w * 0.1 - drop },
    { x: inner.x - w * 0.02, y: w * 0.27 },
    { x: inner.x - w * 0.18, y: w * 0.4 },
    { x: outer.x + w * 0.35, y: w * 0.36 },
    { x: outer.x + w * 0.08, y: w * 0.22 },
  ])
  // as wide as this heel is; the leg goes on beyond what is drawn
  const scale = h / usualHeelMm
  const put = (x: number, y: number): Point => ({ x: x * scale, y: y * scale })
  const leg = smooth([
    ...rearWidths.map(([height, inner]) => put(inner, height - lowestMm)),
    ...[...rearWidths].reverse().map(([height, , outer]) => put(-outer, height - lowestMm)),
  ])
  const tendon = [1, -1].map((way) =>
    [
      [10, 46],
      [7.5, 66],
      [6.2, 92],
      [8, 120],
      [14, 156],
      [20, 190],
    ].map(([x, y]) => roll(put(x! * way, y!))),
  )
  return {
    forefootMm: skin.map(tilt),
    headsMm: heads,
    legMm: leg.map(roll),
    tendonMm: tendon,
    kneeMm: roll({ x: 0, y: h * 3.55 }),
  }
}

const usualHeelMm = 62
const lowestMm = 3 // where the widths begin: the pad of the heel is round

function turned(p: Point, about: Point, deg: number): Point {
  const [s, c] = [Math.sin((deg * Math.PI) / 180), Math.cos((deg * Math.PI) / 180)]
  const [dx, dy] = [p.x - about.x, p.y - about.y]
  return { x: about.x + dx * c - dy * s, y: about.y + dx * s + dy * c }
}

/** A closed curve through the points (Catmull–Rom), so that skin has no corners. */
function smooth(points: readonly Point[]): Point[] {
  const n = points.length
  const at = (i: number) => points[(i + n) % n]!
  return points.flatMap((p1, i) => {
    const [p0, p2, p3] = [at(i - 1), at(i + 1), at(i + 2)]
    return [0, 0.2, 0.4, 0.6, 0.8].map((t) => {
      const axis = (a: number, b: number, c: number, d: number) =>
        0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t ** 3)
      return { x: axis(p0.x, p1.x, p2.x, p3.x), y: axis(p0.y, p1.y, p2.y, p3.y) }
    })
  })
}
