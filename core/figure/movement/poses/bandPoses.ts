import { band } from '../props'
import { above, aboveFoot, boxOf, foot } from '../scenes'
import { at, moved, turned } from '../shape'
import { big, inner, lowBox, type MovementPose } from './common'

/** Drills against a band. */
export const bandPoses: Record<string, MovementPose> = {
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
