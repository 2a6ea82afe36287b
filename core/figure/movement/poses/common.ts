import type { Point } from '../../../groundwork/geometry'
import type { Side } from '../../../groundwork/side'
import type { BehindLeg } from '../behind'
import { arrow } from '../props'
import type { FigureShape, Frame } from '../shape'
import { ballAt, behind, boxOf, foot } from '../scenes'

/** One drill as it is drawn: its movement in one to three pictures, and the slip that is most often seen. */
export type MovementPose = {
  /** what is seen, for whoever cannot see it */
  title: string
  /** the side it shows; the other side is its mirror image */
  shows: Side
  frames: () => Frame[]
  /** the picture that stands for the whole movement where there is room for one only */
  main?: number
  wrong?: () => Frame
}

export const inner = 'left' as const
export const outer = 'right' as const

export const big = (...points: Point[]): FigureShape[] => arrow(17, ...points)
export const wide = (...points: Point[]): FigureShape[] => arrow(60, ...points)
export const mid = (...points: Point[]): FigureShape[] => arrow(36, ...points)

/** Toes that claw: their first joint goes up, their tips dig in. */
export const claw = { bigToeDeg: [30, -66] as const, toesDeg: [34, -88] as const }
export const clawed = (): Frame => foot({ standsOnMm: 0, archMm: 7, ...claw })

/** The foot as it stands. */
export const rest = () => foot({ standsOnMm: 0 })

/** Room below the ground, for what hangs. */
export const lowBox = boxOf(-110, -70, 430)
/** Lower legs from behind. */
export const legBehind = boxOf(-250, -30, 500)

/** Weight that rolls to the little toes on the way up. */
export function rolledOut() {
  return behind([{ side: 'left', x: 0, heelUpMm: 70, everted: -24 }], { box: legBehind })
}

/** Both lower legs, each the mirror image of the other. @param x of either heel from the middle */
export const pair = (x: number, more: Omit<BehindLeg, 'side' | 'x'> = {}): BehindLeg[] => [
  { side: 'left', x: -x, ...more },
  { side: 'right', x, ...more },
]

/** The same way on both sides of the middle; given for the right one. */
export const onBothSides = (...points: Point[]): FigureShape[] => [
  ...big(...points.map((p) => ({ x: -p.x, y: p.y }))),
  ...big(...points),
]

/** A foot of a person on the floor, its toes flat however high the heel is. */
export const footOnFloor = (x: number, pitch = 0) =>
  ballAt(x, { pitchDeg: pitch, bigToeDeg: [pitch, 0], toesDeg: [pitch, 0] })
