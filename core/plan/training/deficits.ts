import type { ReferenceId, References } from '../../groundwork/reference'
import { sides, type BySide, type Side } from '../../groundwork/side'
import { clamp } from '../../groundwork/statistics'
import { capacities, type Capacity } from './capacities'

/** Facts the table reads of one foot; what is missing raises nothing. */
export type FootFacts = {
  kneeToWallMm?: number | undefined
  bigToeExtensionDeg?: number | undefined
  singleLegOpenS?: number | undefined
  singleLegShutS?: number | undefined
  heelRaises?: number | undefined
  halluxAngleDeg?: number | undefined
  fifthToeDeg?: number | undefined
  narrowestSpreadMm?: number | undefined
  archIndex?: number | undefined
  /** scaled to a foot of 250 mm */
  travelMm?: number | undefined
  archGrade?: number | undefined
  heelGrade?: number | undefined
  halluxGrade?: number | undefined
  m1Missing?: number | undefined
  eversionRangeDeg?: number | undefined
  inversionStrength?: number | undefined
  forefootLifts?: number | undefined
  toeGripN?: number | undefined
  squatLostAtPct?: number | undefined
  lungeLostAtPct?: number | undefined
  /** part of what the five tasks could give, 0..1 */
  dexterityShare?: number | undefined
  /** chance that the arch is high and moves little, 0..1 */
  lockedChance?: number | undefined
  /** worst pain marked or typed on this side, 0..10 */
  pain?: number | undefined
  archHold?: string | undefined
  toesUp?: string | undefined
  toeGrip?: string | undefined
  raisePath?: string | undefined
  squatFirst?: string | undefined
  walkLatePush?: string | undefined
  walkToesUp?: string | undefined
  kneesOut?: string | undefined
  timing?: string | undefined
  kneeComesIn?: string | undefined
  toesOff?: number | undefined
  hadSprain?: string | undefined
}
export type DeficitFacts = BySide<FootFacts>
export type FactId = keyof FootFacts

/** What says that a capacity is short: a fact of the foot, a place that hurts, a goal, a hand that raised it. */
export type EvidenceSource = FactId | 'goal' | 'painPlace' | 'raised'
export type Evidence = {
  measure: EvidenceSource
  side: Side
  /** a number, or the word that was seen */
  value: number | string
  /** what would be fine, where it is a number */
  goal?: number | undefined
}
export type Deficit = { left: number; right: number; evidence: Evidence[] }
export type Deficits = Record<Capacity, Deficit>

type Fills = readonly (readonly [Capacity, number])[]
type NumberRow = { fact: FactId; fine: ReferenceId; short: ReferenceId; fills: Fills }
type WordRow = { fact: FactId; words: Readonly<Record<string, number>>; fills: Fills }

/** At "fine" nothing is missing, at "short" the deficit is whole; straight in between. @source training plan, practice defaults */
export const numberRows: readonly NumberRow[] = [
  { fact: 'kneeToWallMm', fine: 'kneeToWallGoalMm', short: 'kneeToWallShortMm', fills: [['ankleBend', 1]] },
  {
    fact: 'bigToeExtensionDeg',
    fine: 'bigToeGoalDeg',
    short: 'bigToeShortDeg',
    fills: [
      ['bigToeExtension', 1],
      ['bigToeControl', 0.2],
    ],
  },
  {
    fact: 'singleLegOpenS',
    fine: 'balanceGoalS',
    short: 'balanceShortS',
    fills: [
      ['balance', 1],
      ['delay', 0.3],
      ['hipKnee', 0.3],
    ],
  },
  { fact: 'singleLegShutS', fine: 'balanceShutFineS', short: 'balanceShutShortS', fills: [['balance', 0.6]] },
  {
    fact: 'heelRaises',
    fine: 'heelRaiseGoal',
    short: 'heelRaiseShort',
    fills: [
      ['calf', 1],
      ['insideAnkle', 0.3],
    ],
  },
  {
    fact: 'halluxAngleDeg',
    fine: 'halluxSlightDeg',
    short: 'halluxShortDeg',
    fills: [
      ['toeSpread', 1],
      ['bigToeControl', 0.6],
    ],
  },
  { fact: 'fifthToeDeg', fine: 'fifthToeInDeg', short: 'fifthToeShortDeg', fills: [['toeSpread', 0.6]] },
  { fact: 'narrowestSpreadMm', fine: 'spreadFineMm', short: 'spreadShortMm', fills: [['toeSpread', 0.8]] },
  {
    fact: 'archIndex',
    fine: 'archIndexLow',
    short: 'archIndexShort',
    fills: [
      ['arch', 0.7],
      ['toeGrip', 0.2],
    ],
  },
  {
    // 4 to 10 mm is usual and raises nothing
    fact: 'travelMm',
    fine: 'travelMuchMm',
    short: 'travelShortMm',
    fills: [
      ['arch', 0.8],
      ['delay', 0.7],
      ['insideAnkle', 0.4],
    ],
  },
  {
    fact: 'archGrade',
    fine: 'gradeFine',
    short: 'gradeShort',
    fills: [
      ['arch', 1],
      ['insideAnkle', 0.5],
      ['delay', 0.5],
    ],
  },
  {
    fact: 'heelGrade',
    fine: 'gradeFine',
    short: 'gradeShort',
    fills: [
      ['insideAnkle', 0.8],
      ['delay', 0.6],
    ],
  },
  { fact: 'halluxGrade', fine: 'gradeFine', short: 'gradeShort', fills: [['bigToeControl', 0.6]] },
  {
    fact: 'm1Missing',
    fine: 'tripodFine',
    short: 'tripodLeaning',
    fills: [
      ['bigToeControl', 0.6],
      ['yield', 0.4],
    ],
  },
  { fact: 'eversionRangeDeg', fine: 'eversionLittleDeg', short: 'eversionShortDeg', fills: [['yield', 1]] },
  { fact: 'lockedChance', fine: 'lockedFine', short: 'lockedShort', fills: [['yield', 0.9]] },
  {
    fact: 'inversionStrength',
    fine: 'inversionFine',
    short: 'inversionShort',
    fills: [['insideAnkle', 0.9]],
  },
  { fact: 'forefootLifts', fine: 'forefootLiftFine', short: 'forefootLiftShort', fills: [['shinLift', 1]] },
  { fact: 'toeGripN', fine: 'toeGripFineN', short: 'toeGripShortN', fills: [['toeGrip', 1]] },
  {
    fact: 'squatLostAtPct',
    fine: 'squatLostFinePct',
    short: 'squatLostShortPct',
    fills: [
      ['delay', 0.8],
      ['hipKnee', 0.3],
    ],
  },
  { fact: 'lungeLostAtPct', fine: 'squatLostFinePct', short: 'squatLostShortPct', fills: [['delay', 0.6]] },
  {
    fact: 'dexterityShare',
    fine: 'dexterityFine',
    short: 'dexterityShort',
    fills: [
      ['toeDexterity', 1],
      ['bigToeControl', 0.4],
    ],
  },
  { fact: 'pain', fine: 'painFine', short: 'painFull', fills: [['comfort', 1]] },
  { fact: 'toesOff', fine: 'toesOffFine', short: 'toesOffShort', fills: [['toeGrip', 0.7]] },
]

/** What was seen, and how much of a capacity that says is missing. @source training plan, practice defaults */
export const wordRows: readonly WordRow[] = [
  {
    fact: 'archHold',
    words: { wavers: 0.5, loses: 1 },
    fills: [
      ['arch', 0.6],
      ['delay', 0.8],
    ],
  },
  { fact: 'toesUp', words: { partly: 0.5, 'does not': 1 }, fills: [['shinLift', 0.7]] },
  { fact: 'toeGrip', words: { slips: 1 }, fills: [['toeGrip', 1]] },
  {
    fact: 'raisePath',
    words: { 'rolls out': 1 },
    fills: [
      ['outerAnkle', 0.7],
      ['bigToeControl', 0.4],
    ],
  },
  { fact: 'raisePath', words: { 'rolls in': 1 }, fills: [['insideAnkle', 0.7]] },
  { fact: 'squatFirst', words: { 'knee goes in': 1, 'hip shifts': 0.6 }, fills: [['hipKnee', 0.8]] },
  { fact: 'squatFirst', words: { 'heel lifts': 1, 'foot turns out': 0.6 }, fills: [['ankleBend', 0.5]] },
  { fact: 'squatFirst', words: { 'big toe lifts': 1 }, fills: [['bigToeControl', 0.6]] },
  { fact: 'squatFirst', words: { 'arch drops': 1 }, fills: [['arch', 0.5]] },
  {
    fact: 'walkLatePush',
    words: { some: 0.5, clear: 1 },
    fills: [
      ['yield', 0.6],
      ['bigToeExtension', 0.3],
    ],
  },
  { fact: 'walkToesUp', words: { some: 0.5, clear: 1 }, fills: [['shinLift', 0.6]] },
  { fact: 'kneesOut', words: { 'arch rises': 1 }, fills: [['hipKnee', 0.6]] },
  { fact: 'kneeComesIn', words: { yes: 1 }, fills: [['hipKnee', 0.9]] },
  { fact: 'timing', words: { late: 1 }, fills: [['delay', 0.6]] },
  { fact: 'timing', words: { early: 1 }, fills: [['delay', 0.7]] },
  { fact: 'timing', words: { absent: 1 }, fills: [['yield', 0.8]] },
  {
    fact: 'hadSprain',
    words: { yes: 1 },
    fills: [
      ['outerAnkle', 0.6],
      ['balance', 0.3],
    ],
  },
]

/**
 * How short each capacity is, by side, 0 (fine) to 1 (clearly short), with the evidence for it.
 * @param bigToeGoalDeg the practice's goal for big-toe extension
 * @returns the largest that any fact says; two facts of one capacity never add up beyond it
 */
export function readDeficits(facts: DeficitFacts, references: References, bigToeGoalDeg: number): Deficits {
  const deficits = emptyDeficits()
  const goals = { ...references, bigToeGoalDeg }
  for (const side of sides) {
    for (const row of numberRows) {
      const value = facts[side][row.fact]
      if (typeof value !== 'number') continue
      const fine = goals[row.fine]
      const missing = clamp((fine - value) / (fine - goals[row.short]), 0, 1)
      if (missing > 0)
        raise(deficits, row.fills, side, missing, { measure: row.fact, side, value, goal: fine })
    }
    for (const row of wordRows) {
      const value = facts[side][row.fact]
      const missing = typeof value === 'string' && Object.hasOwn(row.words, value) ? row.words[value]! : 0
      if (missing > 0 && typeof value === 'string')
        raise(deficits, row.fills, side, missing, { measure: row.fact, side, value })
    }
  }
  return deficits
}

/** Raises capacities on one side to at least what one fact says. */
export function raise(
  deficits: Deficits,
  fills: Fills,
  side: Side,
  missing: number,
  evidence: Evidence,
): void {
  for (const [capacity, weight] of fills) {
    const deficit = deficits[capacity]
    deficit[side] = Math.max(deficit[side], missing * weight)
    deficit.evidence.push(evidence)
  }
}

export function emptyDeficits(): Deficits {
  return Object.fromEntries(
    capacities.map((capacity): [Capacity, Deficit] => [capacity, { left: 0, right: 0, evidence: [] }]),
  ) as Deficits
}

/** The deficit of the weaker side. */
export function worst(deficit: Deficit): number {
  return Math.max(deficit.left, deficit.right)
}
