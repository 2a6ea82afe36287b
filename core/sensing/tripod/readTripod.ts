import { MeasureError, outcomeOf, type Outcome } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import { normalCdf } from '../../groundwork/statistics'
import type { TripodShares } from './tripodShares'

export const loadTargets = ['heelHalf', 'equalThirds'] as const
export type LoadTarget = (typeof loadTargets)[number]
export const legs = ['h', 'm1', 'm5'] as const
export type Leg = (typeof legs)[number]
export const loadMethods = ['scales', 'felt', 'mat'] as const
export type LoadMethod = (typeof loadMethods)[number]

export type TripodReading = {
  shares: TripodShares
  /** all three readings added: kg from scales, N from a mat, no unit when felt */
  total: number
  method: LoadMethod
  /** + towards the medial side; absent when the whole load is on the heel */
  lean: number | undefined
  foreShare: number
  target: TripodShares
  /** in share space */
  distance: number
  kind: 'even' | 'leaning' | 'off'
  /** the leg furthest below its target, only where the foot is not even */
  light: { leg: Leg; missing: number; chance: number } | undefined
}

export function targetShares(target: LoadTarget, references: References): TripodShares {
  const { equalThird, targetHeelHalfHeel, targetHeelHalfInner } = references
  if (target === 'equalThirds') return { h: equalThird, m1: equalThird, m5: equalThird }
  return { h: targetHeelHalfHeel, m1: targetHeelHalfInner, m5: 1 - targetHeelHalfHeel - targetHeelHalfInner }
}

/**
 * Reads the tripod of one foot from three scales (kg), a mat (N) or three felt ratings (0 to 10).
 * @param loads heel, first and fifth head, each ≥ 0, one unit
 * @returns shares, lean, distance to the target and the light leg with its chance; problem noLoad or negativeLoad
 * @source statics; target by the practice's setting
 */
export function readTripod(input: {
  loads: Record<Leg, number>
  method: LoadMethod
  target: LoadTarget
  side: Side
  references: References
}): Outcome<TripodReading> {
  const { loads, method, side, references } = input
  return outcomeOf(() => {
    // on a mat a load centre beyond the triangle is a finding, not a slip: the foot tips over that edge
    if (legs.some((leg) => !(method === 'mat' ? Number.isFinite(loads[leg]) : loads[leg] >= 0)))
      throw new MeasureError({ code: 'negativeLoad', path: 'loads', side })
    const total = loads.h + loads.m1 + loads.m5
    if (total <= 0) throw new MeasureError({ code: 'noLoad', path: 'loads', side })
    const shares = { h: loads.h / total, m1: loads.m1 / total, m5: loads.m5 / total }
    const target = targetShares(input.target, references)
    const distance = Math.hypot(...legs.map((leg) => shares[leg] - target[leg]))
    const kind =
      distance <= references.tripodEven ? 'even' : distance <= references.tripodLeaning ? 'leaning' : 'off'
    const error = method === 'felt' ? references.semTripodFelt : references.semTripodShare
    const fore = shares.m1 + shares.m5
    return {
      shares,
      total,
      method,
      lean: fore > 0 ? (shares.m1 - shares.m5) / fore : undefined,
      foreShare: fore,
      target,
      distance,
      kind,
      light: kind === 'even' ? undefined : lightLeg(shares, target, error),
    }
  })
}

function lightLeg(shares: TripodShares, target: TripodShares, error: number) {
  const missing = (leg: Leg) => target[leg] - shares[leg]
  const leg = legs.reduce((a, b) => (missing(b) > missing(a) ? b : a))
  return { leg, missing: missing(leg), chance: normalCdf(missing(leg) / error) }
}

/** This foot's part of the load of both, from scales or a mat: felt ratings of two feet cannot be added. */
export function sideShare(own: TripodReading, other: TripodReading): number | undefined {
  if (own.method === 'felt' || other.method !== own.method) return undefined
  return own.total / (own.total + other.total)
}
