import type { Point } from '../../groundwork/geometry'
import { neutralFoot } from '../footShape'
import type { FigureId } from '../../plan/training'
import { footOutline } from '../footShape'
import { arrow, blob, circle, floor, line, person, sideFoot, type Figure, type Stroke } from './figureParts'

const at = (x: number, y: number): Point => ({ x, y })

/** A left foot from above at drawing scale, its big toe to the right. */
function topFoot(input: { toeGapMm: number; halluxAngleDeg: number }): Stroke[] {
  const outline = footOutline({ ...neutralFoot, side: 'left', ...input })
  const scale = 0.5
  const put = (p: Point): Point => ({ x: 92 + p.x * scale, y: 142 - p.y * scale })
  return [
    { role: 'body', points: outline.outlineFootMm.map(put), closed: true },
    ...outline.nailsFootMm.map((nail): Stroke => ({ role: 'far', points: nail.map(put), closed: true })),
  ]
}

const stander = (lean: number, knee: Point, ankle: Point): Stroke[] =>
  person({
    head: at(96 + lean, 18),
    neck: at(96 + lean, 30),
    hip: at(94, 76),
    legs: [
      [knee, ankle, at(ankle.x + 16, 132)],
      [at(92, 104), at(86, 128), at(102, 132)],
    ],
    arms: [[at(112 + lean, 44), at(124 + lean, 56)]],
  })

/** One drawing a movement, all made from the same foot and the same line person. */
const drawings: Record<FigureId, () => Figure> = {
  dome: () => ({
    title: 'arch drawn up, toes long',
    strokes: [floor(), ...sideFoot({ archMm: 9 }), ...arrow(84, 148, 84, 124), ...arrow(112, 142, 92, 142)],
  }),
  toesUp: () => ({
    title: 'all toes lifted, heel and ball down',
    strokes: [floor(), ...sideFoot({ toeDeg: 38, archMm: 5 }), ...arrow(170, 122, 164, 100)],
  }),
  bigToe: () => ({
    title: 'big toe up, the others down',
    strokes: [
      floor(),
      ...sideFoot({ toeDeg: 34, archMm: 3 }),
      blob('far', 134, 126, 150, 122, 162, 126, 162, 131, 148, 132, 136, 132),
      ...arrow(174, 120, 166, 100),
    ],
  }),
  fan: () => ({
    title: 'toes spread wide',
    strokes: [
      ...topFoot({ toeGapMm: 9, halluxAngleDeg: 0 }),
      ...arrow(132, 40, 146, 32),
      ...arrow(56, 62, 42, 58),
    ],
  }),
  press: () => ({
    title: 'heel, ball and toes press the floor',
    strokes: [
      floor(),
      ...sideFoot({ archMm: 4 }),
      ...arrow(56, 104, 56, 126),
      ...arrow(126, 98, 126, 120),
      ...arrow(154, 100, 154, 118),
    ],
  }),
  band: () => ({
    title: 'foot moves against a band',
    strokes: [
      floor(),
      ...sideFoot({ ball: at(124, 124), heelDeg: -4 }),
      line('prop', 118, 104, 150, 118, 186, 100),
      line('prop', 124, 126, 152, 126, 186, 106),
      ...arrow(120, 90, 96, 82),
    ],
  }),
  pointCurl: () => ({
    title: 'foot pointed, then toes curled',
    strokes: [
      ...sideFoot({ ball: at(132, 124), heelDeg: 40, toeDeg: -38, shinDeg: -16 }),
      ...arrow(170, 112, 160, 134),
    ],
  }),
  cloth: () => ({
    title: 'toes gather a cloth',
    strokes: [
      floor(),
      ...sideFoot({ toeDeg: -16, archMm: 5 }),
      line('prop', 142, 130, 152, 122, 158, 130, 166, 123, 172, 131, 188, 131),
      ...arrow(186, 116, 166, 112),
    ],
  }),
  ballHeels: () => ({
    title: 'heels up, squeezing a ball between them',
    strokes: [
      floor(),
      ...sideFoot({ ball: at(118, 132), heelDeg: 34, toeDeg: 30, role: 'far' }),
      ...sideFoot({ ball: at(128, 132), heelDeg: 34, toeDeg: 32 }),
      circle('prop', 58, 88, 10),
      ...arrow(36, 112, 36, 82),
    ],
  }),
  stepRaise: () => ({
    title: 'rise on the edge of a step, slowly down',
    strokes: [
      floor(),
      line('prop', 112, 132, 112, 112, 182, 112),
      ...sideFoot({ ball: at(126, 112), heelDeg: 30, toeDeg: 28 }),
      ...arrow(44, 70, 44, 112),
    ],
  }),
  roll: () => ({
    title: 'over the ball to the toes and slowly down',
    strokes: [
      floor(),
      ...sideFoot({ heelDeg: 46, toeDeg: 44, shinDeg: 8 }),
      ...arrow(30, 124, 34, 100, 50, 78),
    ],
  }),
  edge: () => ({
    title: 'roll to the outer edge and back, seen from behind',
    strokes: [
      floor(),
      blob('body', 84, 20, 80, 62, 84, 88, 76, 110, 82, 130, 108, 130, 114, 110, 106, 88, 110, 62, 106, 20),
      line('far', 95, 34, 95, 92),
      ...arrow(124, 122, 140, 112, 132, 92),
      ...arrow(66, 92, 56, 112, 70, 124),
    ],
  }),
  kneeForward: () => ({
    title: 'knee over the toe to the wall, heel down',
    strokes: [
      floor(14, 170),
      line('prop', 170, 16, 170, 132),
      ...sideFoot({ ball: at(126, 132), shinDeg: 30 }),
      ...arrow(112, 46, 140, 52),
    ],
  }),
  oneLeg: () => ({
    title: 'standing on one leg',
    strokes: [
      floor(),
      ...person({
        head: at(98, 16),
        neck: at(98, 28),
        hip: at(98, 72),
        legs: [
          [at(99, 102), at(97, 129), at(114, 132)],
          [at(118, 94), at(100, 112), at(110, 120)],
        ],
        arms: [
          [at(80, 44), at(66, 38)],
          [at(116, 44), at(130, 38)],
        ],
      }),
    ],
  }),
  squat: () => ({
    title: 'squat over the whole foot',
    strokes: [
      floor(),
      ...person({
        head: at(112, 34),
        neck: at(106, 46),
        hip: at(76, 88),
        legs: [[at(114, 94), at(98, 128), at(122, 132)]],
        arms: [[at(126, 58), at(146, 58)]],
      }),
      ...arrow(50, 70, 50, 100),
    ],
  }),
  splitSquat: () => ({
    title: 'split squat, front inner heel heavy, rear foot raised',
    strokes: [
      floor(),
      line('prop', 18, 132, 18, 104, 46, 104, 46, 132),
      ...person({
        head: at(92, 22),
        neck: at(92, 34),
        hip: at(86, 80),
        legs: [
          [at(126, 92), at(116, 128), at(138, 132)],
          [at(66, 118), at(40, 102), at(26, 102)],
        ],
        arms: [[at(86, 56), at(94, 72)]],
      }),
      ...arrow(150, 96, 150, 122),
    ],
  }),
  toeWedge: () => ({
    title: 'big toe up the wall, ball down',
    strokes: [
      floor(14, 172),
      line('prop', 172, 16, 172, 132),
      ...sideFoot({ ball: at(146, 132), toeDeg: 62, shinDeg: 16 }),
      ...arrow(108, 48, 132, 52),
    ],
  }),
  calfStretch: () => ({
    title: 'heel sinks below the step',
    strokes: [
      floor(),
      line('prop', 116, 132, 116, 106, 184, 106),
      ...sideFoot({ ball: at(130, 106), heelDeg: -16, shinDeg: 12 }),
      ...arrow(40, 92, 40, 122),
    ],
  }),
  fingers: () => ({
    title: 'fingers between the toes',
    strokes: [
      ...topFoot({ toeGapMm: 7, halluxAngleDeg: 2 }),
      ...[
        [106, 12, 102, 52],
        [87, 12, 86, 54],
        [71, 22, 74, 62],
        [57, 36, 62, 72],
      ].map((xy) => line('prop', ...xy)),
    ],
  }),
  ballRoll: () => ({
    title: 'sole rolled over a soft ball',
    strokes: [
      floor(),
      circle('prop', 92, 118, 14),
      ...sideFoot({ ball: at(132, 110), heelDeg: -6 }),
      ...arrow(70, 144, 46, 144),
      ...arrow(114, 144, 138, 144),
    ],
  }),
  bridge: () => ({
    title: 'hips lifted, feet flat',
    strokes: [
      floor(),
      ...person({
        head: at(26, 122),
        neck: at(40, 124),
        hip: at(94, 92),
        legs: [[at(138, 74), at(134, 128), at(152, 132)]],
        arms: [[at(60, 129), at(82, 130)]],
      }),
      ...arrow(92, 126, 92, 102),
    ],
  }),
  hop: () => ({
    title: 'small, quiet hops',
    strokes: [
      floor(),
      ...stander(0, at(100, 102), at(92, 124)).map((s) => ({
        ...s,
        points: s.points.map((p) => at(p.x, p.y - 10)),
      })),
      ...arrow(140, 124, 140, 96),
    ],
  }),
}

/** The drawing of one movement. @returns strokes in a frame of 200 by 150 */
export function exerciseFigure(id: FigureId): Figure {
  return drawings[id]()
}
