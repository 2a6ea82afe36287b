import type { Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'
import { tripodShares, type Tripod, type TripodShares } from './tripodShares'

/** A foot as a rigid tripod with one joint: the first ray. Lengths mm, angles degrees, loads N. */
export type RigidFoot = {
  tripod: Tripod
  /** across the ball, from M1 to M5 */
  ballWidthMm: number
  /** forefoot against rear foot: + inner border up (varus), − outer border up (valgus) */
  forefootDeg: number
  /** how far the first metatarsal head comes down by itself */
  firstRayMm: number
  wedgesMm: { m1: number; m5: number; heel: number }
  loadN: number
  /** where the load stands before anything rolls, foot frame */
  copFootMm: Point
  shankMm: number
  areToesLifted: boolean
}

export type RigidAnswer = {
  /** what is missing under each ball before the foot rolls */
  gapM1Mm: number
  gapM5Mm: number
  /** how far the foot must roll to stand on all three; + inward */
  rollDeg: number
  /** how far the knee goes with it; + inward */
  kneeDriftMm: number
  /** load centre after rolling and after the wedges, foot frame */
  copFootMm: Point
  /** on three points after rolling, and the same in newtons */
  shares: TripodShares
  loadsN: TripodShares
  /** on the two or three points that touch as long as it does not roll */
  heldShares: TripodShares
}

const radians = Math.PI / 180

/**
 * A rigid tripod on the ground, quasi-static: for explaining, not for predicting.
 * @returns gap, roll, knee drift and shares
 * @throws MeasureError collinearPoints
 * @source statics; gap under M1 = max(0, w·tan φ − play − wedge), roll = atan(gap / w)
 */
export function rigidTripod(foot: RigidFoot, references: References): RigidAnswer {
  const { tripod, ballWidthMm: w, forefootDeg, wedgesMm } = foot
  const lifted = w * Math.tan(Math.abs(forefootDeg) * radians)
  // lifted toes wind the sole up and bring the first ray down a little more
  const play = foot.firstRayMm + (foot.areToesLifted ? references.windlassMm : 0)
  const gapM1Mm = forefootDeg > 0 ? Math.max(0, lifted - play - wedgesMm.m1) : 0
  const gapM5Mm = forefootDeg < 0 ? Math.max(0, lifted - wedgesMm.m5) : 0
  const rollDeg = (Math.atan(gapM1Mm / w) - Math.atan(gapM5Mm / w)) / radians
  const kneeDriftMm = foot.shankMm * Math.sin(rollDeg * radians)
  const copFootMm = {
    x: foot.copFootMm.x + kneeDriftMm * references.kneeLoadShare,
    // a raised heel tips the body forward, and it stands up again about half way
    y: foot.copFootMm.y + wedgesMm.heel * references.heelWedgeShift,
  }
  const shares = tripodShares(tripod, copFootMm)
  return {
    gapM1Mm,
    gapM5Mm,
    rollDeg,
    kneeDriftMm,
    copFootMm,
    shares,
    loadsN: { h: shares.h * foot.loadN, m1: shares.m1 * foot.loadN, m5: shares.m5 * foot.loadN },
    heldShares: heldShares(tripod, { x: foot.copFootMm.x, y: copFootMm.y }, { gapM1Mm, gapM5Mm }),
  }
}

/** As long as one ball hangs in the air, the other two points carry by the lever along their line. */
function heldShares(tripod: Tripod, cop: Point, gaps: { gapM1Mm: number; gapM5Mm: number }): TripodShares {
  if (gaps.gapM1Mm === 0 && gaps.gapM5Mm === 0) return tripodShares(tripod, cop)
  const { heelFootMm: heel } = tripod
  const ball = gaps.gapM1Mm > 0 ? tripod.m5FootMm : tripod.m1FootMm
  const along = { x: ball.x - heel.x, y: ball.y - heel.y }
  const share = ((cop.x - heel.x) * along.x + (cop.y - heel.y) * along.y) / (along.x ** 2 + along.y ** 2)
  const front = Math.max(0, Math.min(1, share))
  return gaps.gapM1Mm > 0 ? { h: 1 - front, m1: 0, m5: front } : { h: 1 - front, m1: front, m5: 0 }
}
