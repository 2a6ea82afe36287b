import { boundsOf, crossingsAt, type Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'
import { radToDeg } from '../../groundwork/units'

/** Places on one border of a foot, foot frame, mm. */
export type OutlineBorder = {
  heel: Point
  /** where the border of the ball stands out furthest from the line heel to toe */
  ball: Point
  /** where the line from the ball touches the toe from outside */
  toe: Point
  /** how far the toe leaves the line heel–ball towards the middle of the foot, degrees; negative is spread */
  leanDeg: number
}

const heelAt = 0.15 // of length: the width of the heel is taken here
/** of length: where the ball lies, and where its toe ends; the fifth joint lies well behind the first */
const ballZone = { 1: [0.62, 0.79], [-1]: [0.56, 0.7] } as const
const toeZoneEnds = { 1: 1, [-1]: 0.86 } as const
// of length in front of the ball: nearer than this the skin of the ball would count as toe
const toeFrom = { 1: 0.12, [-1]: 0.1 } as const
const rounds = 3 // ball and toe are looked for from each other; the second round hardly moves them

/**
 * The inner or outer border of a foot: heel, the ball where it stands out furthest, and the lean of the toe against it.
 * @param outlineFootMm closed line in the foot frame, mm, back of the heel at y = 0
 * @param outward +1 medial border (big toe), −1 lateral (little toe)
 * @returns undefined where heel, ball or toe is missing
 * @source spec of measures: hallux angle between the medial foot border and the medial border of the big toe
 */
export function outlineBorder(outlineFootMm: readonly Point[], outward: 1 | -1): OutlineBorder | undefined {
  const { minY, maxY } = boundsOf(outlineFootMm)
  const l = maxY - minY
  const outermost = (points: readonly Point[], of: (p: Point) => number): Point | undefined =>
    points.reduce<Point | undefined>((best, p) => (best && of(best) >= of(p) ? best : p), undefined)
  const heelXs = crossingsAt(outlineFootMm, minY + heelAt * l)
  if (heelXs.length < 2) return undefined
  const heel = { x: outward * Math.max(...heelXs.map((x) => outward * x)), y: minY + heelAt * l }
  const own = outlineFootMm.filter((p) => outward * p.x > 0)
  const balls = own.filter(
    (p) => p.y > minY + ballZone[outward][0] * l && p.y < minY + ballZone[outward][1] * l,
  )
  let ball = outermost(balls, (p) => outward * p.x)
  let toe: Point | undefined
  for (let round = 0; round < rounds && ball; round++) {
    const from: Point = ball
    const ahead = own.filter(
      (p) => p.y > from.y + toeFrom[outward] * l && p.y < minY + toeZoneEnds[outward] * l,
    )
    toe = outermost(ahead, (p) => (outward * (p.x - from.x)) / (p.y - from.y))
    if (!toe) return undefined
    // furthest outside the straight line from heel to toe
    const slope = (toe.x - heel.x) / (toe.y - heel.y)
    ball = outermost(balls, (p) => outward * (p.x - heel.x - slope * (p.y - heel.y)))
  }
  if (!ball || !toe) return undefined
  const direction = (a: Point, b: Point) => Math.atan2(outward * (b.x - a.x), b.y - a.y)
  return { heel, ball, toe, leanDeg: radToDeg(direction(heel, ball) - direction(ball, toe)) }
}

/** What an outline alone tells, mm and degrees. */
export type OutlineReading = {
  footLengthMm: number
  /** heel back to the first joint */
  truncatedLengthMm: number | undefined
  heelWidthMm: number
  /** across the axis between the first and fifth joint */
  ballWidthMm: number
  /** greatest width in front of the ball */
  toeWidthMm: number
  /** toe width over ball width; 1 and more is fanned */
  fanRatio: number | undefined
  halluxAngleDeg: number | undefined
  fifthToeAngleDeg: number | undefined
}

/**
 * Lengths, widths, angles and fan ratio of a traced outline.
 * @param outlineFootMm closed line in the foot frame, mm
 * @returns undefined where the line has no length
 * @example readOutline(footOutline(neutralFoot).outlineFootMm, references) // halluxAngleDeg about 8
 */
export function readOutline(
  outlineFootMm: readonly Point[],
  references: References,
): OutlineReading | undefined {
  if (outlineFootMm.length < 8) return undefined
  const { minY, maxY } = boundsOf(outlineFootMm)
  const l = maxY - minY
  if (!(l > 0)) return undefined
  const medial = outlineBorder(outlineFootMm, 1)
  const lateral = outlineBorder(outlineFootMm, -1)
  const widthAt = (y: number) => {
    const row = crossingsAt(outlineFootMm, y)
    return row.length < 2 ? 0 : Math.max(...row) - Math.min(...row)
  }
  const ballWidthMm =
    medial && lateral ? medial.ball.x - lateral.ball.x : widthAt(minY + references.fitBallAt * l)
  const front = Math.max(medial?.ball.y ?? 0, minY + references.ballToShare * l)
  let toeWidthMm = 0
  for (let y = front + 0.02 * l; y < maxY; y += 1) toeWidthMm = Math.max(toeWidthMm, widthAt(y))
  return {
    footLengthMm: l,
    truncatedLengthMm: medial && medial.ball.y - minY,
    heelWidthMm: widthAt(minY + references.heelWidthAt * l),
    ballWidthMm,
    toeWidthMm,
    fanRatio: ballWidthMm > 0 ? toeWidthMm / ballWidthMm : undefined,
    halluxAngleDeg: medial?.leanDeg,
    fifthToeAngleDeg: lateral?.leanDeg,
  }
}
