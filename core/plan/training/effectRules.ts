import type { CautionEffect } from '../cautions'
import type { KitItem, Stage } from './capacities'
import type { Exercise, ExerciseTrait } from './exercise'

/** What a drill is told to be done with, in force with a caution; on screen, on paper and on the phone. */
export const lineIds = [
  'holdSteady',
  'besideSupport',
  'easierFirst',
  'cushion',
  'comfortOnly',
  'midRange',
  'lightly',
  'besideSpot',
  'secondDay',
  'softGround',
  'indoors',
  'cramp',
] as const
export type LineId = (typeof lineIds)[number]

type OnTraits = { traits?: readonly ExerciseTrait[]; positions?: readonly Exercise['position'][] }

/**
 * What one effect does in the machine. `elsewhere` names another part of the plan that obeys it: spacers, shoes,
 * support. What is only said is declared so: nobody may believe that the machine took care of it.
 */
export type EffectRule =
  | { does: 'blocks' }
  | {
      does: 'filters'
      forbids?: readonly ExerciseTrait[]
      forbidsKit?: readonly KitItem[]
      forbidsStages?: readonly Stage[]
      forbidsPositions?: readonly Exercise['position'][]
      /** these are only done where the kit has something to hold */
      needsSupport?: readonly ExerciseTrait[]
      line?: { id: LineId; on: OnTraits }
      elsewhere?: 'spacing' | 'shoes' | 'support'
    }
  | { does: 'elsewhere'; where: 'spacing' | 'shoes' | 'support' }
  | { does: 'wordsOnly' }

const upright = { positions: ['standing', 'one leg'] } as const

/** Every effect of every caution, in one table. @source cautions and training plan of the practice; the law comes first */
export const effectRules: Readonly<Record<CautionEffect, EffectRule>> = {
  blocksPlan: { does: 'blocks' },
  noLoadPlan: { does: 'blocks' },
  // until the surgeon's release is written down by name this blocks; after it, it still filters
  surgeonRules: {
    does: 'filters',
    forbids: ['oneLeg', 'impact', 'heavy', 'deepSquat', 'endRange', 'bigToeForced', 'jointByHand'],
    forbidsStages: ['load'],
    line: { id: 'comfortOnly', on: {} },
  },
  noBarefootOutside: {
    does: 'filters',
    forbids: ['barefootOutside'],
    line: { id: 'indoors', on: upright },
    elsewhere: 'shoes',
  },
  noSpacers: { does: 'elsewhere', where: 'spacing' },
  noBall: { does: 'filters', forbids: ['ball', 'firmBall'] },
  noFirmBall: { does: 'filters', forbids: ['firmBall'], forbidsKit: ['firmBall'] },
  noCrossRub: { does: 'filters', forbids: ['crossRub', 'rub', 'deepPress'] },
  noDeepPress: { does: 'filters', forbids: ['deepPress', 'crossRub', 'firmBall'] },
  noKnobs: { does: 'filters', forbids: ['knobs'] },
  notOnBack: { does: 'filters', forbids: ['flatOnBack'] },
  noBigToeLoad: { does: 'filters', forbids: ['bigToeLoaded'], elsewhere: 'shoes' },
  noCold: { does: 'filters', forbids: ['cold'] },
  noCompression: { does: 'filters', forbids: ['toesSqueezed'] },
  noBounce: { does: 'filters', forbids: ['bounce'] },
  noThinSoles: { does: 'elsewhere', where: 'shoes' },
  // after an injury each stage waits for the one before: range, strength, balance
  passiveOnly: {
    does: 'filters',
    forbids: [
      'oneLeg',
      'endRange',
      'calfStretch',
      'ankleFront',
      'heavy',
      'toeOffLoad',
      'deepPress',
      'crossRub',
      'rollOut',
    ],
    forbidsKit: ['band', 'loopBand'],
    forbidsStages: ['joinUp', 'load'],
    forbidsPositions: ['kneeling', 'standing', 'one leg'],
  },
  noStrengthYet: {
    does: 'filters',
    forbids: ['oneLeg', 'endRange', 'calfStretch', 'heavy', 'toeOffLoad', 'deepSquat', 'rollOut'],
    forbidsKit: ['band'],
    forbidsStages: ['load'],
    forbidsPositions: ['standing', 'one leg'],
  },
  noBalanceYet: {
    does: 'filters',
    forbids: ['oneLeg', 'eyesShut', 'rollOut'],
    forbidsPositions: ['one leg'],
  },
  noBigToeExtension: { does: 'filters', forbids: ['bigToeExtension'] },
  bigToeInComfort: {
    does: 'filters',
    forbids: ['bigToeForced'],
    line: { id: 'comfortOnly', on: { traits: ['bigToeExtension'] } },
  },
  nothingForced: { does: 'filters', forbids: ['endRange', 'bigToeForced', 'jointByHand'] },
  midRangeOnly: {
    does: 'filters',
    forbids: ['endRange', 'jointByHand'],
    line: { id: 'midRange', on: { traits: ['calfStretch', 'bigToeExtension', 'ankleFront', 'deepSquat'] } },
  },
  noNewExtremes: { does: 'filters', forbids: ['endRange', 'deepSquat', 'bounce', 'impact'] },
  supportAtHand: { does: 'filters', line: { id: 'besideSupport', on: upright } },
  noEyesShutAlone: { does: 'filters', forbids: ['eyesShut'] },
  oneLegSupported: {
    does: 'filters',
    forbids: ['eyesShut'],
    needsSupport: ['oneLeg'],
    line: { id: 'besideSupport', on: upright },
  },
  softGround: {
    does: 'filters',
    line: { id: 'softGround', on: { traits: ['impact', 'heavy', 'longWalk'] } },
    elsewhere: 'shoes',
  },
  longerTransition: { does: 'elsewhere', where: 'shoes' },
  keepCushion: {
    does: 'filters',
    forbids: ['impact', 'longWalk', 'heelPressure', 'heelStand'],
    line: { id: 'cushion', on: upright },
    elsewhere: 'shoes',
  },
  checkKitSkin: { does: 'filters', forbids: ['rubber'] },
  supportStays: { does: 'elsewhere', where: 'support' },
  dailySkinLook: { does: 'wordsOnly' },
  licensedLead: { does: 'wordsOnly' },
  gentleChange: { does: 'wordsOnly' },
  goLightly: {
    does: 'filters',
    line: { id: 'lightly', on: { traits: ['ball', 'rolling', 'byHand', 'deepPress', 'crossRub'] } },
  },
}

/** What an effect takes from a drill, or undefined. */
export function forbiddenBy(
  exercise: Exercise,
  effects: ReadonlySet<CautionEffect>,
  kit: readonly KitItem[],
): CautionEffect | undefined {
  const has = (list: readonly ExerciseTrait[] | undefined) =>
    list?.some((trait) => exercise.traits.includes(trait)) ?? false
  return [...effects].find((effect) => {
    const rule = effectRules[effect]
    if (rule.does !== 'filters') return rule.does === 'blocks'
    return (
      has(rule.forbids) ||
      (rule.forbidsKit?.some((item) => exercise.kit.includes(item)) ?? false) ||
      (rule.forbidsStages?.includes(exercise.stage) ?? false) ||
      (rule.forbidsPositions?.includes(exercise.position) ?? false) ||
      (has(rule.needsSupport) && !kit.includes('support'))
    )
  })
}

/** What the effects in force tell on a drill. */
export function linesOf(exercise: Exercise, effects: ReadonlySet<CautionEffect>): LineId[] {
  const lines = [...effects].flatMap((effect) => {
    const rule = effectRules[effect]
    if (rule.does !== 'filters' || !rule.line) return []
    const { id, on } = rule.line
    const { traits, positions } = on
    const isAll = !traits && !positions
    const isOn =
      (traits?.some((trait) => exercise.traits.includes(trait)) ?? false) ||
      (positions?.includes(exercise.position) ?? false)
    return isAll || isOn ? [id] : []
  })
  return [...new Set(lines)]
}
