import { crossingsAt, type Point } from '../../groundwork/geometry'
import type { SoleZone } from '../../shoe/footwear'

/** Where a zone lies: from and to along the sole, and across it from its outer to its inner edge, 0 to 1. */
const places: Record<SoleZone, { along: [number, number]; across: [number, number] }> = {
  innerHeel: { along: [0.02, 0.26], across: [0.5, 1] },
  outerHeel: { along: [0.02, 0.26], across: [0, 0.5] },
  innerWaist: { along: [0.26, 0.55], across: [0.5, 1] },
  outerWaist: { along: [0.26, 0.55], across: [0, 0.5] },
  innerBall: { along: [0.55, 0.78], across: [0.66, 1] },
  middleBall: { along: [0.55, 0.78], across: [0.33, 0.66] },
  outerBall: { along: [0.55, 0.78], across: [0, 0.33] },
  bigToe: { along: [0.78, 0.985], across: [0.55, 1] },
  smallToes: { along: [0.78, 0.985], across: [0, 0.55] },
}

/**
 * The parts of a sole as closed lines, cut out of its outline.
 * @param outlineMm x medial, y forward, back at y = 0
 */
export function soleZoneShapes(outlineMm: readonly Point[]): Record<SoleZone, Point[]> {
  const ys = outlineMm.map((p) => p.y)
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const steps = Array.from({ length: 13 }, (_, i) => i / 12)
  const shape = ({ along, across }: { along: [number, number]; across: [number, number] }): Point[] => {
    const side = (share: number) =>
      steps.flatMap((t) => {
        const y = low + (along[0] + (along[1] - along[0]) * t) * (high - low)
        const xs = crossingsAt(outlineMm, y)
        if (xs.length < 2) return []
        const [outer, inner] = [Math.min(...xs), Math.max(...xs)]
        return [{ x: outer + (inner - outer) * share, y }]
      })
    return [...side(across[0]), ...side(across[1]).reverse()]
  }
  return Object.fromEntries(Object.entries(places).map(([zone, place]) => [zone, shape(place)])) as Record<
    SoleZone,
    Point[]
  >
}
