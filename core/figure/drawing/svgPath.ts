import type { Point } from '../../groundwork/geometry'
import { medialSignImage, type Side } from '../../groundwork/side'

/** Path text of a closed or open line; points already in the drawing's own frame. */
export function svgPath(points: readonly Point[], close = true): string {
  const text = points.map((p, i) => `${i === 0 ? 'M' : 'L'}${round(p.x)} ${round(p.y)}`).join('')
  return close ? `${text}Z` : text
}

/** Foot frame → drawing with y down, toes up, seen from above: medial lies where it does on this foot. */
export function footToDrawing(pFootMm: Point, side: Side): Point {
  return { x: pFootMm.x * medialSignImage(side), y: -pFootMm.y }
}

export function drawingToFoot(p: Point, side: Side): Point {
  return { x: p.x * medialSignImage(side), y: -p.y }
}

function round(value: number): number {
  return Math.round(value * 100) / 100
}
