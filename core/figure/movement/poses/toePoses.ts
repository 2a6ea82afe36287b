import { openCurve } from '../../../groundwork/geometry'
import { ball } from '../props'
import { above, aboveFoot, behind, boxOf, foot } from '../scenes'
import { area, at, ring, stroke, type FigureShape } from '../shape'
import { big, clawed, inner, legBehind, lowBox, rest, pair, type MovementPose } from './common'

/** Toes and arch: what the foot does by itself, seen from its inner side or from above. */
export const toePoses: Record<string, MovementPose> = {
  ankleCircles: {
    title: 'foot free in the air, drawing slow circles from the ankle',
    shows: inner,
    frames: () => [
      foot(
        { at: at(165, 70), pitchDeg: 22, shinDeg: -24 },
        {
          hasNoGround: true,
          box: lowBox,
          after: big(
            ...[200, 150, 100, 50, 0, -50, -100].map((d) =>
              at(212 + 44 * Math.cos((d * Math.PI) / 180), 66 + 62 * Math.sin((d * Math.PI) / 180)),
            ),
          ),
        },
      ),
    ],
  },
  tripodFinder: {
    title: 'weight over three points: heel, ball of the big toe, ball of the little toe',
    shows: inner,
    frames: () => {
      const drawn = aboveFoot('left', 0, 0)
      const points = [at(0, 34), drawn.put(at(31, 182)), drawn.put(at(-36, 162))]
      return [
        above(
          [
            ...drawn.shapes,
            stroke('move', [...points, points[0]!]),
            ...points.map((p) => area('soft', ring(p, 15))),
          ],
          boxOf(-185, -14, 372),
        ),
        foot(
          { standsOnMm: 0 },
          { after: [...big(at(30, 96), at(30, 46)), ...big(at(180, 120), at(180, 66))] },
        ),
      ]
    },
    wrong: clawed,
  },
  dome: {
    title: 'the arch is drawn up; heel, ball and long toes stay on the floor',
    shows: inner,
    frames: () => [
      rest(),
      foot(
        { standsOnMm: 0, archMm: 13 },
        { after: [...big(at(108, -20), at(108, 16)), ...big(at(196, 92), at(132, 92))] },
      ),
    ],
    main: 1,
    wrong: clawed,
  },
  standingDome: {
    title: 'standing on both feet, the arches drawn up, toes long',
    shows: inner,
    frames: () => [
      foot(
        { standsOnMm: 0, archMm: 13 },
        { before: besides(10), after: [...big(at(108, -20), at(108, 16)), ...big(at(196, 96), at(132, 96))] },
      ),
    ],
    wrong: clawed,
  },
  inchworm: {
    title: 'the foot creeps: the arch draws the heel after, then the toes reach forward',
    shows: inner,
    frames: () => [
      foot({ standsOnMm: 0, archMm: 16, at: at(170, 0) }, { after: big(at(6, 120), at(52, 120)) }),
      foot({ standsOnMm: 0, at: at(205, 0) }, { after: big(at(214, 92), at(268, 92)) }),
    ],
  },
  toesUpArch: {
    title: 'all toes lifted, heel and ball down, the arch rises',
    shows: inner,
    frames: () => [
      rest(),
      foot(
        { standsOnMm: 0, archMm: 9, bigToeDeg: [50, 4], toesDeg: [44, 2] },
        { after: [...big(at(278, 34), at(268, 70), at(246, 96)), ...big(at(108, -20), at(108, 12))] },
      ),
    ],
    main: 1,
    wrong: () => behind(pair(70, { everted: -15 }), { box: legBehind }),
  },
  frontLift: {
    title: 'heels down, the whole forefoot lifted',
    shows: inner,
    frames: () => [
      rest(),
      foot(
        { on: 'heel', at: at(30, 0), standsOnMm: 0, pitchDeg: -20, bigToeDeg: [22, 0], toesDeg: [20, 0] },
        { after: big(at(272, 58), at(272, 116)) },
      ),
    ],
    main: 1,
    wrong: () =>
      foot({
        on: 'heel',
        at: at(30, 0),
        standsOnMm: 0,
        pitchDeg: -12,
        shinDeg: -16,
        bigToeDeg: [20, 0],
        toesDeg: [20, 0],
      }),
  },
  bigToeAlone: {
    title: 'the big toe up while the others stay down, then the other way round',
    shows: inner,
    frames: () => [
      foot({ standsOnMm: 0, bigToeDeg: [46, 2] }, { after: big(at(274, 32), at(266, 66), at(246, 90)) }),
      foot({ standsOnMm: 0, toesDeg: [42, 2] }, { after: big(at(278, 32), at(270, 66), at(250, 90)) }),
    ],
    wrong: () => foot({ on: 'heel', at: at(30, 0), standsOnMm: 0, pitchDeg: -9, bigToeDeg: [30, 0] }),
  },
  toeFan: {
    title: 'toes spread wide like a fan, then closed again',
    shows: inner,
    frames: () => [
      above(aboveFoot('left', 0, 0, { toeGapMm: 2 }).shapes, boxOf(-150, 62, 300)),
      above(
        [
          ...aboveFoot('left', 0, 0, { toeGapMm: 10, halluxAngleDeg: 1, fifthToeAngleDeg: -4 }).shapes,
          ...big(at(56, 268), at(84, 262)),
          ...big(at(-66, 238), at(-92, 218)),
        ],
        boxOf(-150, 62, 300),
      ),
    ],
    main: 1,
    wrong: () => foot({ standsOnMm: 0, bigToeDeg: [38, 0], toesDeg: [36, 0] }),
  },
  oneByOne: {
    title: 'toes lifted, then laid down one after the other from the little to the big toe',
    shows: inner,
    frames: () => [
      foot({ standsOnMm: 0, bigToeDeg: [46, 2], toesDeg: [42, 2] }, { box: boxOf(40, -30, 270) }),
      foot(
        {
          standsOnMm: 0,
          bigToeDeg: [46, 2],
          toesDeg: [
            [38, 2],
            [20, 2],
            [6, 0],
            [0, 0],
          ],
        },
        { box: boxOf(40, -30, 270), after: big(at(276, 80), at(284, 50), at(276, 18)) },
      ),
    ],
    main: 1,
    wrong: () => foot({ standsOnMm: 0, at: at(180, 0) }, { box: boxOf(40, -30, 270) }),
  },
  longToePress: {
    title: 'toes pressed long and flat into the floor, knuckles straight',
    shows: inner,
    frames: () => [
      rest(),
      foot(
        { standsOnMm: 0, archMm: 6 },
        { after: [...big(at(226, 96), at(226, 44)), ...big(at(34, 150), at(34, 104))] },
      ),
    ],
    main: 1,
    wrong: clawed,
  },
  pointedCurl: {
    title: 'ankle pointed, toes curled',
    shows: inner,
    frames: () => [
      foot({ at: at(190, 50), pitchDeg: 40, shinDeg: -12 }, { hasNoGround: true, box: lowBox }),
      foot(
        { at: at(190, 50), pitchDeg: 40, shinDeg: -12, bigToeDeg: [-24, -46], toesDeg: [-26, -56] },
        { hasNoGround: true, box: lowBox, after: big(at(262, 40), at(262, -8), at(226, -36)) },
      ),
    ],
    main: 1,
    wrong: () =>
      foot(
        { at: at(180, 30), pitchDeg: -6, shinDeg: -6, bigToeDeg: [-24, -46], toesDeg: [-26, -56] },
        { hasNoGround: true, box: lowBox },
      ),
  },
  clothPull: {
    title: 'toes gather a cloth under the arch, heel down',
    shows: inner,
    frames: () => [
      foot({ standsOnMm: 0 }, { after: [clothOn([150, -3], [200, -2], [250, 3], [310, -2])] }),
      foot(
        { standsOnMm: 0, archMm: 8, bigToeDeg: [10, -36], toesDeg: [12, -44] },
        {
          after: [
            clothOn(
              [120, 2],
              [134, 14],
              [144, 1],
              [158, 12],
              [172, -3],
              [206, 6],
              [216, -2],
              [240, 8],
              [252, -2],
              [300, -2],
            ),
            ...big(at(300, 40), at(244, 40)),
          ],
        },
      ),
    ],
    main: 1,
    wrong: () =>
      foot(
        { standsOnMm: 0, pitchDeg: 22, bigToeDeg: [36, -40], toesDeg: [38, -48] },
        { after: [clothOn([150, -3], [206, 6], [216, -2], [240, 8], [300, -2])] },
      ),
  },
  clothLift: {
    title: 'a cloth held by the toes is lifted off the floor and laid down',
    shows: inner,
    frames: () => [
      foot(
        { on: 'heel', at: at(30, 0), standsOnMm: 0, pitchDeg: -14, bigToeDeg: [2, -34], toesDeg: [4, -44] },
        {
          after: [
            clothOn([208, 56], [220, 40], [216, 12], [236, -4], [300, -3]),
            ...big(at(282, 40), at(282, 96)),
          ],
        },
      ),
    ],
  },
  pebblePick: {
    title: 'ankle pointed, the toes close round a marble',
    shows: inner,
    frames: () => [
      foot(
        { at: at(168, 40), pitchDeg: 26, shinDeg: -4, bigToeDeg: [-10, -38], toesDeg: [-12, -50] },
        { after: [...ball(212, 12, 12), ...ball(262, 11, 11), ...ball(292, 11, 11), ...ball(40, 11, 11)] },
      ),
    ],
    wrong: () =>
      foot(
        { at: at(168, 40), pitchDeg: 26, shinDeg: -4, bigToeDeg: [-14, -56], toesDeg: [16, 4] },
        { after: [...ball(206, 12, 12), ...ball(262, 11, 11)] },
      ),
  },
  soleAwake: {
    title: 'standing on a mat with small knobs, the weight shifting',
    shows: inner,
    frames: () => [
      foot(
        { at: at(180, 20), standsOnMm: 20 },
        {
          before: [
            area('soft', [at(-50, 0), at(300, 0), at(300, 10), at(-50, 10)]),
            area('soft', ...Array.from({ length: 17 }, (_, i) => ring(at(-40 + i * 21, 12), 7))),
          ],
          after: [...big(at(120, 150), at(196, 150)), ...big(at(196, 168), at(120, 168))],
        },
      ),
    ],
  },
}

const clothOn = (...points: [number, number][]): FigureShape =>
  stroke(
    'band',
    openCurve(
      points.map(([x, y]) => at(x, y)),
      6,
    ),
  )

/** The other foot, a little behind and further away. */
const besides = (archMm = 0) =>
  foot({ standsOnMm: 0, at: at(222, 0), archMm })
    .shapes.filter((s) => s.role !== 'ground')
    .map((s) => ({
      ...s,
      role: s.role === 'skin' ? ('farSkin' as const) : s.role === 'detail' ? ('farDetail' as const) : s.role,
    }))
