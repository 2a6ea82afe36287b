import type {
  Emphasis,
  GradeEffects,
  GradeEnd,
  GradePart,
  GradeRemark,
  PartGrade,
  Settles,
  ShoeCheck,
} from '@sturvo/core/deformity'
import { chancePct } from './rich'

export const gradeText = {
  0: 'nothing to correct',
  1: 'the client can correct it',
  2: 'needs help from below while it trains',
  3: 'fixed: accommodate, do not force',
} as const

/** Plain name and the term of the field, the first time on a screen. */
const partText: Record<Exclude<GradePart, 'heel'>, { name: string; term: string }> = {
  arch: { name: 'arch', term: 'collapse under weight' },
  bigToe: { name: 'big toe', term: 'leans outward · hallux angle' },
  fifthToe: { name: 'little toe', term: 'pulled in' },
  toe1: { name: 'big toe, bend', term: 'bent at its joint' },
  toe2: { name: 'second toe', term: 'bent · hammer or claw' },
  toe3: { name: 'third toe', term: 'bent · hammer or claw' },
  toe4: { name: 'fourth toe', term: 'bent · hammer or claw' },
  toe5: { name: 'little toe, bend', term: 'bent · hammer or claw' },
}

export function partName(part: GradePart): string {
  return part === 'heel' ? 'heel' : partText[part].name
}

export function partTerm({ part, leans }: Pick<PartGrade, 'part' | 'leans'>): string {
  if (part !== 'heel') return partText[part].term
  return leans === 'out' ? 'rolled out · inversion' : 'rolled in · eversion'
}

/** "grade 2, 71 % sure, borderline"; short, where a column is narrow: "grade 2, 71 %, borderline" */
export function gradeVerdict(grade: PartGrade, isShort = false): string {
  if (grade.testNext === 'rest') return 'not tested yet'
  if (grade.grade === undefined) return `grade ${grade.open.grades.join(' or ')}, open`
  const sure = `${chancePct(grade.chances[grade.grade])}${isShort ? '' : ' sure'}`
  return `grade ${grade.grade}, ${sure}${grade.isBorderline ? ', borderline' : ''}`
}

export const remarkText: Record<GradeRemark, string> = {
  passiveWorse:
    'By hand it comes back less far than by the client alone. That cannot be: both values are kept, measure the one by hand again.',
  activeBelowRest:
    'The active value lies further from the target than rest. Check which is which, or that the client lifted and did not let go.',
  atTarget: 'At rest it lies within the tolerance of the target, so there is no share to correct.',
  oneTrial: 'One trial each: a second one shows how well it repeats.',
  wordsOnly: 'Graded from words alone. A number makes it surer.',
  mixed: 'Graded from numbers and words together.',
  noCollapse: 'It neither sits low nor moves much, so there is no collapse to correct.',
}

const endText: Record<GradeEnd, string> = {
  rest: 'at rest',
  active: 'active',
  passive: 'by hand',
  target: 'sitting (the target)',
}

/** "1: 64 % · 2: 36 %", without what is next to nothing. */
export function chancesText({ chances, open }: Pick<PartGrade, 'chances' | 'open'>): string {
  const parts = chances.flatMap((chance, g) => (chance < leastShown ? [] : [`${g}: ${chancePct(chance)}`]))
  if (open.chance >= leastShown) parts.push(`open ${chancePct(open.chance)}`)
  return parts.join(' · ')
}
const leastShown = 0.005 // what would round to 0 %

/** What would settle an open or borderline grade, the best first. */
export function settlesSentence(settles: readonly Settles[]): string | undefined {
  const [first, second] = settles
  if (!first) return undefined
  const what = ({ end, isAgain }: Settles) =>
    isAgain ? `a second trial ${endText[end]}` : `a first value ${endText[end]}`
  const sentence = `${upper(what(first))} would make it about ${chancePct(first.sureAfter)} sure`
  return second
    ? `${sentence}; it is worth more than ${what(second)} (${chancePct(second.sureAfter)}).`
    : `${sentence}.`
}

function upper(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

const emphasisText: Record<Emphasis, string> = {
  keep: 'Nothing to train here: keep it.',
  control: 'Train control: find and remove what pulls it down, then hold it through the day.',
  strength: 'Train strength with help from below; do not wait for it to hold alone.',
  accommodate: 'Make room for it. No force, no promise that it will straighten.',
}
const supportText: Record<GradeEffects['support'], string> = {
  none: 'No support planned.',
  whileTraining: 'Support while it trains, with a date to fade it.',
  first: 'Support first, training on top.',
  stays: 'Support stays; whoever prescribes decides about changes.',
}
const checkText: Record<ShoeCheck, string> = {
  base: 'base under the heel',
  volume: 'volume for an insert',
  toeRoom: 'room at the toes',
  depth: 'depth over the toes',
}
const referText = {
  fixed: 'Refer: not corrected even by hand.',
  rapid: 'Refer: really worse than at the last visit, and soon.',
} as const

/** What the grade changes, a line each, in the order one acts on them. */
export function effectLines(
  effects: GradeEffects,
  part: GradePart,
): { words: string; isReferral: boolean }[] {
  const isHeld = part === 'arch' || part === 'heel'
  const plain = (words: string) => ({ words, isReferral: false })
  return [
    ...(effects.refer ? [{ words: referText[effects.refer], isReferral: true }] : []),
    plain(emphasisText[effects.emphasis]),
    ...(isHeld ? [plain(supportText[effects.support])] : []),
    ...(effects.checks.length > 0
      ? [plain(`In Shoes, check ${effects.checks.map((c) => checkText[c]).join(' and ')}.`)]
      : []),
    ...(effects.paceFactor > 1 ? [plain(`Transition takes ${effects.paceFactor} × as long.`)] : []),
  ]
}
