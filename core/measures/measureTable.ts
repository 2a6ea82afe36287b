/** What a practitioner measures or judges on each foot. Ranges in the unit named: possible refuses, plausible asks. */
export type NumberMeasure = {
  kind: 'number'
  unit: string
  decimals: number
  /** outside these the value is refused */
  possible: readonly [low: number, high: number]
  /** outside these the value is kept and asked about */
  plausible: readonly [low: number, high: number]
  step: number
}
export type WordMeasure = { kind: 'word'; words: readonly string[] }

const mm = (low: number, high: number, usualLow: number, usualHigh: number, step = 1): NumberMeasure => ({
  kind: 'number',
  unit: 'mm',
  decimals: 1,
  possible: [low, high],
  plausible: [usualLow, usualHigh],
  step,
})
const number = (
  unit: string,
  possible: readonly [number, number],
  plausible: readonly [number, number],
  step = 1,
  decimals = 0,
): NumberMeasure => ({ kind: 'number', unit, decimals, possible, plausible, step })
const navicular = mm(0, 110, 10, 75, 0.5)
const words = (...list: string[]): WordMeasure => ({ kind: 'word', words: list })

export const measureTable = {
  navicularSit: navicular,
  navicularStand: navicular,
  navicularSingle: navicular,
  navicularActive: navicular,
  navicularPassive: navicular,
  archSeen: words('none', 'some', 'clear', 'tall'),
  truncatedLength: mm(60, 280, 120, 230),
  ballWidth: mm(40, 170, 70, 130),
  toeWidth: mm(40, 180, 65, 130),
  halluxAngle: number('°', [-30, 90], [-10, 60]),
  toeState: words('straight', 'bent, soft', 'bent, fixed'),
  scaleHeel: number('kg', [0, 250], [1, 90], 0.5, 1),
  scaleInner: number('kg', [0, 250], [0.5, 60], 0.5, 1),
  scaleOuter: number('kg', [0, 250], [0.5, 60], 0.5, 1),
  feltHeel: number('of 10', [0, 10], [0, 10]),
  feltInner: number('of 10', [0, 10], [0, 10]),
  feltOuter: number('of 10', [0, 10], [0, 10]),
  kneeToWall: number('mm', [0, 300], [20, 200], 5),
  kneeToWallFeel: words('nothing', 'pinch in front', 'pull at the back'),
  bigToeExtension: number('°', [-20, 120], [10, 100]),
  singleLegOpen: number('s', [0, 600], [0, 120]),
  singleLegShut: number('s', [0, 600], [0, 90]),
  heelRaises: number('times', [0, 200], [0, 60]),
  heelRest: number('°', [-40, 50], [-15, 25]),
  heelActive: number('°', [-40, 50], [-15, 25]),
  heelPassive: number('°', [-40, 50], [-15, 25]),
  archRestWord: words('even', 'lowered'),
  archActiveWord: words('can', 'partly', 'cannot'),
  archPassiveWord: words('can', 'partly', 'cannot'),
  heelRestWord: words('even', 'rolled'),
  heelActiveWord: words('can', 'partly', 'cannot'),
  heelPassiveWord: words('can', 'partly', 'cannot'),
} satisfies Record<string, NumberMeasure | WordMeasure>

export type MeasureId = keyof typeof measureTable
export type NumberMeasureId = {
  [K in MeasureId]: (typeof measureTable)[K] extends NumberMeasure ? K : never
}[MeasureId]
export type WordMeasureId = Exclude<MeasureId, NumberMeasureId>

export const measureIds = Object.keys(measureTable) as MeasureId[]

/** Not tested, and tried without success, are states of a row: neither is a number. */
export const measureStates = ['notTested', 'cannot'] as const
export type MeasureState = (typeof measureStates)[number]

/** Where a number lies: refused outside what is possible, asked about outside what is plausible. */
export function placeInRange(id: NumberMeasureId, value: number): 'fine' | 'unusual' | 'impossible' {
  const { possible, plausible } = measureTable[id]
  if (!(value >= possible[0] && value <= possible[1])) return 'impossible'
  return value < plausible[0] || value > plausible[1] ? 'unusual' : 'fine'
}

/** @returns whether a measure is a number or one of a few words */
export function isNumberMeasure(id: MeasureId): id is NumberMeasureId {
  return measureTable[id].kind === 'number'
}
