import { drawingToFoot, footToDrawing } from '@sturvo/core/drawing'
import type { Point } from '@sturvo/core/geometry'
import type { Side } from '@sturvo/core/side'

/** The Mat in mm, y down: both feet toes up, left on the left, heels on one line; above the toes room for names. */
export const matSizeMm = { width: 760, height: 328 }
const heelLineMm = 312
const axisXMm: Record<Side, number> = { left: 268, right: 492 }
/** The arch ladder stands between the feet. */
export const ladderXMm = 380

export function footToMat(pFootMm: Point, side: Side): Point {
  const p = footToDrawing(pFootMm, side)
  return { x: axisXMm[side] + p.x, y: heelLineMm + p.y }
}

export function matToFoot(pMatMm: Point, side: Side): Point {
  return drawingToFoot({ x: pMatMm.x - axisXMm[side], y: pMatMm.y - heelLineMm }, side)
}

/** Where a pointer stands on the Mat, mm. */
export function pointerOnMat(svg: SVGSVGElement, event: { clientX: number; clientY: number }): Point {
  const matrix = svg.getScreenCTM()
  if (!matrix) return { x: 0, y: 0 }
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return { x: p.x, y: p.y }
}

export const outerSign: Record<Side, -1 | 1> = { left: -1, right: 1 }
