import type { References } from '../../groundwork/reference'
import type { Tissue } from '../training'
import { onFeetMin } from './exposure'
import { byTissue, unaccustomed, type ActivityMinutes, type LoadFrame } from './loadModel'
import { groundSurfaces, type GroundSurface } from './loadTable'
import type { Pace, Rung, TransitionFactor, TransitionInput } from './transition'

export const percent = 100
/** a product of factors may end a hair beside a whole minute */
export const roundingSlack = 1e-6

/** What stays the same in every week of one plan. */
export type Frame = {
  input: TransitionInput
  r: References
  /** product of the factors, at most the table's */
  factor: number
  targetMinutes: number
  runTargetMinutes: number
  shortestWeeks: number
  shortestRunWeeks: number
  growthShare: number
  stepMin: number
  firstMin: number
  runStepMin: number
  /** unaccustomed dose of one new minute, by ground */
  aMinute: Record<GroundSurface, { walked: Record<Tissue, number>; ran: Record<Tissue, number> }>
  rungs: readonly Rung[]
  firstSurface: GroundSurface
}

export function factorProduct(factors: readonly TransitionFactor[], r: References): number {
  const of: Record<TransitionFactor, number> = {
    age: r.factorAge,
    bone: r.factorBone,
    stiffHigh: r.factorStiffHigh,
    noReserve: r.factorNoReserve,
    grade: r.factorGrade,
    sore: r.factorSore,
    mass: r.factorMass,
  }
  return Math.min(
    r.factorMost,
    factors.reduce((product, id) => product * of[id], 1),
  )
}

/** Growth of new minutes from week to week at a pace, as a part. @source footwear transition, rule 1 */
export const growthOf = (pace: Pace, r: References): number =>
  ({ slow: r.growthSlowPct, usual: r.growthUsualPct, brisk: r.growthBriskPct })[pace] / percent

export function frameOf(input: TransitionInput, r: References): Frame {
  const { from, to } = input
  const factor = factorProduct(input.factors, r)
  const pace = input.isCautious ? 'slow' : input.pace
  const step = { slow: r.stepSlowMin, usual: r.stepUsualMin, brisk: r.stepBriskMin }[pace]
  const runStep = { slow: r.runGrowthSlowPct, usual: r.runGrowthUsualPct, brisk: r.runGrowthBriskPct }[pace]
  const isBeyond = to.minutes > from.newMinutes + roundingSlack
  const isCareful = input.factors.length > 0 || input.isCautious
  const runTarget =
    input.noImpact || to.end === 'barefootTraining' || to.minutes === 0
      ? 0
      : // who does not walk in them an hour a day does not run in them
        to.minutes < r.runWalkDayMin * r.runWalkDaysLeast
        ? Math.min(from.newRunMinutes, from.minutes.run)
        : Math.max(from.newRunMinutes, from.minutes.run * r.runTargetShare)
  const { stand, walk, train } = from.minutes
  const onFeet = Math.max(1, onFeetMin(from.minutes))
  const mix: ActivityMinutes = { stand: stand / onFeet, walk: walk / onFeet, train: train / onFeet }
  const load: LoadFrame = { usual: from.minutes, from: from.usual, to: to.sole }
  return {
    input,
    r,
    factor,
    targetMinutes: to.minutes,
    runTargetMinutes: runTarget,
    shortestWeeks: isBeyond ? Math.ceil(r.shortestWalkWeeks * factor - roundingSlack) : 0,
    shortestRunWeeks:
      runTarget > from.newRunMinutes ? Math.ceil(r.shortestRunWeeks * factor - roundingSlack) : 0,
    growthShare: growthOf(pace, r),
    stepMin: step / factor,
    firstMin: isCareful ? r.firstExposureCarefulMin : r.firstExposureMin,
    runStepMin: ((runStep / percent) * from.minutes.run) / factor,
    aMinute: Object.fromEntries(
      groundSurfaces.map((surface) => [
        surface,
        {
          walked: byTissue((t) => unaccustomed(t, mix, { ...load, surface }, r)),
          ran: byTissue((t) => unaccustomed(t, { run: 1 }, { ...load, surface }, r)),
        },
      ]),
    ) as Frame['aMinute'],
    rungs: rungsOf(input),
    firstSurface: firstSurfaceOf(input),
  }
}

/** A caution that starts on soft ground does so whatever is walked on today. */
function firstSurfaceOf({ from, softStart, staysInside }: TransitionInput): GroundSurface {
  if (softStart) return 'carpet'
  const known = from.surface ?? 'wood'
  return staysInside && isHarder(known, 'wood') ? 'wood' : known
}

const isHarder = (a: GroundSurface, b: GroundSurface) => groundSurfaces.indexOf(a) > groundSurfaces.indexOf(b)

/** Steps still to be opened, in their order: ground and activity by turns, one ladder at a time. */
function rungsOf(input: TransitionInput): Rung[] {
  const first = firstSurfaceOf(input)
  const last: GroundSurface = input.staysInside ? 'wood' : 'paving'
  const grounds = (['carpet', 'wood', 'paving'] as const)
    .filter((ground) => isHarder(ground, first) && !isHarder(ground, last))
    .map((to): Rung => ({ ladder: 'surface', to }))
  const { train } = input.from.minutes
  const activities = [
    ...(train > 0 ? (['train'] as const) : []),
    ...(input.to.end === 'barefootTraining' || input.staysInside ? [] : (['briskWalk'] as const)),
  ].map((to): Rung => ({ ladder: 'activity', to }))
  return Array.from({ length: Math.max(grounds.length, activities.length) }, (_, i) => [
    grounds[i],
    activities[i],
  ])
    .flat()
    .filter((rung) => rung !== undefined)
}
