import type { ReferenceId, References } from '../../groundwork/reference'
import { sides, type BySide, type Side } from '../../groundwork/side'
import { clamp } from '../../groundwork/statistics'
import type { Capacity } from './capacities'

/** Measures that can say that a capacity is short. */
export type EvidenceSource =
  | 'kneeToWall'
  | 'bigToeExtension'
  | 'singleLegOpen'
  | 'singleLegShut'
  | 'heelRaises'
  | 'halluxAngle'
  | 'archIndex'
  | 'travel'
  | 'grade'
  | 'tripodMedial'

/** One fact that says a capacity is short: the measure, the side, the value and the goal. */
export type Evidence = {
  measure: EvidenceSource
  side: Side
  value: number
  goal: number
}
export type Deficit = { left: number; right: number; evidence: Evidence[] }
export type Deficits = Record<Capacity, Deficit>

/** Facts the table reads, by side; what is missing raises nothing. */
export type DeficitFacts = BySide<{
  kneeToWallMm?: number | undefined
  bigToeExtensionDeg?: number | undefined
  singleLegOpenS?: number | undefined
  singleLegShutS?: number | undefined
  heelRaises?: number | undefined
  halluxAngleDeg?: number | undefined
  archIndex?: number | undefined
  travelMm?: number | undefined
  archGrade?: number | undefined
  heelGrade?: number | undefined
  m1Missing?: number | undefined
  isSore?: boolean
}>

type Row = {
  fact: keyof DeficitFacts['left']
  evidence: Evidence['measure']
  fine: ReferenceId
  short: ReferenceId
  fills: readonly (readonly [Capacity, number])[]
}

/** One table: at "fine" nothing is missing, at "short" the deficit is whole; straight in between. */
const rows: readonly Row[] = [
  {
    fact: 'kneeToWallMm',
    evidence: 'kneeToWall',
    fine: 'kneeToWallGoal',
    short: 'kneeToWallShort',
    fills: [['ankleBend', 1]],
  },
  {
    fact: 'bigToeExtensionDeg',
    evidence: 'bigToeExtension',
    fine: 'bigToeGoal',
    short: 'bigToeShort',
    fills: [
      ['bigToeExtension', 1],
      ['bigToeControl', 0.3],
    ],
  },
  {
    fact: 'singleLegOpenS',
    evidence: 'singleLegOpen',
    fine: 'balanceGoalS',
    short: 'balanceShortS',
    fills: [
      ['balance', 1],
      ['delay', 0.5],
      ['hipKnee', 0.4],
    ],
  },
  {
    fact: 'singleLegShutS',
    evidence: 'singleLegShut',
    fine: 'balanceGoalS',
    short: 'balanceShortS',
    fills: [['balance', 0.7]],
  },
  {
    fact: 'heelRaises',
    evidence: 'heelRaises',
    fine: 'heelRaiseGoal',
    short: 'heelRaiseShort',
    fills: [
      ['calf', 1],
      ['insideAnkle', 0.6],
    ],
  },
  {
    fact: 'halluxAngleDeg',
    evidence: 'halluxAngle',
    fine: 'halluxSlight',
    short: 'halluxShort',
    fills: [
      ['toeSpread', 1],
      ['bigToeControl', 0.6],
    ],
  },
  {
    fact: 'archIndex',
    evidence: 'archIndex',
    fine: 'archIndexMean',
    short: 'archIndexShort',
    fills: [
      ['arch', 0.8],
      ['toeGrip', 0.3],
    ],
  },
  {
    fact: 'travelMm',
    evidence: 'travel',
    fine: 'travelFine',
    short: 'travelMuch',
    fills: [
      ['arch', 0.8],
      ['delay', 0.7],
      ['insideAnkle', 0.5],
    ],
  },
  {
    fact: 'archGrade',
    evidence: 'grade',
    fine: 'gradeFine',
    short: 'gradeShort',
    fills: [
      ['arch', 1],
      ['insideAnkle', 0.6],
      ['delay', 0.5],
    ],
  },
  {
    fact: 'heelGrade',
    evidence: 'grade',
    fine: 'gradeFine',
    short: 'gradeShort',
    fills: [
      ['insideAnkle', 0.8],
      ['delay', 0.6],
    ],
  },
  {
    fact: 'm1Missing',
    evidence: 'tripodMedial',
    fine: 'tripodFine',
    short: 'tripodLeaning',
    fills: [
      ['bigToeControl', 0.7],
      ['yield', 0.5],
    ],
  },
]

/**
 * How short each capacity is, by side, 0 (fine) to 1 (clearly short), with the evidence for it.
 * @param bigToeGoalDeg the practice's goal for big-toe extension
 */
export function readDeficits(facts: DeficitFacts, references: References, bigToeGoalDeg: number): Deficits {
  const deficits = emptyDeficits()
  const goals = { ...references, bigToeGoal: bigToeGoalDeg }
  for (const row of rows)
    for (const side of sides) {
      const value = facts[side][row.fact]
      if (typeof value !== 'number') continue
      const fine = goals[row.fine]
      const missing = clamp((fine - value) / (fine - goals[row.short]), 0, 1)
      if (missing === 0) continue
      for (const [capacity, weight] of row.fills) {
        const deficit = deficits[capacity]
        deficit[side] = Math.max(deficit[side], missing * weight)
        deficit.evidence.push({ measure: row.evidence, side, value, goal: fine })
      }
    }
  for (const side of sides) if (facts[side].isSore) deficits.comfort[side] = 1
  return deficits
}

function emptyDeficits(): Deficits {
  const none = (): Deficit => ({ left: 0, right: 0, evidence: [] })
  return {
    arch: none(),
    toeSpread: none(),
    bigToeControl: none(),
    bigToeExtension: none(),
    toeDexterity: none(),
    toeGrip: none(),
    ankleBend: none(),
    shinLift: none(),
    insideAnkle: none(),
    calf: none(),
    yield: none(),
    delay: none(),
    balance: none(),
    hipKnee: none(),
    comfort: none(),
    bounce: none(),
  }
}

/** The deficit of the weaker side. */
export function worst(deficit: Deficit): number {
  return Math.max(deficit.left, deficit.right)
}
