import { closedCurve, crossingsAt, type Point } from '../../groundwork/geometry'
import type { FootShape } from '../../figure/footShape'

const rounds = 5 // of moving the border: each leaves under a third of what was left

/** The inside of a shoe round a foot, moved until the room beside the big toe is what was asked for (below 0: how far the shoe pushes it). */
export function insoleWithRoom(
  outline: readonly Point[],
  bigToe: readonly Point[],
  foot: FootShape,
  roomMm: number,
): Point[] {
  const border = borderOf(outline, foot.lengthMm)
  const rows = toeRows(outline, bigToe)
  // least room between the skin and the shoe along the big toe, across; below 0 where the toe reaches out
  const leastRoom = (ring: readonly Point[]) =>
    Math.min(...rows.map(({ y, skinX }) => Math.max(...crossingsAt(ring, y)) - skinX))
  let at = roomMm
  let ring = insole(border, bigToe, foot, at)
  for (let i = 0; i < rounds; i++) {
    at += roomMm - leastRoom(ring)
    ring = insole(border, bigToe, foot, at)
  }
  return ring
}

/** The inner border of the skin along the big toe, from its root to its tip. */
function toeRows(outline: readonly Point[], bigToe: readonly Point[]): { y: number; skinX: number }[] {
  const ys = bigToe.map((p) => p.y)
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  return Array.from({ length: 18 }, (_, i) => {
    const y = low + (high - low) * ((0.985 * i) / 17)
    return { y, skinX: Math.max(...crossingsAt(outline, y)) }
  })
}

const roomyMm = 4
const innerSteps = [0.03, 0.1, 0.18, 0.3, 0.42, 0.54, 0.64] as const
const outerSteps = [0.94, 0.86, 0.78, 0.7, 0.62, 0.52, 0.42, 0.3, 0.18, 0.1, 0.03] as const

/** How far a foot reaches to either side, a little more than its skin: the shoe runs past the gaps of the toes. */
type Border = { inner: Point[]; outer: Point[]; besideBall: Point }

function borderOf(outline: readonly Point[], l: number): Border {
  const near = l * 0.035
  // the furthest of a stretch
  const reach = (y: number, sign: 1 | -1) =>
    sign * Math.max(...[y - near, y, y + near].flatMap((at) => crossingsAt(outline, at).map((x) => sign * x)))
  return {
    inner: innerSteps.map((share) => ({ x: reach(share * l, 1) + roomyMm, y: share * l })),
    outer: outerSteps.map((share) => ({ x: reach(share * l, -1) - roomyMm, y: share * l })),
    besideBall: { x: reach(0.72 * l, 1), y: 0.72 * l },
  }
}

/**
 * The inside of a shoe round a foot: roomy everywhere, and beside the big toe so far from it as asked (below 0: into
 * it) where the toe reaches furthest in.
 */
function insole(border: Border, bigToe: readonly Point[], foot: FootShape, clearMm: number): Point[] {
  const l = foot.lengthMm
  const widest = bigToe.reduce((a, p) => (p.x > a.x ? p : a))
  return closedCurve(
    [
      { x: 0, y: -6 },
      ...border.inner,
      { x: border.besideBall.x + Math.max(roomyMm, clearMm + 1), y: border.besideBall.y },
      { x: widest.x + clearMm, y: widest.y },
      // in front there is room enough: only the big toe is pushed
      { x: Math.min(widest.x * 0.55, widest.x + clearMm - 5), y: l + 11 },
      { x: -foot.ballWidthMm * 0.12, y: l + 10 },
      ...border.outer,
    ],
    8,
  )
}
