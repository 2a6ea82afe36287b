import { closedCurve, turn, type Point } from '../../groundwork/geometry'
import { degToRad } from '../../groundwork/units'

/** One stroke of a figure. Drawing frame: x right, y down, 0..200 by 0..150. */
export type Stroke = {
  role: 'body' | 'far' | 'prop' | 'floor' | 'move' | 'hand'
  points: Point[]
  closed: boolean
}
export type Figure = { title: string; strokes: Stroke[] }

export const floorY = 132

export function line(role: Stroke['role'], ...xy: number[]): Stroke {
  const points: Point[] = []
  for (let i = 0; i + 1 < xy.length; i += 2) points.push({ x: xy[i]!, y: xy[i + 1]! })
  return { role, points, closed: false }
}

export function blob(role: Stroke['role'], ...xy: number[]): Stroke {
  return { role, points: closedCurve(line(role, ...xy).points, 8), closed: true }
}

export function circle(role: Stroke['role'], x: number, y: number, r: number): Stroke {
  const points = Array.from({ length: 28 }, (_, i) => {
    const t = (i / 28) * 2 * Math.PI
    return { x: x + r * Math.cos(t), y: y + r * Math.sin(t) }
  })
  return { role, points, closed: true }
}

export function floor(from = 14, to = 186): Stroke {
  return line('floor', from, floorY, to, floorY)
}

/** A line with a head at its end: the way the movement goes. */
export function arrow(...xy: number[]): Stroke[] {
  const shaft = line('move', ...xy)
  const [a, b] = shaft.points.slice(-2) as [Point, Point]
  const along = Math.atan2(b.y - a.y, b.x - a.x)
  const head = [-1, 1].map((side) => {
    const angle = along + Math.PI + side * 0.45
    return { x: b.x + 7 * Math.cos(angle), y: b.y + 7 * Math.sin(angle) }
  })
  return [shaft, { role: 'move', points: [head[0]!, b, head[1]!], closed: false }]
}

export type SideFoot = {
  ball?: Point
  /** heel up (+) or down about the ball */
  heelDeg?: number
  /** toes up (+) or curled under (−) about their joints */
  toeDeg?: number
  archMm?: number
  /** lower leg leaning forward (+) from upright */
  shinDeg?: number
  scale?: number
  role?: 'body' | 'far'
}

/** A foot and lower leg from the inner side, toes to the right. Heel to ball is 97 units, toes 34. */
export function sideFoot(pose: SideFoot): Stroke[] {
  const { heelDeg = 0, toeDeg = 0, archMm = 0, shinDeg = 0, scale = 0.85, role = 'body' } = pose
  const ball = pose.ball ?? { x: 128, y: floorY }
  const rear = (x: number, y: number) => place(turn({ x, y }, degToRad(-heelDeg)), ball, scale)
  const joint = { x: 6, y: 8 }
  const toe = (x: number, y: number) => {
    const turned = turn({ x: x - joint.x, y: y - joint.y }, degToRad(toeDeg))
    return place({ x: turned.x + joint.x, y: turned.y + joint.y }, ball, scale)
  }
  const up = (from: Point, length: number): Point => ({
    x: from.x + length * scale * Math.sin(degToRad(shinDeg)),
    y: from.y - length * scale * Math.cos(degToRad(shinDeg)),
  })
  const back = rear(-90, 50)
  const front = rear(-54, 52)
  const contour = [
    up(back, 52),
    back,
    rear(-91, 36),
    rear(-97, 22),
    rear(-96, 8),
    rear(-84, 0),
    rear(-68, 2),
    rear(-42, 9 + archMm),
    rear(-18, 4 + archMm * 0.4),
    rear(-4, 0),
    toe(8, 1),
    toe(18, 2),
    toe(32, 0),
    toe(38, 5),
    toe(36, 11),
    toe(24, 13),
    rear(4, 19),
    rear(-22, 31 + archMm * 0.5),
    rear(-44, 43),
    front,
    up(front, 52),
  ]
  const nail = [toe(31, 12), toe(36, 10)]
  return [
    { role, points: smoothOpen(contour), closed: false },
    { role, points: nail, closed: false },
  ]
}

function place(p: Point, ball: Point, scale: number): Point {
  return { x: ball.x + p.x * scale, y: ball.y - p.y * scale }
}

/** The closed curve through the points without the span that closes it. */
function smoothOpen(points: Point[]): Point[] {
  const perSpan = 6
  return closedCurve(points, perSpan).slice(0, (points.length - 1) * perSpan + 1)
}

/** A person of lines: joints in drawing units. */
export type Joints = {
  head: Point
  neck: Point
  hip: Point
  legs: [knee: Point, ankle: Point, toe: Point][]
  arms: [elbow: Point, hand: Point][]
}

export function person({ head, neck, hip, legs, arms }: Joints): Stroke[] {
  const limb = (role: 'body' | 'far', ...points: Point[]): Stroke => ({ role, points, closed: false })
  return [
    ...legs.map(([knee, ankle, toe], i) => limb(i === 0 ? 'body' : 'far', hip, knee, ankle, toe)),
    ...arms.map(([elbow, hand]) => limb('body', neck, elbow, hand)),
    limb('body', neck, hip),
    circle('body', head.x, head.y, 8),
  ]
}
