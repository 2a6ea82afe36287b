import type { Point } from '../../groundwork/geometry'
import { footOutline, neutralFoot, rearDrawing, sideDrawing } from '../footShape'
import { arrow, blob, line, type Figure, type Stroke } from './figureParts'

export const guideFigures = ['archByHand', 'heelByHand', 'bigToeByHand', 'toeByHand'] as const
/** How hands hold a part to see how far it comes back. */
export type GuideFigure = (typeof guideFigures)[number]

const shape = { side: 'left', lengthMm: 252, truncatedLengthMm: 184, navicularMm: 40, dorsumMm: 64 } as const

/** @returns strokes in the 200 × 150 drawing frame; hands are drawn as "prop", the way they move as "move" */
export function gradeGuide(id: GuideFigure): Figure {
  switch (id) {
    case 'archByHand':
      return archByHand()
    case 'heelByHand':
      return heelByHand()
    case 'bigToeByHand':
      return bigToeByHand()
    case 'toeByHand':
      return toeByHand()
  }
}

const tipPart = 0.86 // a finger is a little narrower at its tip than at its root

/** A finger seen from its back, with its nail; open where the hand goes on. */
function finger(tip: Point, root: Point, width: number): Stroke[] {
  const length = Math.hypot(root.x - tip.x, root.y - tip.y) || 1
  const [ux, uy] = [(root.x - tip.x) / length, (root.y - tip.y) / length]
  const r = width / 2
  const beside = (along: number, across: number): Point => ({
    x: tip.x + ux * along - uy * across,
    y: tip.y + uy * along + ux * across,
  })
  const round = (radius: number, from: number) =>
    Array.from({ length: 13 }, (_, i) => {
      const angle = Math.PI / 2 + (Math.PI * i) / 12
      return beside(from + radius * Math.cos(angle), radius * Math.sin(angle))
    })
  const knuckle = Math.min(length * 0.42, width * 1.6)
  return [
    {
      role: 'hand',
      points: [
        beside(length, r * 1.1),
        beside(knuckle, r * 1.02),
        beside(knuckle * 0.5, r * 0.92),
        ...round(r * tipPart, 0),
        beside(knuckle * 0.5, -r * 0.92),
        beside(knuckle, -r * 1.02),
        beside(length, -r * 1.1),
      ],
      closed: false,
    },
    // the nail, rounded towards the hand
    {
      role: 'far',
      points: [
        ...round(r * 0.5, -r * 0.1),
        beside(r * 0.55, -r * 0.46),
        beside(r * 0.75, 0),
        beside(r * 0.55, r * 0.46),
      ],
      closed: true,
    },
  ]
}

/** From the inner side: thumb under the bump, fingers over the back of the foot, the heel let alone. */
function archByHand(): Figure {
  const put = (p: Point): Point => ({ x: 14 + p.x * 0.66, y: 128 - p.y * 0.66 })
  const { skinMm } = sideDrawing({ ...shape, heelAngleDeg: 0, legAngleDeg: 0 })
  return {
    title:
      'Thumb under the navicular, fingers over the back of the foot, lift without pressing the toes down',
    strokes: [
      line('floor', 6, 128, 194, 128),
      { role: 'body', points: skinMm.map(put), closed: true },
      ...finger({ x: 84, y: 111 }, { x: 128, y: 142 }, 13),
      ...finger({ x: 92, y: 84 }, { x: 128, y: 64 }, 11),
      ...finger({ x: 104, y: 90 }, { x: 140, y: 70 }, 11),
      ...finger({ x: 116, y: 95 }, { x: 150, y: 78 }, 11),
      ...arrow(80, 101, 80, 78),
    ],
  }
}

/** From behind: the heel cupped from both sides, turned about its own pad, the leg held quiet above. */
function heelByHand(): Figure {
  const put = (p: Point): Point => ({ x: 100 + p.x * 0.66, y: 138 - p.y * 0.66 })
  const { skinMm } = rearDrawing({ ...shape, heelAngleDeg: 6, legAngleDeg: 0 })
  return {
    title: 'The heel cupped from both sides and turned upright, the other hand keeps the leg quiet',
    strokes: [
      line('floor', 20, 138, 180, 138),
      { role: 'body', points: skinMm.map(put), closed: true },
      ...finger({ x: 84, y: 117 }, { x: 44, y: 128 }, 13),
      ...finger({ x: 86, y: 102 }, { x: 46, y: 110 }, 12),
      ...finger({ x: 116, y: 110 }, { x: 156, y: 124 }, 14),
      ...finger({ x: 84, y: 40 }, { x: 46, y: 52 }, 12),
      ...finger({ x: 83, y: 26 }, { x: 44, y: 36 }, 12),
      ...finger({ x: 116, y: 34 }, { x: 156, y: 44 }, 13),
      ...arrow(136, 92, 128, 84, 116, 80),
    ],
  }
}

const low = 148 // where the drawing of the front half ends

/** From above: one hand steadies the ball, thumb and finger of the other draw the toe to the middle line. */
function bigToeByHand(): Figure {
  const { outlineFootMm } = footOutline({
    ...neutralFoot,
    side: 'left',
    halluxAngleDeg: 26,
    toeGapMm: 4,
  })
  // the front half, large: this is where the hands are
  const put = (p: Point): Point => ({ x: 84 + p.x * 0.82, y: 226 - p.y * 0.82 })
  const ring = outlineFootMm.map(put)
  // begins where the foot is cut off, so that the open end lies there
  const cut = ring.findIndex((p, i) => p.y >= low && ring[(i + 1) % ring.length]!.y < low)
  const front = [...ring.slice(cut), ...ring.slice(0, cut)].filter((p) => p.y < low)
  return {
    title:
      'Ball held between thumb and fingers, the big toe drawn towards the middle line without turning it',
    strokes: [
      { role: 'body', points: front, closed: false },
      ...finger({ x: 122, y: 104 }, { x: 176, y: 138 }, 15),
      ...finger({ x: 92, y: 38 }, { x: 74, y: -4 }, 12),
      ...finger({ x: 119, y: 50 }, { x: 160, y: 16 }, 14),
      ...arrow(104, 30, 116, 31, 128, 35),
    ],
  }
}

/** One toe from the side, bent at its middle joint: a finger holds the root, another lifts under the tip. */
function toeByHand(): Figure {
  return {
    title: 'Root of the toe held still, the bend stretched from below until it stops by itself',
    strokes: [
      line('floor', 14, 118, 186, 118),
      blob(
        'body',
        16,
        60,
        46,
        58,
        76,
        62,
        102,
        64,
        118,
        72,
        130,
        86,
        138,
        102,
        134,
        115,
        122,
        116,
        112,
        106,
        104,
        94,
        94,
        92,
        82,
        102,
        66,
        116,
        40,
        118,
        16,
        112,
      ),
      line('far', 132, 96, 138, 104, 134, 112),
      ...finger({ x: 62, y: 60 }, { x: 40, y: 22 }, 14),
      ...finger({ x: 112, y: 66 }, { x: 116, y: 26 }, 14),
      ...finger({ x: 126, y: 122 }, { x: 150, y: 144 }, 13),
      ...arrow(146, 110, 156, 96, 158, 84),
    ],
  }
}
