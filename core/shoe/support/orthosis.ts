import type { Shoe } from '../footwear'
import { depthBudget, type DepthPart, type DepthPlace, type FootHeights } from '../fit'
import { baseOfShoe, baseUnderLeg, type BaseReading, type LegLine } from '../ground'
import type { References } from '../../groundwork/reference'

export const orthosisKinds = ['cushion', 'support', 'custom', 'brace'] as const
export type OrthosisKind = (typeof orthosisKinds)[number]
/** full; slim for town shoes; heel for raised heels; sport, softer for running */
export const volumeClasses = ['full', 'slim', 'heel', 'sport'] as const
export type VolumeClass = (typeof volumeClasses)[number]
export const orthosisReasons = ['flat', 'grade', 'pain', 'fatPad', 'injury', 'other'] as const
export type OrthosisReason = (typeof orthosisReasons)[number]
export const orthosisSources = ['shelfFirst', 'customFirst'] as const
/** Where practitioners disagree: try a device off the shelf first, or have one made. */
export type OrthosisSource = (typeof orthosisSources)[number]

/** Something a client wears under the foot from shoe to shoe, or around the ankle. */
export type Orthosis = {
  id: string
  kind: OrthosisKind
  volume: VolumeClass
  reason: OrthosisReason
  /** month since when, YYYY-MM */
  since?: string | undefined
  /** role of who prescribed it; needed for a custom one */
  prescriber?: string | undefined
  heelMm?: number | undefined
  archMm?: number | undefined
  forefootMm?: number | undefined
  widthBallMm?: number | undefined
  widthHeelMm?: number | undefined
  hoursPerDay?: number | undefined
}

export const fitAspects = ['depth', 'width', 'base', 'heelHeight'] as const
export type FitAspect = (typeof fitAspects)[number]
export type AspectVerdict = {
  aspect: FitAspect
  verdict: 'fits' | 'tight' | 'no' | 'unknown'
  byMm: number | undefined
  place?: DepthPlace | undefined
}

/** One device in one shoe. */
export type OrthosisInShoe = {
  shoeId: string
  aspects: AspectVerdict[]
  /** the worst of them; unknown where nothing speaks against it but something is not measured */
  verdict: AspectVerdict['verdict']
}

export function orthosisThickness(orthosis: Orthosis, references: References): Record<DepthPlace, number> {
  const share = orthosis.volume === 'full' ? 1 : references.slimShare
  const usual = usualThickness(orthosis.kind, references)
  return {
    forefoot: orthosis.forefootMm ?? usual.forefoot * share,
    arch: orthosis.archMm ?? usual.arch * share,
    heel: orthosis.heelMm ?? usual.heel * share,
  }
}

function usualThickness(kind: OrthosisKind, r: References): Record<DepthPlace, number> {
  switch (kind) {
    case 'cushion':
      return { forefoot: r.cushionMm, arch: r.cushionMm, heel: r.cushionMm }
    // around the ankle and under the heel; nothing lies under the toes
    case 'brace':
      return { forefoot: 0, arch: r.braceMm, heel: r.braceMm }
    case 'support':
    case 'custom':
      return { forefoot: r.supportForefootMm, arch: r.supportArchMm, heel: r.supportHeelMm }
  }
}

/**
 * Whether a device goes into a shoe and can hold there: depth above it, width beside it, base beneath it.
 * @param input heights of the higher foot, the leg that needs the base most
 * @source spec of shoes: support devices
 */
export function orthosisInShoe(
  input: { orthosis: Orthosis; shoe: Shoe; foot: FootHeights; leg: LegLine | undefined },
  references: References,
): OrthosisInShoe {
  const { orthosis, shoe, foot, leg } = input
  const aspects = [
    depthAspect(depthBudget(shoe, foot, orthosisThickness(orthosis, references), references)),
    // a brace lies around the ankle: beside it the shoe is open
    ...(orthosis.kind === 'brace' ? [] : [widthAspect(orthosis, shoe, references)]),
    ...(orthosis.kind === 'cushion' || orthosis.kind === 'brace' ? [] : [baseAspect(shoe, leg, references)]),
    ...(orthosis.volume === 'heel' ? [heelAspect(shoe, references)] : []),
  ]
  return { shoeId: shoe.id, aspects, verdict: worst(aspects) }
}

const order = ['fits', 'unknown', 'tight', 'no'] as const

function worst(aspects: readonly AspectVerdict[]): AspectVerdict['verdict'] {
  return order[Math.max(...aspects.map((a) => order.indexOf(a.verdict)))]!
}

function depthAspect(parts: readonly DepthPart[]): AspectVerdict {
  const known = parts.filter((p) => p.leftMm !== undefined).sort((a, b) => a.leftMm! - b.leftMm!)
  const least = known[0]
  if (!least) return { aspect: 'depth', verdict: 'unknown', byMm: undefined }
  // a depth that nobody measured may still be the one that is missing
  const verdict = least.verdict === 'fits' && known.length < parts.length ? 'unknown' : least.verdict
  return { aspect: 'depth', verdict, byMm: least.leftMm, place: least.place }
}

/** A device must lie flat: a little spare beside it is enough. */
function widthAspect(orthosis: Orthosis, shoe: Shoe, references: References): AspectVerdict {
  const spare = [
    [shoe.innerWidthBallMm, orthosis.widthBallMm],
    [shoe.innerWidthHeelMm, orthosis.widthHeelMm],
  ].flatMap(([inside, own]) => (inside === undefined || own === undefined ? [] : [inside - own]))
  if (spare.length === 0) return { aspect: 'width', verdict: 'unknown', byMm: undefined }
  const least = Math.min(...spare)
  return {
    aspect: 'width',
    verdict: least < 0 ? 'no' : least < references.orthosisSpareMm ? 'tight' : 'fits',
    byMm: least,
  }
}

function baseAspect(shoe: Shoe, leg: LegLine | undefined, references: References): AspectVerdict {
  const base = baseOfShoe(shoe)
  if (!base || !leg) return { aspect: 'base', verdict: 'unknown', byMm: undefined }
  const reading: BaseReading = baseUnderLeg(leg, base, undefined, references)
  return {
    aspect: 'base',
    verdict: reading.marginMm < 0 ? 'no' : reading.neededFlareMm > 0 ? 'tight' : 'fits',
    byMm: reading.marginMm,
  }
}

function heelAspect(shoe: Shoe, references: References): AspectVerdict {
  if (shoe.stackHeelMm === undefined) return { aspect: 'heelHeight', verdict: 'unknown', byMm: undefined }
  const spare = references.heelOrthosisMostMm - shoe.stackHeelMm
  return { aspect: 'heelHeight', verdict: spare < 0 ? 'no' : 'fits', byMm: spare }
}
