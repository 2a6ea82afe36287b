import { svgPath } from '@sturvo/core/drawing'
import { footOutline, neutralFoot } from '@sturvo/core/footShape'
import { simplify } from '@sturvo/core/geometry'
import type { Side } from '@sturvo/core/side'

/**
 * A footprint lying on its side, walking to the right: toes right, the left foot's inner side down.
 * @param finestMm detail that may be left out, for prints that are small and drawn often
 * @returns path text in mm, heel at x = 0
 */
export function walkingPrint(side: Side, finestMm = 0): string {
  const outline = footOutline({ ...neutralFoot, side }).outlineFootMm
  const sign = side === 'left' ? 1 : -1
  const points = finestMm > 0 ? simplify(outline, finestMm) : outline
  return svgPath(points.map((p) => ({ x: p.y, y: p.x * sign })))
}
