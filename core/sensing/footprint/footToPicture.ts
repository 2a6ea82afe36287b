import { distance, type Point } from '../../groundwork/geometry'
import { medialSignImage, type Side } from '../../groundwork/side'

/**
 * A point of the foot frame on the picture it was measured on.
 * @param pFootMm foot frame, mm
 * @param print axis ends in picture pixels (heel at the origin of the frame), side, mm a pixel > 0
 */
export function footToPicture(
  pFootMm: Point,
  print: { axis: { heelImagePx: Point; toeImagePx: Point }; side: Side; mmPerPx: number },
): Point {
  const { heelImagePx: heel, toeImagePx: toe } = print.axis
  const length = Math.hypot(toe.x - heel.x, toe.y - heel.y)
  const forward = { x: (toe.x - heel.x) / length, y: (toe.y - heel.y) / length }
  const sign = medialSignImage(print.side)
  const medial = { x: -forward.y * sign, y: forward.x * sign }
  return {
    x: heel.x + (forward.x * pFootMm.y + medial.x * pFootMm.x) / print.mmPerPx,
    y: heel.y + (forward.y * pFootMm.y + medial.y * pFootMm.x) / print.mmPerPx,
  }
}

/** Millimetres of a pixel of the picture a print was measured on. @param lengthMm between the ends of the axis */
export function mmPerPxOfAxis(axis: { heelImagePx: Point; toeImagePx: Point }, lengthMm: number): number {
  return lengthMm / distance(axis.heelImagePx, axis.toeImagePx)
}
