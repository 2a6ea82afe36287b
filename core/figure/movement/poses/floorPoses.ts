import { limb, shankProfile, shortsProfile, thighProfile, trunkProfile } from '../limbs'
import { cushion, ground } from '../props'
import { behind, boxOf, person } from '../scenes'
import { area, at, noBones, ring, type FigureShape } from '../shape'
import { outer, wide, footOnFloor, type MovementPose } from './common'

/** A foot that kneels with its toes tucked under. */
const tucked = (x: number) => ({
  foot: {
    on: 'ball' as const,
    at: at(x, 0),
    pitchDeg: 74,
    bigToeDeg: [70, 4] as const,
    toesDeg: [68, 2] as const,
  },
  standsOnMm: 0,
})
/** A foot that lies on its top, toes pointing back. */
const onItsTop = (x: number, y = 0) => ({
  foot: {
    on: 'ball' as const,
    at: at(x, y + 10),
    pitchDeg: 138,
    bigToeDeg: [-42, 0] as const,
    toesDeg: [-42, 0] as const,
  },
})
const crouch = boxOf(-960, -60, 2000)

/** On the floor: kneeling and lying. */
export const floorPoses: Record<string, MovementPose> = {
  halfKneelRock: {
    title: 'half kneeling, the front knee rocks over the toes',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-20, 462),
          trunkDeg: 4,
          near: footOnFloor(320),
          far: tucked(-470),
          nearArm: { hand: at(350, 560), elbow: 'back' },
          farArm: { hand: at(360, 570), elbow: 'back' },
        },
        { box: crouch, before: [cushion(-110, 190, 26)], after: wide(at(470, 440), at(600, 430)) },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, everted: 17, leanDeg: 8 }]),
  },
  topOfFootKneel: {
    title: 'kneeling on a cushion, tops of the feet long, sitting back on the heels',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-96, 268),
          trunkDeg: 2,
          near: onItsTop(-236, 40),
          far: onItsTop(-214, 40),
          nearArm: { hand: at(180, 300), elbow: 'back' },
          farArm: { hand: at(210, 300), elbow: 'back' },
        },
        { box: crouch, before: [cushion(-300, 760, 44)], after: wide(at(-330, 520), at(-330, 390)) },
      ),
    ],
  },
  handsKneesRock: {
    title: 'on hands and knees, toes tucked, rocking back towards the heels',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-150, 440),
          trunkDeg: 74,
          headDeg: 4,
          near: tucked(-431),
          far: tucked(-405),
          nearArm: { hand: at(330, 14), elbow: 'back' },
          farArm: { hand: at(372, 14), elbow: 'back' },
        },
        { box: boxOf(-760, -60, 1500), after: wide(at(60, 790), at(-140, 790)) },
      ),
      person(
        {
          hip: at(-330, 372),
          trunkDeg: 84,
          headDeg: 2,
          near: tucked(-431),
          far: tucked(-405),
          nearArm: { hand: at(330, 14), elbow: 'back' },
          farArm: { hand: at(372, 14), elbow: 'back' },
        },
        { box: boxOf(-760, -60, 1500) },
      ),
    ],
  },
  tuckedToeKneel: {
    title: 'kneeling, all toes tucked under on a towel, sitting back on the heels',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-110, 318),
          trunkDeg: 3,
          near: tucked(-168),
          far: tucked(-140),
          nearArm: { hand: at(190, 340), elbow: 'back' },
          farArm: { hand: at(214, 340), elbow: 'back' },
        },
        { box: crouch, before: [cushion(-250, 190, 20, -20)], after: wide(at(-380, 560), at(-380, 430)) },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, heelUpMm: 74, everted: -24 }]),
  },
  hipBridge: {
    title: 'lying on the back, knees bent, the hips lifted over flat feet',
    shows: outer,
    frames: () => [lying(120, -92, 40), lying(352, -118, 40, wide(at(0, 60), at(0, 190)))],
    main: 1,
  },
  sideHipLift: {
    title: 'lying on the side, the upper leg lifted, toes pointing forward',
    shows: outer,
    frames: () => [sideLying()],
  },
}

function lying(hipY: number, trunk: number, head: number, after: FigureShape[] = []) {
  return person(
    {
      hip: at(0, hipY),
      trunkDeg: trunk,
      headDeg: head,
      near: footOnFloor(440),
      far: footOnFloor(470),
      nearArm: { hand: at(-60, 30), elbow: 'forward' },
      farArm: { hand: at(-40, 30), elbow: 'forward' },
    },
    { box: boxOf(-800, -160, 1500), after },
  )
}

/** Lying on the side, seen from in front: the legs lie one over the other, the upper one lifted. */
function sideLying() {
  const hip = at(120, 150)
  const shoulder = at(hip.x - 490, 190)
  const low = at(hip.x + 800, 74)
  const lowKnee = at(hip.x + 408, 100)
  const up = { knee: at(hip.x + 366, 336), ankle: at(hip.x + 714, 530) }
  const sole = (x: number, y: number): FigureShape => area('skin', ring(at(x + 26, y + 10), 46, 74, 14))
  return {
    shapes: [
      ground(-780, 1080),
      area(
        'farSkin',
        limb(low, lowKnee, shankProfile, 1),
        ring(lowKnee, 50),
        limb(lowKnee, at(hip.x, 124), thighProfile, 1),
      ),
      sole(low.x, low.y - 2),
      area(
        'skin',
        limb(up.ankle, up.knee, shankProfile, 1),
        ring(up.knee, 50),
        limb(up.knee, at(hip.x, 180), thighProfile, 1),
      ),
      sole(up.ankle.x, up.ankle.y),
      area(
        'skin',
        limb(
          at(shoulder.x + 10, 200),
          at(shoulder.x - 110, 226),
          [
            [0, 58, 58],
            [1, 46, 46],
          ],
          1,
        ),
        ring(at(shoulder.x - 168, 234), 108, 84),
      ),
      area('cloth', ring(at(shoulder.x - 206, 246), 84, 84)),
      area('cloth', limb(up.knee, at(hip.x, 180), shortsProfile, 1), limb(hip, shoulder, trunkProfile, 1)),
      area(
        'skin',
        limb(
          at(shoulder.x + 20, 210),
          at(shoulder.x + 150, 60),
          [
            [0, 42, 42],
            [1, 34, 34],
          ],
          1,
        ),
        limb(
          at(shoulder.x + 150, 60),
          at(shoulder.x + 330, 34),
          [
            [0, 34, 34],
            [0.8, 26, 26],
            [1, 14, 14],
          ],
          1,
        ),
      ),
      ...wide(at(1000, 240), at(980, 480)),
    ],
    box: boxOf(-800, -190, 1900),
    bones: noBones(),
  }
}
