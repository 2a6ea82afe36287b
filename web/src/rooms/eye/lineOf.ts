import type { LineAt } from '@sturvo/core/eye'
import type { Point } from '@sturvo/core/geometry'

/** Where an answer lies in the scene: a line at an angle, or at a height. */
export function lineOf(lineAt: LineAt, value: number): Point[] {
  if (lineAt.as === 'height') {
    const lift = (p: Point): Point => ({ x: p.x + lineAt.up.x * value, y: p.y + lineAt.up.y * value })
    return [lift(lineAt.from), lift(lineAt.to)]
  }
  const angle = (lineAt.sign * value * Math.PI) / 180
  const { x, y } = lineAt.zero
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const along = { x: x * c - y * s, y: x * s + y * c }
  return [
    lineAt.about,
    {
      x: lineAt.about.x + along.x * lineAt.lengthMm,
      y: lineAt.about.y + along.y * lineAt.lengthMm,
    },
  ]
}
