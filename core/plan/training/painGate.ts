import type { References } from '../../groundwork/reference'
import { sides, type BySide, type Side } from '../../groundwork/side'
import type { Tissue } from './capacities'
import type { Exercise, ExerciseTrait } from './exercise'
import type { PainPlace } from './priorities'

/** How much a sore place is asked. @source training plan: pain as a gate */
export const painSteps = ['asPlanned', 'lowestDose', 'unloadedOnly', 'comfortOnly'] as const
export type PainStep = (typeof painSteps)[number]

/** What loads a place. */
const tissuesOf: Readonly<Record<PainPlace, readonly Tissue[]>> = {
  heel: ['plantarFascia'],
  arch: ['plantarFascia', 'archMuscle'],
  ball: ['forefootBone'],
  top: ['forefootBone'],
  achilles: ['calfAchilles'],
  insideAnkle: ['calfAchilles', 'archMuscle'],
}
const hard: readonly ExerciseTrait[] = ['bounce', 'impact', 'heavy', 'endRange']

export type Sore = { pain: BySide<number>; painPlaces: BySide<readonly PainPlace[]> }

/** @param pain the worst of the last week on this side, 0..10 */
export function painStep(pain: number, r: References): PainStep {
  if (pain >= r.painComfortFrom) return 'comfortOnly'
  if (pain >= r.painUnloadedFrom) return 'unloadedOnly'
  return pain >= r.painLowDoseFrom ? 'lowestDose' : 'asPlanned'
}

/** Whether a drill loads what hurts at a place. */
const loads = (exercise: Exercise, place: PainPlace) =>
  tissuesOf[place].some((tissue) => (exercise.load[tissue] ?? 0) > 0)
const isHard = (exercise: Exercise) => hard.some((trait) => exercise.traits.includes(trait))
const isUnloaded = ({ position }: Exercise) => position === 'sitting' || position === 'lying'
const isSoothing = ({ targets }: Exercise) => targets[0]?.[0] === 'comfort'

/**
 * The sore place for which a drill has to wait until pain is less, or undefined. From 6 only what loads nothing of the
 * place, sitting or lying, is left; from 8 only what soothes, and the hips.
 */
export function shutByPain(exercise: Exercise, sore: Sore, r: References): PainPlace | undefined {
  for (const side of sides) {
    const step = painStep(sore.pain[side], r)
    if (step === 'asPlanned') continue
    const found = sore.painPlaces[side].find((place) => {
      if (isSoothing(exercise)) return false
      // hips lie down for it: a squat stands on the sore place
      if (step === 'comfortOnly') return !(exercise.traits.includes('hip') && isUnloaded(exercise))
      if (step === 'lowestDose') return loads(exercise, place) && exercise.traits.includes('endRange')
      return loads(exercise, place) && (!isUnloaded(exercise) || isHard(exercise))
    })
    if (found) return found
  }
  return undefined
}

/** Whether a drill is done at its lowest dose: it loads a place that hurts from 3 on. */
export function isAtLowestDose(exercise: Exercise, { pain, painPlaces }: Sore, r: References): boolean {
  return sides.some(
    (side) =>
      painStep(pain[side], r) !== 'asPlanned' && painPlaces[side].some((place) => loads(exercise, place)),
  )
}

/** A side that hurts from 3 on is given nothing more than the other. */
export const mayHaveMore = (side: Side, { pain }: Pick<Sore, 'pain'>, r: References): boolean =>
  painStep(pain[side], r) === 'asPlanned'
