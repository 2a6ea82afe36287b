import type { CautionEffect } from '../cautions'
import type { References } from '../../groundwork/reference'
import type { Capacity, KitItem } from './capacities'
import type { Exercise, ExerciseTrait } from './exercise'

export type LeftOutBecause =
  | { why: 'kit'; kit: KitItem }
  | { why: 'caution'; effect: CautionEffect }
  | { why: 'setting'; setting: 'toeCurl' | 'plantarFascia' | 'hipDrills' }
  | { why: 'prerequisite'; capacity: Capacity }
  | { why: 'sameCapacity'; capacity: Capacity }
  | { why: 'budget' }
  | { why: 'tooManyNew' }
  | { why: 'banned' }
  | { why: 'enough' }

/** Values of the weaker side that open a drill; absent = not measured, which opens nothing risky. */
export type Measured = {
  singleLegOpenS: number | undefined
  heelRaises: number | undefined
  worstPain: number | undefined
  isAnkleShort: boolean
  isBigToeShort: boolean
  kneeComesIn: boolean
}

type RuleInput = {
  kit: readonly KitItem[]
  effects: ReadonlySet<CautionEffect>
  settings: { toeCurl: string; plantarFascia: string; hipDrills: string }
  measured: Measured
}

const forbiddenBy: readonly (readonly [CautionEffect, ExerciseTrait])[] = [
  ['noBounce', 'bounce'],
  ['noBigToeExtension', 'bigToeExtension'],
  ['noBall', 'ball'],
  ['noEyesShutAlone', 'eyesShut'],
  ['midRangeOnly', 'endRange'],
  ['nothingForced', 'endRange'],
  ['noNewExtremes', 'endRange'],
  ['bigToeInComfort', 'bigToeForced'],
  // what the surgeon allows is not ours to guess: nothing that loads the foot on one leg or springs
  ['surgeonRules', 'oneLeg'],
  ['surgeonRules', 'bounce'],
  ['noLoadPlan', 'bounce'],
]

/** Why kit, a caution or a setting keeps a drill out, or nothing. */
export function forbids(exercise: Exercise, input: RuleInput): LeftOutBecause | undefined {
  const has = (trait: ExerciseTrait) => exercise.traits.includes(trait)
  const effect = forbiddenBy.find(([e, trait]) => input.effects.has(e) && has(trait))?.[0]
  if (effect) return { why: 'caution', effect }
  const { toeCurl, plantarFascia, hipDrills } = input.settings
  if (has('toeCurl') && (toeCurl === 'avoided' || (toeCurl === 'pointedOnly' && !has('anklePointed'))))
    return { why: 'setting', setting: 'toeCurl' }
  if (has('fasciaStretch') && plantarFascia === 'strengthen')
    return { why: 'setting', setting: 'plantarFascia' }
  if (has('hip') && hipDrills === 'whenKneeIn' && !input.measured.kneeComesIn)
    return { why: 'setting', setting: 'hipDrills' }
  const missing = exercise.kit.find((item) => !input.kit.includes(item))
  return missing ? { why: 'kit', kit: missing } : undefined
}

/** Which capacity must come first, in an earlier phase or already there. */
export function prerequisiteMissing(
  exercise: Exercise,
  measured: Measured,
  trained: ReadonlySet<Capacity>,
  references: References,
): LeftOutBecause | undefined {
  const has = (trait: ExerciseTrait) => exercise.traits.includes(trait)
  if (has('deepSquat') && measured.isAnkleShort && !trained.has('ankleBend'))
    return { why: 'prerequisite', capacity: 'ankleBend' }
  if (has('eyesShut') && !trained.has('balance') && (measured.singleLegOpenS ?? 0) < references.balanceGoalS)
    return { why: 'prerequisite', capacity: 'balance' }
  if (has('bounce') && !bounceIsOpen(measured, references)) return { why: 'prerequisite', capacity: 'calf' }
  return undefined
}

function bounceIsOpen({ heelRaises, worstPain }: Measured, references: References): boolean {
  return (
    (heelRaises ?? 0) >= references.bounceOneLegged &&
    worstPain !== undefined &&
    worstPain <= references.bouncePain
  )
}
