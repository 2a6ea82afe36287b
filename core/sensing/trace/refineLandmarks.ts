import type { Point } from '../../groundwork/geometry'
import type { RasterImage } from '../image'
import { landmarkKind, type LandmarkId, type Landmarks } from '../photo'
import type { References } from '../../groundwork/reference'
import { gapAcross } from './gapAcross'
import { snapToDot, snapToEdge } from './snap'

const edgeReach = 0.55 // of the snapping distance: an edge is near, a pen dot may be further

/**
 * Moves points placed by hand onto what they stand for: a skin edge, a pen dot, the two borders of a gap.
 * @param mmPerPxAt scale near a place of the picture
 * @returns points in picture pixels; free points stay
 */
export function refineLandmarks(
  image: RasterImage,
  placed: Landmarks,
  mmPerPxAt: (p: Point) => number,
  references: References,
): Landmarks {
  const out: Landmarks = { ...placed }
  for (const id of Object.keys(placed) as LandmarkId[]) {
    const p = placed[id]!
    const radiusPx = references.snapMm / mmPerPxAt(p)
    if (landmarkKind[id] === 'dot') out[id] = snapToDot(image, p, radiusPx)
    else if (landmarkKind[id] === 'edge' && !id.startsWith('gap'))
      out[id] = snapToEdge(image, p, radiusPx * edgeReach)
  }
  for (const n of [1, 2, 3, 4] as const) {
    const [medial, lateral] = [placed[`gap${n}Medial`], placed[`gap${n}Lateral`]]
    if (!medial || !lateral) continue
    const seen = gapAcross(image, medial, lateral, references.snapMm / mmPerPxAt(medial))
    out[`gap${n}Medial`] = seen.a
    out[`gap${n}Lateral`] = seen.b
  }
  return out
}
