import { box, rail, wall } from '../props'
import { ballAt, behind, boxOf, foot, inAir, person } from '../scenes'
import { area, at, ring, stroke, type FigureShape } from '../shape'
import { big, clawed, mid, outer, wide, footOnFloor, type MovementPose } from './common'

const oneLeg = (
  more: { near?: number; hipY?: number; far?: [number, number, number]; trunk?: number } = {},
) => ({
  hip: at(0, more.hipY ?? 884),
  trunkDeg: more.trunk ?? 1,
  near: footOnFloor(more.near ?? 120),
  far: inAir(...((more.far ?? [60, 290, 40]).slice(0, 2) as [number, number]), {
    pitchDeg: more.far?.[2] ?? 40,
  }),
})
const outArms = { nearArm: { hand: at(330, 1150) }, farArm: { hand: at(390, 1190) } }
/** Standing on one leg. */
export const oneLegPoses: Record<string, MovementPose> = {
  oneLegStand: {
    title: 'standing quietly on one leg, the other foot lifted',
    shows: outer,
    frames: () => [person({ ...oneLeg(), ...outArms })],
    wrong: clawed,
  },
  bagReach: {
    title: 'on one leg, the other foot holds a soft bag with its toes and reaches forward',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-50, 838),
          trunkDeg: 5,
          near: footOnFloor(110),
          far: inAir(610, 250, { pitchDeg: -4, bigToeDeg: [0, -30], toesDeg: [0, -40] }),
          ...outArms,
        },
        { before: [area('soft', ring(at(690, 214), 66, 44))], after: wide(at(560, 110), at(760, 110)) },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, everted: 16, leanDeg: 9 }]),
  },
  oneLegShut: {
    title: 'on one leg with the eyes shut, a wall within reach',
    shows: outer,
    frames: () => [
      person(
        { ...oneLeg(), nearArm: { hand: at(330, 1130) }, farArm: { hand: at(400, 1170) } },
        { before: [wall(520, 1700)], after: [shutEye()] },
      ),
    ],
  },
  domeOneLeg: {
    title: 'on one leg, the arch drawn up, toes long',
    shows: outer,
    frames: () => [
      person({ ...oneLeg(), ...outArms }),
      foot({ standsOnMm: 0, archMm: 13 }, { after: big(at(108, -20), at(108, 16)) }),
    ],
    main: 0,
  },
  oneLegRise: {
    title: 'on one leg on a step, holding on, the heel rises and turns in at the top',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(0, 1080),
          near: ballAt(118, { y: 150, pitchDeg: 40, bigToeDeg: [40, 0], toesDeg: [40, 0] }),
          far: inAir(40, 500, { pitchDeg: 50 }),
          nearArm: { hand: at(400, 1190), elbow: 'back' },
          farArm: { hand: at(400, 1200), elbow: 'back' },
        },
        {
          box: boxOf(-560, -50, 1300),
          before: [box(86, 0, 300, 150), ...rail(420, 1170)],
          after: mid(at(-140, 210), at(-140, 340)),
        },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, heelUpMm: 70, everted: -24 }]),
  },
  slopeStand: {
    title: 'on one foot on a sloped board',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(8, 930),
          near: { foot: { on: 'ball', at: at(128, 30), pitchDeg: 12 }, standsOnMm: undefined },
          far: inAir(60, 330, { pitchDeg: 40 }),
          ...outArms,
        },
        { before: [area('prop', [at(-80, 0), at(300, 0), at(300, 8), at(-80, 78)])] },
      ),
      behind([{ side: 'right', x: 0, everted: -9 }], {
        before: [area('prop', [at(-110, -14), at(110, -14), at(110, -2), at(-110, 14)])],
      }),
    ],
  },
  oneLegSwing: {
    title: 'on one leg, the other swings slowly as in running',
    shows: outer,
    frames: () => [
      person({
        hip: at(0, 876),
        trunkDeg: 6,
        near: footOnFloor(120),
        far: inAir(330, 420, { pitchDeg: 12 }),
        nearArm: { hand: at(250, 1110), elbow: 'back' },
        farArm: { hand: at(-160, 1010), elbow: 'back' },
      }),
      person({
        hip: at(0, 876),
        trunkDeg: 10,
        near: footOnFloor(120),
        far: inAir(-290, 430, { pitchDeg: 96 }),
        nearArm: { hand: at(-130, 1000), elbow: 'back' },
        farArm: { hand: at(330, 1150), elbow: 'back' },
      }),
    ],
  },
  slowControl: {
    title: 'on one leg, the knee bends a little and straightens slowly',
    shows: outer,
    frames: () => [
      person({ ...oneLeg(), ...outArms }),
      person(
        { ...oneLeg({ hipY: 800, trunk: 10, far: [0, 260, 50] }), hip: at(-60, 806), ...outArms },
        { after: wide(at(-420, 960), at(-420, 830)) },
      ),
    ],
    main: 1,
    wrong: () => behind([{ side: 'right', x: 0, everted: 14, leanDeg: 10 }]),
  },
}

function shutEye(): FigureShape {
  return stroke('move', [at(42, 1592), at(56, 1583), at(72, 1592)])
}
