import type { CautionEffect } from '../cautions'
import type { References } from '../../groundwork/reference'
import type { BySide } from '../../groundwork/side'
import type { Capacity, KitItem } from './capacities'
import { forbiddenBy } from './effectRules'
import type { Exercise, ExerciseTrait } from './exercise'
import type { GateId } from './gateIds'
import { basisOf } from './ownDrill'
import type { Gate } from './gates'
import { shutByPain } from './painGate'
import type { PainPlace } from './priorities'

export type TrainingSettings = {
  toeCurl: 'pointedOnly' | 'allowed' | 'avoided'
  plantarFascia: 'strengthen' | 'lengthen'
  hipDrills: 'always' | 'whenKneeIn'
  pressureTools: 'softOnly' | 'firmAllowed'
  correction: 'wholeChain' | 'localFirst'
  pronation: 'bothWays' | 'limit'
  barefoot: 'gradual' | 'cautious' | 'most'
  licence: 'coach' | 'therapist' | 'podiatrist'
}
export type SettingId = keyof TrainingSettings

export type LeftOutBecause =
  | { why: 'kit'; kit: KitItem }
  | { why: 'caution'; effect: CautionEffect }
  | { why: 'setting'; setting: SettingId }
  | { why: 'pain'; place: PainPlace }
  /** it loads a place that hurts too much for it now */
  | { why: 'painFirst'; place: PainPlace }
  /** it soothes places that do not hurt */
  | { why: 'notSore' }
  /** not one repetition is within what was measured */
  | { why: 'cannotYet' }
  /** what a practitioner's hands do is nobody's homework */
  | { why: 'atVisit' }
  | { why: 'pinch' }
  | { why: 'gate'; gate: Gate }
  | { why: 'banned' }
  | { why: 'nothingShort' }
  | { why: 'others' }

/** What a plan would lose by a drill that is forced into it. */
export type Price = {
  /** of the objective of its phase, ≥ 0 */
  objective: number
  /** part of what the phase is worth without it, 0..1 */
  share: number
  pushedOut: string[]
  filledLess: { capacity: Capacity; share: number }[]
}

export type RuleInput = {
  kit: readonly KitItem[]
  effects: ReadonlySet<CautionEffect>
  settings: TrainingSettings
  painPlaces: BySide<readonly PainPlace[]>
  /** the worst of the last week on each side, 0..10 */
  pain: BySide<number>
  references: References
  /** what was felt at the end of the ankle's range, on either side */
  hasPinch: boolean
  isLocked: boolean
  kneeComesIn: boolean
  /** the least of what is known on one leg, s; undefined where nobody tried */
  oneLegS: number | undefined
  banned: readonly string[]
}

/** What a sore place keeps out. @source training plan: place of pain filters */
const painRules: readonly { place: PainPlace; forbids: readonly ExerciseTrait[] }[] = [
  // a sore ball is not pushed off from
  { place: 'ball', forbids: ['toeOffLoad', 'impact', 'bigToeForced'] },
  { place: 'heel', forbids: ['heelPressure', 'heelStand', 'impact'] },
  { place: 'achilles', forbids: ['calfStretch', 'heelBelow', 'impact', 'endRange'] },
  { place: 'insideAnkle', forbids: ['bounce', 'impact'] },
]

/** Whether somebody or something forbids a drill to this client: not that others fill its place better. */
export function isForbidden(because: LeftOutBecause | undefined): boolean {
  return because !== undefined && !['others', 'nothingShort', 'notSore', 'banned'].includes(because.why)
}

/** Why kit, a caution, a setting, a pain or the licence keeps a drill out of every phase, or nothing. */
export function forbids(exercise: Exercise, input: RuleInput): LeftOutBecause | undefined {
  const has = (trait: ExerciseTrait) => exercise.traits.includes(trait)
  const effect = forbiddenBy(exercise, input.effects, input.kit)
  if (effect) return { why: 'caution', effect }
  const sore = [...input.painPlaces.left, ...input.painPlaces.right]
  const pain = painRules.find((rule) => sore.includes(rule.place) && rule.forbids.some(has))
  if (pain) return { why: 'pain', place: pain.place }
  const tooSore = shutByPain(exercise, input, input.references)
  if (tooSore) return { why: 'painFirst', place: tooSore }
  // held or not: who cannot stand on one leg does nothing on one leg until he can
  if (has('oneLeg') && input.oneLegS !== undefined && input.oneLegS <= 0) return { why: 'cannotYet' }
  if (input.hasPinch && (has('calfStretch') || has('ankleFront')) && basisOf(exercise) !== 'bandGlide')
    return { why: 'pinch' }
  const setting = settingAgainst(exercise, input, sore)
  if (setting) return { why: 'setting', setting }
  if (has('byPractitioner')) return { why: 'atVisit' }
  if (input.banned.includes(exercise.id)) return { why: 'banned' }
  const missing = exercise.kit.find((item) => !input.kit.includes(item))
  return missing ? { why: 'kit', kit: missing } : undefined
}

function settingAgainst(
  exercise: Exercise,
  input: RuleInput,
  sore: readonly PainPlace[],
): SettingId | undefined {
  const has = (trait: ExerciseTrait) => exercise.traits.includes(trait)
  const { settings } = input
  const isFascia = sore.includes('heel') || sore.includes('arch')
  if (has('toeCurl') && settings.toeCurl === 'avoided') return 'toeCurl'
  if (has('toeCurl') && settings.toeCurl === 'pointedOnly' && !has('anklePointed')) return 'toeCurl'
  if (has('fasciaStretch') && settings.plantarFascia === 'strengthen') return 'plantarFascia'
  if (isFascia && settings.plantarFascia === 'strengthen' && (has('rolling') || has('cold')))
    return 'plantarFascia'
  if (isFascia && settings.plantarFascia === 'lengthen' && has('fasciaLoad')) return 'plantarFascia'
  if (has('hip') && settings.hipDrills === 'whenKneeIn' && !input.kneeComesIn) return 'hipDrills'
  if (has('firmBall') && settings.pressureTools === 'softOnly') return 'pressureTools'
  if (has('localMobilising') && settings.correction === 'wholeChain') return 'correction'
  if (has('jointByHand') && settings.licence === 'coach') return 'licence'
  if (settings.barefoot === 'cautious' && (has('longWalk') || basisOf(exercise) === 'runIn'))
    return 'barefoot'
  // rolling out trains what a locked foot has too much of
  if (has('rollOut') && input.isLocked && settings.pronation === 'bothWays') return 'pronation'
  return undefined
}

/** A drill that is there to soothe, where nothing hurts that it is good for. @source training plan: comfort by place */
export function isForNoPlace(exercise: Exercise, { painPlaces }: Pick<RuleInput, 'painPlaces'>): boolean {
  const { soothes, targets } = exercise
  if (!soothes || targets[0]?.[0] !== 'comfort') return false
  return !soothes.some((place) => painPlaces.left.includes(place) || painPlaces.right.includes(place))
}

/** The gate a drill stands behind, where it is not open. */
export function closedGate(exercise: Exercise, gates: Readonly<Record<GateId, Gate>>): Gate | undefined {
  const gate = exercise.gate && gates[exercise.gate]
  return gate && !gate.isOpen ? gate : undefined
}
