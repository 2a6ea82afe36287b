import type { ExerciseTrait, OwnDrillProblem } from '@sturvo/core/training'
import { num } from './rich'

/** What a drill asks of a body, in a practitioner's words: a caution, a pain or the licence may forbid it. */
export const traitText: Record<ExerciseTrait, string> = {
  bigToeExtension: 'bends the big toe up',
  bigToeForced: 'big toe bent up under load',
  bounce: 'bounces',
  impact: 'lands: hops, jumps, running',
  ball: 'a ball under the foot',
  firmBall: 'a firm ball',
  eyesShut: 'eyes shut',
  oneLeg: 'stands on one leg',
  toeCurl: 'curls the toes',
  anklePointed: 'ankle pointed',
  fasciaStretch: 'stretches the plantar fascia',
  fasciaLoad: 'loads the plantar fascia',
  calfStretch: 'stretches the calf',
  ankleFront: 'presses the front of the ankle',
  deepSquat: 'squats deep',
  hip: 'works the hip',
  endRange: 'goes to the end of a range',
  toeOffLoad: 'pushes off over the toes',
  heelPressure: 'presses on the heel',
  rolling: 'rolls the sole',
  barefootOutside: 'barefoot outside',
  longWalk: 'a long walk',
  cold: 'cold',
  crossRub: 'rubs across a tendon',
  deepPress: 'presses deep',
  byHand: 'moved by hand',
  jointByHand: 'a joint moved by hand',
  localMobilising: 'mobilises one joint',
  rollOut: 'rolls the foot outwards',
  rubber: 'pulls against rubber',
  heavy: 'heavy: 48 hours of rest after it',
  bigToeLoaded: 'body weight bends the big toe',
  flatOnBack: 'flat on the back',
  knobs: 'knobs under the sole',
  toesSqueezed: 'squeezes between the toes',
  rub: 'rubs',
  heelStand: 'stands on the heels alone',
  heelBelow: 'the heel sinks below a step',
  byPractitioner: 'done by the practitioner’s hands',
}

const fieldText: Record<Extract<OwnDrillProblem, { what: 'empty' }>['field'], string> = {
  name: 'a name',
  client: 'a name in the client’s words',
  cue: 'a cue',
  slip: 'the slip to watch for',
  easier: 'an easier form',
  harder: 'a harder form',
  note: 'where it comes from',
}

export function ownDrillSentence(problem: OwnDrillProblem): string {
  switch (problem.what) {
    case 'basis':
      return 'A drill of your own is made from one of the library, and that one is not there.'
    case 'empty':
      return `The drill needs ${fieldText[problem.field]}.`
    case 'sets':
      return `Sets are 1 to ${num(problem.most, 0)}, as many as the drill it is made from has.`
    case 'amount':
      return `The dose is 1 to ${num(problem.most, 0)}, never over that of the drill it is made from.`
    case 'order':
      return 'It cannot start with more than it grows to.'
    case 'gate':
      return 'The gate of the drill it is made from stays.'
  }
}
