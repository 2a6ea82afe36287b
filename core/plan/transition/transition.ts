import type { Tissue } from '../training'
import type { Exposure } from './exposure'
import type { GroundSurface, StepActivity } from './loadTable'
import type { Target } from './target'

export const paces = ['slow', 'usual', 'brisk'] as const
export type Pace = (typeof paces)[number]
export const transitionFactors = ['age', 'bone', 'stiffHigh', 'noReserve', 'grade', 'sore', 'mass'] as const
export type TransitionFactor = (typeof transitionFactors)[number]

/** A step on one ladder; it opens after pain-free exposure on the one below, never by the calendar. */
export type Rung = { ladder: 'surface'; to: GroundSurface } | { ladder: 'activity'; to: StepActivity }

export type TransitionWeek = {
  week: number
  /** in the new shoes and barefoot together, running not counted */
  minutes: number
  wearingDays: number
  /** whole minutes of each wearing day; they add up to the week's */
  dayMinutes: number[]
  /** the longest of these days */
  minutesPerDay: number
  longestBoutMin: number
  /** new running minutes, walk and run by turns at first */
  runMinutes: number
  surface: GroundSurface
  /** the fastest thing done in them, running not counted */
  activity: StepActivity
  isLighter: boolean
  /** first exposures: never on two days in a row */
  isFirst: boolean
  /** nothing is worn: away or ill */
  isMissed: boolean
  /** opens this week at the earliest, and only after so many pain-free days on the rung below */
  opens: Rung | undefined
  /** parts of the usual week's dose, training's share of the ceiling included; 1 is the usual week */
  dose: Record<Tissue, number>
  /** training's share of it */
  training: number
  /** the same, at most */
  ceiling: Record<Tissue, number>
  /** of exponentially weighted means over 7 and 28 days, the highest of the tissues */
  ratio: number
}

/** Why a week cannot have more minutes. */
export type LimitRule =
  'growth' | 'floor' | 'target' | 'lighter' | 'restart' | 'first' | 'dose' | 'missed' | 'pain'
/** A week whose minutes a hand set over what a rule allows. */
export type BrokenRule = { week: number; rule: LimitRule; byMin: number; nearestMin: number }

export type TransitionInput = {
  from: Exposure
  to: Target
  pace: Pace
  factors: readonly TransitionFactor[]
  /** a caution starts on soft ground */
  softStart: boolean
  /** a caution keeps bare feet and thin shoes off the street */
  staysInside: boolean
  /** a caution forbids landing: what is run already goes on in the usual shoes */
  noImpact: boolean
  /** the practice holds back: growth of the slow pace, small first exposure */
  isCautious: boolean
  /** minutes of training a week that share the tissues */
  trainingMinAWeek: number
  /** weeks before anything grows: pain holds the shoes at today's exposure */
  heldWeeks: number
  /** weeks in which nothing is worn, counted from the first */
  away: readonly number[]
  /** minutes of weeks that a hand set */
  edits: readonly { week: number; minutes: number }[]
}

export type Transition = {
  weeks: TransitionWeek[]
  startMinutes: number
  targetMinutes: number
  runTargetMinutes: number
  /** week in which both targets are reached; undefined where the table ends short of them */
  reachedWeek: number | undefined
  /** week in which the hours are reached, and what leaves no more of them at the end where they are not */
  hours: { reachedWeek: number | undefined; heldBy: LimitRule }
  /** never shorter, with these factors; 0 where the target is not beyond what is worn today */
  shortestWeeks: number
  factors: TransitionFactor[]
  /** the smaller target that fits, where the whole one takes too long or is never reached */
  smaller: { targetMinutes: number; weeks: number } | undefined
  broken: BrokenRule[]
}
