import { band, box, rail, wall, wedge } from '../props'
import { ballAt, behind, boxOf, foot, inAir, legBox, person, standBox } from '../scenes'
import { at, type FigureShape } from '../shape'
import { big, mid, outer, wide, footOnFloor, type MovementPose } from './common'

const onHeel = (x: number, pitch: number) => ({
  foot: {
    on: 'heel' as const,
    at: at(x, 0),
    pitchDeg: pitch,
    bigToeDeg: [18, 0] as const,
    toesDeg: [18, 0] as const,
  },
  standsOnMm: 0,
})
const crouch = boxOf(-960, -60, 2000)

const outArms = { nearArm: { hand: at(330, 1150) }, farArm: { hand: at(390, 1190) } }
const shapesOfSquat = (depth: number, more: FigureShape[] = [], pitch = 0) =>
  person(
    {
      hip: at(-70 - depth * 250, 884 - depth * 420),
      trunkDeg: 2 + depth * 40,
      headDeg: -depth * 26,
      near: footOnFloor(110, pitch),
      far: footOnFloor(150, pitch),
      nearArm: { hand: at(120 + depth * 380, 980 - depth * 70), elbow: 'back' },
      farArm: { hand: at(150 + depth * 390, 990 - depth * 60), elbow: 'back' },
    },
    { after: more },
  )

/** Standing on both feet, squatting, striding, walking and hopping. */
export const standPoses: Record<string, MovementPose> = {
  kneeOverToe: {
    title: 'half stride at a wall, the front knee goes over the toes, heel down',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-60, 760),
          trunkDeg: 12,
          near: footOnFloor(250),
          far: footOnFloor(-380, 30),
          nearArm: { hand: at(428, 1180), elbow: 'back' },
          farArm: { hand: at(428, 1230), elbow: 'back' },
        },
        { before: [wall(430, 1700)], after: wide(at(300, 640), at(420, 640)), box: standBox },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, everted: 17, leanDeg: 8, turnedOutDeg: 26 }]),
  },
  kneeOverToeBench: {
    title: 'one foot on a bench, the knee driven over the toes, heel down',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-110, 862),
          trunkDeg: 16,
          near: ballAt(330, { y: 400 }),
          far: footOnFloor(-40),
          nearArm: { hand: at(330, 800), elbow: 'back' },
          farArm: { hand: at(350, 810), elbow: 'back' },
        },
        { before: [box(150, 0, 420, 400)], after: wide(at(370, 920), at(500, 900)) },
      ),
    ],
    wrong: () => foot({ standsOnMm: 0, pitchDeg: 15, bigToeDeg: [15, 0], toesDeg: [15, 0], shinDeg: 38 }),
  },
  rolledRise: {
    title: 'at a support: up on the ball, over the toes, and slowly pressed down',
    shows: outer,
    frames: () => [risen(46, 945), risen(56, 950, mid(at(-150, 120), at(-130, 260), at(-30, 360)))],
    main: 1,
  },
  altLower: {
    title: 'at a support, one heel comes down while the other stays high',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(10, 880),
          near: footOnFloor(120, 2),
          far: footOnFloor(170, 40),
          nearArm: { hand: at(440, 1000), elbow: 'back' },
          farArm: { hand: at(440, 1010), elbow: 'back' },
        },
        { box: boxOf(-560, -50, 1240), before: rail(440, 985), after: mid(at(-110, 210), at(-110, 90)) },
      ),
    ],
  },
  heelWalk: {
    title: 'walking on the heels, forefeet lifted',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(0, 862),
          near: onHeel(130, -22),
          far: onHeel(-210, -14),
          nearArm: { hand: at(-120, 800) },
          farArm: { hand: at(240, 830) },
        },
        { after: mid(at(330, 190), at(330, 290)), box: legBox },
      ),
    ],
  },
  tandemStand: {
    title: 'standing heel to toe, weight on both feet',
    shows: outer,
    frames: () => [person({ hip: at(-10, 874), near: footOnFloor(240), far: footOnFloor(-20), ...outArms })],
  },
  bandedSquat: {
    title: 'squat with a loop band above the knees, knees pushed out',
    shows: outer,
    frames: () => [
      shapesOfSquat(0.15),
      shapesOfSquat(0.8, [band(at(8, 396), at(27, 478), at(50, 556)), ...wide(at(-480, 560), at(-480, 420))]),
    ],
    main: 1,
  },
  tripodSquat: {
    title: 'squat with the weight over the whole foot',
    shows: outer,
    frames: () => [shapesOfSquat(0.15), shapesOfSquat(0.8, wide(at(-480, 600), at(-480, 440)))],
    main: 1,
    wrong: () => shapesOfSquat(0.75, [], 24),
  },
  domeSquat: {
    title: 'squat with the arches drawn up',
    shows: outer,
    frames: () => [
      shapesOfSquat(0.72, wide(at(-460, 600), at(-460, 440))),
      foot({ standsOnMm: 0, archMm: 12, shinDeg: 24 }, { after: big(at(108, -20), at(108, 16)) }),
    ],
  },
  barefootSet: {
    title: 'a light warm-up without shoes',
    shows: outer,
    frames: () => [
      person({
        hip: at(0, 884),
        near: inAir(300, 420, { pitchDeg: 14 }),
        far: footOnFloor(130),
        nearArm: { hand: at(-180, 960), elbow: 'back' },
        farArm: { hand: at(330, 1200), elbow: 'back' },
      }),
    ],
  },
  innerHeelSplit: {
    title: 'split squat, rear foot on a bench, the front inner heel heavy',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-90, 640),
          trunkDeg: 12,
          near: footOnFloor(330),
          far: { foot: { on: 'ball', at: at(-700, 424), pitchDeg: 128 } },
          nearArm: { hand: at(60, 760), elbow: 'back' },
          farArm: { hand: at(90, 770), elbow: 'back' },
        },
        { before: [box(-900, 0, 330, 400)], after: mid(at(150, 250), at(176, 120)) },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, everted: -14 }]),
  },
  splitStance: {
    title: 'long stride, the front knee sinks over a foot that gives',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-90, 690),
          trunkDeg: 8,
          near: footOnFloor(330),
          far: footOnFloor(-560, 40),
          nearArm: { hand: at(150, 720), elbow: 'back' },
          farArm: { hand: at(180, 730), elbow: 'back' },
        },
        { after: wide(at(390, 600), at(480, 540)) },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, everted: -14 }]),
  },
  stepThrough: {
    title: 'a stride: the rear foot leaves over the big toe',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(60, 848),
          trunkDeg: 4,
          near: footOnFloor(-150, 48),
          far: footOnFloor(430),
          nearArm: { hand: at(270, 880) },
          farArm: { hand: at(-120, 860), elbow: 'back' },
        },
        {
          before: [wedge(-150, 130, 20)],
          box: legBox,
          after: mid(at(-330, 170), at(-290, 300), at(-190, 390)),
        },
      ),
    ],
    wrong: () => behind([{ side: 'right', x: 0, heelUpMm: 60, everted: -24 }]),
  },
  deepSquatHeld: {
    title: 'deep split squat holding a support, front heel down',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(-100, 490),
          trunkDeg: 10,
          near: footOnFloor(330),
          far: footOnFloor(-560, 58),
          nearArm: { hand: at(440, 700), elbow: 'back' },
          farArm: { hand: at(440, 710), elbow: 'back' },
        },
        { box: crouch, before: rail(460, 680), after: wide(at(-420, 640), at(-420, 500)) },
      ),
    ],
    wrong: () => foot({ standsOnMm: 0, pitchDeg: 18, bigToeDeg: [18, 0], toesDeg: [18, 0], shinDeg: 44 }),
  },
  barefootWalk: {
    title: 'walking with light steps',
    shows: outer,
    frames: () => [
      person({
        hip: at(0, 852),
        trunkDeg: 2,
        near: onHeel(230, -16),
        far: footOnFloor(-190, 42),
        nearArm: { hand: at(-170, 860), elbow: 'back' },
        farArm: { hand: at(300, 900), elbow: 'back' },
      }),
    ],
  },
  runIn: {
    title: 'pushing off into one running step, landing quietly',
    shows: outer,
    frames: () => [
      person(
        {
          hip: at(60, 876),
          trunkDeg: 12,
          near: footOnFloor(-90, 58),
          far: inAir(380, 400, { pitchDeg: 10 }),
          nearArm: { hand: at(320, 1180), elbow: 'back' },
          farArm: { hand: at(-140, 1010), elbow: 'back' },
        },
        { after: wide(at(420, 200), at(600, 300)) },
      ),
    ],
  },
  spotHops: {
    title: 'small quiet hops on the spot',
    shows: outer,
    frames: () => [
      person({ hip: at(-10, 820), trunkDeg: 6, near: footOnFloor(110), far: footOnFloor(140) }),
      person(
        {
          hip: at(0, 990),
          trunkDeg: 2,
          near: inAir(100, 70, { pitchDeg: 34 }),
          far: inAir(132, 70, { pitchDeg: 34 }),
        },
        { after: wide(at(330, 60), at(330, 220)) },
      ),
    ],
    main: 1,
  },
}

function risen(pitch: number, hipY: number, after: FigureShape[] = []) {
  return person(
    {
      hip: at(96, hipY),
      near: footOnFloor(120, pitch),
      far: footOnFloor(150, pitch),
      nearArm: { hand: at(440, 1030), elbow: 'back' },
      farArm: { hand: at(440, 1040), elbow: 'back' },
    },
    { box: boxOf(-560, -50, 1300), before: rail(450, 1010), after },
  )
}
