import type { References } from '../../groundwork/reference'
import type { Capacity, KitItem, Stage } from './capacities'

export type Dose = {
  sets: number
  /** repetitions and seconds each, or one hold */
  work: { reps: number; secondsPerRep: number } | { holdS: number }
}

/** What a caution or a setting may forbid. */
export const exerciseTraits = [
  'bigToeExtension',
  'bounce',
  'ball',
  'eyesShut',
  'oneLeg',
  'toeCurl',
  'anklePointed',
  'fasciaStretch',
  'deepSquat',
  'hip',
  'endRange',
  'bigToeForced',
] as const
export type ExerciseTrait = (typeof exerciseTraits)[number]

export type Exercise = {
  id: string
  name: string
  /** capacity and weight 0..1, the main one first */
  targets: readonly (readonly [Capacity, number])[]
  stage: Stage
  position: 'sitting' | 'standing' | 'one leg' | 'lying' | 'kneeling'
  kit: readonly KitItem[]
  /** both: done with both feet at once; each: one side after the other */
  sides: 'both' | 'each'
  dose: Dose
  /** 0..1: how much of a session's freshness it takes */
  fatigue: number
  traits: readonly ExerciseTrait[]
  cue: string
  slip: string
  easier: string
  harder: string
  /** which drawing shows it */
  figure: FigureId
}

export const figureIds = [
  'dome',
  'toesUp',
  'bigToe',
  'fan',
  'press',
  'band',
  'pointCurl',
  'cloth',
  'ballHeels',
  'stepRaise',
  'roll',
  'edge',
  'kneeForward',
  'oneLeg',
  'squat',
  'splitSquat',
  'toeWedge',
  'calfStretch',
  'fingers',
  'ballRoll',
  'bridge',
  'hop',
] as const
export type FigureId = (typeof figureIds)[number]

/**
 * Minutes one drill takes on the client's timer: work on every side and set, and a changeover between each.
 * @returns minutes, > 0
 */
export function minutesOf(exercise: Exercise, references: References): number {
  const { sets, work } = exercise.dose
  const once = 'holdS' in work ? work.holdS : work.reps * work.secondsPerRep
  const bouts = sets * (exercise.sides === 'each' ? 2 : 1)
  const secondsAMinute = 60
  return (bouts * once + bouts * references.changeoverS) / secondsAMinute
}
