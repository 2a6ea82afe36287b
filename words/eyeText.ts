import { eyeTable, type EyeBias, type EyeKindId, type EyeOption } from '@sturvo/core/eye'
import type { LandmarkId } from '@sturvo/core/photo'
import { landmarkText } from './photoText'
import { withUnit } from './changeText'
import { num } from './rich'

type KindWords = { name: string; ask: string; reads: string }

/** What is practised, what is asked, and how a habit of it is said. */
export const eyeText: Record<EyeKindId, KindWords> = {
  archInside: {
    name: 'Arch from the inner side',
    ask: 'How high above the floor does the navicular stand?',
    reads: 'navicular heights',
  },
  archAbove: { name: 'Arch from above', ask: 'Where does this arch stand?', reads: 'arches from above' },
  archPrint: {
    name: 'Arch from a print',
    ask: 'What is the arch index of this print?',
    reads: 'arch indices',
  },
  heel: {
    name: 'Heel from behind',
    ask: 'How far is the heel everted? Inverted is below 0.',
    reads: 'heel angles',
  },
  hallux: { name: 'Big toe from above', ask: 'How far does the big toe lean?', reads: 'big-toe angles' },
  tripod: {
    name: 'Light point of the tripod',
    ask: 'Which point carries less than its part: half heel, a quarter each ball?',
    reads: 'tripods',
  },
  toe: { name: 'Toe off the ground', ask: 'Which toe does not touch?', reads: 'toes' },
  squat: {
    name: 'Squat, where it is lost',
    ask: 'At which depth of the squat is the foot lost?',
    reads: 'squats',
  },
  shoe: {
    name: 'Shoe on the big toe',
    ask: 'Which shoe pushes the big toe, and by how much?',
    reads: 'pushes of shoes',
  },
  grade: { name: 'Grade from a strip', ask: 'Which grade is this?', reads: 'grades' },
  landmarks: { name: 'Points on a photo', ask: 'Place the points in their order.', reads: 'points' },
}

/** What can be chosen, as it is called. */
export const eyeOptionText: Record<EyeOption, string> = {
  clearlyLow: 'clearly low',
  ratherLow: 'rather low',
  middle: 'in the middle',
  ratherHigh: 'rather high',
  clearlyHigh: 'clearly high',
  h: 'heel',
  m1: 'ball of the big toe',
  m5: 'ball of the little toe',
  even: 'none, even',
  toe1: 'big toe',
  toe2: 'second',
  toe3: 'third',
  toe4: 'fourth',
  toe5: 'little toe',
  allTouch: 'all touch',
  grade0: 'grade 0',
  grade1: 'grade 1',
  grade2: 'grade 2',
  grade3: 'grade 3',
  A: 'A',
  B: 'B',
  C: 'C',
}

/** A value of a kind with its unit. @param more decimals at least */
export function eyeValue(kind: EyeKindId, value: number, more = 0): string {
  const { unit, decimals } = eyeTable[kind]
  const size = num(Math.abs(value), Math.max(more, decimals))
  return `${value < 0 ? '−' : ''}${size}${withUnit(unit === 'index' ? '' : unit)}`
}

/** "You read heel angles 1.8° too small on left feet (7 answers)." */
export function biasSentence({ kind, side, mean, answers }: EyeBias): string {
  const size = eyeValue(kind, Math.abs(mean), kind === 'archPrint' ? 3 : 1)
  const way =
    kind === 'archAbove' ? (mean > 0 ? 'too high' : 'too low') : mean > 0 ? 'too large' : 'too small'
  const where = side === undefined ? 'on both feet' : `on ${side} feet`
  return `You read ${eyeText[kind].reads} ${size} ${way} ${where} (${answers} answers).`
}

/** What an answer was worth, against what counts as an error. */
export function scoreSentence(kind: EyeKindId, error: number, limit: number): string {
  const { hasDirection } = eyeTable[kind]
  const size = eyeValue(kind, Math.abs(error), 1)
  const isWithin = Math.abs(error) <= limit
  const against = eyeValue(kind, limit, 1)
  if (Math.round(Math.abs(error) * 1000) === 0) return 'Right.'
  const way = hasDirection ? (error > 0 ? ' too large' : ' too small') : ' off'
  return isWithin
    ? `${size}${way}: within the error of measuring (${against}).`
    : `${size}${way}: beyond the error of measuring (${against}).`
}

/** A point on a photo, without what is drawn there: on higher levels there is no pen dot. */
export function pointName(id: LandmarkId): string {
  return landmarkText[id].replace('pen dot on the ', '')
}
