import type { Point } from '../../groundwork/geometry'
import { outlineBorder } from '../../sensing/outline'
import type { References } from '../../groundwork/reference'
import { degToRad, radToDeg } from '../../groundwork/units'
import type { DistanceField } from './distanceField'
import { toShoe, type Placing } from './overhang'

/** How far a shoe turns the big toe outward about its first joint, beyond the lean it stands with. */
export type BigToePush = {
  /** degrees ≥ 0 */
  extraDeg: number
  /** standard error, degrees */
  errorDeg: number
  /** lean of the toe as it stands, and in the shoe, degrees */
  standsDeg: number
  inShoeDeg: number
  jointFootMm: Point
}

const stepDeg = 0.25
const mostDeg = 45

/** The big toe as the outline shows it: its joint, its inner border and how it stands. */
export type BigToe = { jointFootMm: Point; borderFootMm: readonly Point[]; leanDeg: number; armMm: number }

/** @param outlineFootMm own outline, foot frame, mm @returns undefined where the outline shows no big toe */
export function bigToeOf(outlineFootMm: readonly Point[], references: References): BigToe | undefined {
  const medial = outlineBorder(outlineFootMm, 1)
  const lateral = outlineBorder(outlineFootMm, -1)
  if (!medial || !lateral) return undefined
  const inset = references.jointInset * (medial.ball.x - lateral.ball.x)
  const jointFootMm = { x: medial.ball.x - inset, y: medial.ball.y }
  const borderFootMm = toeBorder(outlineFootMm, medial.ball, jointFootMm)
  if (borderFootMm.length === 0) return undefined
  const armMm = Math.max(...borderFootMm.map((p) => p.y)) - jointFootMm.y
  return { jointFootMm, borderFootMm, leanDeg: medial.leanDeg, armMm }
}

/**
 * Turns the big toe about its joint until its inner border lies inside the shoe and its stretch.
 * @param input field signed distance from the inside of the shoe in its frame; errorMm standard error of outline and
 * inside together, in mm
 * @source spec of shoes: the inner edge of the insole against the hallux angle
 */
export function bigToePush(
  toe: BigToe,
  input: { field: DistanceField; placing: Placing; stretchMm: number; errorMm: number },
  references: References,
): BigToePush {
  const move = toShoe(input.placing)
  const joint = toe.jointFootMm
  const reachesOut = (deg: number): boolean => {
    const angle = degToRad(deg)
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    return toe.borderFootMm.some((p) => {
      const [x, y] = [p.x - joint.x, p.y - joint.y]
      // outward: the tip goes away from the medial side
      const q = move({ x: joint.x + x * c - y * s, y: joint.y + x * s + y * c })
      return input.field.at(q.x, q.y) > input.stretchMm
    })
  }
  let extraDeg = 0
  while (extraDeg < mostDeg && reachesOut(extraDeg)) extraDeg += stepDeg
  return {
    extraDeg,
    errorDeg: Math.hypot(radToDeg(Math.atan2(input.errorMm, toe.armMm)), references.semHalluxDeg),
    standsDeg: toe.leanDeg,
    inShoeDeg: toe.leanDeg + extraDeg,
    jointFootMm: joint,
  }
}

/** The inner border of the big toe from a little in front of the joint to where it curves round its tip. */
function toeBorder(outline: readonly Point[], ball: Point, joint: Point): Point[] {
  const top = outline.filter((p) => p.x > 0).reduce((a, p) => (p.y > a.y ? p : a), joint)
  const length = top.y - ball.y
  if (!(length > 0)) return []
  const from = ball.y + 0.3 * length
  const to = ball.y + 0.9 * length
  // outer side of the toe and the next one lie behind the line from joint to tip
  const across = (p: Point) => (top.x - joint.x) * (p.y - joint.y) - (top.y - joint.y) * (p.x - joint.x)
  return outline.filter((p) => p.y > from && p.y < to && across(p) < 0 && p.x > joint.x)
}
