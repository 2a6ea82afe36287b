import type { ArchLadder, ArchMapPlace, ArchMotion, ArchPosition } from '../../foot/arch'
import type { GradeEffects, GradePart, PartGrade } from '../../foot/deformity'
import type { FitReading } from '../../shoe/fit'
import type { ShelfReading, ShoeReading } from '../../shoe/footwear'
import type { BaseReading } from '../../shoe/ground'
import type { AspectVerdict, Orthosis } from '../../shoe/support'
import type { PrintKind } from '../../sensing/footprint'
import type { DriverChain, DriverId } from '../drivers'
import type { PostureScore } from '../../foot/posture'
import type { Timing } from '../../foot/pronation'
import type { StanceTiming } from '../../foot/rearfoot'
import type { Side } from '../../groundwork/side'
import type { Change, Measured } from '../../groundwork/statistics'
import type { TripodReading } from '../../sensing/tripod'
import type { FanClass, HalluxClass, ToeGap } from '../../foot/toes'

export const steps = ['story', 'look', 'load', 'move', 'grade', 'shoes', 'plan', 'handover'] as const
/** The steps of a visit, in the order of work. */
export type Step = (typeof steps)[number]
/** ring, half ring, disc: fine, watch, needs work */
export type Concern = 'fine' | 'watch' | 'work'

type FoundTiming = Pick<Timing, 'from' | 'copExcursionPct'> & { kind: StanceTiming; peakAtPct: number }

/** Facts behind one sentence of the Reading; the sentence itself is made at the edge. */
export type FindingFacts =
  | { kind: 'archPosition'; side: Side; position: ArchPosition }
  | { kind: 'archMotion'; side: Side; motion: ArchMotion }
  | { kind: 'archMap'; side: Side; place: ArchMapPlace }
  | { kind: 'hallux'; side: Side; angleDeg: number; lean: HalluxClass }
  | { kind: 'fifthToe'; side: Side; angleDeg: number }
  | { kind: 'fan'; side: Side; ratio: number; fan: FanClass }
  | { kind: 'toeRoom'; side: Side; narrowest: ToeGap; goalMm: number }
  | { kind: 'toes'; side: Side; fixed: readonly number[]; soft: readonly number[] }
  | { kind: 'toesOff'; side: Side; toes: readonly number[] }
  | { kind: 'crossArch'; side: Side; spreadMm: number | undefined; load: boolean; cannotLighten: boolean }
  | { kind: 'outerArch'; side: Side }
  | { kind: 'noRollIn'; side: Side; rangeDeg: number; chance: number }
  | { kind: 'swelling'; side: Side; amount: 'some' | 'clear' }
  | { kind: 'noReserve'; side: Side; reserveMm: number; chance: number }
  | { kind: 'ladderImpossible'; side: Side; lower: keyof ArchLadder; higher: keyof ArchLadder }
  | { kind: 'print'; side: Side; archIndex: Measured; printKind: PrintKind }
  | { kind: 'tripod'; side: Side; tripod: TripodReading }
  | { kind: 'sideShare'; heavier: Side; share: number }
  | {
      kind: 'range'
      side: Side
      measure: 'kneeToWall' | 'bigToeExtension'
      value: number
      goal: number
      feel: string | undefined
    }
  | {
      kind: 'sideDifference'
      measure: 'kneeToWall' | 'bigToeExtension'
      weaker: Side
      difference: number
      change: Change
    }
  | { kind: 'balance'; side: Side; eyes: 'open' | 'shut'; seconds: number; goal: number; cannot: boolean }
  | { kind: 'driver'; side: Side; chain: DriverChain; next: DriverId | undefined }
  | { kind: 'posture'; side: Side; score: PostureScore }
  | { kind: 'postureDifference'; more: Side; difference: number; items: number }
  | { kind: 'timing'; side: Side; timing: FoundTiming }
  | { kind: 'squatLoss'; side: Side; trials: number; lost: number; depthPct: number | undefined }
  | { kind: 'heelRaises'; side: Side; count: number; goal: number; cannot: boolean }
  | { kind: 'grade'; side: Side; part: GradePart; grade: PartGrade; effects: GradeEffects | undefined }
  | { kind: 'fit'; side: Side; why: 'outside' | 'short' | 'pushesToe'; reading: ShoeReading; fit: FitReading }
  | { kind: 'base'; side: Side; base: BaseReading; inShoes: readonly { name: string; marginMm: number }[] }
  | {
      kind: 'orthosis'
      orthosis: Orthosis
      notIn: readonly { name: string; aspects: readonly AspectVerdict[] }[]
    }
  | { kind: 'shoe'; reading: ShoeReading }
  | { kind: 'shelf'; shelf: ShelfReading }

/** What is found, before it is weighed. */
export type Found = FindingFacts & {
  /** stable within a visit, so that a pin survives a change of the values */
  id: string
  step: Step
  concern: Concern
  /** chance that the named class is right, where one is named */
  sure: number | undefined
}

/** 0 and up: how telling for this client; the Reading lists high ones first */
export type Finding = Found & { weight: number }
