import { band, box, cushion, rail, wall, wedge } from '../props'
import { ballAt, behind, boxOf, foot, inAir, legBox, person, standBox } from '../scenes'
import { area, at, noBones, ring, stroke, type FigureShape } from '../shape'
import { limb, shankProfile, shortsProfile, thighProfile, trunkProfile } from '../limbs'
import { ground } from '../props'
import { big, clawed, mid, outer, wide, type MovementPose } from './common'

const footOnFloor = (x: number, pitch = 0) =>
  ballAt(x, { pitchDeg: pitch, bigToeDeg: [pitch, 0], toesDeg: [pitch, 0] })
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

/** Drills of which the whole body is the picture, seen from the side. */
export const personPoses: Record<string, MovementPose> = {
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
  oneLegStand: {
    title: 'standing quietly on one leg, the other foot lifted',
    shows: outer,
    frames: () => [person({ ...oneLeg(), ...outArms })],
    wrong: clawed,
  },
  tandemStand: {
    title: 'standing heel to toe, weight on both feet',
    shows: outer,
    frames: () => [person({ hip: at(-10, 874), near: footOnFloor(240), far: footOnFloor(-20), ...outArms })],
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

function shutEye(): FigureShape {
  return stroke('move', [at(42, 1592), at(56, 1583), at(72, 1592)])
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
