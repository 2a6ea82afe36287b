import type { Point } from '../../groundwork/geometry'
import type { Side } from '../../groundwork/side'
import { refineAxis, roughAxis } from './axis'
import { footRaster } from './footRaster'
import { sideByShape } from './sideByShape'
import { findToeLine } from './toeLine'
import type { FootRaster, PrintAxis, PrintMask, ToeLine } from './types'

export type LaidPrint = { side: Side; axis: PrintAxis; raster: FootRaster; line: ToeLine }

const axisRounds = 3
const unclearSide = 0.4

/**
 * Lays one mask of contact into its foot frame: which side, which axis, where the toes begin.
 * @param given what the practitioner said; the axis in pixels of the mask
 */
export function layPrint(
  print: PrintMask,
  given: {
    side?: Side | undefined
    /** where it lies beside another print, for the case that its shape is unclear */
    placeSide?: Side | undefined
    toes?: 'auto' | 'none' | undefined
    axis?: PrintAxis | undefined
    toeLineFootMm?: Point[] | undefined
  },
): LaidPrint {
  let axis = roughAxis(print.mask)
  const byShape = sideByShape(print, axis)
  // two prints side by side: shape decides unless it is unclear
  const side =
    given.side ?? (given.placeSide && byShape.clarity < unclearSide ? given.placeSide : byShape.side)
  let raster = footRaster(print, axis, side)
  let line = findToeLine(raster, given.toes ?? 'auto')
  for (let round = 0; round < axisRounds && !given.axis; round++) {
    axis = refineAxis(print, axis, side, raster, line)
    raster = footRaster(print, axis, side)
    line = findToeLine(raster, given.toes ?? 'auto')
  }
  if (given.axis) {
    axis = given.axis
    raster = footRaster(print, axis, side)
    line = findToeLine(raster, given.toes ?? 'auto')
  }
  if (given.toeLineFootMm) line = { pointsFootMm: given.toeLineFootMm, from: 'practitioner' }
  return { side, axis, raster, line }
}
