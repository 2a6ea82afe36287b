import type { MeasureId, NumberMeasureId, WordMeasureId } from '../../foot/measures'
import type { References } from '../../groundwork/reference'

/** What a chain of causes can begin with. */
export const driverIds = [
  'ankle',
  'bigToe',
  'firstRay',
  'hip',
  'footMuscles',
  'shin',
  'calf',
  'shoe',
] as const
export type DriverId = (typeof driverIds)[number]

/** What lies between the beginning and the complaint; words at the edge. */
export const driverLinks = [
  'shinStops',
  'footTurnsOut',
  'archGives',
  'rollsRound',
  'loadToSecond',
  'medialLegShort',
  'footReachesDown',
  'kneeIn',
  'nothingHolds',
  'toesPullUp',
  'heelNotLed',
  'toesSqueezed',
  'footNotUsed',
] as const
export type DriverLink = (typeof driverLinks)[number]

/** Facts that are no measure of a row but bear on a chain. */
export type DriverExtras = {
  /** target less share of the big-toe ball; + light */
  m1Missing?: number | undefined
  kneeComesIn?: boolean | undefined
  /** part of the worn hours in shoes narrower than the foot, 0..1 */
  narrowShare?: number | undefined
  shoeDropMm?: number | undefined
  shoeScorePct?: number | undefined
  bigToePushShare?: number | undefined
}

/**
 * One piece of evidence. support runs from −1 (speaks against) to +1 (speaks for); weight says how telling it is among
 * the evidence of its chain.
 */
export type Clue = { weight: number } & (
  | { from: NumberMeasureId; support: (value: number, r: References) => number }
  | { from: WordMeasureId; words: Readonly<Record<string, number>> }
  | { extra: keyof DriverExtras; support: (value: number, r: References) => number }
)

export type DriverRule = { id: DriverId; links: readonly DriverLink[]; clues: readonly Clue[] }

const clamp = (v: number) => Math.max(-1, Math.min(1, v))
/** +1 at the limit or below, −1 at the goal or above, straight between. */
const short = (value: number, limit: number, goal: number) =>
  clamp(1 - (2 * (value - limit)) / (goal - limit))
const seen = { clear: 1, some: 0.4, no: -0.7 } as const

/** Every chain with its evidence. Adding a cause is adding a row here, and its test. */
export const driverTable: readonly DriverRule[] = [
  {
    id: 'ankle',
    links: ['shinStops', 'footTurnsOut', 'archGives'],
    clues: [
      {
        weight: 0.5,
        from: 'kneeToWall',
        support: (v, r) => short(v, r.kneeToWallLimitedMm, r.kneeToWallGoalMm),
      },
      {
        weight: 0.15,
        from: 'squatFirst',
        words: {
          'heel lifts': 1,
          'foot turns out': 1,
          'weight to heels': 0.6,
          'arch drops': 0.2,
          'big toe lifts': 0,
        },
      },
      { weight: 0.15, from: 'walkTurnedOut', words: seen },
      {
        weight: 0.2,
        from: 'kneeToWallFeel',
        words: { 'pinch in front': 1, 'pull at the back': 0.8, nothing: -0.6 },
      },
    ],
  },
  {
    id: 'bigToe',
    links: ['rollsRound', 'loadToSecond'],
    clues: [
      {
        weight: 0.45,
        from: 'bigToeExtension',
        support: (v, r) => short(v, r.bigToeShortDeg, r.bigToeGoalDeg),
      },
      {
        weight: 0.2,
        from: 'bigToeStanding',
        support: (v, r) => short(v, r.bigToeStandingShortDeg, r.bigToeStandingGoalDeg),
      },
      { weight: 0.2, from: 'walkLatePush', words: seen },
      { weight: 0.15, extra: 'bigToePushShare', support: (v) => clamp(1 - 2 * v) },
    ],
  },
  {
    id: 'firstRay',
    links: ['medialLegShort', 'footReachesDown', 'archGives'],
    clues: [
      { weight: 0.4, from: 'firstRay', support: (v, r) => short(v, r.firstRayShortMm, r.firstRayGoalMm) },
      { weight: 0.35, extra: 'm1Missing', support: (v, r) => clamp(v / r.tripodLeaning) },
      { weight: 0.15, from: 'toesUp', words: { 'does not': 1, partly: 0.3, appears: -0.8 } },
      { weight: 0.1, from: 'squatFirst', words: { 'big toe lifts': 1, 'arch drops': 0.2 } },
    ],
  },
  {
    id: 'hip',
    links: ['kneeIn', 'archGives'],
    clues: [
      { weight: 0.35, extra: 'kneeComesIn', support: (v) => (v > 0 ? 1 : -0.6) },
      { weight: 0.3, from: 'kneesOut', words: { 'arch rises': 0.8, 'little change': -0.8 } },
      {
        weight: 0.2,
        from: 'squatFirst',
        words: { 'knee goes in': 1, 'hip shifts': 1, 'arch drops': -0.2, 'heel lifts': -0.4 },
      },
      { weight: 0.15, from: 'walkWaddle', words: seen },
    ],
  },
  {
    id: 'footMuscles',
    links: ['nothingHolds', 'archGives'],
    clues: [
      { weight: 0.3, from: 'archHold', words: { loses: 1, wavers: 0.4, holds: -0.9 } },
      { weight: 0.2, from: 'heelPlay', words: { 'little change': 1, steadies: -0.8 } },
      { weight: 0.15, from: 'toeGrip', words: { slips: 1, holds: -0.6 } },
      { weight: 0.1, from: 'dexterityDome', support: (v) => clamp(1 - v) },
      { weight: 0.06, from: 'dexteritySpread', support: (v) => clamp(1 - v) },
      { weight: 0.03, from: 'dexterityBigUp', support: (v) => clamp(1 - v) },
      { weight: 0.03, from: 'dexterityOthersUp', support: (v) => clamp(1 - v) },
      { weight: 0.03, from: 'dexterityOneByOne', support: (v) => clamp(1 - v) },
      { weight: 0.1, from: 'gripLines', words: { none: 0.8, some: 0, clear: -0.6 } },
    ],
  },
  {
    id: 'shin',
    links: ['toesPullUp', 'archGives'],
    clues: [
      {
        weight: 0.5,
        from: 'forefootLift',
        support: (v, r) => short(v, r.forefootLiftGoal / 2, r.forefootLiftGoal),
      },
      { weight: 0.4, from: 'walkToesUp', words: seen },
      // a stop at the end range says that the ankle is short, not that the shin is weak
      {
        weight: 0.1,
        from: 'kneeToWallFeel',
        words: { nothing: 0.5, 'pull at the back': -0.5, 'pinch in front': -0.7 },
      },
    ],
  },
  {
    id: 'calf',
    links: ['heelNotLed', 'archGives'],
    clues: [
      { weight: 0.4, from: 'heelRaises', support: (v, r) => short(v, r.heelRaiseShort, r.heelRaiseGoal) },
      { weight: 0.3, from: 'raisePath', words: { 'rolls in': 1, 'rolls out': 0.7, straight: -0.8 } },
      {
        weight: 0.3,
        from: 'inversionStrength',
        support: (v, r) => short(v, r.inversionWeak - 1, r.inversionWeak + 1),
      },
    ],
  },
  {
    id: 'shoe',
    links: ['toesSqueezed', 'footNotUsed'],
    clues: [
      { weight: 0.4, extra: 'narrowShare', support: (v, r) => short(-v, -2 * r.driverNarrowShare, 0) },
      {
        weight: 0.2,
        extra: 'shoeScorePct',
        support: (v, r) => short(v, r.driverShoeScoreLowPct, r.driverShoeScoreHighPct),
      },
      { weight: 0.2, extra: 'shoeDropMm', support: (v, r) => short(-v, -2 * r.driverDropMm, 0) },
      {
        weight: 0.2,
        from: 'halluxAngle',
        support: (v, r) => clamp((v - r.halluxSlightDeg) / (r.halluxModerateDeg - r.halluxSlightDeg)),
      },
    ],
  },
]

/** The rows of a rule, to ask for what is missing. */
export function measuresOf(rule: DriverRule): MeasureId[] {
  return rule.clues.flatMap((clue) => ('from' in clue ? [clue.from] : []))
}
