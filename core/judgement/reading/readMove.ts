import type { FootValues, NumberMeasureId } from '../../foot/measures'
import type { References, SemId } from '../../groundwork/reference'
import { sides, type BySide, type Side } from '../../groundwork/side'
import { changeError, judgeChange } from '../../groundwork/statistics'
import type { Concern, Found } from './finding'

type Goals = { goal: number; limited: number }

/** Range, balance and strength of both feet against their goals, and left against right. */
export function readMove(feet: BySide<FootValues>, bigToeGoalDeg: number, references: References): Found[] {
  const ranges = [
    {
      measure: 'kneeToWall',
      goal: references.kneeToWallGoalMm,
      limited: references.kneeToWallLimitedMm,
      sem: 'semKneeToWallMm',
      counts: references.kneeToWallSideDifferenceMm,
    },
    {
      measure: 'bigToeExtension',
      goal: bigToeGoalDeg,
      limited: references.bigToeShortDeg,
      sem: 'semBigToeDeg',
      counts: references.bigToeSideDifferenceDeg,
    },
  ] as const
  return [
    ...ranges.flatMap((range) => [
      ...sides.flatMap((side) => rangeFinding(side, feet[side], range.measure, range)),
      ...differenceFinding(feet, range, references),
    ]),
    ...sides.flatMap((side) => balanceFindings(side, feet[side], references)),
    ...sides.flatMap((side) => raiseFinding(side, feet[side], references)),
  ]
}

function concernOf(value: number, { goal, limited }: Goals): Concern {
  return value >= goal ? 'fine' : value < limited ? 'work' : 'watch'
}

function rangeFinding(
  side: Side,
  foot: FootValues,
  measure: 'kneeToWall' | 'bigToeExtension',
  goals: Goals,
): Found[] {
  const value = foot.numbers[measure]
  if (value === undefined) return []
  const concern = concernOf(value, goals)
  const feel = measure === 'kneeToWall' ? foot.words.kneeToWallFeel : undefined
  return [
    {
      kind: 'range',
      side,
      measure,
      value,
      goal: goals.goal,
      feel,
      id: `${measure}.${side}`,
      step: 'move',
      concern,
      sure: undefined,
    },
  ]
}

function differenceFinding(
  feet: BySide<FootValues>,
  range: { measure: 'kneeToWall' | 'bigToeExtension'; sem: SemId; counts: number },
  references: References,
): Found[] {
  const left = feet.left.numbers[range.measure]
  const right = feet.right.numbers[range.measure]
  if (left === undefined || right === undefined) return []
  const difference = Math.abs(left - right)
  if (difference < range.counts) return []
  const trialsOf = (foot: FootValues) => foot.trials?.[range.measure]
  const change = judgeChange(
    { value: left, trials: trialsOf(feet.left) },
    { value: right, trials: trialsOf(feet.right) },
    changeError(range.sem, references),
  )
  return [
    {
      kind: 'sideDifference',
      measure: range.measure,
      weaker: left < right ? 'left' : 'right',
      difference,
      change,
      id: `difference.${range.measure}`,
      step: 'move',
      concern: 'watch',
      sure: undefined,
    },
  ]
}

/** A client who tried and could not counts as zero; one who was not tested counts as nothing. */
export function triedNumber(
  foot: FootValues,
  id: NumberMeasureId,
): { value: number; cannot: boolean } | undefined {
  if (foot.states[id] === 'cannot') return { value: 0, cannot: true }
  const value = foot.numbers[id]
  return value === undefined ? undefined : { value, cannot: false }
}

function balanceFindings(side: Side, foot: FootValues, references: References): Found[] {
  return (['open', 'shut'] as const).flatMap((eyes): Found[] => {
    const tried = triedNumber(foot, eyes === 'open' ? 'singleLegOpen' : 'singleLegShut')
    if (!tried) return []
    const goal = references.balanceGoalS
    const concern = concernOf(tried.value, {
      goal,
      limited: eyes === 'open' ? references.balanceShortS * 2 : references.balanceShortS,
    })
    return [
      {
        kind: 'balance',
        side,
        eyes,
        seconds: tried.value,
        goal,
        cannot: tried.cannot,
        id: `balance.${eyes}.${side}`,
        step: 'move',
        concern,
        sure: undefined,
      },
    ]
  })
}

function raiseFinding(side: Side, foot: FootValues, references: References): Found[] {
  const tried = triedNumber(foot, 'heelRaises')
  if (!tried) return []
  const { heelRaiseGoal: goal, heelRaiseShort: limited } = references
  const concern = concernOf(tried.value, { goal, limited })
  return [
    {
      kind: 'heelRaises',
      side,
      count: tried.value,
      goal,
      cannot: tried.cannot,
      id: `heelRaises.${side}`,
      step: 'move',
      concern,
      sure: undefined,
    },
  ]
}
