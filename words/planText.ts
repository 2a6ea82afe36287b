import type {
  Capacity,
  Evidence,
  Exercise,
  KitItem,
  LeftOutBecause,
  Stage,
  TrainingPlan,
} from '@sturvo/core/training'
import type { SpacingStart } from '@sturvo/core/spacing'
import type { TransitionFactor } from '@sturvo/core/transition'
import type { CautionEffect } from '@sturvo/core/cautions'
import { effectText } from './cautionText'
import { num } from './rich'

export const stageText: Record<Stage, string> = {
  wake: 'Wake',
  build: 'Build',
  joinUp: 'Join up',
  load: 'Load',
}
export const capacityText: Record<Capacity, string> = {
  arch: 'arch',
  toeSpread: 'toe spread',
  bigToeControl: 'big-toe control',
  bigToeExtension: 'big-toe bend',
  toeDexterity: 'toe dexterity',
  toeGrip: 'toe grip',
  ankleBend: 'ankle bend',
  shinLift: 'shin lift',
  insideAnkle: 'inner ankle',
  calf: 'calf',
  yield: 'yielding',
  delay: 'holding',
  balance: 'balance',
  hipKnee: 'hip and knee line',
  comfort: 'tissue comfort',
  bounce: 'bounce',
}
export const kitText: Record<KitItem, string> = {
  band: 'band',
  softBall: 'soft ball',
  step: 'step',
  cloth: 'cloth',
  wall: 'wall',
  support: 'something to hold',
  bench: 'bench',
}

const evidenceText: Record<Evidence['measure'], (e: Evidence) => string> = {
  kneeToWall: (e) => `${e.side} knee-to-wall ${num(e.value, 0)} mm, goal ${num(e.goal, 0)}`,
  bigToeExtension: (e) => `${e.side} big toe bends ${num(e.value, 0)}°, goal ${num(e.goal, 0)}°`,
  singleLegOpen: (e) => `${e.side} leg holds ${num(e.value, 0)} s, goal ${num(e.goal, 0)}`,
  singleLegShut: (e) => `${e.side} leg, eyes shut, ${num(e.value, 0)} s, goal ${num(e.goal, 0)}`,
  heelRaises: (e) => `${e.side} heel raises ${num(e.value, 0)}, goal ${num(e.goal, 0)}`,
  halluxAngle: (e) => `${e.side} big toe leans ${num(e.value, 0)}°`,
  archIndex: (e) => `${e.side} arch index ${num(e.value, 2)}`,
  travel: (e) => `${e.side} arch travels ${num(e.value)} mm`,
  grade: (e) => `${e.side} grade ${e.value}`,
  tripodMedial: (e) => `${e.side} big-toe ball is ${num(e.value * 100, 0)} % light`,
}

export function becauseText(evidence: readonly Evidence[]): string {
  return evidence
    .slice(0, 3)
    .map((e) => evidenceText[e.measure](e))
    .join('; ')
}

export function doseText(e: Exercise): string {
  const { sets, work } = e.dose
  const once = 'holdS' in work ? `${work.holdS} s` : `${work.reps}`
  return `${sets} × ${once}${e.sides === 'each' ? ' each side' : ''}`
}

/** What a caution asks of one drill, beyond allowing it. */
export function careText(e: Exercise, effects: ReadonlySet<CautionEffect>): string {
  return effects.has('supportAtHand') && (e.traits.includes('oneLeg') || e.position === 'standing')
    ? 'Keep something steady within reach.'
    : ''
}

const settingText = {
  toeCurl: 'toe-curl setting',
  plantarFascia: 'plantar-fascia setting',
  hipDrills: 'hip-drill setting',
} as const

export function leftOutText(because: LeftOutBecause): string {
  switch (because.why) {
    case 'kit':
      return `needs a ${kitText[because.kit]}`
    case 'caution':
      return `caution: ${effectText[because.effect]}`
    case 'setting':
      return `the ${settingText[because.setting]} of the practice`
    case 'prerequisite':
      return `${capacityText[because.capacity]} has to come first`
    case 'sameCapacity':
      return `two drills for ${capacityText[because.capacity]} are enough in a session`
    case 'budget':
      return 'does not fit the minutes'
    case 'tooManyNew':
      return 'too many new drills at once'
    case 'banned':
      return 'taken out by you'
    case 'enough':
      return 'others fill the same need in less time'
  }
}

export function relaxText(wish: TrainingPlan['relax'][number], nameOf: (id: string) => string): string {
  switch (wish.wish) {
    case 'pinsOverBudget':
      return `The pinned drills take ${num(wish.minutes)} of ${wish.budget} minutes: allow more minutes or unpin one.`
    case 'pinForbidden':
      return `${nameOf(wish.id)} is pinned, but kit, a caution or a setting keeps it out: unpin it, or change that.`
    case 'noArchDrill':
      return 'No arch drill fits: allow more minutes or bring one back.'
  }
}

const notNowText = {
  caution: 'No spacers: a caution says so.',
  fixedToe: 'No spacers: a fixed toe is not spaced by force.',
  noReason: 'No spacers needed: the toes are straight.',
  unknown: 'Not decided: big-toe lean and the state of the toes are missing.',
} as const
export function spacingText(spacing: SpacingStart): string {
  if (spacing.use === 'notNow') return notNowText[spacing.because]
  return `Start with ${spacing.startMin} min a day at rest, ${spacing.growMin} min more every ${spacing.growEveryDays} wearing days with no mark after 10 min, up to ${spacing.ceilingMin} min. Take them off when numb, blue or white, sore or broken skin.`
}

/** For the client: what to do with spacers, or that there are none. What is not decided yet is not their business. */
export function clientSpacingText(spacing: SpacingStart): string | undefined {
  return spacing.use === 'notNow' && spacing.because === 'unknown' ? undefined : spacingText(spacing)
}

export const factorText: Record<TransitionFactor, string> = {
  age: 'age 60 or more',
  bone: 'bone history',
  stiffHigh: 'high stiff arch',
  noReserve: 'low arch without reserve',
  grade: 'grade 2 or more',
  sore: 'sore now',
  mass: 'body mass, with running',
}
export const surfaceText = {
  soft: 'carpet, turf',
  indoor: 'indoor floors',
  outdoor: 'paving, outside',
} as const
export const tooMuchText = [
  'pain above 3 of 10, or worse the next morning',
  'a sore spot on a bone, or swelling on top of the forefoot',
  'numb toes, or a change of colour',
] as const
