import type { References } from '../../groundwork/reference'
import { chanceBetween, changeError, judgeChange } from '../../groundwork/statistics'
import { weightN } from '../../groundwork/units'
import { weightedZ } from './archPosition'

/** Navicular heights above the floor, mm, at the five moments of spec; any may be missing. */
export type ArchLadder = {
  sitMm?: number | undefined
  standMm?: number | undefined
  singleMm?: number | undefined
  activeMm?: number | undefined
  passiveMm?: number | undefined
}

export type MotionChances = { little: number; usual: number; much: number }
export const motionSources = ['travel', 'rigidity', 'eversion', 'reserve'] as const
export type MotionSource = (typeof motionSources)[number]

/** What else tells how the arch moves, beside the ladder. */
export type MotionMore = {
  dorsumSitMm?: number | undefined
  dorsumStandMm?: number | undefined
  /** cancels out of the rigidity; needed for its error */
  truncatedLengthMm?: number | undefined
  eversionRangeDeg?: number | undefined
  bodyMassKg?: number | undefined
}

export type ArchMotion = {
  /** navicular drop: sit − stand */
  travelMm: number | undefined
  /** scaled to the reference foot of 250 mm */
  travelScaledMm: number | undefined
  travelErrorMm: number
  /** −1 is where little begins, +1 where much does */
  z: number | undefined
  errorZ: number | undefined
  parts: { source: MotionSource; z: number }[]
  motion: MotionChances | undefined
  /** most likely class */
  kind: keyof MotionChances | undefined
  /** standing over sitting arch height index */
  rigidity: number | undefined
  /** mm of arch height given up per kN of load on the foot */
  flexibilityMmPerKn: number | undefined
  /** stand − single: what is left to yield with */
  reserveMm: number | undefined
  hasNoReserve: boolean
  /** chance that the reserve is really below the limit */
  noReserveChance: number | undefined
  /** (active − stand)/travel, as shares of the travel; undefined where travel is within its error */
  recoveryActive: number | undefined
  recoveryPassive: number | undefined
  /** pairs that cannot be: the client is asked about at once */
  impossible: { lower: keyof ArchLadder; higher: keyof ArchLadder }[]
}

/**
 * How the arch moves, kept apart from where it stands.
 * @param footLengthMm for scaling travel; unscaled where missing
 * @returns travel, reserve and recovery with their errors; impossible pairs are named, not hidden
 * @source navicular drop: Brody 1982; rigidity and flexibility from the arch height of Williams & McClay 2000
 * @example archMotion({ sitMm: 42, standMm: 31 }, 250, references).travelMm // 11
 */
export function archMotion(
  ladder: ArchLadder,
  footLengthMm: number | undefined,
  references: References,
  more: MotionMore = {},
): ArchMotion {
  const { sitMm, standMm, singleMm, activeMm, passiveMm } = ladder
  const errorMm = Math.SQRT2 * references.semNavicularMm
  const travelMm = differenceOf(sitMm, standMm)
  const scale = footLengthMm ? references.travelFootMm / footLengthMm : 1
  const travelScaledMm = travelMm === undefined ? undefined : travelMm * scale
  const reserveMm = differenceOf(standMm, singleMm)
  const rigidity = more.dorsumSitMm && more.dorsumStandMm ? more.dorsumStandMm / more.dorsumSitMm : undefined
  const recovery = (lifted: number | undefined) =>
    travelMm !== undefined && travelMm > errorMm && lifted !== undefined && standMm !== undefined
      ? (lifted - standMm) / travelMm
      : undefined
  const parts = motionParts({ travelScaledMm, reserveMm, rigidity, errorMm, scale, more }, references)
  const mean = parts.length === 0 ? undefined : weightedZ(parts)
  const motion = mean && motionChances(mean.z, mean.errorZ)
  return {
    travelMm,
    travelScaledMm,
    travelErrorMm: errorMm,
    z: mean?.z,
    errorZ: mean?.errorZ,
    parts: parts.map(({ source, z }) => ({ source, z })),
    motion,
    kind: motion && motionKinds.reduce((a, b) => (motion[b] > motion[a] ? b : a)),
    rigidity,
    flexibilityMmPerKn: flexibility(more, references),
    reserveMm,
    hasNoReserve: reserveMm !== undefined && reserveMm < references.reserveNoneMm,
    noReserveChance:
      reserveMm === undefined
        ? undefined
        : chanceBetween({ mean: reserveMm, sd: errorMm, low: -Infinity, high: references.reserveNoneMm }),
    recoveryActive: recovery(activeMm),
    recoveryPassive: recovery(passiveMm),
    impossible: impossiblePairs(ladder, references),
  }
}

export const motionKinds = ['little', 'usual', 'much'] as const

/** What one source weighs in the motion class, and its error in z, on a foot of the reference length. */
export function motionWeight(source: MotionSource, r: References): { weight: number; error: number } {
  const heights = Math.SQRT2 * r.semNavicularMm
  const of = (weight: number, little: number, much: number, error: number) => ({
    weight,
    error: between(0, little, much, error).error,
  })
  return {
    travel: of(r.weightTravel, r.travelLittleMm, r.travelMuchMm, heights),
    rigidity: of(r.weightRigidity, r.rigidityStiff, r.rigidityLoose, rigidityError(r)),
    eversion: of(r.weightEversion, r.eversionLittleDeg, r.eversionMuchDeg, r.semEversionDeg),
    reserve: of(r.weightReserve, r.reserveNoneMm, r.reserveMuchMm, heights),
  }[source]
}

/** Two arch height indices, each with its own error. */
function rigidityError(r: References): number {
  return (Math.SQRT2 * r.semAhi) / r.ahiSitMean
}
type Part = { source: MotionSource; z: number; error: number; weight: number }

/** A value on the scale where one limit is −1 and the other +1. */
function between(value: number, little: number, much: number, error: number): { z: number; error: number } {
  const half = (much - little) / 2
  return { z: (value - (little + much) / 2) / half, error: error / Math.abs(half) }
}

function motionParts(
  input: {
    travelScaledMm: number | undefined
    reserveMm: number | undefined
    rigidity: number | undefined
    errorMm: number
    scale: number
    more: MotionMore
  },
  r: References,
): Part[] {
  const { travelScaledMm, reserveMm, rigidity, errorMm, scale, more } = input
  const parts: Part[] = []
  if (travelScaledMm !== undefined)
    parts.push({
      source: 'travel',
      weight: r.weightTravel,
      ...between(travelScaledMm, r.travelLittleMm, r.travelMuchMm, errorMm * scale),
    })
  if (rigidity !== undefined)
    parts.push({
      source: 'rigidity',
      weight: r.weightRigidity,
      // stiff is the high end of rigidity and the low end of motion
      ...between(rigidity, r.rigidityStiff, r.rigidityLoose, rigidityError(r)),
    })
  if (more.eversionRangeDeg !== undefined)
    parts.push({
      source: 'eversion',
      weight: r.weightEversion,
      ...between(more.eversionRangeDeg, r.eversionLittleDeg, r.eversionMuchDeg, r.semEversionDeg),
    })
  // nothing left after much travel is used up, not locked: it must not pull the class towards little
  const isUsedUp = travelScaledMm !== undefined && travelScaledMm > r.travelMuchMm
  if (reserveMm !== undefined && !isUsedUp)
    parts.push({
      source: 'reserve',
      weight: r.weightReserve,
      ...between(reserveMm, r.reserveNoneMm, r.reserveMuchMm, errorMm),
    })
  return parts
}

function flexibility(more: MotionMore, references: References): number | undefined {
  const { dorsumSitMm, dorsumStandMm, bodyMassKg } = more
  if (dorsumSitMm === undefined || dorsumStandMm === undefined || !bodyMassKg) return undefined
  const addedN = references.flexibilityLoadShare * weightN(bodyMassKg)
  return ((dorsumSitMm - dorsumStandMm) / addedN) * newtonsPerKn
}

const newtonsPerKn = 1000

function differenceOf(higher: number | undefined, lower: number | undefined): number | undefined {
  return higher === undefined || lower === undefined ? undefined : higher - lower
}

/** Chances of the three motion classes for a z with a normal error; the limits lie at −1 and +1. */
export function motionChances(z: number, sd: number): MotionChances {
  return {
    little: chanceBetween({ mean: z, sd, low: -Infinity, high: -1 }),
    usual: chanceBetween({ mean: z, sd, low: -1, high: 1 }),
    much: chanceBetween({ mean: z, sd, low: 1, high: Infinity }),
  }
}

const orders: [lower: keyof ArchLadder, higher: keyof ArchLadder][] = [
  ['standMm', 'sitMm'],
  ['singleMm', 'standMm'],
  ['standMm', 'activeMm'],
  ['standMm', 'passiveMm'],
]

function impossiblePairs(ladder: ArchLadder, references: References): ArchMotion['impossible'] {
  const error = changeError('semNavicularMm', references)
  return orders
    .filter(([lower, higher]) => {
      const low = ladder[lower]
      const high = ladder[higher]
      if (low === undefined || high === undefined || low <= high) return false
      return judgeChange({ value: high }, { value: low }, error).judged === 'real'
    })
    .map(([lower, higher]) => ({ lower, higher }))
}
