import {
  depthPlaces,
  insideBoxMm,
  isRing,
  roomGoal,
  worstOf,
  type DepthPart,
  type DepthPlace,
  type FitReading,
  type Overhang,
} from '../../shoe/fit'
import type { ShoeReading, VerdictChoice } from '../../shoe/footwear'
import type { BaseReading } from '../../shoe/ground'
import type { References } from '../../groundwork/reference'
import { sides, type BySide, type Side } from '../../groundwork/side'

/** What speaks for or against a shoe on these feet, with its facts; words are made at the edge. */
export type VerdictReason =
  | { kind: 'outside'; side: Side; part: Overhang }
  | { kind: 'pushesToe'; side: Side; extraDeg: number; errorDeg: number }
  | { kind: 'short'; side: Side; roomMm: number }
  | { kind: 'long'; side: Side; roomMm: number }
  | { kind: 'narrow'; mm: number }
  | { kind: 'insertTooHigh'; place: DepthPlace; mm: number }
  | { kind: 'noDepth'; place: DepthPlace; mm: number }
  | { kind: 'noBase'; side: Side; marginMm: number; hasInsert: boolean }
  | { kind: 'tallLever'; stackMm: number; dropMm: number }
  | { kind: 'tipsEasily'; deg: number }
  | { kind: 'mostWorn'; share: number }
  | { kind: 'room'; leastMm: number }
  | { kind: 'roomInFront' }
  | { kind: 'thin'; stackMm: number; dropMm: number }
  | { kind: 'bends' }
  | { kind: 'baseHolds'; side: Side; marginMm: number }
  | { kind: 'keepsOut' }
  | { kind: 'littleWorn'; hours: number }
  | { kind: 'stiffToe' }
  | { kind: 'thinPad' }

/** What a verdict was made without. */
export const verdictGaps = ['shoeWidths', 'footWidths', 'stacks', 'bend', 'leg'] as const
export type VerdictGap = (typeof verdictGaps)[number]

export type ShoeVerdict = {
  choice: VerdictChoice
  /** at most so many hours a week; only where limited or let go */
  hoursPerWeek: number | undefined
  against: VerdictReason[]
  inFavour: VerdictReason[]
  /** nothing that is known speaks for or against it */
  isOpen: boolean
  /** what is not known, and could change the verdict */
  missing: VerdictGap[]
}

export type VerdictInput = {
  reading: ShoeReading
  fits: BySide<FitReading | undefined>
  depth: readonly DepthPart[]
  bases: BySide<BaseReading | undefined>
  /** the leg of this side needs a base: grade 2 and more, or a heel that rolls in */
  needsBase: BySide<boolean>
  isBigToeStiff: boolean
  isFatPadThin: boolean
}

/**
 * Keep, limit, change the insert or let go, each with what speaks for and against it from this client's findings.
 * An overhang counts beyond its own error only.
 * @source spec of shoes: verdict in words with reasons
 */
export function shoeVerdict(input: VerdictInput, references: References): ShoeVerdict {
  const { reading } = input
  const { shoe } = reading
  const outside = worseSides(sides.flatMap((side) => outsideOf(side, input.fits[side], references)))
  const bases = sides.flatMap((side): VerdictReason[] => {
    const base = input.bases[side]
    if (!base || !input.needsBase[side]) return []
    const hasInsert = shoe.insert?.kind === 'support' || shoe.insert?.kind === 'custom'
    return base.marginMm < 0
      ? [{ kind: 'noBase', side, marginMm: base.marginMm, hasInsert }]
      : [{ kind: 'baseHolds', side, marginMm: base.marginMm }]
  })
  const depth = depthPlaces.flatMap((place): VerdictReason[] => {
    const part = input.depth.find((p) => p.place === place)
    if (part?.leftMm === undefined || part.leftMm >= 0) return []
    // without the insert it would go in: change the insert, not the shoe
    return [{ kind: part.leftMm + part.insertMm >= 0 ? 'insertTooHigh' : 'noDepth', place, mm: part.leftMm }]
  })
  const against: VerdictReason[] = [
    ...outside,
    ...narrowOf(input, outside),
    ...bases.filter((r) => r.kind === 'noBase'),
    ...depth,
    ...leverOf(reading, references),
  ]
  const inFavour = favourOf(input, bases, references)
  const isGone =
    outside.some((r) => r.kind === 'outside' && isMuch(r, input, references)) ||
    against.some((r) => (r.kind === 'short' && r.roomMm < 0) || r.kind === 'noDepth')
  const isLimited = against.some((r) => limiting.includes(r.kind))
  const isInsert = against.some((r) => r.kind === 'insertTooHigh' || (r.kind === 'noBase' && r.hasInsert))
  const choice: VerdictChoice = isGone ? 'letGo' : isInsert ? 'insert' : isLimited ? 'limit' : 'keep'
  const presses = against.some((r) => pressing.includes(r.kind))
  if (choice !== 'keep' && reading.hoursShare > references.mostWornShare)
    against.push({ kind: 'mostWorn', share: reading.hoursShare })
  return {
    choice,
    hoursPerWeek:
      choice === 'limit' || choice === 'letGo'
        ? presses || isGone
          ? references.limitNarrowHours
          : references.limitTallHours
        : undefined,
    against,
    inFavour,
    isOpen: against.length === 0 && inFavour.every((r) => r.kind === 'littleWorn'),
    missing: gapsOf(input),
  }
}

function gapsOf({ reading, fits, bases, needsBase }: VerdictInput): VerdictGap[] {
  const { shoe } = reading
  const isLaid = sides.some((side) => fits[side])
  const hasMargin = reading.ballMarginMm !== undefined || reading.toesMarginMm !== undefined
  const hasWidths =
    (shoe.insole !== undefined && isRing(shoe.insole.points, insideBoxMm)) ||
    shoe.innerWidthBallMm !== undefined ||
    shoe.innerWidthToesMm !== undefined
  const isMissing: Record<VerdictGap, boolean> = {
    shoeWidths: !isLaid && !hasWidths,
    footWidths: !isLaid && !hasMargin && hasWidths,
    stacks: shoe.stackHeelMm === undefined || shoe.stackForefootMm === undefined,
    bend: shoe.bendStiffness === undefined,
    leg: sides.some((side) => needsBase[side] && !bases[side]),
  }
  return verdictGaps.filter((gap) => isMissing[gap])
}

const pressing: readonly VerdictReason['kind'][] = ['outside', 'pushesToe', 'short', 'narrow']
const limiting: readonly VerdictReason['kind'][] = [...pressing, 'noBase', 'tallLever', 'tipsEasily']

function outsideOf(side: Side, fit: FitReading | undefined, references: References): VerdictReason[] {
  if (!fit) return []
  const part = worstOf(fit)
  const reasons: VerdictReason[] = []
  if (part.mostMm - fit.errorMm > references.fitOutsideMm) reasons.push({ kind: 'outside', side, part })
  if (fit.push && fit.push.extraDeg > Math.max(references.pushCountsDeg, fit.push.errorDeg))
    reasons.push({ kind: 'pushesToe', side, extraDeg: fit.push.extraDeg, errorDeg: fit.push.errorDeg })
  const { errorMm } = fit
  const [least, most] = roomGoal(fit.activity, references)
  if (fit.roomMm !== undefined && fit.roomMm + errorMm < least)
    reasons.push({ kind: 'short', side, roomMm: fit.roomMm })
  if (fit.roomMm !== undefined && fit.roomMm - errorMm > most)
    reasons.push({ kind: 'long', side, roomMm: fit.roomMm })
  return reasons
}

const tellingFirst: readonly VerdictReason['kind'][] = ['outside', 'pushesToe', 'short', 'long']

/** Both feet in one shoe say much the same: of each kind, the foot that has it worse speaks. */
function worseSides(reasons: readonly VerdictReason[]): VerdictReason[] {
  const most = (r: VerdictReason) =>
    r.kind === 'outside'
      ? r.part.mostMm
      : r.kind === 'pushesToe'
        ? r.extraDeg
        : r.kind === 'short'
          ? -r.roomMm
          : r.kind === 'long'
            ? r.roomMm
            : 0
  return reasons
    .filter(
      (r, i) =>
        !reasons.some(
          (other, k) =>
            other.kind === r.kind && (most(other) > most(r) || (most(other) === most(r) && k < i)),
        ),
    )
    .sort((a, b) => tellingFirst.indexOf(a.kind) - tellingFirst.indexOf(b.kind))
}

function isMuch(
  { side, part }: Extract<VerdictReason, { kind: 'outside' }>,
  { fits }: VerdictInput,
  references: References,
): boolean {
  return part.mostMm - (fits[side]?.errorMm ?? 0) > references.fitMuchOutsideMm
}

/** A width that was measured and is narrower than the foot speaks, laid outline or not: no guessed inside silences it. */
function narrowOf({ reading }: VerdictInput, outside: readonly VerdictReason[]): VerdictReason[] {
  if (!reading.isNarrow || outside.some((r) => r.kind === 'outside')) return []
  return [
    { kind: 'narrow', mm: -Math.min(reading.ballMarginMm ?? Infinity, reading.toesMarginMm ?? Infinity) },
  ]
}

function leverOf(
  { shoe, dropMm, isTallLever, tippingDeg }: ShoeReading,
  references: References,
): VerdictReason[] {
  return [
    ...(isTallLever ? [{ kind: 'tallLever', stackMm: shoe.stackHeelMm!, dropMm: dropMm! } as const] : []),
    ...(tippingDeg !== undefined && tippingDeg < references.tippingLowDeg
      ? [{ kind: 'tipsEasily', deg: tippingDeg } as const]
      : []),
  ]
}

function favourOf(
  { reading, fits, isBigToeStiff, isFatPadThin }: VerdictInput,
  bases: readonly VerdictReason[],
  references: References,
): VerdictReason[] {
  const { shoe, dropMm } = reading
  const laid = sides.map((side) => fits[side]).filter((fit) => fit !== undefined)
  // one shoe has one verdict: no room to spare in what is narrower than the foot
  const isSure =
    !reading.isNarrow &&
    laid.length > 0 &&
    laid.every((fit) => worstOf(fit).mostMm <= references.fitOutsideMm)
  const least = Math.min(
    ...laid.map((fit) => Math.min(fit.toes?.allMm ?? Infinity, fit.ball?.allMm ?? Infinity)),
  )
  const isStiff = (shoe.bendStiffness ?? 0) >= references.bandBendHigh
  return [
    ...(isSure && Number.isFinite(least) ? [{ kind: 'room', leastMm: least } as const] : []),
    ...(laid.length > 0 && laid.every((fit) => fit.room === 'fits')
      ? [{ kind: 'roomInFront' } as const]
      : []),
    ...bases.filter((r) => r.kind === 'baseHolds'),
    ...(shoe.stackHeelMm !== undefined &&
    dropMm !== undefined &&
    shoe.stackHeelMm <= references.tallStackMm &&
    dropMm <= references.wantedDropMm
      ? [{ kind: 'thin', stackMm: shoe.stackHeelMm, dropMm } as const]
      : []),
    ...(shoe.bendStiffness !== undefined && shoe.bendStiffness < references.bandBendLow && !isBigToeStiff
      ? [{ kind: 'bends' } as const]
      : []),
    ...(isStiff && isBigToeStiff ? [{ kind: 'stiffToe' } as const] : []),
    ...(isFatPadThin && (shoe.stackForefootMm ?? 0) >= references.bandStackLowMm
      ? [{ kind: 'thinPad' } as const]
      : []),
    ...(shoe.groundProtection === 'keepsOut' ? [{ kind: 'keepsOut' } as const] : []),
    ...(reading.hoursShare > 0 && (shoe.hoursPerWeek ?? 0) <= references.limitNarrowHours
      ? [{ kind: 'littleWorn', hours: shoe.hoursPerWeek! } as const]
      : []),
  ]
}
