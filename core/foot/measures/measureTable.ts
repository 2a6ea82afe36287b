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

const gap: NumberMeasure = { ...mm(0, 60, 0, 25, 0.5) }
const toe = words('straight', 'bent, soft', 'bent, fixed')
const ground = words('touches', 'lifts')

const can = words('can', 'partly', 'cannot')
const toeBend = number('°', [-30, 120], [0, 80])

const dexterity = number('of 2', [0, 2], [0, 2])
const posture = number('', [-2, 2], [-2, 2])
const seenWalking = words('no', 'some', 'clear')
const firstLost = words(
  'big toe lifts',
  'arch drops',
  'heel lifts',
  'foot turns out',
  'knee goes in',
  'weight to heels',
  'hip shifts',
)

export const measureTable = {
  navicularSit: navicular,
  navicularStand: navicular,
  navicularSingle: navicular,
  navicularActive: navicular,
  navicularPassive: navicular,
  dorsumSit: mm(20, 140, 40, 90, 0.5),
  dorsumStand: mm(20, 140, 40, 90, 0.5),
  outerArch: words('none', 'some', 'clear'),
  ballWidthSit: mm(40, 170, 65, 125),
  crossLoad: words('little', 'usual', 'much'),
  crossLighten: words('yes', 'no'),
  archSeen: words('none', 'some', 'clear', 'tall'),
  footLength: mm(90, 380, 190, 320),
  heelWidth: mm(25, 120, 45, 85),
  truncatedLength: mm(60, 280, 120, 230),
  ballWidth: mm(40, 170, 70, 130),
  toeWidth: mm(40, 180, 65, 130),
  halluxAngle: number('°', [-30, 90], [-10, 60]),
  fifthToeAngle: number('°', [-30, 60], [-5, 30]),
  gapRest1: gap,
  gapRest2: gap,
  gapRest3: gap,
  gapRest4: gap,
  gapSpread1: gap,
  gapSpread2: gap,
  gapSpread3: gap,
  gapSpread4: gap,
  toeState: toe,
  toe1: toe,
  toe2: toe,
  toe3: toe,
  toe4: toe,
  toe5: toe,
  toeGround1: ground,
  toeGround2: ground,
  toeGround3: ground,
  toeGround4: ground,
  toeGround5: ground,
  fatPadHeel: words('thin', 'usual', 'thick'),
  fatPadBall: words('thin', 'usual', 'thick'),
  swelling: words('none', 'some', 'clear'),
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
  shinAngle: number('°', [0, 80], [15, 55]),
  bigToeStanding: number('°', [-20, 120], [10, 90]),
  firstRay: mm(-25, 25, -5, 12, 0.5),
  inversionRange: number('°', [0, 80], [5, 45]),
  raisePath: words('straight', 'rolls out', 'rolls in'),
  toeGrip: words('holds', 'slips'),
  toeGripForce: number('N', [0, 400], [5, 150], 5),
  inversionStrength: number('of 5', [0, 5], [2, 5]),
  dexterityBigUp: dexterity,
  dexterityOthersUp: dexterity,
  dexteritySpread: dexterity,
  dexterityOneByOne: dexterity,
  dexterityDome: dexterity,
  archHold: words('holds', 'wavers', 'loses'),
  squatLostAt: number('%', [0, 100], [10, 100], 5),
  squatFirst: firstLost,
  lungeLostAt: number('%', [0, 100], [10, 100], 5),
  lungeFirst: firstLost,
  toesUp: words('appears', 'partly', 'does not'),
  forefootLift: number('times', [0, 60], [0, 20]),
  heelPlay: words('steadies', 'little change'),
  kneesOut: words('arch rises', 'little change'),
  gripLines: words('none', 'some', 'clear'),
  walkToesUp: seenWalking,
  walkTurnedOut: seenWalking,
  walkLatePush: seenWalking,
  walkWaddle: seenWalking,
  postureTalus: posture,
  postureCurves: posture,
  postureHeel: posture,
  postureBulge: posture,
  postureArch: posture,
  postureForefoot: posture,
  eversionContact: number('°', [-40, 40], [-15, 15], 1, 1),
  eversionPeak: number('°', [-40, 50], [-5, 20], 1, 1),
  eversionPeakAt: number('%', [0, 100], [5, 90]),
  eversionBackAt: number('%', [0, 100], [20, 100]),
  eversionRange: number('°', [0, 60], [0, 30]),
  loadLine: mm(-60, 90, -20, 50),
  forefootHeight: mm(10, 70, 18, 40),
  heelHeight: mm(20, 110, 35, 80),
  legLine: number('°', [-40, 40], [-15, 15]),
  heelRest: number('°', [-40, 50], [-15, 25]),
  heelActive: number('°', [-40, 50], [-15, 25]),
  heelPassive: number('°', [-40, 50], [-15, 25]),
  archRestWord: words('even', 'lowered'),
  archActiveWord: can,
  archPassiveWord: can,
  // "rolled" is rolled in; the word is older than its opposite
  heelRestWord: words('even', 'rolled', 'rolled out'),
  heelActiveWord: can,
  heelPassiveWord: can,
  halluxActive: number('°', [-30, 90], [-10, 60]),
  halluxPassive: number('°', [-30, 90], [-10, 60]),
  halluxActiveWord: can,
  halluxPassiveWord: can,
  fifthActive: number('°', [-30, 60], [-5, 30]),
  fifthPassive: number('°', [-30, 60], [-5, 30]),
  fifthActiveWord: can,
  fifthPassiveWord: can,
  toeBend1: toeBend,
  toeBend2: toeBend,
  toeBend3: toeBend,
  toeBend4: toeBend,
  toeBend5: toeBend,
  toeBendActive1: toeBend,
  toeBendActive2: toeBend,
  toeBendActive3: toeBend,
  toeBendActive4: toeBend,
  toeBendActive5: toeBend,
  toeBendPassive1: toeBend,
  toeBendPassive2: toeBend,
  toeBendPassive3: toeBend,
  toeBendPassive4: toeBend,
  toeBendPassive5: toeBend,
  toeActiveWord1: can,
  toeActiveWord2: can,
  toeActiveWord3: can,
  toeActiveWord4: can,
  toeActiveWord5: can,
} satisfies Record<string, NumberMeasure | WordMeasure>

export type MeasureId = keyof typeof measureTable
export type NumberMeasureId = {
  [K in MeasureId]: (typeof measureTable)[K] extends NumberMeasure ? K : never
}[MeasureId]
export type WordMeasureId = Exclude<MeasureId, NumberMeasureId>

/** Big toe to little toe; gaps count from the one between the first two. */
export const toeMeasures = ['toe1', 'toe2', 'toe3', 'toe4', 'toe5'] as const
export const toeGroundMeasures = [
  'toeGround1',
  'toeGround2',
  'toeGround3',
  'toeGround4',
  'toeGround5',
] as const
export const gapRestMeasures = ['gapRest1', 'gapRest2', 'gapRest3', 'gapRest4'] as const
export const gapSpreadMeasures = ['gapSpread1', 'gapSpread2', 'gapSpread3', 'gapSpread4'] as const

export const toeBendMeasures = ['toeBend1', 'toeBend2', 'toeBend3', 'toeBend4', 'toeBend5'] as const
export const toeBendActiveMeasures = [
  'toeBendActive1',
  'toeBendActive2',
  'toeBendActive3',
  'toeBendActive4',
  'toeBendActive5',
] as const
export const toeBendPassiveMeasures = [
  'toeBendPassive1',
  'toeBendPassive2',
  'toeBendPassive3',
  'toeBendPassive4',
  'toeBendPassive5',
] as const
export const toeActiveWordMeasures = [
  'toeActiveWord1',
  'toeActiveWord2',
  'toeActiveWord3',
  'toeActiveWord4',
  'toeActiveWord5',
] as const

export const dexterityMeasures = [
  'dexterityBigUp',
  'dexterityOthersUp',
  'dexteritySpread',
  'dexterityOneByOne',
  'dexterityDome',
] as const
/** The six things looked at in relaxed stance, each −2 (rolled out) to +2 (rolled in). */
export const postureMeasures = [
  'postureTalus',
  'postureCurves',
  'postureHeel',
  'postureBulge',
  'postureArch',
  'postureForefoot',
] as const
export const walkMeasures = ['walkToesUp', 'walkTurnedOut', 'walkLatePush', 'walkWaddle'] as const

export const measureIds = Object.keys(measureTable) as MeasureId[]

/** Not tested, tried without success, and looked at and called unchanged, are states of a row: none is a number. */
export const measureStates = ['notTested', 'cannot', 'unchanged'] as const
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
