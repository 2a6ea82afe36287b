import type { Point } from '../../groundwork/geometry'
import {
  boneFrom,
  boneMm,
  forearmProfile,
  jointBetween,
  limb,
  shankProfile,
  shortsProfile,
  thighProfile,
  trunkProfile,
  upperArmProfile,
} from './limbs'
import { area, at, noBones, ring, stroke, turned, type FigureShape, type FrameBones } from './shape'
import { footShapes, lowestOf, placeFoot, toeJoints, type FootPose, type PlacedFoot } from './sideFoot'

export type LegPose = {
  foot: Omit<FootPose, 'view'>
  /** what the foot stands on, mm above the ground; left out where it hangs in the air */
  standsOnMm?: number | undefined
  /** the knee points forward unless somebody kneels or lies */
  knee?: 'forward' | 'back'
}
export type ArmPose = { hand: Point; elbow?: 'back' | 'forward' }

/** A person seen from their right side, facing right: the near leg is the right one. Lengths mm. */
export type PersonPose = {
  hip: Point
  /** trunk from upright, + forward; 90 lies on the face, −90 on the back */
  trunkDeg?: number
  /** head against the trunk, + forward */
  headDeg?: number
  near: LegPose
  far: LegPose
  nearArm?: ArmPose | undefined
  farArm?: ArmPose | undefined
  /** things that lie between the far and the near half of the body */
  between?: FigureShape[]
}

type Leg = { placed: PlacedFoot; knee: Point; hip: Point }

function legOf({ foot, knee = 'forward' }: LegPose, hip: Point, view: 'inner' | 'outer'): Leg {
  const placed = placeFoot({ ...foot, view })
  const bend = knee === 'forward' ? -1 : 1
  return { placed, hip, knee: jointBetween(hip, placed.ankle, boneMm.thigh, boneMm.shank, bend) }
}

/** A leg bends in the plane we look at it in; the front of its bones lies where the knee points. */
function legShapes({ placed, knee, hip }: Leg, isFar: boolean): FigureShape[] {
  const foot = footShapes(placed, isFar)
  const skin = isFar ? 'farSkin' : 'skin'
  return [
    ...foot.behind,
    area(
      skin,
      ...foot.part,
      limb(placed.ankle, knee, shankProfile, 1),
      ring(knee, 51),
      limb(knee, hip, thighProfile, 1),
    ),
    ...foot.detail,
  ]
}

function shortsOf({ knee, hip }: Leg): Point[][] {
  return [limb(knee, hip, shortsProfile, 1), ring(at(hip.x, hip.y), 97)]
}

function armShapes(
  shoulder: Point,
  pose: ArmPose,
  isFar: boolean,
): { shapes: FigureShape[]; joints: Point[] } {
  const elbow = jointBetween(
    shoulder,
    pose.hand,
    boneMm.upperArm,
    boneMm.forearm,
    pose.elbow === 'forward' ? -1 : 1,
  )
  const skin = isFar ? 'farSkin' : 'skin'
  return {
    shapes: [
      area(
        skin,
        limb(shoulder, elbow, upperArmProfile, 1),
        ring(elbow, 36),
        limb(elbow, pose.hand, forearmProfile, 1),
      ),
      area(isFar ? 'farCloth' : 'cloth', limb(shoulder, boneFromTo(shoulder, elbow, 0.52), sleeveProfile, 1)),
    ],
    joints: [shoulder, elbow, pose.hand],
  }
}
const sleeveProfile = [
  [-0.16, 40, 42],
  [0.1, 54, 55],
  [0.6, 52, 53],
  [1, 54, 55],
] as const

function boneFromTo(a: Point, b: Point, share: number): Point {
  return at(a.x + (b.x - a.x) * share, a.y + (b.y - a.y) * share)
}

function headShapes(shoulder: Point, deg: number): FigureShape[] {
  const middle = boneFrom(shoulder, boneMm.neck, deg)
  const neckTop = boneFrom(shoulder, boneMm.neck * 0.62, deg)
  const tilt = -deg
  // a head from its side: crown, forehead, nose, chin, nape
  const face = turned(
    headOutline.map(([x, y]) => at(middle.x + x, middle.y + y)),
    middle,
    tilt,
  )
  const ear = turned(
    [at(-8, 6), at(-20, 12), at(-22, -8), at(-12, -18)].map((p) => at(middle.x + p.x, middle.y + p.y)),
    middle,
    tilt,
  )
  const hair = turned(
    hairOutline.map(([x, y]) => at(middle.x + x, middle.y + y)),
    middle,
    tilt,
  )
  return [
    area('skin', limb(boneFrom(shoulder, -20, deg), neckTop, neckProfile, 1), face),
    stroke('detail', ear),
    area('cloth', hair),
  ]
}
const neckProfile = [
  [0, 48, 58],
  [0.5, 42, 48],
  [1, 46, 50],
] as const
const headOutline = [
  [-20, 112],
  [20, 112],
  [52, 98],
  [72, 70],
  [78, 40],
  [76, 22],
  [94, -8],
  [90, -18],
  [78, -20],
  [78, -38],
  [74, -44],
  [76, -56],
  [66, -78],
  [40, -86],
  [8, -66],
  [-30, -56],
  [-66, -40],
  [-86, 0],
  [-84, 50],
  [-62, 92],
] as const
const hairOutline = [
  [-20, 118],
  [22, 118],
  [56, 104],
  [76, 74],
  [58, 80],
  [30, 66],
  [8, 44],
  [2, 12],
  [-16, 18],
  [-28, -10],
  [-34, -44],
  [-70, -44],
  [-92, -2],
  [-92, 52],
  [-68, 98],
] as const

/** Everything of one person, the far half first, and the bones it hangs on. */
export function sidePerson(pose: PersonPose): { shapes: FigureShape[]; bones: FrameBones } {
  const { hip, trunkDeg = 0, headDeg = trunkDeg * -0.35 } = pose
  const shoulder = boneFrom(hip, boneMm.trunk, trunkDeg)
  const near = legOf(pose.near, hip, 'outer')
  const far = legOf(pose.far, hip, 'inner')
  const hang = (dx: number): ArmPose => ({ hand: at(shoulder.x + dx, shoulder.y - 590) })
  const nearArm = armShapes(shoulder, pose.nearArm ?? hang(40), false)
  const farArm = armShapes(shoulder, pose.farArm ?? hang(90), true)
  const shapes = [
    ...farArm.shapes,
    ...legShapes(far, true),
    area('farCloth', ...shortsOf(far)),
    ...(pose.between ?? []),
    ...legShapes(near, false),
    ...headShapes(shoulder, trunkDeg + headDeg),
    area('cloth', ...shortsOf(near), limb(hip, shoulder, trunkProfile, 1)),
    ...nearArm.shapes,
  ]
  const bones = noBones()
  bones.limbs = [
    { name: 'nearLeg', joints: [hip, near.knee, near.placed.ankle] },
    { name: 'farLeg', joints: [hip, far.knee, far.placed.ankle] },
    { name: 'nearArm', joints: nearArm.joints },
    { name: 'farArm', joints: farArm.joints },
    { name: 'trunk', joints: [hip, shoulder] },
  ]
  for (const [leg, legPose] of [
    [near, pose.near],
    [far, pose.far],
  ] as const) {
    bones.angles.push(
      { joint: 'knee', deg: bendOf(leg.hip, leg.knee, leg.placed.ankle) },
      { joint: 'ankle', deg: ankleDeg(leg) },
      { joint: 'hip', deg: bendOf(shoulder, leg.hip, leg.knee) },
      ...toeJoints(leg.placed.pose),
    )
    if (legPose.standsOnMm !== undefined)
      bones.soles.push({ lowestMm: lowestOf(leg.placed), onMm: legPose.standsOnMm })
  }
  for (const arm of [nearArm, farArm])
    bones.angles.push({ joint: 'elbow', deg: bendOf(arm.joints[0]!, arm.joints[1]!, arm.joints[2]!) })
  return { shapes, bones }
}

/** How far a joint is bent from straight, degrees, 0..180. */
export function bendOf(a: Point, joint: Point, b: Point): number {
  const [u, v] = [at(a.x - joint.x, a.y - joint.y), at(b.x - joint.x, b.y - joint.y)]
  const cos = (u.x * v.x + u.y * v.y) / (Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y))
  return 180 - (Math.acos(Math.min(1, Math.max(-1, cos))) * 180) / Math.PI
}

/** Shin against the foot, + toes towards the shin. */
export function ankleDeg({ placed, knee }: { placed: PlacedFoot; knee: Point }): number {
  const shin = (Math.atan2(knee.x - placed.ankle.x, knee.y - placed.ankle.y) * 180) / Math.PI
  return shin - (placed.pose.pitchDeg ?? 0)
}
