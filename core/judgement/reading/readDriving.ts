import { readDrivers, type DriverReading } from '../drivers'
import { postureMeasures, type FootValues } from '../../foot/measures'
import { pronationProfile, type PronationProfile } from '../../foot/pronation'
import type { References } from '../../groundwork/reference'
import { bySide, sides, type BySide, type Side } from '../../groundwork/side'
import { changeError, judgeChange } from '../../groundwork/statistics'
import type { Found } from './finding'
import type { PressureSummary } from './pressureFacts'

export type DrivingReading = {
  profiles: BySide<PronationProfile>
  drivers: BySide<DriverReading>
  findings: Found[]
}

/** The answer to the deciding question, from everything measured before. */
export function readDriving(
  input: {
    feet: BySide<FootValues>
    mat: PressureSummary
    m1Missing: BySide<number | undefined>
    kneeComesIn: boolean
    shelf: { narrowShare: number | undefined; dropMm: number | undefined; scorePct: number | undefined }
  },
  references: References,
): DrivingReading {
  const { feet, mat } = input
  const profiles = bySide((side) => {
    const squat = mat.squat[side]
    return pronationProfile(
      {
        foot: feet[side],
        walk: mat.walk[side],
        matLossDepthPct: squat?.depthPct,
        matKept: squat !== undefined && squat.lost === 0,
      },
      references,
    )
  })
  const drivers = bySide((side) =>
    readDrivers(
      feet[side],
      {
        m1Missing: input.m1Missing[side],
        // a box that is not ticked says nothing; only what was seen counts
        kneeComesIn: input.kneeComesIn ? true : undefined,
        narrowShare: input.shelf.narrowShare,
        shoeDropMm: input.shelf.dropMm,
        shoeScorePct: input.shelf.scorePct,
        bigToePushShare: mat.walk[side]?.bigToePushShare,
      },
      references,
    ),
  )
  return {
    profiles,
    drivers,
    findings: [
      ...sides.flatMap((side) => driverFinding(side, drivers[side], references)),
      ...sides.flatMap((side) => postureFinding(side, profiles[side])),
      ...postureDifference(feet, profiles, references),
      ...sides.flatMap((side) => timingFinding(side, profiles[side])),
      ...sides.flatMap((side) => squatFinding(side, mat, references)),
    ],
  }
}

function driverFinding(side: Side, { chains }: DriverReading, references: References): Found[] {
  const [top, second] = chains
  // a cause named from one value alone would be a guess; the panel shows it, the Reading does not say it
  if (!top || top.completeness < references.driverTold) return []
  return [
    {
      kind: 'driver',
      side,
      chain: top,
      next: second && top.strength - second.strength < references.driverCloseTo ? second.id : undefined,
      id: `driver.${side}`,
      step: 'move',
      concern: top.strength >= references.driverClear ? 'work' : 'watch',
      sure: undefined,
    },
  ]
}

function postureFinding(side: Side, { amount }: PronationProfile): Found[] {
  const score = amount?.posture
  if (!score) return []
  const concern =
    score.kind === 'usual' ? 'fine' : score.kind === 'more' || score.kind === 'less' ? 'watch' : 'work'
  return [
    {
      kind: 'posture',
      side,
      score,
      id: `posture.${side}`,
      step: 'move',
      concern,
      sure: undefined,
    },
  ]
}

function postureDifference(
  feet: BySide<FootValues>,
  profiles: BySide<PronationProfile>,
  references: References,
): Found[] {
  const [left, right] = [profiles.left.amount?.posture, profiles.right.amount?.posture]
  if (!left || !right) return []
  const error = changeError('semPosture', references)
  if (judgeChange({ value: left.sum }, { value: right.sum }, error).judged !== 'real') return []
  const difference = Math.abs(left.sum - right.sum)
  const items = postureMeasures.filter((id) => feet.left.numbers[id] !== feet.right.numbers[id])
  return [
    {
      kind: 'postureDifference',
      more: left.sum > right.sum ? 'left' : 'right',
      difference,
      items: items.length,
      id: 'difference.posture',
      step: 'move',
      concern: 'watch',
      sure: undefined,
    },
  ]
}

function timingFinding(side: Side, { timing }: PronationProfile): Found[] {
  // steps without a clear turn say nothing about when
  if (timing?.kind === undefined || timing.peakAtPct === undefined) return []
  const { kind, peakAtPct, from, copExcursionPct } = timing
  const concern = kind === 'usual' ? 'fine' : 'watch'
  return [
    {
      kind: 'timing',
      side,
      timing: { kind, peakAtPct, from, copExcursionPct },
      id: `timing.${side}`,
      step: 'move',
      concern,
      sure: undefined,
    },
  ]
}

function squatFinding(side: Side, mat: PressureSummary, references: References): Found[] {
  const squat = mat.squat[side]
  if (!squat) return []
  const isEarly = squat.depthPct !== undefined && squat.depthPct < references.squatEarlyPct
  const concern = squat.lost === 0 ? 'fine' : isEarly ? 'work' : 'watch'
  return [
    {
      kind: 'squatLoss',
      side,
      trials: squat.trials,
      lost: squat.lost,
      depthPct: squat.depthPct,
      id: `squatLoss.${side}`,
      step: 'load',
      concern,
      sure: undefined,
    },
  ]
}
