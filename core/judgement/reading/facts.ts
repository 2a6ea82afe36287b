import type { CautionId, CautionQuestion, DealtWith } from '../../plan/cautions'
import type { ShoePriority, SpacerWidths } from '../../shoe/fit'
import type { Shoe } from '../../shoe/footwear'
import type { PrintFacts } from '../../sensing/footprint'
import type { Point } from '../../groundwork/geometry'
import type { ArchSupportView } from '../../foot/deformity'
import type { CarriedDays, FootValues } from '../../foot/measures'
import type { BySide, Side } from '../../groundwork/side'
import type { OrthosisSource, Orthosis } from '../../shoe/support'
import type { Capacity, DoseWish, KitItem, TrainingSettings } from '../../plan/training'
import type { DayText, Horizon, WeekWishes } from '../../plan/days'
import type { Pace, TransitionEnd } from '../../plan/transition'
import type { WeekBlock } from '../../plan/week'
import type { LoadMethod, LoadTarget } from '../../sensing/tripod'
import type { PressureRecordingFacts, PressureTrialUse } from './pressureFacts'
import type { BodyMark, GoalKind, HistoryEvent } from '../../plan/story'

/** One foot at an earlier visit, for what has changed since. */
export type EarlierFoot = Pick<FootValues, 'numbers' | 'trials'> & { weeksAgo: number }

/** Minutes a week that the practitioner knows better than the sums. */
export type ExposureWish = Partial<
  Record<'standMin' | 'walkMin' | 'trainMin' | 'runMin' | 'newMin' | 'newRunMin', number | undefined>
>
export type TransitionWish = {
  end: TransitionEnd | undefined
  /** hours a week in the new shoes */
  hours: number | undefined
  from: ExposureWish
  /** minutes of weeks that a hand set */
  edits: readonly { week: number; minutes: number }[]
}
export const noTransitionWish: TransitionWish = { end: undefined, hours: undefined, from: {}, edits: [] }

/** One visit as the core reads it: plain values, units in the names, nothing computed. */
export type VisitFacts = {
  ageYears: number | undefined
  bodyMassKg: number | undefined
  /** at the visit before */
  earlierMassKg?: number | undefined
  goal: GoalKind | undefined
  marks: readonly BodyMark[]
  events: readonly HistoryEvent[]
  /** as they were picked or written */
  medicines: readonly string[]
  feet: BySide<FootValues>
  /** days of values that were not taken at this visit, where it is a re-test; YYYY-MM-DD */
  carried?: BySide<CarriedDays> | undefined
  /** of a re-test: prints that are of a visit before */
  carriedPrints?: BySide<boolean> | undefined
  /** the same feet at the visit before; left out at a first visit */
  earlier?: BySide<EarlierFoot> | undefined
  prints: BySide<PrintFacts | undefined>
  /** outlines traced on photos, foot frame, mm */
  traced: BySide<readonly Point[] | undefined>
  /** recordings of the mat that count, in the order they were taken */
  recordings: readonly PressureRecordingFacts[]
  loadMethod: LoadMethod
  worstPain: number | undefined
  soreSides: readonly Side[]
  hoursStanding: number | undefined
  hoursWalking: number | undefined
  hoursTraining: number | undefined
  /** as painted; empty where nobody painted it */
  week: readonly WeekBlock[]
  runs: boolean
  kneeComesIn: boolean
  cautionAnswers: Partial<Record<CautionQuestion, boolean>>
  dealtWith: Partial<Record<CautionId, DealtWith>>
  shoes: readonly Shoe[]
  orthoses: readonly Orthosis[]
  /** spacers drawn into the shoes, mm a gap */
  spacersMm: SpacerWidths
  plan: {
    minutesPerSession: number
    sessionsPerWeek: number
    kit: readonly KitItem[]
    pinned: readonly string[]
    banned: readonly string[]
    /** capacities the practitioner raised or lowered for this plan */
    raised: readonly Capacity[]
    lowered: readonly Capacity[]
    /** drills of the version in force that work */
    inForce: readonly string[]
    /** doses chosen by hand, by drill */
    doses: Readonly<Record<string, DoseWish>>
    pace: Pace
    /** the change of shoes as a hand chose it; what is left out is proposed */
    transition: TransitionWish
    /** what the client's weeks ask for */
    wishes: WeekWishes
    horizon: Horizon
    /** a Monday; undefined for the first one after the visit */
    startsOn: DayText | undefined
    liked: readonly string[]
    disliked: readonly string[]
    /** names of drills in the client's words */
    drillWords: Readonly<Record<string, string>>
  }
}

export const licences = ['coach', 'therapist', 'podiatrist'] as const
/** Who works here: techniques outside the licence are hidden. */
export type Licence = (typeof licences)[number]

/** Approach settings that this version obeys, for the practice or one plan. */
export type PracticeSettings = TrainingSettings & {
  loadTarget: LoadTarget
  tripodPoints: 'heads' | 'pads'
  bigToeGoal: 'sixty' | 'sixtyFive'
  precision: 'limits' | 'symmetry'
  matTrials: PressureTrialUse
  archSupport: ArchSupportView
  shoePriority: ShoePriority
  deviceSource: OrthosisSource
}

export const defaultSettings: PracticeSettings = {
  loadTarget: 'heelHalf',
  tripodPoints: 'heads',
  plantarFascia: 'strengthen',
  toeCurl: 'pointedOnly',
  hipDrills: 'always',
  pressureTools: 'softOnly',
  correction: 'wholeChain',
  barefoot: 'gradual',
  bigToeGoal: 'sixty',
  precision: 'limits',
  matTrials: 'mean',
  pronation: 'bothWays',
  archSupport: 'trainFirst',
  // the narrowest licence until the practice says which it has
  licence: 'coach',
  shoePriority: 'lowStackFirst',
  deviceSource: 'shelfFirst',
}
