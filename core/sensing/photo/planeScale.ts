import { applyHomography, distance, homographyFrom, type Point } from '../../groundwork/geometry'
import { liesWide, sheetAsItLies, type SheetName } from '../image'
import { MeasureError } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'

/** How a photo got its scale: a sheet of known size in the plane of the foot, or a known length in that plane. */
export type PhotoScale =
  | {
      from: 'sheet'
      sheet: SheetName
      /** as found or dragged: top left first, clockwise as seen */
      corners: readonly Point[]
    }
  | { from: 'points'; a: Point; b: Point; distanceMm: number }

/** Picture pixels (y down) to the plane, mm, x right and y up as seen. */
export type ToPlane = (pImagePx: Point) => Point

/**
 * The way from the picture to millimetres in the plane of the sheet.
 * @throws MeasureError badCorners; collinearPoints where the ends of a known length coincide
 */
export function planeOf(scale: PhotoScale): ToPlane {
  if (scale.from === 'points') {
    const apartPx = distance(scale.a, scale.b)
    if (apartPx === 0) throw new MeasureError({ code: 'collinearPoints', path: 'scale' })
    const mmPerPx = scale.distanceMm / apartPx
    return (p) => ({ x: p.x * mmPerPx, y: -p.y * mmPerPx })
  }
  const { width, height } = sheetAsItLies(scale.sheet, liesWide(scale.corners))
  const toPlane = homographyFrom(scale.corners, [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: -height },
    { x: 0, y: -height },
  ])
  return (p) => applyHomography(toPlane, p)
}

/** Millimetres of one pixel near a place of the picture. */
export function mmPerPxAt(toPlane: ToPlane, p: Point): number {
  return distance(toPlane(p), toPlane({ x: p.x + 1, y: p.y }))
}

/**
 * How much too large a length comes out when the measured plane lies nearer to the camera than the sheet.
 * @param offMm distance between the two planes, + nearer to the camera
 * @param cameraMm distance of the camera from the sheet, > offMm
 * @returns share, 0.02 = 2 % too large
 */
export function outOfPlaneShare(offMm: number, cameraMm: number): number {
  return cameraMm / (cameraMm - offMm) - 1
}

/** Whether a photo is too blurred to find edges on. @param sharpness see the image's; undefined where nothing stands out */
export function isBlurred(sharpness: number | undefined, references: References): boolean {
  return sharpness !== undefined && sharpness < references.photoSharp
}
