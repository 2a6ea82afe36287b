import type { Point } from '../../groundwork/geometry'
import { footOutline } from './footOutline'
import type { FootShape } from './shape'

/** A foot from above whose toes are held apart, in its foot frame, mm. */
export type SpacedToes = {
  body: Point[]
  /** big to little */
  toes: Point[][]
  nails: Point[][]
  /** middle of each gap at the pads, big toe first */
  gaps: Point[]
}

const padShare = 0.3 // of a toe's length behind its tip its pad is widest

/**
 * The toes turned about where they leave the ball: the second stays, the others give way to both sides.
 * @param shape of this foot @param openedMm how much wider than at rest each of the four gaps is at the pads, mm ≥ 0
 */
export function spacedToes(shape: FootShape, openedMm: readonly number[]): SpacedToes {
  const drawn = footOutline(shape)
  const by = [
    openedMm[0] ?? 0,
    0,
    -(openedMm[1] ?? 0),
    -(openedMm[1] ?? 0) - (openedMm[2] ?? 0),
    -(openedMm[1] ?? 0) - (openedMm[2] ?? 0) - (openedMm[3] ?? 0),
  ]
  const moved = (i: number, points: readonly Point[]): Point[] => {
    const toe = drawn.toesFootMm[i]!
    const base = Math.min(...toe.map((p) => p.y))
    const pad = padOf(toe).y
    // what lies at the pad moves by the whole width, what lies at the ball does not
    return points.map((p) => ({ x: p.x + (by[i]! * (p.y - base)) / (pad - base), y: p.y }))
  }
  const toes = drawn.toesFootMm.map((toe, i) => moved(i, toe))
  const gaps = [0, 1, 2, 3].map((i) => {
    const [a, b] = [padOf(toes[i]!), padOf(toes[i + 1]!)]
    const y = Math.min(a.y, b.y)
    const inner = edgeAt(toes[i]!, y, -1)
    const outer = edgeAt(toes[i + 1]!, y, 1)
    return { x: (inner + outer) / 2, y }
  })
  return { body: drawn.bodyFootMm, toes, nails: drawn.nailsFootMm.map((nail, i) => moved(i, nail)), gaps }
}

function padOf(toe: readonly Point[]): Point {
  const top = Math.max(...toe.map((p) => p.y))
  const bottom = Math.min(...toe.map((p) => p.y))
  const y = top - (top - bottom) * padShare
  const near = toe.filter((p) => Math.abs(p.y - y) < (top - bottom) / 8)
  return { x: near.reduce((sum, p) => sum + p.x, 0) / Math.max(1, near.length), y }
}

/** The border of a toe at one height. @param way −1 the outer side, 1 the side of the big toe */
function edgeAt(toe: readonly Point[], y: number, way: 1 | -1): number {
  const near = [...toe].sort((a, b) => Math.abs(a.y - y) - Math.abs(b.y - y)).slice(0, 8)
  const xs = near.map((p) => p.x)
  return way > 0 ? Math.max(...xs) : Math.min(...xs)
}
