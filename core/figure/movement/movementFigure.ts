import { otherSide, type Side } from '../../groundwork/side'
import type { Frame } from './shape'
import { toePoses } from './poses/toePoses'
import { handPoses } from './poses/handPoses'
import { bandPoses } from './poses/bandPoses'
import { raisePoses } from './poses/raisePoses'
import { rollPoses } from './poses/rollPoses'
import { floorPoses } from './poses/floorPoses'
import { oneLegPoses } from './poses/oneLegPoses'
import { standPoses } from './poses/standPoses'
import type { MovementPose } from './poses/common'

/** A drill in pictures. */
export type MovementFigure = {
  title: string
  frames: Frame[]
  /** the picture that stands for all of them */
  main: Frame
  /** the slip that is most often seen */
  wrong: Frame | undefined
}

const poses: Readonly<Record<string, MovementPose>> = {
  ...toePoses,
  ...handPoses,
  ...bandPoses,
  ...raisePoses,
  ...rollPoses,
  ...floorPoses,
  ...oneLegPoses,
  ...standPoses,
}
export const movementIds = Object.keys(poses)
export const hasMovement = (id: string): boolean => id in poses

/**
 * The pictures of one movement.
 * @param id one of `movementIds`
 * @param side the side that works; a drill drawn for the other side is its mirror image
 * @returns lengths in mm, x to the right, y up from the ground
 * @throws RangeError for an id that has no pose
 */
export function movementFigure(id: string, side?: Side): MovementFigure {
  const pose = poses[id]
  if (!pose) throw new RangeError(`no pose for ${id}`)
  const isMirrored = side !== undefined && side !== pose.shows
  const put = (frame: Frame) => (isMirrored ? mirrored(frame) : frame)
  const frames = pose.frames().map(put)
  return {
    title: isMirrored ? `${pose.title} (${otherSide(pose.shows)})` : pose.title,
    frames,
    main: frames[pose.main ?? 0]!,
    wrong: pose.wrong && put(pose.wrong()),
  }
}

/** The same picture of the other side of the body. */
export function mirrored(frame: Frame): Frame {
  const flip = <P extends { x: number; y: number }>(p: P) => ({ x: -p.x, y: p.y })
  return {
    shapes: frame.shapes.map((s) => ({ ...s, parts: s.parts.map((part) => part.map(flip)) })),
    box: { ...frame.box, left: -frame.box.left - frame.box.width },
    bones: {
      ...frame.bones,
      limbs: frame.bones.limbs.map((limb) => ({ ...limb, joints: limb.joints.map(flip) })),
    },
  }
}
