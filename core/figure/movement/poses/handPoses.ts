import { openCurve } from '../../../groundwork/geometry'
import { capsule, finger, hand } from '../above'
import { ball, cushion } from '../props'
import { above, aboveFoot, boxOf, foot } from '../scenes'
import { area, at, ring, stroke } from '../shape'
import { big, inner, lowBox, type MovementPose } from './common'

/** What hands, balls and packs do to a foot. */
export const handPoses: Record<string, MovementPose> = {
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
