import type { FootValues } from '../measures'
import { postureScore, type PostureKind, type PostureScore } from '../posture'
import { timingOf, type StanceTiming } from '../rearfoot'
import type { References } from '../../groundwork/reference'
import { normalCdf } from '../../groundwork/statistics'

/** What walking on the mat said of one foot: means over its whole steps. */
export type WalkFacts = {
  steps: number
  copExcursionPct: number | undefined
  peakMedialAtPct: number | undefined
  stanceS: number
  bigToePushShare: number
}

export type PronationInput = {
  foot: FootValues
  walk: WalkFacts | undefined
  /** depth at which the mat saw the foot lost, percent; undefined where it was not seen */
  matLossDepthPct: number | undefined
  /** whether a squat on the mat was kept to its end */
  matKept: boolean
}

export type Amount = {
  kind: PostureKind | undefined
  heelDeg: number | undefined
  posture: PostureScore | undefined
}
export type Available = { rangeDeg: number; canRollIn: boolean; chance: number }
export type Timing = {
  from: 'angles' | 'mat'
  /** undefined where the steps show no clear turn inward */
  kind: StanceTiming | undefined
  peakAtPct: number | undefined
  peakDeg: number | undefined
  backAtPct: number | undefined
  copExcursionPct: number | undefined
  /** where the load runs: inside, usual, outside of the line through its ends */
  path: 'inside' | 'usual' | 'outside' | undefined
}
export type Control = {
  kind: 'holds' | 'wavers' | 'loses'
  archHold: string | undefined
  lostAtPct: number | undefined
  seconds: number | undefined
}

/** Four answers about rolling in, each undefined where nothing that answers it was measured. */
export type PronationProfile = {
  amount: Amount | undefined
  available: Available | undefined
  timing: Timing | undefined
  control: Control | undefined
}

/** How much, whether at all, when, and whether the client holds it: from whatever was measured on one foot. */
export function pronationProfile(input: PronationInput, references: References): PronationProfile {
  return {
    amount: amountOf(input.foot, references),
    available: availableOf(input.foot, references),
    timing: timingFrom(input, references),
    control: controlOf(input, references),
  }
}

function amountOf(foot: FootValues, r: References): Amount | undefined {
  const heelDeg = foot.numbers.heelRest
  const posture = postureScore(foot, r)
  if (heelDeg === undefined && !posture) return undefined
  const byHeel: PostureKind | undefined =
    heelDeg === undefined
      ? undefined
      : heelDeg > r.heelUsualToDeg
        ? 'more'
        : heelDeg < r.heelUsualFromDeg
          ? 'less'
          : 'usual'
  // six things looked at outweigh one line on the heel
  return { kind: posture?.kind ?? byHeel, heelDeg, posture }
}

function availableOf({ numbers }: FootValues, r: References): Available | undefined {
  const rangeDeg = numbers.eversionRange
  if (rangeDeg === undefined) return undefined
  const chance = normalCdf((rangeDeg - r.eversionLittleDeg) / r.semEversionDeg)
  return { rangeDeg, canRollIn: rangeDeg >= r.eversionLittleDeg, chance: Math.max(chance, 1 - chance) }
}

function timingFrom({ foot, walk }: PronationInput, r: References): Timing | undefined {
  const { eversionPeakAt, eversionPeak, eversionBackAt } = foot.numbers
  const copExcursionPct = walk?.copExcursionPct
  const path =
    copExcursionPct === undefined
      ? undefined
      : copExcursionPct < r.excursionLowPct
        ? 'inside'
        : copExcursionPct > r.excursionHighPct
          ? 'outside'
          : 'usual'
  if (eversionPeakAt !== undefined)
    return {
      from: 'angles',
      kind: timingOf(eversionPeakAt, r),
      peakAtPct: eversionPeakAt,
      peakDeg: eversionPeak,
      backAtPct: eversionBackAt,
      copExcursionPct,
      path,
    }
  if (!walk) return undefined
  const peakAtPct = walk.peakMedialAtPct
  return {
    from: 'mat',
    kind: peakAtPct === undefined ? undefined : timingOf(peakAtPct, r),
    peakAtPct,
    peakDeg: undefined,
    backAtPct: undefined,
    copExcursionPct,
    path,
  }
}

function controlOf({ foot, matLossDepthPct, matKept }: PronationInput, r: References): Control | undefined {
  const { archHold } = foot.words
  const lostAtPct = matLossDepthPct ?? foot.numbers.squatLostAt
  const seconds = foot.numbers.singleLegOpen
  if (archHold === undefined && lostAtPct === undefined && !matKept) return undefined
  const kind =
    archHold === 'loses' || (lostAtPct !== undefined && lostAtPct < r.squatEarlyPct)
      ? 'loses'
      : archHold === 'wavers' || (lostAtPct !== undefined && lostAtPct < r.squatGoalPct)
        ? 'wavers'
        : 'holds'
  return { kind, archHold, lostAtPct, seconds }
}
