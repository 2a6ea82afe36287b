import { boundsOf, crossingsAt, type Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'

/** Width of the spacer in each of the four gaps, big toe first, mm ≥ 0. */
export type SpacerWidths = readonly [number, number, number, number]

const gapDepth = 0.012 // of length: a gap between toes is at least so deep
const meltMm = 14 // the skin behind a web gives way over this length

/**
 * An outline with spacers between its toes: the second toe stays on the axis, the others move aside by the spacers between
 * them and it. Toes that run together in the outline move like a fan.
 * @param outlineFootMm foot frame, mm
 * @returns the same number of points
 * @source spec of shoes: outline widened by the spacer widths
 */
export function spacedOutline(
  outlineFootMm: readonly Point[],
  spacersMm: SpacerWidths,
  references: References,
): Point[] {
  if (spacersMm.every((mm) => mm === 0)) return [...outlineFootMm]
  const shifts = [
    spacersMm[0],
    0,
    -spacersMm[1],
    -spacersMm[1] - spacersMm[2],
    -spacersMm[1] - spacersMm[2] - spacersMm[3],
  ] as const
  const webs = websOf(outlineFootMm)
  return webs ? apart(outlineFootMm, shifts, webs) : fanned(outlineFootMm, shifts, references)
}

/** The four gaps between the toes as places in the line, big toe first; undefined where toes run together. */
function websOf(outline: readonly Point[]): { index: number; at: Point }[] | undefined {
  const { minY, maxY } = boundsOf(outline)
  const depth = gapDepth * (maxY - minY)
  const n = outline.length
  const start = outline.reduce((low, p, i) => (p.y < outline[low]!.y ? i : low), 0)
  const webs: { index: number; at: Point }[] = []
  let peak = -Infinity
  let dip: { index: number; at: Point } | undefined
  for (let k = 0; k < n; k++) {
    const index = (start + k) % n
    const p = outline[index]!
    if (dip && p.y - dip.at.y > depth) {
      webs.push(dip)
      dip = undefined
      peak = p.y
    } else if (peak - p.y > depth && (!dip || p.y < dip.at.y)) dip = { index, at: p }
    peak = Math.max(peak, p.y)
  }
  if (webs.length !== 4) return undefined
  return webs.sort((a, b) => b.at.x - a.at.x)
}

/** Each toe moves as one; the ball behind it gives way smoothly. */
function apart(
  outline: readonly Point[],
  shifts: readonly number[],
  webs: readonly { index: number; at: Point }[],
): Point[] {
  const n = outline.length
  const isForward = (webs[1]!.index - webs[0]!.index + n) % n < n / 2
  // steps along the line from the first web on; a toe lies between its two webs
  const along = (index: number) => (isForward ? index - webs[0]!.index + n : webs[0]!.index - index + n) % n
  const ends = webs.map((web) => along(web.index))
  return outline.map((p, index) => {
    const at = along(index)
    const passed = ends.filter((end) => at >= end).length
    // beyond the last web lies the little toe, then round the heel the big one
    const toe = passed < 4 ? passed : p.x < webs[3]!.at.x || p.y < webs[0]!.at.y - meltMm ? sideOf(p) : 0
    const web = webs[Math.min(3, Math.max(0, toe === 0 ? 0 : toe - 1))]!
    return { x: p.x + shifts[toe]! * smooth((p.y - web.at.y + meltMm) / (2 * meltMm)), y: p.y }
  })
  function sideOf(p: Point): number {
    return p.x > 0 ? 0 : 4
  }
}

/** Without gaps in the line: the shift grows from the second toe to both edges. */
function fanned(outline: readonly Point[], shifts: readonly number[], references: References): Point[] {
  const { minY, maxY } = boundsOf(outline)
  const l = maxY - minY
  const from = minY + references.fitBallAt * l
  const to = minY + 0.86 * l
  return outline.map((p) => {
    if (p.y <= from) return p
    const row = crossingsAt(outline, p.y)
    const edge = p.x > 0 ? Math.max(1, ...row) : Math.min(-1, ...row)
    const share = Math.min(1, Math.abs(p.x / edge))
    return {
      x: p.x + (p.x > 0 ? shifts[0]! : shifts[4]!) * share * smooth((p.y - from) / (to - from)),
      y: p.y,
    }
  })
}

function smooth(t: number): number {
  const clipped = Math.min(1, Math.max(0, t))
  return clipped * clipped * (3 - 2 * clipped)
}
