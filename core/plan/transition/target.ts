import type { CautionEffect } from '../cautions'
import type { References } from '../../groundwork/reference'
import type { GoalKind } from '../story'
import type { SoleSpec } from './loadModel'

/** Valid ends of a change of shoes. */
export const transitionEnds = [
  'fits',
  'lowerStack',
  'levelDrop',
  'thinPart',
  'barefootTraining',
  'mostThin',
] as const
export type TransitionEnd = (typeof transitionEnds)[number]

export const barefootViews = ['gradual', 'cautious', 'most'] as const
export type BarefootView = (typeof barefootViews)[number]

export type Target = {
  end: TransitionEnd
  sole: SoleSpec
  /** minutes a week in it, running not counted; 0 where there is no ladder of load */
  minutes: number
}

export type TargetInput = {
  goal: GoalKind | undefined
  barefoot: BarefootView
  effects: ReadonlySet<CautionEffect>
  chosenHours: number | undefined
  runs: boolean
}

/**
 * The ends a client may have, by cautions. Lost feeling and a stiff sore big toe leave shoes that fit: thin soles are the
 * licensed lead's to allow, and a rocker is a fair choice. So does a foot that is held up, or hurts too much.
 * @param isKept grade, device, setting or pain keep the shoes as they are
 */
export function allowedEnds(effects: ReadonlySet<CautionEffect>, isKept = false): TransitionEnd[] {
  const keeps: readonly CautionEffect[] = [
    'noBarefootOutside',
    'bigToeInComfort',
    'noBigToeLoad',
    'noThinSoles',
  ]
  if (isKept || keeps.some((effect) => effects.has(effect))) return ['fits']
  return [...transitionEnds]
}

/** With any of them nobody runs in thin soles. */
export const noImpactEffects: readonly CautionEffect[] = ['surgeonRules', 'keepCushion', 'noBounce']

/** The end that is proposed where nobody chose. @source footwear transition: to, by goal, settings, cautions */
export function proposedEnd({
  goal,
  barefoot,
  effects,
  isKept = false,
}: Omit<TargetInput, 'chosenHours' | 'runs'> & { isKept?: boolean }): TransitionEnd {
  const allowed = allowedEnds(effects, isKept)
  const wished: TransitionEnd =
    goal === 'check'
      ? 'fits'
      : effects.has('keepCushion')
        ? 'lowerStack'
        : goal === 'barefoot'
          ? 'barefootTraining'
          : barefoot === 'most'
            ? 'mostThin'
            : 'thinPart'
  return allowed.includes(wished) ? wished : allowed[0]!
}

/** The sole of an end: never below what a caution leaves under the foot. */
export function soleOf(
  end: TransitionEnd,
  usual: SoleSpec,
  effects: ReadonlySet<CautionEffect>,
  r: References,
): SoleSpec {
  const least = effects.has('keepCushion') ? r.cushionLeastMm : 0
  const at = (sole: SoleSpec): SoleSpec => ({
    stackMm: Math.max(least, Math.min(usual.stackMm, sole.stackMm)),
    dropMm: Math.min(usual.dropMm, sole.dropMm),
    bend: Math.min(usual.bend, sole.bend),
  })
  const thin = { stackMm: r.thinStackMm, dropMm: 0, bend: r.thinBend }
  switch (end) {
    case 'fits':
      return usual
    case 'lowerStack':
      return at({
        stackMm: Math.max(r.thinStackMm, usual.stackMm / 2),
        dropMm: usual.dropMm / 2,
        bend: usual.bend,
      })
    case 'levelDrop':
      return at({ ...usual, dropMm: 0 })
    case 'barefootTraining':
      return at({ stackMm: 0, dropMm: 0, bend: 0 })
    case 'thinPart':
    case 'mostThin':
      return at(thin)
  }
}

/** Nobody counts minutes of a week singly. */
export const inFives = (minutes: number): number => Math.floor(minutes / 5 + 1e-9) * 5

/**
 * Where the change is to end.
 * @param onFeetMin minutes a week stood, walked and trained
 * @param alreadyMin new minutes of today: nobody is taken back from them
 */
export function targetMinutes(
  end: TransitionEnd,
  input: Pick<TargetInput, 'goal' | 'barefoot' | 'chosenHours' | 'runs'>,
  { onFeetMin, trainMin, alreadyMin }: { onFeetMin: number; trainMin: number; alreadyMin: number },
  r: References,
): number {
  if (end === 'fits') return 0
  const minutesPerHour = 60
  const isAim = input.goal === 'thinnerShoes' || input.goal === 'barefoot'
  const share = { gradual: r.targetShareGradual, cautious: r.targetShareCautious, most: r.targetShareMost }[
    input.barefoot
  ]
  const wished =
    input.chosenHours !== undefined
      ? input.chosenHours * minutesPerHour
      : end === 'barefootTraining'
        ? Math.max(trainMin, r.barefootTrainingMin)
        : onFeetMin * share * (isAim || end === 'mostThin' ? 1 : r.targetOtherGoals)
  // whoever runs in them has to walk in them first, an hour a day
  const least =
    input.runs && end !== 'barefootTraining' ? Math.min(onFeetMin, r.runWalkDayMin * r.runWalkDaysLeast) : 0
  const wanted = Math.min(onFeetMin, Math.max(least, wished))
  return Math.max(Math.round(alreadyMin), inFives(wanted))
}
