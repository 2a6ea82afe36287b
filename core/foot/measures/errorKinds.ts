import type { References, SemId } from '../../groundwork/reference'
import type { FootValues } from './foot'
import {
  gapRestMeasures,
  gapSpreadMeasures,
  toeBendActiveMeasures,
  toeBendMeasures,
  toeBendPassiveMeasures,
  type NumberMeasureId,
} from './measureTable'

/** Which of several trials counts. */
export const trialUses = ['mean', 'best', 'last'] as const
export type TrialUse = (typeof trialUses)[number]

type ErrorKind = {
  /** measures that share one way of measuring, and so one error */
  measures: readonly NumberMeasureId[]
  /** what counts unless the practice says otherwise; the best of what a client can do, the mean of what is read off */
  use: TrialUse
  /** more is better, so that the best of several trials is the greatest; left out where it is not */
  isMoreBetter?: true
}

/** Measures by the error they share: the same bump, line or gap, found again by the same hands. */
export const errorKinds = {
  semNavicularMm: {
    measures: ['navicularSit', 'navicularStand', 'navicularSingle', 'navicularActive', 'navicularPassive'],
    use: 'mean',
  },
  semDorsumMm: { measures: ['dorsumSit', 'dorsumStand'], use: 'mean' },
  semHeelAngleDeg: { measures: ['heelRest', 'heelActive', 'heelPassive'], use: 'mean' },
  semEversionDeg: { measures: ['eversionRange', 'inversionRange'], use: 'mean' },
  semHalluxDeg: { measures: ['halluxAngle', 'halluxActive', 'halluxPassive'], use: 'mean' },
  semFifthDeg: { measures: ['fifthToeAngle', 'fifthActive', 'fifthPassive'], use: 'mean' },
  semToeBendDeg: {
    measures: [...toeBendMeasures, ...toeBendActiveMeasures, ...toeBendPassiveMeasures],
    use: 'mean',
  },
  semToeGapMm: { measures: [...gapRestMeasures, ...gapSpreadMeasures], use: 'mean', isMoreBetter: true },
  semWidthMm: { measures: ['ballWidth', 'ballWidthSit', 'toeWidth', 'heelWidth'], use: 'mean' },
  semLengthMm: { measures: ['footLength', 'truncatedLength'], use: 'mean' },
  semKneeToWallMm: { measures: ['kneeToWall'], use: 'mean', isMoreBetter: true },
  semShinDeg: { measures: ['shinAngle'], use: 'mean', isMoreBetter: true },
  semBigToeDeg: { measures: ['bigToeExtension', 'bigToeStanding'], use: 'mean', isMoreBetter: true },
  semFirstRayMm: { measures: ['firstRay'], use: 'mean' },
  semSingleLegS: { measures: ['singleLegOpen', 'singleLegShut'], use: 'best', isMoreBetter: true },
  semHeelRaise: { measures: ['heelRaises'], use: 'best', isMoreBetter: true },
  semGripN: { measures: ['toeGripForce'], use: 'best', isMoreBetter: true },
} satisfies Partial<Record<SemId, ErrorKind>>

export type ErrorKindId = keyof typeof errorKinds
export const errorKindIds = Object.keys(errorKinds) as ErrorKindId[]

const kindOf = new Map<NumberMeasureId, ErrorKindId>(
  errorKindIds.flatMap((kind) => errorKinds[kind].measures.map((id) => [id, kind] as const)),
)

/** The error a measure shares; undefined for counts and scores that have none. */
export function errorKindOf(id: NumberMeasureId): ErrorKindId | undefined {
  return kindOf.get(id)
}

/** How the practice uses several trials of a measure, where it chose otherwise. */
export type TrialUses = Partial<Record<ErrorKindId, TrialUse>>

/** The ways a kind of measure can be used: no angle of a leaning toe has a best. */
export function trialUsesOf(kind: ErrorKindId): TrialUse[] {
  const { isMoreBetter }: ErrorKind = errorKinds[kind]
  return trialUses.filter((use) => use !== 'best' || isMoreBetter)
}

export function trialUseOf(id: NumberMeasureId, chosen: TrialUses = {}): TrialUse {
  const kind = errorKindOf(id)
  if (kind === undefined) return 'mean'
  const wanted = chosen[kind] ?? errorKinds[kind].use
  return trialUsesOf(kind).includes(wanted) ? wanted : errorKinds[kind].use
}

/**
 * The value that stands for several trials, and how many of them it is the mean of.
 * @param trials in the order they were taken, same unit
 * @returns undefined without a trial; "best" is the greatest: it is offered only where more is better
 */
export function usedOf(
  trials: readonly number[],
  use: TrialUse,
): { value: number; trials: number } | undefined {
  if (trials.length === 0) return undefined
  switch (use) {
    case 'best':
      return { value: Math.max(...trials), trials: 1 }
    case 'last':
      return { value: trials[trials.length - 1]!, trials: 1 }
    case 'mean':
      return { value: trials.reduce((sum, v) => sum + v, 0) / trials.length, trials: trials.length }
  }
}

/** Standard error of a value of one foot: of one trial, less where it is a mean of several. Same unit as the measure. */
export function errorOf(foot: FootValues, id: NumberMeasureId, references: References): number {
  const kind = errorKindOf(id)
  return kind === undefined ? 0 : references[kind] / Math.sqrt(foot.trials?.[id] ?? 1)
}
