import { closedCurve, openCurve, type Point } from '../../groundwork/geometry'
import { area, at, moved, stroke, turned, type FigureShape, type JointName } from './shape'

/**
 * How a foot stands, seen from its side, toes to the right. Angles in degrees.
 */
export type FootPose = {
  /** what lies on the ground under `at`: the ball, or the heel */
  on: 'ball' | 'heel'
  at: Point
  /** heel above the ball (+), forefoot above the heel (−) */
  pitchDeg?: number
  /** big toe at its first and its last joint, + up */
  bigToeDeg?: readonly [number, number]
  /** the other toes likewise, little to second the same; or each by itself from the second to the little one */
  toesDeg?: readonly [number, number] | readonly (readonly [number, number])[]
  /** how much the arch is drawn up, mm */
  archMm?: number
  /** inner side of a left foot or outer side of a right one */
  view: 'inner' | 'outer'
}

export const footMm = { length: 250, ankleU: 60, ankleV: 78, ballU: 180, ballV: 21, heelU: 30, heelV: 28 }
const ankle = at(footMm.ankleU, footMm.ankleV)
const ballJoint = at(footMm.ballU, footMm.ballV)
const heelMiddle = at(footMm.heelU, footMm.heelV)

/** Where the joints of a placed foot are. */
export type PlacedFoot = {
  pose: FootPose
  ankle: Point
  ball: Point
  heel: Point
  /** carries a point of the foot's own frame to its place */
  put: (p: Point) => Point
}

export function placeFoot(pose: FootPose): PlacedFoot {
  const pitch = pose.pitchDeg ?? 0
  const pivot = pose.on === 'ball' ? ballJoint : heelMiddle
  // heel and ball are round: the middle of the one that stands stays as high above the ground however the foot turns
  const base = at(pose.at.x - pivot.x, pose.at.y)
  const put = (p: Point): Point => moved(turned([p], pivot, -pitch), base)[0]!
  return { pose, ankle: put(ankle), ball: put(ballJoint), heel: put(heelMiddle), put }
}

const toeLengths = [
  // joint u and v, first and last part, half thickness
  { u: 182, v: 20, first: 34, last: 31, half: 12.5 },
  { u: 184, v: 18, first: 33, last: 27, half: 9 },
  { u: 178, v: 17, first: 31, last: 25, half: 8.6 },
  { u: 169, v: 16, first: 28, last: 23, half: 8.4 },
  { u: 158, v: 15, first: 25, last: 20, half: 8.4 },
]

type Toe = { parts: Point[][]; nail: Point[]; tip: Point; joint: Point; middle: Point }

function toeOf(i: number, [first, last]: readonly [number, number], nearest: number): Toe {
  const t = toeLengths[i]!
  // further away lies a little higher in the picture, so that the toes behind are seen
  const joint = at(t.u, t.v + Math.abs(i - nearest) * 3.2)
  // toes come down a little from the ball, so that their pads lie on the ground
  const rest = i === 0 ? -9 : -7
  const dir = (deg: number) => at(Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180))
  const a = dir(rest + first)
  const middle = at(joint.x + a.x * t.first, joint.y + a.y * t.first)
  const b = dir(rest * 0.2 + first + last)
  const tip = at(middle.x + b.x * (t.last - t.half * 0.7), middle.y + b.y * (t.last - t.half * 0.7))
  const capsule = (p: Point, q: Point, from: number, to: number): Point[] => {
    const angle = Math.atan2(q.y - p.y, q.x - p.x)
    const arc = (c: Point, r: number, start: number) =>
      Array.from({ length: 9 }, (_, k) => {
        const x = start + (k / 8) * Math.PI
        return at(c.x + r * Math.cos(x), c.y + r * Math.sin(x))
      })
    return [...arc(q, to, angle - Math.PI / 2), ...arc(p, from, angle + Math.PI / 2)]
  }
  const nailFrom = at(tip.x - b.x * 1 - b.y * t.half * 0.62, tip.y - b.y * 1 + b.x * t.half * 0.62)
  const nailTo = at(
    tip.x + b.x * t.half * 0.86 - b.y * t.half * 0.3,
    tip.y + b.y * t.half * 0.86 + b.x * t.half * 0.3,
  )
  return {
    parts: [
      capsule(joint, middle, t.half * (i === 0 ? 1.35 : 1.2), t.half * 0.98),
      capsule(middle, tip, t.half, t.half * 0.94),
    ],
    nail: [nailFrom, nailTo],
    tip,
    joint,
    middle,
  }
}

/** The foot without its toes. */
function rearPart(view: 'inner' | 'outer', arch: number): Point[] {
  const rise = view === 'inner' ? 15 + arch : 4 + arch * 0.3
  return closedCurve(
    [
      at(44, 116),
      at(33, 106),
      at(25, 86),
      at(11, 58),
      at(0, 32),
      at(4, 12),
      at(18, 1),
      at(36, 0),
      at(58, view === 'inner' ? 2.5 : 1),
      at(84, rise * 0.7),
      at(110, rise),
      at(136, rise * 0.66),
      at(156, 4),
      at(172, 0),
      at(188, 0.5),
      at(198, 9),
      at(198, 24),
      at(188, 40),
      at(170, 49 + arch * 0.2),
      at(146, 60 + arch * 0.45),
      at(122, 73 + arch * 0.5),
      at(101, 89 + arch * 0.25),
      at(90, 106),
      at(78, 116),
    ],
    6,
  )
}

export function toeAngles(pose: FootPose): readonly (readonly [number, number])[] {
  const others = pose.toesDeg ?? [0, 0]
  const each = (i: number): readonly [number, number] =>
    typeof others[0] === 'number'
      ? (others as readonly [number, number])
      : (others as readonly (readonly [number, number])[])[Math.min(i, others.length - 1)]!
  return [pose.bigToeDeg ?? [0, 0], each(0), each(1), each(2), each(3)]
}

/** The foot as shapes: the toes that lie behind first, then the foot with the nearest toe. */
export function footShapes(
  placed: PlacedFoot,
  isFar = false,
): { behind: FigureShape[]; part: Point[][]; detail: FigureShape[] } {
  const { pose, put } = placed
  const angles = toeAngles(pose)
  const place = (points: readonly Point[]) => points.map(put)
  const order = pose.view === 'inner' ? [4, 3, 2, 1] : [0, 1, 2, 3]
  const near = pose.view === 'inner' ? 0 : 4
  const skin = isFar ? 'farSkin' : 'skin'
  const fine = isFar ? 'farDetail' : 'detail'
  const behind = order.flatMap((i) => {
    const toe = toeOf(i, angles[i]!, near)
    return [area(skin, ...toe.parts.map(place)), stroke(fine, place(toe.nail))]
  })
  const toe = toeOf(near, angles[near]!, near)
  const detail: FigureShape[] = [
    stroke(fine, place(toe.nail)),
    // where the toe bends, the ankle bone, and the tendon behind it
    stroke(fine, place(openCurve(pose.view === 'inner' ? ankleBoneInner : ankleBoneOuter, 5))),
  ]
  if (pose.view === 'inner')
    detail.push(
      stroke(
        fine,
        place(
          openCurve(
            [
              at(70, 20 + (pose.archMm ?? 0) * 0.8),
              at(104, 27 + (pose.archMm ?? 0)),
              at(140, 21 + (pose.archMm ?? 0) * 0.7),
            ],
            6,
          ),
        ),
      ),
    )
  else detail.push(stroke(fine, place(openCurve([at(96, 13), at(116, 19), at(132, 15)], 6))))
  return { behind, part: [...[rearPart(pose.view, pose.archMm ?? 0), ...toe.parts].map(place)], detail }
}
const ankleBoneInner = [at(50, 76), at(54, 88), at(66, 90), at(72, 79), at(66, 68)]
const ankleBoneOuter = [at(38, 70), at(42, 81), at(54, 83), at(60, 71), at(53, 61)]

/** The lowest point of what stands: of the forefoot alone where the heel may sink below the edge it stands on. */
export function lowestOf(placed: PlacedFoot): number {
  const { part, behind } = footShapes(placed)
  const points = [...part, ...behind.filter((s) => s.closed).flatMap((s) => s.parts)].flat()
  const isHanging = placed.pose.on === 'ball' && (placed.pose.pitchDeg ?? 0) < 0
  const standing = isHanging ? points.filter((p) => p.x > placed.ball.x - edgeMm) : points
  return Math.min(...standing.map((p) => p.y))
}
const edgeMm = 12 // so much of the ball lies on the edge of a step

/** Angles of the toes, for the check against what toes can do. */
export function toeJoints(pose: FootPose): { joint: JointName; deg: number }[] {
  return toeAngles(pose).flatMap(([first, last]) => [
    { joint: 'toe' as const, deg: first },
    { joint: 'toeTip' as const, deg: last },
  ])
}
