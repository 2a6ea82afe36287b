import { closedCurve, openCurve, type Point } from '../../groundwork/geometry'
import { area, at, ring, stroke, type FigureShape } from './shape'

export const ground = (from: number, to: number): FigureShape => stroke('ground', [at(from, 0), at(to, 0)])
export const box = (x: number, y: number, w: number, h: number): FigureShape =>
  area('prop', [at(x, y), at(x + w, y), at(x + w, y + h), at(x, y + h)])
export const wall = (x: number, height: number): FigureShape =>
  area('prop', [at(x, 0), at(x + 34, 0), at(x + 34, height), at(x, height)])
export const wedge = (x: number, w: number, h: number): FigureShape =>
  area('prop', [at(x, 0), at(x + w, 0), at(x, h)])
export const ball = (x: number, y: number, r: number): FigureShape[] => [
  area('prop', ring(at(x, y), r)),
  stroke(
    'detail',
    openCurve([at(x - r * 0.55, y + r * 0.55), at(x, y + r * 0.25), at(x + r * 0.6, y + r * 0.5)], 5),
  ),
]
export const cushion = (x: number, w: number, h: number, y = 0): FigureShape =>
  area(
    'soft',
    closedCurve(
      [
        at(x, y + 1),
        at(x - 6, y + h / 2),
        at(x + 8, y + h),
        at(x + w / 2, y + h * 1.04),
        at(x + w - 8, y + h),
        at(x + w + 6, y + h / 2),
        at(x + w, y + 1),
        at(x + w / 2, y),
      ],
      5,
    ),
  )
/** A rolled towel from its end. */
export const roll = (x: number, r: number, y = 0): FigureShape[] => [
  area('soft', ring(at(x, y + r), r)),
  stroke(
    'detail',
    openCurve(
      Array.from({ length: 14 }, (_, i) =>
        at(x + r * (0.78 - i * 0.05) * Math.cos(i * 0.8), y + r + r * (0.78 - i * 0.05) * Math.sin(i * 0.8)),
      ),
      3,
    ),
  ),
]
/** A chair from its side. @param x where its front edge is */
export const chair = (x: number, seat: number): FigureShape[] => [
  area('prop', [at(x - 420, seat - 34), at(x, seat - 34), at(x, seat), at(x - 420, seat)]),
  area('prop', [at(x - 30, 0), at(x - 4, 0), at(x - 4, seat - 34), at(x - 30, seat - 34)]),
  area('prop', [at(x - 416, 0), at(x - 390, 0), at(x - 390, seat - 34), at(x - 416, seat - 34)]),
  area('prop', [at(x - 440, seat), at(x - 412, seat), at(x - 440, seat + 430), at(x - 466, seat + 430)]),
]
/** A band drawn tight along a line, with the loop it makes round something. */
export function band(...points: Point[]): FigureShape {
  return stroke('band', openCurve(points, 6))
}
/** The way something moves: a shaft that may bend, and a head. Its size is that of the scene. */
export function arrow(size: number, ...points: Point[]): FigureShape[] {
  const shaft = points.length > 2 ? openCurve(points, 8) : points
  const b = shaft[shaft.length - 1]!
  const a = shaft[Math.max(0, shaft.length - 4)]!
  const along = Math.atan2(b.y - a.y, b.x - a.x)
  const wing = (turn: number) =>
    at(b.x + size * Math.cos(along + Math.PI + turn), b.y + size * Math.sin(along + Math.PI + turn))
  return [stroke('move', shaft, [wing(0.5), b, wing(-0.5)])]
}
/** A rail or the back of a chair that a hand holds. */
export const rail = (x: number, height: number): FigureShape[] => [
  area('prop', [at(x - 11, 0), at(x + 11, 0), at(x + 11, height), at(x - 11, height)]),
  area('prop', ring(at(x, height), 24, 17)),
]
