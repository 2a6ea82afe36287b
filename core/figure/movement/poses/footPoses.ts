import { openCurve } from '../../../groundwork/geometry'
import { capsule, finger, hand } from '../above'
import { ball, band, cushion, roll, wall, wedge } from '../props'
import { above, aboveFoot, behind, boxOf, foot } from '../scenes'
import { area, at, moved, ring, stroke, turned, type FigureShape } from '../shape'
import { big, clawed, inner, type MovementPose } from './common'

const rest = () => foot({ standsOnMm: 0 })
const lowBox = boxOf(-110, -70, 430)
const legBehind = boxOf(-250, -30, 500)

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

/** Drills of which the foot is the picture: seen from its inner side, from above or from behind. */
export const footPoses: Record<string, MovementPose> = {
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
    wrong: () =>
      behind(
        [
          { side: 'left', x: -70, everted: -15 },
          { side: 'right', x: 70, everted: -15 },
        ],
        { box: legBehind },
      ),
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
  fingersBetween: {
    title: 'fingers laced between the toes, spreading them and circling',
    shows: inner,
    frames: () => {
      const drawn = aboveFoot('left', 0, 0, { toeGapMm: 12, halluxAngleDeg: 0, fifthToeAngleDeg: -4 })
      const gaps = [0, 1, 2, 3].map((i) => {
        const [a, b] = [drawn.toes[i]!, drawn.toes[i + 1]!].map((toe) => {
          const top = Math.max(...toe.map((p) => p.y))
          const near = toe.filter((p) => p.y < top - 14 && p.y > top - 30)
          return at(near.reduce((s, p) => s + p.x, 0) / near.length, top)
        }) as [{ x: number; y: number }, { x: number; y: number }]
        return at((a.x + b.x) / 2, Math.min(a.y, b.y) - 26)
      })
      const knuckles = gaps.map((g, i) => at(4 + g.x * 0.72, 312 - Math.abs(i - 1.5) * 5))
      // the fingers come from the sole's side: the toes lie over them
      return [
        above([...hand(at(2, 372), knuckles, gaps, undefined, 8), ...drawn.shapes], boxOf(-190, 108, 380)),
      ]
    },
  },
  pullBack: {
    title: 'a hand draws the toes back towards the shin',
    shows: inner,
    frames: () => {
      const grip = hand(
        at(318, 172),
        [at(262, 132), at(272, 118), at(280, 104), at(286, 90)],
        [at(214, 118), at(220, 104), at(226, 91), at(234, 78)],
      )
      return [
        foot(
          { at: at(165, 30), pitchDeg: 4, shinDeg: -6, bigToeDeg: [52, 6], toesDeg: [50, 6] },
          {
            hasNoGround: true,
            box: lowBox,
            after: [...grip, ...big(at(306, 60), at(300, 108), at(268, 150))],
          },
        ),
      ]
    },
  },
  ballRoll: {
    title: 'the sole rolls lengthwise over a soft ball',
    shows: inner,
    frames: () => [
      foot(
        { at: at(180, 48), shinDeg: -6 },
        { before: ball(112, 33, 33), after: big(at(66, -18), at(176, -18)) },
      ),
    ],
    wrong: () =>
      foot(
        { at: at(230, 52), shinDeg: 10 },
        { before: ball(86, 30, 30), after: big(at(78, 220), at(78, 160)) },
      ),
  },
  firmBallRoll: {
    title: 'the sole rolls over a small firm ball, sitting',
    shows: inner,
    frames: () => [
      foot(
        { at: at(180, 22), shinDeg: -6 },
        { before: ball(112, 20, 20), after: big(at(76, -18), at(162, -18)) },
      ),
    ],
  },
  coolInStages: {
    title: 'foot in a sock, resting on a wrapped cool pack',
    shows: inner,
    frames: () => [
      foot(
        { at: at(180, 42), shinDeg: -4 },
        {
          before: [cushion(-6, 262, 42)],
          after: [
            stroke(
              'detail',
              openCurve([at(16, 190), at(50, 184), at(88, 192)], 5),
              openCurve([at(14, 202), at(50, 196), at(88, 204)], 5),
            ),
          ],
        },
      ),
    ],
  },
  crossRub: {
    title: 'fingertips rub across the tendon behind the inner ankle',
    shows: inner,
    frames: () => [
      foot(
        { at: at(180, 20), shinDeg: -4 },
        {
          hasNoGround: true,
          after: [
            ...hand(
              at(-62, 214),
              [at(-26, 160), at(-18, 148), at(-8, 137), at(4, 128)],
              [at(22, 112), at(30, 104), at(38, 98), at(46, 94)],
            ),
            ...big(at(58, 152), at(18, 70)),
          ],
          box: boxOf(-120, -20, 390),
        },
      ),
    ],
  },
  betweenBones: {
    title: 'a thumb strokes between two bones of the forefoot',
    shows: inner,
    frames: () => {
      const drawn = aboveFoot('left', 0, 0)
      return [
        above(
          [
            ...drawn.shapes,
            stroke(
              'detail',
              [at(20, 120), at(22, 172)],
              [at(-2, 118), at(-2, 176)],
              [at(-22, 114), at(-26, 168)],
            ),
            area(
              'hand',
              ...finger(at(112, 96), at(62, 118), at(14, 148), 15),
              ...[capsule(at(120, 60), at(160, 40), 40, 44)],
            ),
            ...big(at(8, 120), at(9, 178)),
          ],
          boxOf(-150, 40, 300),
        ),
      ]
    },
  },
  calfPress: {
    title: 'the calf lies on a soft ball over the other shin; the foot moves up and down',
    shows: inner,
    frames: () => [
      foot(
        { at: at(330, 214), pitchDeg: -40, shinDeg: -82 },
        {
          hasNoGround: true,
          box: boxOf(-180, -10, 620),
          before: [area('farSkin', ring(at(-66, 90), 84, 70)), ...ball(-66, 196, 38)],
          after: big(at(414, 262), at(440, 330), at(414, 396)),
        },
      ),
    ],
  },
  outerEdgeRoll: {
    title: 'sitting, both feet roll on to their outer edges, seen from behind',
    shows: inner,
    frames: () => [
      behind(
        [
          { side: 'left', x: -70 },
          { side: 'right', x: 70 },
        ],
        { box: legBehind },
      ),
      behind(
        [
          { side: 'left', x: -76, everted: -19 },
          { side: 'right', x: 76, everted: -19 },
        ],
        {
          box: legBehind,
          after: [...big(at(-26, 60), at(-34, 22), at(-66, 4)), ...big(at(26, 60), at(34, 22), at(66, 4))],
        },
      ),
    ],
    main: 1,
    wrong: () =>
      behind(
        [
          { side: 'left', x: -76, everted: -4, leanDeg: -14 },
          { side: 'right', x: 76, everted: -4, leanDeg: -14 },
        ],
        { box: legBehind },
      ),
  },
  outerEdgeStand: {
    title: 'standing, soles rolled to the outer edges and slowly back, seen from behind',
    shows: inner,
    frames: () => [
      behind(
        [
          { side: 'left', x: -70 },
          { side: 'right', x: 70 },
        ],
        { box: legBehind },
      ),
      behind(
        [
          { side: 'left', x: -70, everted: -15 },
          { side: 'right', x: 70, everted: -15 },
        ],
        {
          box: legBehind,
          after: [...big(at(-22, 64), at(-30, 24), at(-60, 4)), ...big(at(22, 64), at(30, 24), at(60, 4))],
        },
      ),
    ],
    main: 1,
    wrong: () =>
      behind(
        [
          { side: 'left', x: -70, everted: -26, leanDeg: -6 },
          { side: 'right', x: 70, everted: -26, leanDeg: -6 },
        ],
        { box: legBehind },
      ),
  },
  rollInOut: {
    title: 'feet roll in and out under still knees, seen from behind',
    shows: inner,
    frames: () => [
      behind(
        [
          { side: 'left', x: -88, everted: 12 },
          { side: 'right', x: 88, everted: 12 },
        ],
        {
          box: legBehind,
          after: [
            ...big(at(-136, 92), at(-128, 122), at(-106, 138)),
            ...big(at(136, 92), at(128, 122), at(106, 138)),
          ],
        },
      ),
      behind(
        [
          { side: 'left', x: -78, everted: -12 },
          { side: 'right', x: 78, everted: -12 },
        ],
        {
          box: legBehind,
          after: [
            ...big(at(-22, 92), at(-30, 122), at(-52, 138)),
            ...big(at(22, 92), at(30, 122), at(52, 138)),
          ],
        },
      ),
    ],
    wrong: () =>
      behind(
        [
          { side: 'left', x: -110, everted: 2, leanDeg: 7 },
          { side: 'right', x: 110, everted: 2, leanDeg: 7 },
        ],
        { box: legBehind },
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
  bigToePress: {
    title: 'a band pulls the big toe up; the toe presses down, the others lie still',
    shows: inner,
    frames: () => [
      foot(
        { standsOnMm: 0, bigToeDeg: [34, 0] },
        { after: [band(at(226, 62), at(238, 90), at(262, 168), at(290, 250))] },
      ),
      foot(
        { standsOnMm: 0, bigToeDeg: [2, 0] },
        {
          after: [
            band(at(228, 26), at(240, 60), at(264, 160), at(290, 250)),
            ...big(at(206, 104), at(206, 56)),
          ],
        },
      ),
    ],
    main: 1,
    wrong: () =>
      foot(
        { standsOnMm: 0, on: 'heel', at: at(30, 0), pitchDeg: -14, bigToeDeg: [10, 0] },
        { after: [band(at(226, 96), at(240, 120), at(264, 180), at(290, 250))] },
      ),
  },
  bandPoint: {
    title: 'leg long, band round the ball: the ankle points first, then the toes, and slowly back',
    shows: inner,
    frames: () => [
      foot(
        { on: 'heel', at: at(150, 0), pitchDeg: -86, shinDeg: -88, standsOnMm: 0 },
        { box: boxOf(-190, -40, 520), after: [band(at(172, 168), at(150, 196), at(40, 232), at(-150, 290))] },
      ),
      foot(
        {
          on: 'heel',
          at: at(150, 0),
          pitchDeg: -48,
          shinDeg: -88,
          standsOnMm: 0,
          bigToeDeg: [-14, -6],
          toesDeg: [-14, -8],
        },
        {
          box: boxOf(-190, -40, 520),
          after: [
            band(at(268, 130), at(232, 158), at(90, 206), at(-150, 286)),
            ...big(at(216, 214), at(280, 190), at(312, 140)),
          ],
        },
      ),
    ],
    main: 1,
  },
  bandOutward: {
    title: 'a band pulls the forefoot inward; the foot turns outward against it, the knee still',
    shows: inner,
    frames: () => [turnedFoot(-14, 'out')],
  },
  bandInward: {
    title: 'a band pulls the forefoot outward; the foot turns inward against it, the knee still',
    shows: inner,
    frames: () => [turnedFoot(14, 'in')],
  },
  bandFourWays: {
    title: 'against a band in four directions: up, down, in and out',
    shows: inner,
    frames: () => {
      const drawn = aboveFoot('left', 0, 0)
      return [
        above(
          [
            ...drawn.shapes,
            band(at(-62, 172), at(-20, 188), at(24, 194), at(62, 182)),
            ...big(at(84, 176), at(136, 176)),
            ...big(at(-84, 176), at(-136, 176)),
          ],
          boxOf(-195, -16, 390),
        ),
        foot(
          { at: at(165, 60), pitchDeg: 6, shinDeg: -12 },
          {
            hasNoGround: true,
            box: lowBox,
            after: [
              band(at(186, 62), at(180, 88), at(168, 118)),
              ...big(at(266, 88), at(262, 146)),
              ...big(at(266, 40), at(262, -14)),
            ],
          },
        ),
      ]
    },
    main: 1,
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
  curledBend: {
    title: 'toes curled, the ankle bends up against a band',
    shows: inner,
    frames: () => [
      foot(
        {
          on: 'heel',
          at: at(30, 0),
          standsOnMm: 0,
          pitchDeg: -20,
          bigToeDeg: [-22, -42],
          toesDeg: [-24, -52],
        },
        {
          after: [
            band(at(168, 116), at(196, 110), at(240, 100), at(318, 84)),
            ...big(at(218, 128), at(206, 178), at(176, 206)),
          ],
        },
      ),
    ],
    wrong: () =>
      foot(
        { on: 'heel', at: at(30, 0), standsOnMm: 0, pitchDeg: -12, bigToeDeg: [40, 0], toesDeg: [38, 0] },
        { after: [band(at(168, 94), at(196, 92), at(240, 88), at(318, 84))] },
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
  toeWedgeWall: {
    title: 'big toe up the wall, ball of the foot down, the knee comes forward',
    shows: inner,
    frames: () => [
      foot(
        { standsOnMm: 0, at: at(190, 0), bigToeDeg: [64, 8], toesDeg: [60, 6], shinDeg: 12 },
        { before: [wall(246, 320)], after: big(at(122, 196), at(176, 204)) },
      ),
    ],
    wrong: () =>
      foot(
        { standsOnMm: 0, at: at(168, 0), bigToeDeg: [24, 0], toesDeg: [22, 0], shinDeg: 4 },
        { before: [wall(246, 320)] },
      ),
  },
  kneeForwardRock: {
    title: 'heel on a wedge, the knee rocks forward over an arch that gives',
    shows: inner,
    frames: () => [
      foot(
        { at: at(186, 0), standsOnMm: 0, pitchDeg: 9, bigToeDeg: [9, 0], toesDeg: [9, 0], shinDeg: 6 },
        { before: [wedge(0, 150, 28)] },
      ),
      foot(
        {
          at: at(186, 0),
          standsOnMm: 0,
          pitchDeg: 9,
          bigToeDeg: [9, 0],
          toesDeg: [9, 0],
          archMm: -9,
          shinDeg: 32,
        },
        {
          before: [wedge(0, 150, 28)],
          after: [...big(at(116, 214), at(186, 216)), ...big(at(118, 70), at(118, 34))],
        },
      ),
    ],
    main: 1,
    wrong: () => behind([{ side: 'left', x: 0, everted: -13 }], { box: legBehind }),
  },
  calfStretch: {
    title: 'ball of the foot on a step, the heel sinks below it',
    shows: inner,
    frames: () => [
      foot(
        {
          at: at(190, 110),
          standsOnMm: 110,
          pitchDeg: -17,
          bigToeDeg: [-12, 0],
          toesDeg: [-12, 0],
          shinDeg: 4,
        },
        { before: [stepUnder(162, 110)], box: boxOf(-90, -40, 430), after: big(at(-12, 150), at(-12, 92)) },
      ),
    ],
    wrong: () => behind([{ side: 'left', x: 0, everted: 17, leanDeg: 4 }], { box: legBehind }),
  },
  bandGlide: {
    title: 'a band pulls the front of the ankle back while the knee comes forward',
    shows: inner,
    frames: () => [
      foot(
        { standsOnMm: 0, shinDeg: 30 },
        {
          after: [
            band(at(104, 106), at(82, 96), at(30, 78), at(-68, 44)),
            ...big(at(126, 220), at(196, 222)),
          ],
        },
      ),
    ],
    wrong: () =>
      foot(
        { standsOnMm: 0, shinDeg: 18 },
        { after: [band(at(118, 156), at(90, 150), at(30, 140), at(-68, 110))] },
      ),
  },
  stepRaise: {
    title: 'rise high on the edge of a step, then sink slowly below it',
    shows: inner,
    frames: () => [
      foot(
        {
          at: at(190, 110),
          standsOnMm: 110,
          pitchDeg: -14,
          bigToeDeg: [-10, 0],
          toesDeg: [-10, 0],
          shinDeg: 4,
        },
        { before: [stepUnder(162, 110)], box: boxOf(-90, -40, 430) },
      ),
      foot(
        { at: at(190, 110), standsOnMm: 110, pitchDeg: 42, bigToeDeg: [42, 0], toesDeg: [42, 0], shinDeg: 0 },
        { before: [stepUnder(162, 110)], box: boxOf(-90, -40, 430), after: big(at(10, 120), at(10, 196)) },
      ),
    ],
    main: 1,
    wrong: rolledOut,
  },
  floorRaise: {
    title: 'heels rise high from the floor, weight over the first two toes',
    shows: inner,
    frames: () => [rest(), raised([])],
    main: 1,
    wrong: rolledOut,
  },
  toesUpRaise: {
    title: 'toes on a rolled towel on a step, heel up slowly and down slowly',
    shows: inner,
    frames: () => [
      foot(
        {
          at: at(178, 110),
          standsOnMm: 110,
          pitchDeg: -12,
          bigToeDeg: [26, 0],
          toesDeg: [24, 0],
          shinDeg: 4,
        },
        { before: [stepUnder(152, 110), ...roll(218, 15, 110)], box: boxOf(-90, -40, 430) },
      ),
      foot(
        { at: at(178, 110), standsOnMm: 110, pitchDeg: 36, bigToeDeg: [66, 0], toesDeg: [62, 0], shinDeg: 0 },
        {
          before: [stepUnder(152, 110), ...roll(218, 15, 110)],
          box: boxOf(-90, -40, 430),
          after: [...big(at(4, 110), at(4, 180)), ...big(at(-24, 180), at(-24, 110))],
        },
      ),
    ],
    main: 1,
  },
  wedgeRise: {
    title: 'toes on a rolled cloth, the heels rise',
    shows: inner,
    frames: () => [
      foot(
        { standsOnMm: 0, pitchDeg: 32, bigToeDeg: [60, 0], toesDeg: [56, 0] },
        { before: roll(222, 14), after: big(at(16, 40), at(16, 112)) },
      ),
    ],
    wrong: rolledOut,
  },
  ballHeelRaise: {
    title: 'heels up, squeezing a ball between them, seen from behind',
    shows: inner,
    frames: () => [
      behind(
        [
          { side: 'left', x: -66, heelUpMm: 74 },
          { side: 'right', x: 66, heelUpMm: 74 },
        ],
        {
          box: boxOf(-270, -30, 540),
          before: [],
          after: [
            ...ball(0, 106, 34),
            ...big(at(-150, 90), at(-150, 170)),
            ...big(at(150, 90), at(150, 170)),
          ],
        },
      ),
    ],
    wrong: () =>
      behind(
        [
          { side: 'left', x: -70, heelUpMm: 66, everted: -22 },
          { side: 'right', x: 70, heelUpMm: 66, everted: -22 },
        ],
        { after: ball(0, 30, 31) },
      ),
  },
  turnedOutRise: {
    title: 'feet turned out from the hips, heels rising together, seen from behind',
    shows: inner,
    frames: () => [
      behind(
        [
          { side: 'left', x: -52, heelUpMm: 74, turnedOutDeg: 40 },
          { side: 'right', x: 52, heelUpMm: 74, turnedOutDeg: 40 },
        ],
        {
          after: [...big(at(-170, 90), at(-170, 170)), ...big(at(170, 90), at(170, 170))],
        },
      ),
    ],
  },
  splitBoardStand: {
    title: 'one foot with its inner edge over the gap of a split board, seen from behind',
    shows: inner,
    frames: () => [
      behind([{ side: 'left', x: 0, everted: 0 }], {
        box: boxOf(-230, -62, 460),
        before: [
          area('prop', [at(-150, -40), at(2, -40), at(2, 0), at(-150, 0)]),
          area('prop', [at(46, -40), at(150, -40), at(150, 0), at(46, 0)]),
        ],
        after: big(at(40, 92), at(32, 122), at(8, 134)),
      }),
    ],
    wrong: () =>
      behind([{ side: 'left', x: 0, everted: 18 }], {
        box: boxOf(-230, -62, 460),
        before: [
          area('prop', [at(-150, -40), at(2, -40), at(2, 0), at(-150, 0)]),
          area('prop', [at(46, -40), at(150, -40), at(150, 0), at(46, 0)]),
        ],
      }),
  },
  handMobilising: {
    title: 'one hand holds the heel, the other moves the midfoot, done by the practitioner',
    shows: inner,
    frames: () => [
      foot(
        { at: at(176, 40), pitchDeg: 18, shinDeg: -36 },
        {
          hasNoGround: true,
          box: boxOf(-130, -60, 450),
          after: [
            ...hand(
              at(-60, -34),
              [at(-18, 44), at(-6, 32), at(6, 20), at(18, 10)],
              [at(30, 92), at(42, 80), at(50, 66), at(56, 52)],
            ),
            ...hand(
              at(238, 200),
              [at(166, 156), at(176, 140), at(184, 126), at(190, 112)],
              [at(118, 118), at(126, 102), at(134, 88), at(142, 76)],
            ),
            ...big(at(206, 56), at(214, 26), at(196, 0)),
          ],
        },
      ),
    ],
  },
  selfMobilise: {
    title: 'ankle over the other knee, both hands wring the midfoot gently',
    shows: inner,
    frames: () => [
      foot(
        { at: at(176, 40), pitchDeg: 10, shinDeg: -50 },
        {
          hasNoGround: true,
          box: boxOf(-130, -60, 450),
          after: [
            ...hand(
              at(10, -40),
              [at(48, 30), at(64, 26), at(80, 26), at(96, 30)],
              [at(54, 96), at(70, 94), at(86, 92), at(100, 90)],
            ),
            ...hand(
              at(250, 190),
              [at(176, 142), at(190, 128), at(202, 114), at(210, 100)],
              [at(134, 92), at(148, 80), at(160, 68), at(170, 58)],
            ),
            ...big(at(226, 44), at(236, 10), at(214, -18)),
          ],
        },
      ),
    ],
  },
}

function stepUnder(x: number, height: number): FigureShape {
  return area('prop', [at(x, 0), at(360, 0), at(360, height), at(x, height)])
}

function raised(before: FigureShape[]) {
  return foot(
    { standsOnMm: 0, pitchDeg: 44, bigToeDeg: [44, 0], toesDeg: [44, 0] },
    { before, after: big(at(16, 44), at(16, 122)) },
  )
}

function rolledOut() {
  return behind([{ side: 'left', x: 0, heelUpMm: 70, everted: -24 }], { box: legBehind })
}

function turnedFoot(deg: number, way: 'in' | 'out') {
  const drawn = aboveFoot('left', 0, 0)
  const heel = at(0, 36)
  const pale = aboveFoot('left', 0, 0, {}, 'farSkin').shapes
  const shapes = drawn.shapes.map((s) => ({ ...s, parts: s.parts.map((p) => turned(p, heel, -deg)) }))
  const ballMiddle = turned([at(way === 'out' ? -6 : 6, 186)], heel, -deg)[0]!
  const pull = way === 'out' ? 1 : -1
  const round = moved([at(-50, -8), at(-16, 6), at(20, 10), at(50, 2)], ballMiddle)
  return above(
    [
      ...pale,
      ...shapes,
      band(
        ...(pull > 0 ? round : [...round].reverse()),
        at(ballMiddle.x + pull * 110, 168),
        at(ballMiddle.x + pull * 190, 150),
      ),
      ...big(at(-pull * 20, 282), at(-pull * 66, 276), at(-pull * 104, 250)),
    ],
    boxOf(-215, -16, 430),
  )
}
