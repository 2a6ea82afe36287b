import { closedCurve, type Point } from '../../groundwork/geometry'
import type { postureMeasures } from '../../foot/measures'
import { footOutline, neutralFoot, rearDrawing, sideDrawing } from '../footShape'
import { circle, line, type Stroke } from './figureParts'

export type PostureItem = (typeof postureMeasures)[number]

const rearScale = 0.62
/** From behind, seen as a left foot: inner side to the right. */
const rear = (p: Point): Point => ({ x: 100 + p.x * rearScale, y: 138 - p.y * rearScale })
const shape = { side: 'left', lengthMm: 252, truncatedLengthMm: 184, navicularMm: 42, dorsumMm: 64 } as const

/**
 * What one item of the posture score looks like at one value.
 * @param value −2 rolled out … +2 rolled in
 * @returns strokes in the 200 × 150 drawing frame, as a left foot
 */
export function postureFigure(item: PostureItem, value: number): Stroke[] {
  switch (item) {
    case 'postureTalus':
      return talus(value)
    case 'postureCurves':
      return curves(value)
    case 'postureHeel':
      return heel(value)
    case 'postureBulge':
      return bulge(value)
    case 'postureArch':
      return arch(value)
    case 'postureForefoot':
      return forefoot(value)
  }
}

const floorLine = line('floor', 30, 138, 170, 138)
const degreesEach = 5

function rearSkin(value: number, role: Stroke['role'] = 'body'): Stroke {
  const { skinMm } = rearDrawing({ ...shape, heelAngleDeg: value * degreesEach, legAngleDeg: 0 })
  return { role, points: skinMm.map(rear), closed: true }
}

/** The line through the heel against the line of the leg. */
function heel(value: number): Stroke[] {
  const { dots } = rearDrawing({ ...shape, heelAngleDeg: value * degreesEach, legAngleDeg: 0 })
  return [
    floorLine,
    rearSkin(value),
    { role: 'move', points: [rear(dots.legUpper), rear({ x: 0, y: 66 })], closed: false },
    { role: 'move', points: [rear({ x: 0, y: 66 }), rear(dots.heelLower)], closed: false },
  ]
}

/** Above and below the outer ankle: rolled in, the lower curve is the deeper one. */
function curves(value: number): Stroke[] {
  const ankle = rear({ x: -34, y: 74 })
  const arc = (fromY: number, toY: number, depth: number): Stroke => ({
    role: 'move',
    points: Array.from({ length: 13 }, (_, i) => {
      const t = i / 12
      return { x: ankle.x - 6 + depth * Math.sin(Math.PI * t), y: fromY + (toY - fromY) * t }
    }),
    closed: false,
  })
  return [
    floorLine,
    rearSkin(value),
    circle('prop', ankle.x + 1, ankle.y, 4),
    arc(ankle.y - 42, ankle.y - 5, 7),
    arc(ankle.y + 5, ankle.y + 40, 7 + value * 3.5),
  ]
}

/** Two fingers on the head of the talus, from above and in front; the larger one feels it. */
function talus(value: number): Stroke[] {
  const outline = footOutline({ ...neutralFoot, side: 'left' })
  const scale = 0.5
  const put = (p: Point): Point => ({ x: 100 + p.x * scale, y: 142 - p.y * scale })
  const felt = (amount: number) => 4 + Math.max(0, amount) * 3.2
  return [
    { role: 'far', points: outline.outlineFootMm.map(put), closed: true },
    circle('far', put({ x: 2, y: 92 }).x, put({ x: 2, y: 92 }).y, 13),
    circle('move', put({ x: 34, y: 98 }).x, put({ x: 34, y: 98 }).y, felt(1 + value * 0.75)),
    circle('prop', put({ x: -30, y: 92 }).x, put({ x: -30, y: 92 }).y, felt(1 - value * 0.75)),
  ]
}

/** From behind and inside: the border below and in front of the inner ankle. */
function bulge(value: number): Stroke[] {
  const out = value * 6
  return [
    floorLine,
    rearSkin(value * 0.6, 'far'),
    {
      role: 'body',
      points: closedCurve(
        [
          rear({ x: 22, y: 84 }),
          rear({ x: 34, y: 76 }),
          rear({ x: 36 + out * 0.5, y: 62 }),
          rear({ x: 38 + out * 1.5, y: 44 }),
          rear({ x: 36 + out * 1.1, y: 26 }),
          rear({ x: 34 + out * 0.4, y: 8 }),
          rear({ x: 24, y: 2 }),
          rear({ x: 16, y: 40 }),
        ],
        8,
      ),
      closed: true,
    },
    circle('prop', rear({ x: 31, y: 80 }).x, rear({ x: 31, y: 80 }).y, 4),
  ]
}

/** The arch from the inner side. */
function arch(value: number): Stroke[] {
  const { skinMm, navicularMm } = sideDrawing({
    ...shape,
    navicularMm: 44 - value * 10,
    heelAngleDeg: 0,
    legAngleDeg: 0,
  })
  const put = (p: Point): Point => ({ x: 16 + p.x * 0.66, y: 138 - p.y * 0.66 })
  const at = put(navicularMm)
  return [
    line('floor', 8, 138, 192, 138),
    { role: 'body', points: skinMm.map(put), closed: true },
    circle('move', at.x, at.y, 4),
  ]
}

/** Toes that can be seen beside the heel: more of the outer ones where the forefoot turns out. */
function forefoot(value: number): Stroke[] {
  const toes = (side: 1 | -1, count: number): Stroke[] =>
    Array.from({ length: Math.max(0, Math.round(count)) }, (_, i) => {
      const p = rear({ x: side * (36 + i * 13), y: 9 - i * 0.8 })
      return circle('move', p.x, p.y, 6.5 - i * 0.7)
    })
  return [floorLine, ...toes(-1, 1 + value), ...toes(1, 1 - value), rearSkin(0)]
}
