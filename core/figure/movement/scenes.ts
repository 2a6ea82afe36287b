import { aboveFoot } from './above'
import { behindLeg, type BehindLeg } from './behind'
import { boneFrom, boneMm, limb, shankProfile } from './limbs'
import { ground } from './props'
import { area, at, noBones, ring, type FigureShape, type Frame, type SceneBox } from './shape'
import { ankleDeg, sidePerson, type PersonPose } from './sidePerson'
import { footShapes, lowestOf, placeFoot, toeJoints, type FootPose } from './sideFoot'

/** Every picture is four wide and three high. */
export const boxOf = (left: number, bottom: number, width: number): SceneBox => ({
  left,
  bottom,
  width,
  height: width * 0.75,
})
export const closeBox = boxOf(-70, -36, 390)

/** A foot and lower leg from the side, close to. */
export function foot(
  pose: Omit<FootPose, 'view' | 'at' | 'on'> &
    Partial<Pick<FootPose, 'view' | 'at' | 'on'>> & {
      shinDeg?: number
      /** what it stands on, mm above the ground; undefined where it hangs */
      standsOnMm?: number | undefined
    },
  extra: { before?: FigureShape[]; after?: FigureShape[]; box?: SceneBox; hasNoGround?: boolean } = {},
): Frame {
  const { shinDeg = 0, standsOnMm, ...rest } = pose
  const full: FootPose = { view: 'inner', on: 'ball', at: at(180, standsOnMm ?? 0), ...rest }
  const placed = placeFoot(full)
  const knee = boneFrom(placed.ankle, boneMm.shank, shinDeg)
  const drawn = footShapes(placed)
  const bones = noBones()
  bones.limbs = [{ name: 'nearLeg', joints: [knee, placed.ankle] }]
  bones.angles = [{ joint: 'ankle', deg: ankleDeg({ placed, knee }) }, ...toeJoints(full)]
  if (standsOnMm !== undefined) bones.soles = [{ lowestMm: lowestOf(placed), onMm: standsOnMm }]
  const box = extra.box ?? closeBox
  return {
    shapes: [
      ...(extra.hasNoGround ? [] : [ground(box.left + 10, box.left + box.width - 10)]),
      ...(extra.before ?? []),
      ...drawn.behind,
      area('skin', ...drawn.part, ring(placed.ankle, 29), limb(placed.ankle, knee, shankProfile, 1)),
      ...drawn.detail,
      ...(extra.after ?? []),
    ],
    box,
    bones,
  }
}

export type PersonExtra = { before?: FigureShape[]; after?: FigureShape[]; box?: SceneBox }
export const standBox = boxOf(-1120, -70, 2420)
export const legBox = boxOf(-560, -50, 1300)

/** A whole person, or as much as the box shows. */
export function person(pose: PersonPose, extra: PersonExtra = {}): Frame {
  const { shapes, bones } = sidePerson(pose)
  const box = extra.box ?? standBox
  return {
    shapes: [
      ground(box.left + 20, box.left + box.width - 20),
      ...(extra.before ?? []),
      ...shapes,
      ...(extra.after ?? []),
    ],
    box,
    bones,
  }
}

/** A foot of a person: ball on the ground at x, or lifted. */
export const ballAt = (x: number, more: Partial<FootPose> & { on?: 'ball' | 'heel'; y?: number } = {}) => {
  const { y = 0, ...rest } = more
  return { foot: { on: 'ball' as const, at: at(x, y), ...rest }, standsOnMm: y }
}
export const inAir = (x: number, y: number, more: Partial<FootPose> = {}) => ({
  foot: { on: 'ball' as const, at: at(x, y), ...more },
})

/** Both lower legs from behind. */
export function behind(
  legs: BehindLeg[],
  extra: { before?: FigureShape[]; after?: FigureShape[]; box?: SceneBox } = {},
): Frame {
  const box = extra.box ?? boxOf(-270, -30, 540)
  return {
    shapes: [
      ground(box.left + 10, box.left + box.width - 10),
      ...(extra.before ?? []),
      ...legs.flatMap(behindLeg),
      ...(extra.after ?? []),
    ],
    box,
    bones: noBones(),
  }
}

/** One or two feet from above. */
export function above(shapes: FigureShape[], box: SceneBox = boxOf(-200, -20, 400)): Frame {
  return { shapes, box, bones: noBones() }
}
export { aboveFoot }
