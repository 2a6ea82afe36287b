import { boundsOf, crossingsAt, turn, type Point } from '../geometry'
import type { References } from '../reference'
import { medialSignImage, type Side } from '../side'

const rounds = 6 // each one finds the rows across a better axis; three are usually enough
const heelAt = 0.15
const ballFrom = 0.6
const ballTo = 0.8
const tipDepth = 0.006 // of length: a toe tip stands out at least this far from the gap beside it

/**
 * Lays a closed line, as it lies on paper or in a file, into its own frame: origin at the back of the heel, y along the
 * axis, x medial.
 * @param seenMm as seen from above, x right, y up, toes upwards (within 60° of it); the sole of a shoe as seen from above
 * @param what a foot's axis runs from the middle of the heel to the tip of the second toe; a shoe's, which has no toes,
 * a little inwards of the middle of the ball, as does that of a foot whose toes cannot be told apart
 * @returns mm, the same points in the same order
 */
export function inOwnFrame(
  seenMm: readonly Point[],
  side: Side,
  what: 'foot' | 'shoe',
  references: References,
): Point[] {
  const sign = medialSignImage(side)
  let points = seenMm.map((p) => ({ x: p.x * sign, y: p.y }))
  for (let round = 0; round < rounds; round++) {
    const { minY, maxY } = boundsOf(points)
    const l = maxY - minY
    const middle = (share: number) => {
      const xs = crossingsAt(points, minY + share * l)
      return xs.length < 2
        ? undefined
        : { middle: (Math.min(...xs) + Math.max(...xs)) / 2, width: Math.max(...xs) - Math.min(...xs) }
    }
    const heel = middle(heelAt)
    if (!heel) break
    const from = { x: heel.middle, y: minY + heelAt * l }
    const tip = what === 'foot' ? secondTip(points, minY, l) : undefined
    const to = tip ?? besideBall(middle, minY, l, references.insoleAxisShare)
    if (!to) break
    const angle = Math.atan2(to.x - from.x, to.y - from.y)
    points = points.map((p) => turn({ x: p.x - from.x, y: p.y - from.y }, angle))
    if (Math.abs(angle) < stillTurning) break
  }
  const { minY } = boundsOf(points)
  return points.map((p) => ({ x: p.x, y: p.y - minY }))
}
const stillTurning = 1e-5 // radians: a hundredth of a millimetre at the toes

type Row = { middle: number; width: number }

function besideBall(
  middle: (share: number) => Row | undefined,
  minY: number,
  l: number,
  inwards: number,
): Point | undefined {
  let widest: (Row & { share: number }) | undefined
  for (let share = ballFrom; share <= ballTo; share += 0.005) {
    const row = middle(share)
    if (row && row.width > (widest?.width ?? 0)) widest = { ...row, share }
  }
  return widest && { x: widest.middle + inwards * widest.width, y: minY + widest.share * l }
}

/** Tip of the second toe: the second of the places, counted from the medial side, where the front reaches furthest forward. */
function secondTip(points: readonly Point[], minY: number, l: number): Point | undefined {
  const tips = toeTips(points, minY, l)
  return tips.length >= 4 ? tips[1] : undefined
}

/** Toe tips from medial to lateral: peaks of the front that stand out from the gaps beside them. */
function toeTips(points: readonly Point[], minY: number, l: number): Point[] {
  const n = points.length
  const top = points.reduce((best, p, i) => (p.y > points[best]!.y ? i : best), 0)
  // once round from the furthest tip: peaks and dips in turn
  const line = Array.from({ length: n }, (_, k) => points[(top + k) % n]!)
  const tips: Point[] = [line[0]!]
  let peak = line[0]!
  let dip = line[0]!
  let isFalling = true
  for (const p of line) {
    if (isFalling) {
      if (p.y < dip.y) dip = p
      else if (p.y - dip.y > tipDepth * l) {
        isFalling = false
        peak = p
      }
    } else if (p.y > peak.y) peak = p
    else if (peak.y - p.y > tipDepth * l) {
      tips.push(peak)
      isFalling = true
      dip = p
    }
  }
  return tips.filter((p) => p.y - minY > ballTo * l).sort((a, b) => b.x - a.x)
}
