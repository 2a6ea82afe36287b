import type { Shoe } from '../footwear'
import type { References } from '../../groundwork/reference'
import { degToRad, weightN } from '../../groundwork/units'

/** Where the line of the leg meets the ground, against the base it stands on; mm, + towards the medial side. */
export type BaseReading = {
  /** from the middle of the heel to where the line of the leg meets the ground */
  loadLineMm: number
  /** from the middle of the heel to the inner edge of what stands on the ground */
  innerEdgeMm: number
  /** inner edge less load line; negative: the leg stands beside its base */
  marginMm: number
  /** how much further inwards the base would have to reach, ≥ 0 */
  neededFlareMm: number
  /** on one leg, Nm; 0 while the line falls on the base; undefined while the body mass is not known */
  tippingNm: number | undefined
}

export type LegLine = {
  /** at the level of the sole of the foot, from the middle of the heel, mm, + medial */
  atFootMm: number
  /** leg against the vertical, degrees, + top leans inwards; 0 where not measured */
  leanDeg: number
}

/**
 * The base under one leg, barefoot or in a shoe.
 * @param leg line of the leg, from a photo from behind or by plumb line
 * @param base half width inwards with its flare, mm; stack under the heel, mm: the line runs on through the sole
 * @returns margin, needed flare and, on one leg, the moment that tips
 * @source spec of shoes: base under the leg; tipping moment = load × overhang
 * @example line 34 mm inwards, heel 63 mm wide: margin −2.5 mm, flare needed 7.5 mm for a margin of 5
 */
export function baseUnderLeg(
  leg: LegLine,
  base: { halfWidthMm: number; flareMm: number; stackMm: number },
  bodyMassKg: number | undefined,
  references: References,
): BaseReading {
  const loadLineMm = leg.atFootMm - base.stackMm * Math.tan(degToRad(leg.leanDeg))
  const innerEdgeMm = base.halfWidthMm + base.flareMm
  const marginMm = innerEdgeMm - loadLineMm
  return {
    loadLineMm,
    innerEdgeMm,
    marginMm,
    neededFlareMm: Math.max(0, references.baseMarginMm - marginMm),
    tippingNm: bodyMassKg === undefined ? undefined : (weightN(bodyMassKg) * Math.max(0, -marginMm)) / mmPerM,
  }
}
const mmPerM = 1000

/** The base of a shoe under its heel; undefined where its width is not known. */
export function baseOfShoe(
  shoe: Pick<Shoe, 'heelBaseWidthMm' | 'soleWidthMm' | 'heelFlareMm' | 'stackHeelMm'>,
): { halfWidthMm: number; flareMm: number; stackMm: number } | undefined {
  const width = shoe.heelBaseWidthMm ?? shoe.soleWidthMm
  return width === undefined
    ? undefined
    : { halfWidthMm: width / 2, flareMm: shoe.heelFlareMm ?? 0, stackMm: shoe.stackHeelMm ?? 0 }
}
