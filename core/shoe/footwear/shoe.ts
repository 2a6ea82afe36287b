import type { Point } from '../../groundwork/geometry'
import type { BySide } from '../../groundwork/side'

export const sizeSystems = ['eu', 'uk', 'us', 'mm'] as const
export type SizeSystem = (typeof sizeSystems)[number]

export const shoeUses = ['work', 'home', 'town', 'walk', 'run', 'sport', 'other'] as const
export type ShoeUse = (typeof shoeUses)[number]
export const wearActivities = ['sit', 'stand', 'walk', 'run', 'train'] as const
export type WearActivity = (typeof wearActivities)[number]
export const wearSurfaces = ['soft', 'hard', 'rough'] as const
export type WearSurface = (typeof wearSurfaces)[number]
/** What a shoe does beside covering the foot; each counts one support feature of the score. */
export const supportFeatureIds = [
  'raisedArch',
  'firmHeelCup',
  'rocker',
  'plate',
  'posting',
  'flaredSole',
] as const
export type SupportFeatureId = (typeof supportFeatureIds)[number]
export const closures = ['laces', 'strap', 'zip', 'slipOn', 'boot'] as const
export const heelCounters = ['none', 'soft', 'firm'] as const
/** Keeping stones out is one thing, cushioning another. */
export const groundProtections = ['feels', 'dulls', 'keepsOut'] as const
export const insertKinds = ['none', 'flat', 'cushion', 'support', 'custom'] as const
export type InsertKind = (typeof insertKinds)[number]
export const soleZones = [
  'innerHeel',
  'outerHeel',
  'innerWaist',
  'outerWaist',
  'innerBall',
  'middleBall',
  'outerBall',
  'bigToe',
  'smallToes',
] as const
export type SoleZone = (typeof soleZones)[number]

export type Insert = {
  kind: InsertKind
  heelMm?: number | undefined
  archMm?: number | undefined
  forefootMm?: number | undefined
  /** month since when, YYYY-MM */
  since?: string | undefined
}

/** The inside of a shoe at the height of the foot: mm, x towards the medial side, y forward, back of the heel at y = 0. */
export type InsoleOutline = {
  points: readonly Point[]
  from: 'photo' | 'file'
}

export const verdictChoices = ['keep', 'limit', 'insert', 'letGo'] as const
export type VerdictChoice = (typeof verdictChoices)[number]
/** What the practitioner decided; it stands over the proposal. */
export type OwnVerdict = {
  choice: VerdictChoice
  hoursPerWeek?: number | undefined
  note?: string | undefined
}

/** Where the practitioner moved the shoe under one foot from where the rule puts it: mm and degrees, + towards medial. */
export type Nudge = { xMm: number; yMm: number; turnDeg: number }

/** A shoe of the shelf. Every number may be missing: half of them are not written on any box. */
export type Shoe = {
  id: string
  name: string
  use?: ShoeUse | undefined
  size?: { system: SizeSystem; value: number } | undefined
  /** month of its first wear, YYYY-MM */
  sinceMonth?: string | undefined
  hoursPerWeek?: number | undefined
  /** what the hours are spent on; their sum is the hours a week */
  wear?: readonly { activity: WearActivity; surface: WearSurface; hours: number }[] | undefined
  stackHeelMm?: number | undefined
  stackForefootMm?: number | undefined
  toeSpringMm?: number | undefined
  weightG?: number | undefined
  /** 0 folds like cloth … 5 does not bend */
  bendStiffness?: number | undefined
  twistStiffness?: number | undefined
  /** how many of: raised arch, firm heel cup, rocker, plate, posting … */
  supportFeatures?: number | undefined
  supports?: readonly SupportFeatureId[] | undefined
  innerLengthMm?: number | undefined
  innerWidthBallMm?: number | undefined
  innerWidthToesMm?: number | undefined
  innerWidthHeelMm?: number | undefined
  /** how much the inner and the outer edge of the toe box lean towards the middle, degrees from the axis */
  taperInnerDeg?: number | undefined
  taperOuterDeg?: number | undefined
  depthForefootMm?: number | undefined
  depthArchMm?: number | undefined
  depthHeelMm?: number | undefined
  /** sole on the ground, across */
  soleWidthMm?: number | undefined
  heelBaseWidthMm?: number | undefined
  /** how far the heel's base reaches inwards beyond its own half width */
  heelFlareMm?: number | undefined
  closure?: (typeof closures)[number] | undefined
  heelCounter?: (typeof heelCounters)[number] | undefined
  groundProtection?: (typeof groundProtections)[number] | undefined
  insert?: Insert | undefined
  wornZones?: readonly SoleZone[] | undefined
  /** photo of the sole, and the one the inside was traced on */
  soleId?: string | undefined
  insoleId?: string | undefined
  insole?: InsoleOutline | undefined
  nudge?: Partial<BySide<Nudge>> | undefined
  ownVerdict?: OwnVerdict | undefined
  isRetired?: boolean | undefined
  /** not owned: on the shelf to ask "what if" */
  isGhost?: boolean | undefined
}

/** Heel stack less forefoot stack, mm. */
export function dropMm(shoe: Pick<Shoe, 'stackHeelMm' | 'stackForefootMm'>): number | undefined {
  const { stackHeelMm, stackForefootMm } = shoe
  return stackHeelMm === undefined || stackForefootMm === undefined
    ? undefined
    : stackHeelMm - stackForefootMm
}

/** Neither retired nor only thought of. */
export function isWorn(shoe: Pick<Shoe, 'isRetired' | 'isGhost'>): boolean {
  return !shoe.isRetired && !shoe.isGhost
}

/** Support features: the listed ones, or the number where only that is known. */
export function supportCount(shoe: Shoe): number | undefined {
  return shoe.supports ? shoe.supports.length : shoe.supportFeatures
}
