import { behind, boxOf } from '../scenes'
import { area, at } from '../shape'
import { big, inner, legBehind, pair, onBothSides, type MovementPose } from './common'

/** Feet that roll in and out, seen from behind. */
export const rollPoses: Record<string, MovementPose> = {
  outerEdgeRoll: {
    title: 'sitting, both feet roll on to their outer edges, seen from behind',
    shows: inner,
    frames: () => [
      behind(pair(70), { box: legBehind }),
      behind(pair(76, { everted: -19 }), {
        box: legBehind,
        after: onBothSides(at(26, 60), at(34, 22), at(66, 4)),
      }),
    ],
    main: 1,
    wrong: () => behind(pair(76, { everted: -4, leanDeg: -14 }), { box: legBehind }),
  },
  outerEdgeStand: {
    title: 'standing, soles rolled to the outer edges and slowly back, seen from behind',
    shows: inner,
    frames: () => [
      behind(pair(70), { box: legBehind }),
      behind(pair(70, { everted: -15 }), {
        box: legBehind,
        after: onBothSides(at(22, 64), at(30, 24), at(60, 4)),
      }),
    ],
    main: 1,
    wrong: () => behind(pair(70, { everted: -26, leanDeg: -6 }), { box: legBehind }),
  },
  rollInOut: {
    title: 'feet roll in and out under still knees, seen from behind',
    shows: inner,
    frames: () => [
      behind(pair(88, { everted: 12 }), {
        box: legBehind,
        after: onBothSides(at(136, 92), at(128, 122), at(106, 138)),
      }),
      behind(pair(78, { everted: -12 }), {
        box: legBehind,
        after: onBothSides(at(22, 92), at(30, 122), at(52, 138)),
      }),
    ],
    wrong: () => behind(pair(110, { everted: 2, leanDeg: 7 }), { box: legBehind }),
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
}
