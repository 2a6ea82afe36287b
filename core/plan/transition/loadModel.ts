import type { References } from '../../groundwork/reference'
import { tissues, type Tissue } from '../training'
import { activityLoad, shoeLoad, surfaceLoad, type GroundSurface, type StepActivity } from './loadTable'

/** A shoe as far as it changes a step: mm under the heel, mm of drop, bend stiffness 0..5. */
export type SoleSpec = { stackMm: number; dropMm: number; bend: number }
/** Minutes a week of what is done on the feet. */
export type ActivityMinutes = Partial<Record<StepActivity, number>>

/**
 * Load of a step in one shoe against the same step in the usual shoe.
 * @returns 1 for the usual shoe; above it the tissue has more to do
 * @source load model, exp of the summed changes
 */
export function stepRatio(tissue: Tissue, from: SoleSpec, to: SoleSpec, r: References): number {
  const by = shoeLoad(r)[tissue]
  return Math.exp(
    by.stackMm * (from.stackMm - to.stackMm) +
      by.dropMm * (from.dropMm - to.dropMm) +
      // a softer sole is a lower bend stiffness
      by.bend * (from.bend - to.bend),
  )
}

/** Load units of a week: steps of easy walking in usual shoes. */
export function weekUnits(tissue: Tissue, minutes: ActivityMinutes): number {
  return Object.entries(minutes).reduce((sum, [activity, min]) => {
    const { stepsAMinute, base } = activityLoad[activity as StepActivity]
    return sum + min * stepsAMinute * base[tissue]
  }, 0)
}

/**
 * Unaccustomed dose of new minutes: what they load beyond the same minutes in usual shoes.
 * @param usual minutes of a usual week, all shoes; never empty
 * @returns parts of the usual week's dose, ≥ 0
 */
export function unaccustomed(
  tissue: Tissue,
  minutes: ActivityMinutes,
  { usual, from, to, surface }: LoadFrame & { surface: GroundSurface },
  r: References,
): number {
  const more = Math.max(0, stepRatio(tissue, from, to, r) * surfaceLoad[surface][tissue] - 1)
  const whole = weekUnits(tissue, usual)
  return whole > 0 ? (weekUnits(tissue, minutes) * more) / whole : 0
}

export type LoadFrame = { usual: ActivityMinutes; from: SoleSpec; to: SoleSpec }

export const byTissue = <T>(of: (tissue: Tissue) => T): Record<Tissue, T> =>
  Object.fromEntries(tissues.map((t) => [t, of(t)])) as Record<Tissue, T>
