import polygonClipping from 'polygon-clipping'
import { polygonArea, type Point } from '../../groundwork/geometry'

const leastMm2 = 0.5 // smaller slivers are rounding, not skin

/**
 * The parts of a foot that lie outside a shoe, as closed lines to be drawn.
 * @param outlineFootMm laidFootMm both in the foot frame, mm; stretch is not counted
 */
export function overhangShapes(outlineFootMm: readonly Point[], laidFootMm: readonly Point[]): Point[][] {
  const ring = (points: readonly Point[]): [number, number][] => points.map((p) => [p.x, p.y])
  return polygonClipping
    .difference([ring(outlineFootMm)], [ring(laidFootMm)])
    .map((shape) => shape[0]!.map(([x, y]) => ({ x, y })))
    .filter((shape) => polygonArea(shape) > leastMm2)
}
