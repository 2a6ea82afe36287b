import type { FootValues } from '../../foot/measures'
import type { Problem } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import { bySide, otherSide, sides, type BySide, type Side } from '../../groundwork/side'
import {
  readTripod,
  sideShare,
  type Leg,
  type LoadMethod,
  type LoadTarget,
  type TripodReading,
} from '../../sensing/tripod'
import type { Found } from './finding'
import type { PressureFoot, PressureSummary } from './pressureFacts'
import { changeError, judgeChange } from '../../groundwork/statistics'

export type LoadReading = {
  tripods: BySide<TripodReading | undefined>
  problems: Problem[]
  /** the left foot's part of the load of both; scales or mat */
  leftShare: number | undefined
  findings: Found[]
}

/** Tripods of both feet, from the mat, scales or felt ratings. */
export function readLoad(
  input: {
    feet: BySide<FootValues>
    stance: PressureSummary['stance']
    method: LoadMethod
    target: LoadTarget
  },
  references: References,
): LoadReading {
  const problems: Problem[] = []
  const tripods = bySide((side) => {
    const loads =
      input.method === 'mat' ? matLoadsOf(input.stance[side]) : loadsOf(input.feet[side], input.method)
    if (!loads) return undefined
    const outcome = readTripod({ loads, method: input.method, target: input.target, side, references })
    if (outcome.ok) return outcome.value
    problems.push(outcome.problem)
    return undefined
  })
  const { left, right } = tripods
  const leftShare = left && right ? sideShare(left, right) : undefined
  const findings = sides.flatMap((side) => (tripods[side] ? [tripodFinding(side, tripods[side])] : []))
  if (leftShare !== undefined) findings.push(shareFinding(leftShare, references))
  return { tripods, problems, leftShare, findings }
}

function matLoadsOf(foot: PressureFoot | undefined): Record<Leg, number> | undefined {
  if (!foot) return undefined
  const { tripod, loadN } = foot
  return { h: tripod.h * loadN, m1: tripod.m1 * loadN, m5: tripod.m5 * loadN }
}

function loadsOf({ numbers }: FootValues, method: LoadMethod): Record<Leg, number> | undefined {
  const [h, m1, m5] =
    method === 'scales'
      ? [numbers.scaleHeel, numbers.scaleInner, numbers.scaleOuter]
      : [numbers.feltHeel, numbers.feltInner, numbers.feltOuter]
  return h === undefined || m1 === undefined || m5 === undefined ? undefined : { h, m1, m5 }
}

function tripodFinding(side: Side, tripod: TripodReading): Found {
  const concern = ({ even: 'fine', leaning: 'watch', off: 'work' } as const)[tripod.kind]
  return {
    kind: 'tripod',
    side,
    tripod,
    id: `tripod.${side}`,
    step: 'load',
    concern,
    sure: tripod.light?.chance,
  }
}

function shareFinding(leftShare: number, references: References): Found {
  const heavier: Side = leftShare >= 0.5 ? 'left' : 'right'
  const share = heavier === 'left' ? leftShare : 1 - leftShare
  // half is where both would carry alike: it has no error of its own
  const half = { value: 0.5, trials: Infinity }
  const isOff =
    judgeChange(half, { value: share }, changeError('semTripodShare', references)).judged === 'real'
  return {
    kind: 'sideShare',
    heavier,
    share,
    id: `share.${otherSide(heavier)}`,
    step: 'load',
    concern: isOff ? 'watch' : 'fine',
    sure: undefined,
  }
}
