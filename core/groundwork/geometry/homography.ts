import { MeasureError } from '../problem'
import { solveLinear } from './linearSystem'
import { cross, subtract, type Point } from './point'

/** Row-major 3 × 3 matrix that maps one plane onto another. */
export type Homography = readonly number[]

/**
 * The plane-to-plane map that carries four points onto four others (a sheet of known size seen at a slant).
 * @param from four corners in order round the sheet, any unit, no three on a line
 * @param to the same corners in the other plane
 * @throws MeasureError badCorners when three corners lie on a line or the outline crosses itself
 * @source Hartley & Zisserman 2004, Multiple View Geometry, ch. 4 (direct linear transform)
 */
export function homographyFrom(from: readonly Point[], to: readonly Point[]): Homography {
  assertConvex(from)
  assertConvex(to)
  const rows: number[][] = []
  for (let i = 0; i < 4; i++) {
    const { x, y } = from[i]!
    const { x: u, y: v } = to[i]!
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v])
  }
  const solved = solveLinear(rows)
  if (!solved) throw new MeasureError({ code: 'badCorners', path: 'corners' })
  return [...solved, 1]
}

export function applyHomography(h: Homography, p: Point): Point {
  const w = h[6]! * p.x + h[7]! * p.y + h[8]!
  return { x: (h[0]! * p.x + h[1]! * p.y + h[2]!) / w, y: (h[3]! * p.x + h[4]! * p.y + h[5]!) / w }
}

function assertConvex(corners: readonly Point[]): void {
  if (corners.length !== 4) throw new MeasureError({ code: 'badCorners', path: 'corners' })
  const turns = corners.map((corner, i) => {
    const next = corners[(i + 1) % 4]!
    return cross(subtract(next, corner), subtract(corners[(i + 2) % 4]!, next))
  })
  const allOneWay = turns.every((t) => t > 0) || turns.every((t) => t < 0)
  if (!allOneWay) throw new MeasureError({ code: 'badCorners', path: 'corners' })
}
