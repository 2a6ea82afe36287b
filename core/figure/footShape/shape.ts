import type { Side } from '../../groundwork/side'

export const printKinds = ['interrupted', 'bridged', 'full'] as const
export type PrintKind = (typeof printKinds)[number]

/**
 * Everything one foot is drawn from. Lengths in mm, angles in degrees,
 * tips and widths of the toes big to little.
 */
export type FootShape = {
  side: Side
  /** heel to longest toe tip, standing */
  lengthMm: number
  /** outline width across the first and fifth metatarsal heads */
  ballWidthMm: number
  heelWidthMm: number
  /** big toe against the inner border of the foot, + leans outward */
  halluxAngleDeg: number
  /** little toe against the outer border, + leans inward */
  fifthToeAngleDeg: number
  /** toe tips as part of the foot length; the second lies on the axis */
  toeTips: readonly [number, number, number, number, number]
  /** toe widths as part of the foot length */
  toeWidths: readonly [number, number, number, number, number]
  /** extra space between neighbouring toes */
  toeGapMm: number
  kind: PrintKind
  /** narrowest contact of the midfoot as part of the ball contact width; 0 where interrupted */
  isthmus: number
  /** where the contact is interrupted, as parts of the toeless print length */
  gap: readonly [number, number]
  /** toes whose pad runs into the ball on the print, 0 = big toe */
  touchingToes: readonly number[]
  /** toes that leave no mark, 0 = big toe */
  liftedToes: readonly number[]
}

export const neutralFoot: Omit<FootShape, 'side'> = {
  lengthMm: 252,
  ballWidthMm: 98,
  heelWidthMm: 63,
  halluxAngleDeg: 8,
  fifthToeAngleDeg: 6,
  toeTips: [1, 0.985, 0.945, 0.9, 0.842],
  toeWidths: [0.106, 0.066, 0.062, 0.06, 0.062],
  toeGapMm: 2,
  kind: 'bridged',
  isthmus: 0.34,
  gap: [0.44, 0.56],
  touchingToes: [],
  liftedToes: [],
}
