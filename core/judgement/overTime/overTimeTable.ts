import { errorKindOf, measureTable, type NumberMeasureId } from '../../foot/measures'
import type { References, SemId } from '../../groundwork/reference'

/** What is computed of a foot and followed like a measure. */
export const derivedIds = [
  'archTravel',
  'archReserve',
  'archIndex',
  'shareHeel',
  'shareInner',
  'shareOuter',
  'postureScore',
] as const
export type DerivedId = (typeof derivedIds)[number]
export type OverTimeId = NumberMeasureId | DerivedId

export type OverTimeKind = {
  sem: SemId
  /** how many single errors are in it: a difference of two heights has two */
  parts: number
  unit: string
  decimals: number
}

const derived: Readonly<Record<DerivedId, OverTimeKind>> = {
  archTravel: { sem: 'semNavicularMm', parts: 2, unit: 'mm', decimals: 1 },
  archReserve: { sem: 'semNavicularMm', parts: 2, unit: 'mm', decimals: 1 },
  archIndex: { sem: 'semArchIndex', parts: 1, unit: '', decimals: 3 },
  shareHeel: { sem: 'semTripodShare', parts: 1, unit: '', decimals: 2 },
  shareInner: { sem: 'semTripodShare', parts: 1, unit: '', decimals: 2 },
  shareOuter: { sem: 'semTripodShare', parts: 1, unit: '', decimals: 2 },
  postureScore: { sem: 'semPosture', parts: 1, unit: '', decimals: 0 },
}
export const isDerived = (id: OverTimeId): id is DerivedId => Object.hasOwn(derived, id)

/** How a value is followed; undefined for counts and scores whose error nobody knows. */
export function overTimeKind(id: OverTimeId): OverTimeKind | undefined {
  if (isDerived(id)) return derived[id]
  const sem = errorKindOf(id)
  const { unit, decimals } = measureTable[id]
  return sem && { sem, parts: 1, unit, decimals }
}

/** Where a value would be best: at least, at most, or between. Same unit as the value. */
export type Wanted = { from: number; to: number }

const none = Infinity
/**
 * What is wanted of a value, where more or less of it is better at all. An arch that stands higher is another arch, not
 * a better one.
 * @param bigToeGoalDeg the practice's goal
 */
export function wantedOf(id: OverTimeId, r: References, bigToeGoalDeg: number): Wanted | undefined {
  const least = (from: number): Wanted => ({ from, to: none })
  switch (id) {
    case 'archTravel':
      return { from: r.travelLittleMm, to: r.travelMuchMm }
    case 'archReserve':
      return least(r.reserveNoneMm)
    case 'archIndex':
      return { from: r.archIndexHigh, to: r.archIndexLow }
    case 'kneeToWall':
      return least(r.kneeToWallGoalMm)
    case 'bigToeExtension':
    case 'bigToeStanding':
      return least(bigToeGoalDeg)
    case 'singleLegOpen':
      return least(r.balanceGoalS)
    case 'singleLegShut':
      return least(r.balanceShutFineS)
    case 'heelRaises':
      return least(r.heelRaiseGoal)
    case 'toeGripForce':
      return least(r.toeGripFineN)
    case 'gapSpread1':
    case 'gapSpread2':
    case 'gapSpread3':
    case 'gapSpread4':
      return least(r.spreadFineMm)
    case 'halluxAngle':
      return { from: -none, to: r.halluxSlightDeg }
    case 'fifthToeAngle':
      return { from: -none, to: r.fifthToeInDeg }
    case 'eversionRange':
      return least(r.eversionLittleDeg)
    default:
      return undefined
  }
}

/** How far a value lies outside what is wanted; 0 within. */
export function outsideBy(value: number, { from, to }: Wanted): number {
  return Math.max(0, from - value, value - to)
}
