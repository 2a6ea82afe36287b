import type { References } from '../reference'
import { chanceBetween } from '../statistics'

/** Navicular heights above the floor, mm, at the five moments of spec; any may be missing. */
export type ArchLadder = {
  sitMm?: number | undefined
  standMm?: number | undefined
  singleMm?: number | undefined
  activeMm?: number | undefined
  passiveMm?: number | undefined
}

export type MotionChances = { little: number; usual: number; much: number }

export type ArchMotion = {
  /** navicular drop: sit − stand */
  travelMm: number | undefined
  /** scaled to the reference foot of 250 mm */
  travelScaledMm: number | undefined
  travelErrorMm: number
  motion: MotionChances | undefined
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
 * @source navicular drop: Brody 1982
 * @example archMotion({ sitMm: 42, standMm: 31 }, 250, references).travelMm // 11
 */
export function archMotion(
  ladder: ArchLadder,
  footLengthMm: number | undefined,
  references: References,
): ArchMotion {
  const { sitMm, standMm, singleMm, activeMm, passiveMm } = ladder
  const errorMm = Math.SQRT2 * references.semNavicular
  const travelMm = differenceOf(sitMm, standMm)
  const scale = footLengthMm ? references.travelFootMm / footLengthMm : 1
  const travelScaledMm = travelMm === undefined ? undefined : travelMm * scale
  const reserveMm = differenceOf(standMm, singleMm)
  const recovery = (lifted: number | undefined) =>
    travelMm !== undefined && travelMm > errorMm && lifted !== undefined && standMm !== undefined
      ? (lifted - standMm) / travelMm
      : undefined
  return {
    travelMm,
    travelScaledMm,
    travelErrorMm: errorMm,
    motion:
      travelScaledMm === undefined ? undefined : motionChances(travelScaledMm, errorMm * scale, references),
    reserveMm,
    hasNoReserve: reserveMm !== undefined && reserveMm < references.reserveNone,
    noReserveChance:
      reserveMm === undefined
        ? undefined
        : chanceBetween({ mean: reserveMm, sd: errorMm, low: -Infinity, high: references.reserveNone }),
    recoveryActive: recovery(activeMm),
    recoveryPassive: recovery(passiveMm),
    impossible: impossiblePairs(ladder, references),
  }
}

function differenceOf(higher: number | undefined, lower: number | undefined): number | undefined {
  return higher === undefined || lower === undefined ? undefined : higher - lower
}

function motionChances(travel: number, sd: number, references: References): MotionChances {
  const { travelLittle, travelMuch } = references
  return {
    little: chanceBetween({ mean: travel, sd, low: -Infinity, high: travelLittle }),
    usual: chanceBetween({ mean: travel, sd, low: travelLittle, high: travelMuch }),
    much: chanceBetween({ mean: travel, sd, low: travelMuch, high: Infinity }),
  }
}

const orders: [lower: keyof ArchLadder, higher: keyof ArchLadder][] = [
  ['standMm', 'sitMm'],
  ['singleMm', 'standMm'],
  ['standMm', 'activeMm'],
  ['standMm', 'passiveMm'],
]

function impossiblePairs(ladder: ArchLadder, references: References): ArchMotion['impossible'] {
  const errorMm = references.changeReal * Math.SQRT2 * references.semNavicular
  return orders
    .filter(([lower, higher]) => {
      const low = ladder[lower]
      const high = ladder[higher]
      return low !== undefined && high !== undefined && low - high > errorMm
    })
    .map(([lower, higher]) => ({ lower, higher }))
}
