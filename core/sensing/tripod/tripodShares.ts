import { cross, subtract, type Point } from '../../groundwork/geometry'
import { MeasureError } from '../../groundwork/problem'

/** The three points a foot stands on, in its foot frame, mm. */
export type Tripod = { heelFootMm: Point; m1FootMm: Point; m5FootMm: Point }
/** Shares of the foot's load; they add up to 1. A negative share: the load centre lies beyond the opposite edge. */
export type TripodShares = { h: number; m1: number; m5: number }

const flatTriangleMm2 = 1 // twice the area below which the points lie on one line: a fiftieth of a fingertip

/**
 * The three loads that stand for the real one: barycentric coordinates of the centre of pressure.
 * @param copFootMm centre of pressure in the foot frame, mm, inside or outside the triangle
 * @returns shares, sum 1
 * @throws MeasureError collinearPoints
 * @source statics of a rigid body on three supports
 * @example tripodShares(tripod, tripod.heelFootMm) // { h: 1, m1: 0, m5: 0 }
 */
export function tripodShares(tripod: Tripod, copFootMm: Point): TripodShares {
  const { heelFootMm: heel, m1FootMm: m1, m5FootMm: m5 } = tripod
  const area = cross(subtract(m1, heel), subtract(m5, heel))
  if (Math.abs(area) < flatTriangleMm2) throw new MeasureError({ code: 'collinearPoints', path: 'tripod' })
  const toCop = subtract(copFootMm, heel)
  const m1Share = cross(toCop, subtract(m5, heel)) / area
  const m5Share = cross(subtract(m1, heel), toCop) / area
  return { h: 1 - m1Share - m5Share, m1: m1Share, m5: m5Share }
}

/** The centre of pressure for given shares, foot frame, mm: the inverse of tripodShares. */
export function copOf(tripod: Tripod, shares: TripodShares): Point {
  const { heelFootMm: h, m1FootMm: a, m5FootMm: b } = tripod
  return {
    x: h.x * shares.h + a.x * shares.m1 + b.x * shares.m5,
    y: h.y * shares.h + a.y * shares.m1 + b.y * shares.m5,
  }
}

/** Heads of the first and fifth metatarsal or the toe pads before them, and the middle of the heel. */
export function tripodPoints(
  foot: { lengthMm: number; ballWidthMm: number },
  points: 'heads' | 'pads',
): Tripod {
  const { lengthMm: l, ballWidthMm: w } = foot
  const heads = {
    heelFootMm: { x: 0, y: l * 0.11 },
    m1FootMm: { x: w * 0.31, y: l * 0.725 },
    m5FootMm: { x: -w * 0.4, y: l * 0.62 },
  }
  return points === 'heads' ? heads : padsOf(heads, l)
}

/** The toe pads in front of the joint heads, by the usual proportions of a foot of this length. */
export function padsOf(heads: Tripod, lengthMm: number): Tripod {
  const before = (p: Point, share: number) => ({ x: p.x, y: p.y + share * lengthMm })
  return {
    heelFootMm: heads.heelFootMm,
    m1FootMm: before(heads.m1FootMm, 0.215),
    m5FootMm: before(heads.m5FootMm, 0.17),
  }
}
