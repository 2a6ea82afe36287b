import type { PressureJob } from '@sturvo/core/pressure'
import type { RecordingReading } from '@sturvo/schema'
import { num } from './rich'

/** What the client is asked to do, and how long. */
export const pressureJobText: Record<PressureJob, { name: string; say: string }> = {
  twoFeet: { name: 'Two feet', say: 'Stand still on both feet, look ahead.' },
  leftLeg: { name: 'Left leg', say: 'Stand on the left leg, eyes open.' },
  rightLeg: { name: 'Right leg', say: 'Stand on the right leg, eyes open.' },
  leftShut: { name: 'Left, eyes shut', say: 'Left leg, eyes shut. Support at hand.' },
  rightShut: { name: 'Right, eyes shut', say: 'Right leg, eyes shut. Support at hand.' },
  squat: { name: 'Squat × 3', say: 'Stand still for two seconds, then three slow squats.' },
  lunge: { name: 'Lunge', say: 'Stand still for two seconds, then three slow lunges.' },
  heelRaise: { name: 'Heel raise', say: 'Rise and lower slowly, both feet.' },
  walk: { name: 'Walk', say: 'Walk over the mat, at least three steps a side.' },
}

/** What a recording could not say, one sentence each. */
export function missingSentence(missing: RecordingReading['missing'][number]): string {
  switch (missing.what) {
    case 'sway':
      return `Too short for sway${missing.side === 'both' ? ' of both feet together' : ` (${missing.side})`}: ${num(missing.usedS)} s without a gap, ${num(missing.neededS, 0)} s are needed.`
    case 'foot':
      return `The ${missing.side} foot was not found on the mat.`
    case 'steps':
      return `${missing.found} whole ${missing.found === 1 ? 'step' : 'steps'} of the ${missing.side} foot; ${missing.needed} are wanted.`
    case 'partialStep':
      return `One step of the ${missing.side} foot, at ${num(missing.atS)} s, lies partly beside the mat: stance time only.`
  }
}
