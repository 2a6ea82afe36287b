import type { References } from '../../groundwork/reference'
import type { TransitionWeek } from '../transition'
import { tissues, type Stage, type Tissue } from '../training'
import type { DayText } from '../../groundwork/calendar'
import type { AbsenceKind, Lane, LetGo, Move, WeekWishes } from './wishes'

/** A drill as the days see it. */
export type DayDrill = {
  id: string
  minutes: number
  perWeek: number
  isHeavy: boolean
  needsKit: boolean
  /** it was not done in the phase before */
  isNew: boolean
  /** the drill that waits behind a gate, where this one stands in for it */
  standsFor: string | undefined
  /** load of one session, in parts of a full week's dose */
  load: Partial<Record<Tissue, number>>
  /** of heel raises: sets, and raises of one of them on all sides; left out elsewhere */
  raises?: { sets: number; perSet: number } | undefined
}
export type DayPhase = {
  stage: Stage
  fromWeek: number
  weeks: number
  /** in the order of a session; the first are begun first */
  drills: readonly DayDrill[]
  /** load of one day at most, in parts of a full week's dose */
  ceilings: Record<Tissue, number>
}

export const checkKinds = ['firstCheck', 'judge', 'gate', 'gaps', 'fade', 'shoes', 'end'] as const
export type CheckKind = (typeof checkKinds)[number]
/** Something to look at again: in which week at the earliest, and about what. */
export type Check = { kind: CheckKind; week: number; about: string | undefined; amount: number | undefined }

/** A week of the change of shoes as the days see it. */
export type ShoeWeek = Pick<
  TransitionWeek,
  'week' | 'wearingDays' | 'dayMinutes' | 'longestBoutMin' | 'isLighter' | 'isFirst' | 'surface'
>

export type DaysInput = {
  /** a Monday */
  startsOn: DayText
  weeks: number
  phases: readonly DayPhase[]
  minutesPerSession: number
  sessionsPerWeek: number
  spacing: { startMin: number; growMin: number; growEveryDays: number; ceilingMin: number } | undefined
  shoes: readonly ShoeWeek[]
  checks: readonly Check[]
  wishes: WeekWishes
  references: References
}

export type PlannedDrill = {
  id: string
  minutes: number
  isHeavy: boolean
  isNew: boolean
  standsFor: string | undefined
}
export type PlannedDay = {
  date: DayText
  wish: 'free' | 'short' | 'rest' | AbsenceKind
  /** the session in its parts: one, or morning and evening */
  parts: PlannedDrill[][]
  trainMin: number
  /** part of the sets that is done, where a phase would bring too much at once; left out where all */
  setsShare?: number | undefined
  spacersMin: number
  shoes:
    | { minutes: number; mostInOneGoMin: number; surface: TransitionWeek['surface']; isLighter: boolean }
    | undefined
  checks: Check[]
  /** load by tissue against the day's ceiling, 0..1 */
  load: Record<Tissue, number>
  /** lanes on which a hand put this day's knot here */
  movedHere: Lane[]
}
export type PlannedWeek = { week: number; stage: Stage; days: PlannedDay[] }

/** What cannot all be had in one week, what was done instead, and what letting go would do. */
export type Conflict = {
  week: number
  what: 'sessions' | 'heavy' | 'move'
  wanted: number
  given: number
  move: Move | undefined
  /** each one by itself would do; empty where none would */
  alternatives: LetGo[]
}
export type DaysPlan = { weeks: PlannedWeek[]; conflicts: Conflict[] }

export const noLoad = (): Record<Tissue, number> =>
  Object.fromEntries(tissues.map((t) => [t, 0])) as Record<Tissue, number>
