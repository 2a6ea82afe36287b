import { boundsOf, crossingsAt, turn, type Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'
import { medialSignImage, type Side } from '../../groundwork/side'

const rounds = 6 // each one finds the rows across a better axis; three are usually enough
/** bands of the length, behind the waist and behind the toes */
const [heelFrom, heelTo] = [0.1, 0.2]
const [ballFrom, ballTo] = [0.64, 0.76]
const rowStep = 0.005
const toesFrom = 0.8
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
    const heel = bandOf(points, { minY, l, from: heelFrom, to: heelTo, inwards: 0 })
    if (!heel) break
    const from = heel
    const tip = what === 'foot' ? secondTip(points, minY, l) : undefined
    const to =
      tip ?? bandOf(points, { minY, l, from: ballFrom, to: ballTo, inwards: references.insoleAxisShare })
    if (!to) break
    const angle = Math.atan2(to.x - from.x, to.y - from.y)
    points = points.map((p) => turn({ x: p.x - from.x, y: p.y - from.y }, angle))
    if (Math.abs(angle) < stillTurning) break
  }
  const { minY } = boundsOf(points)
  return points.map((p) => ({ x: p.x, y: p.y - minY }))
}
const stillTurning = 1e-5 // radians: a hundredth of a millimetre at the toes

/**
 * The middle between both borders over a band of rows, moved inwards by a part of the width. Over many rows, the grain of
 * a traced line averages out.
 */
function bandOf(
  points: readonly Point[],
  band: { minY: number; l: number; from: number; to: number; inwards: number },
): Point | undefined {
  const { minY, l, from, to, inwards } = band
  let [x, y, rows] = [0, 0, 0]
  for (let share = from; share <= to; share += rowStep) {
    const xs = crossingsAt(points, minY + share * l)
    if (xs.length < 2) continue
    const [low, high] = [Math.min(...xs), Math.max(...xs)]
    x += (low + high) / 2 + inwards * (high - low)
    y += minY + share * l
    rows++
  }
  return rows === 0 ? undefined : { x: x / rows, y: y / rows }
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
  return tips.filter((p) => p.y - minY > toesFrom * l).sort((a, b) => b.x - a.x)
}
