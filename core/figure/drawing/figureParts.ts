import { closedCurve, type Point } from '../../groundwork/geometry'

/** One stroke of a figure. Drawing frame: x right, y down, 0..200 by 0..150. */
export type Stroke = {
  role: 'body' | 'far' | 'prop' | 'floor' | 'move' | 'hand'
  points: Point[]
  closed: boolean
}
export type Figure = { title: string; strokes: Stroke[] }

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
