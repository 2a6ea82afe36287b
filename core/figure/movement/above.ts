import { closedCurve, type Point } from '../../groundwork/geometry'
import { medialSignImage, type Side } from '../../groundwork/side'
import { footOutline, neutralFoot, type FootShape } from '../footShape'
import { area, at, stroke, type FigureShape } from './shape'

/** A foot seen from above, toes up, left on the left. */
export function aboveFoot(
  side: Side,
  x: number,
  y: number,
  change: Partial<Omit<FootShape, 'side'>> = {},
  role: 'skin' | 'farSkin' = 'skin',
): { shapes: FigureShape[]; toes: Point[][]; put: (p: Point) => Point } {
  const drawn = footOutline({ ...neutralFoot, side, ...change })
  const sign = medialSignImage(side)
  const put = (p: Point): Point => at(x + p.x * sign, y + p.y)
  const place = (points: readonly Point[]) => points.map(put)
  return {
    shapes: [
      area(role, place(drawn.outlineFootMm)),
      stroke(
        role === 'skin' ? 'detail' : 'farDetail',
        ...drawn.nailsFootMm.map((n) => [...place(n), put(n[0]!)]),
        ...drawn.creasesFootMm.map(place),
      ),
    ],
    toes: drawn.toesFootMm.map(place),
    put,
  }
}

/** Finger or thumb: a tapering stick with round ends, in two parts where it bends. */
export function finger(from: Point, middle: Point, tip: Point, half = 9): Point[][] {
  return [capsule(from, middle, half * 1.1, half), capsule(middle, tip, half, half * 0.82)]
}

export function capsule(p: Point, q: Point, from: number, to: number): Point[] {
  const angle = Math.atan2(q.y - p.y, q.x - p.x)
  const arc = (c: Point, r: number, start: number) =>
    Array.from({ length: 10 }, (_, k) => {
      const t = start + (k / 9) * Math.PI
      return at(c.x + r * Math.cos(t), c.y + r * Math.sin(t))
    })
  return [...arc(q, to, angle - Math.PI / 2), ...arc(p, from, angle + Math.PI / 2)]
}

/**
 * A hand with its fingers, drawn from its back.
 * @param wrist where the arm ends @param palm middle of the knuckles @param tips of the four fingers, index first
 */
export function hand(
  wrist: Point,
  knuckles: Point[],
  tips: Point[],
  thumb?: [Point, Point, Point],
  half = 8.4,
): FigureShape[] {
  const middleOf = (a: Point, b: Point, bend: number): Point => {
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1
    return at((a.x + b.x) / 2 - ((b.y - a.y) / d) * bend, (a.y + b.y) / 2 + ((b.x - a.x) / d) * bend)
  }
  const first = knuckles[0]!
  const last = knuckles[knuckles.length - 1]!
  const side = (p: Point, out: number): Point => {
    const d = Math.hypot(last.x - first.x, last.y - first.y) || 1
    return at(p.x + ((last.x - first.x) / d) * out, p.y + ((last.y - first.y) / d) * out)
  }
  const middle = at(
    knuckles.reduce((sum, k) => sum + k.x, 0) / knuckles.length,
    knuckles.reduce((sum, k) => sum + k.y, 0) / knuckles.length,
  )
  const d = Math.hypot(wrist.x - middle.x, wrist.y - middle.y) || 1
  const away = at((wrist.x - middle.x) / d, (wrist.y - middle.y) / d)
  const elbow = at(wrist.x + away.x * 240, wrist.y + away.y * 240)
  return [
    area(
      'hand',
      capsule(elbow, wrist, 34, 23),
      closedCurve(
        [
          side(first, -half),
          side(wrist, -22),
          at(wrist.x + away.x * 8, wrist.y + away.y * 8),
          side(wrist, 22),
          side(last, half),
        ],
        6,
      ),
      ...knuckles.flatMap((k, i) => finger(k, middleOf(k, tips[i]!, 3), tips[i]!, half)),
      ...(thumb ? finger(...thumb, half * 1.15) : []),
    ),
    // where the fingers lie side by side
    stroke(
      'detail',
      ...knuckles
        .slice(1)
        .map((k, i) => [
          at((k.x + knuckles[i]!.x) / 2, (k.y + knuckles[i]!.y) / 2),
          at((tips[i + 1]!.x + tips[i]!.x) / 2, (tips[i + 1]!.y + tips[i]!.y) / 2),
        ]),
    ),
  ]
}
