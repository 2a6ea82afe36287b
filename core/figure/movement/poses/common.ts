import type { Point } from '../../../groundwork/geometry'
import type { Side } from '../../../groundwork/side'
import { arrow } from '../props'
import type { FigureShape, Frame } from '../shape'
import { foot } from '../scenes'

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
