import type { CautionEffect } from '../../cautions'
import type { ExerciseTrait } from '../index'

/** What must never be in a plan, as the spec of cautions has it: written here by hand, not read from the rules. */
export const forbidden: [CautionEffect, ExerciseTrait][] = [
  ['noBounce', 'bounce'],
  ['noBigToeExtension', 'bigToeExtension'],
  ['bigToeInComfort', 'bigToeForced'],
  ['noBall', 'ball'],
  ['noBall', 'firmBall'],
  ['noFirmBall', 'firmBall'],
  ['noCrossRub', 'crossRub'],
  ['noCold', 'cold'],
  ['noEyesShutAlone', 'eyesShut'],
  ['oneLegSupported', 'eyesShut'],
  ['midRangeOnly', 'endRange'],
  ['nothingForced', 'endRange'],
  ['noNewExtremes', 'endRange'],
  ['noNewExtremes', 'deepSquat'],
  ['noBarefootOutside', 'barefootOutside'],
  ['keepCushion', 'impact'],
  ['keepCushion', 'longWalk'],
  ['checkKitSkin', 'rubber'],
  ['surgeonRules', 'oneLeg'],
  ['surgeonRules', 'bounce'],
  ['surgeonRules', 'deepSquat'],
  ['surgeonRules', 'heavy'],
]
