import { ball, roll, wall, wedge } from '../props'
import { behind, boxOf, foot } from '../scenes'
import { area, at, type FigureShape } from '../shape'
import { big, inner, legBehind, rest, rolledOut, pair, onBothSides, type MovementPose } from './common'

/** Heels that rise and sink, and ankles that bend. */
export const raisePoses: Record<string, MovementPose> = {
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
      behind(pair(66, { heelUpMm: 74 }), {
        box: boxOf(-270, -30, 540),
        before: [],
        after: [...ball(0, 106, 34), ...onBothSides(at(150, 90), at(150, 170))],
      }),
    ],
    wrong: () => behind(pair(70, { heelUpMm: 66, everted: -22 }), { after: ball(0, 30, 31) }),
  },
  turnedOutRise: {
    title: 'feet turned out from the hips, heels rising together, seen from behind',
    shows: inner,
    frames: () => [
      behind(pair(52, { heelUpMm: 74, turnedOutDeg: 40 }), {
        after: [...onBothSides(at(170, 90), at(170, 170))],
      }),
    ],
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
