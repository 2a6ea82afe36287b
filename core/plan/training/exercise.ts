import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import type { Capacity, KitItem, Stage, Tissue } from './capacities'
import type { GateId } from './gateIds'
import type { PainPlace } from './priorities'

/** Repetitions and seconds each, or one hold. */
export type Work = { reps: number; secondsPerRep: number } | { holdS: number }

/** What a caution, a pain, a setting or the licence may forbid. */
export const exerciseTraits = [
  'bigToeExtension',
  'bigToeForced',
  'bounce',
  'impact',
  'ball',
  'firmBall',
  'eyesShut',
  'oneLeg',
  'toeCurl',
  'anklePointed',
  'fasciaStretch',
  'fasciaLoad',
  'calfStretch',
  'ankleFront',
  'deepSquat',
  'hip',
  'endRange',
  'toeOffLoad',
  'heelPressure',
  'rolling',
  'barefootOutside',
  'longWalk',
  'cold',
  'crossRub',
  'deepPress',
  'byHand',
  'jointByHand',
  'localMobilising',
  'rollOut',
  'rubber',
  'heavy',
  'bigToeLoaded',
  'flatOnBack',
  'knobs',
  'toesSqueezed',
  'rub',
  'heelStand',
  'heelBelow',
  'byPractitioner',
] as const
export type ExerciseTrait = (typeof exerciseTraits)[number]
export type Position = 'lying' | 'sitting' | 'kneeling' | 'standing' | 'one leg'

/** The measured best that holds down what a drill starts with; seconds on one leg hold down its repetitions too. */
export type Bound = 'singleLegOpen' | 'singleLegShut' | 'heelRaises'

export type Exercise = {
  id: string
  /** the drill of the library an own drill of the practice was made from */
  basis?: string
  name: string
  /** the name in the client's words */
  client: string
  /** capacity and weight 0..1, the main one first */
  targets: readonly (readonly [Capacity, number])[]
  /** load of three sets at full dose, 0..1 by tissue */
  load: Partial<Record<Tissue, number>>
  /** sore places it is good for, where it soothes */
  soothes?: readonly PainPlace[]
  stage: Stage
  /** the last phase it is worth doing in */
  until: Stage
  position: Position
  kit: readonly KitItem[]
  /** both: done with both feet at once; each: one side after the other */
  sides: 'both' | 'each'
  sets: number
  /** what it starts with, and what it grows to */
  start: Work
  most: Work
  bound: Bound | undefined
  /** 0..1: how much of a session's freshness it takes */
  fatigue: number
  traits: readonly ExerciseTrait[]
  gate: GateId | undefined
  cue: string
  slip: string
  easier: string
  harder: string
  /** where the dose or the drill comes from */
  note: string
  /** how a body stands in it, for whoever draws it */
  pose: string
}

/** A drill as it is done: sets, work and days, the sets that the weaker side has more, and its minutes on the timer. */
export type Dose = {
  sets: number
  work: Work
  perWeek: number
  extraSets: Record<Side, number>
  /** minutes of one session */
  minutes: number
}

/** What of a dose is chosen by hand; what is left open the plan chooses. */
export type DoseWish = {
  /** 1 and up; at most one more than the drill's own */
  sets?: number | undefined
  /** seconds of a hold or repetitions; held down to what the measured best allows */
  amount?: number | undefined
  /** the side with one set more; a side that is clearly weaker keeps its own */
  extra?: Side | 'none' | undefined
}

/** How far a dose may be chosen by hand: one set more than the drill's own, and its largest amount. */
export function doseLimits({ sets, most }: Pick<Exercise, 'sets' | 'most'>): {
  sets: number
  amount: number
} {
  return { sets: sets + 1, amount: 'holdS' in most ? most.holdS : most.reps }
}

const secondsAMinute = 60

/**
 * Minutes one session of a drill takes on the client's timer: work on every side and set, and a changeover after each.
 * @param sets per side, extra ones of a side besides
 * @returns minutes, > 0
 */
export function minutesOf(
  sides: Exercise['sides'],
  sets: number,
  extraSets: number,
  work: Work,
  references: References,
): number {
  const once = 'holdS' in work ? work.holdS : work.reps * work.secondsPerRep
  const bouts = sets * (sides === 'each' ? 2 : 1) + extraSets
  return (bouts * (once + references.changeoverS)) / secondsAMinute
}
