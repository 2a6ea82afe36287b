import type { References } from '../../groundwork/reference'
import { radToDeg } from '../../groundwork/units'
import type { Shoe } from './shoe'

/**
 * How far the shoe leans sideways before it tips over the edge of its sole: half the sole over the height of the ankle.
 * @param shoe sole width on the ground and stack at the heel, mm
 * @returns degrees, 0..90; undefined while width or stack is missing
 * @source spec of shoes: atan(half sole width / (stack + ankle height))
 * @example 80 mm wide, 20 mm stack, 70 mm ankle: atan(40/90) = 24.0°
 */
export function tippingAngleDeg(
  shoe: Pick<Shoe, 'soleWidthMm' | 'heelBaseWidthMm' | 'stackHeelMm'>,
  references: References,
): number | undefined {
  const width = shoe.heelBaseWidthMm ?? shoe.soleWidthMm
  if (width === undefined || shoe.stackHeelMm === undefined) return undefined
  return radToDeg(Math.atan(width / 2 / (shoe.stackHeelMm + references.ankleHeightMm)))
}
