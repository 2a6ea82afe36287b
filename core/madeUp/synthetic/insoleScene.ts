import { closedCurve, type Point } from '../../groundwork/geometry'
import type { Side } from '../../groundwork/side'
import type { FootScene } from './footScene'
import { chanceFrom } from './random'

/** A made-up insole: lengths and widths in mm, how far its toe is drawn to the big-toe side, 0 to 1. */
export type MadeUpInsole = {
  side: Side
  lengthMm: number
  ballWidthMm: number
  heelWidthMm: number
  /** width in front as a part of that at the ball */
  frontShare: number
  /** of the half width, + to the big-toe side */
  lean: number
}

export function arbitraryInsole(seed: number): MadeUpInsole {
  const chance = chanceFrom(seed * 613 + 11)
  const lengthMm = chance.between(235, 292)
  return {
    side: chance.unit() < 0.5 ? 'left' : 'right',
    lengthMm,
    ballWidthMm: lengthMm * chance.between(0.32, 0.39),
    heelWidthMm: lengthMm * chance.between(0.22, 0.26),
    frontShare: chance.between(0.62, 0.95),
    lean: chance.between(-0.05, 0.3),
  }
}

/** Its outline in its own frame: x medial, y forward, back of the heel at y = 0. */
export function insoleOutline(insole: MadeUpInsole): Point[] {
  const { lengthMm: l, ballWidthMm: w, heelWidthMm: h } = insole
  const front = w * insole.frontShare
  const middle = -0.09 * w
  const lean = insole.lean * w * 0.5
  const at = (x: number, share: number): Point => ({ x, y: share * l })
  return closedCurve(
    [
      at(0, 0),
      at(h * 0.36, 0.03),
      at(h * 0.5, 0.14),
      at(h * 0.43, 0.3),
      at(h * 0.42 + 0.02 * w, 0.44),
      at(middle + w * 0.46, 0.6),
      at(middle + w * 0.5, 0.7),
      at(middle + lean + front * 0.47, 0.87),
      at(middle + lean + front * 0.25, 0.97),
      at(middle + lean, 1),
      at(middle + lean - front * 0.3, 0.965),
      at(middle + lean * 0.7 - front * 0.48, 0.86),
      at(middle - w * 0.5, 0.68),
      at(middle - w * 0.475, 0.52),
      at(-h * 0.55, 0.3),
      at(-h * 0.5, 0.14),
      at(-h * 0.36, 0.03),
    ],
    12,
  )
}

/** The four points one taps round an insole, in the order in which its outline runs. */
export const insoleAnchors = ['heelEnd', 'innerEdge', 'frontEnd', 'outerEdge'] as const

/** An insole on a sheet, seen from above, toe up. */
export function insoleScene(insole: MadeUpInsole): FootScene {
  const sign = insole.side === 'left' ? 1 : -1
  const outlineMm = insoleOutline(insole).map((p) => ({ x: p.x * sign, y: p.y }))
  const half = { x: 105, y: 148.5 }
  const centre = { x: -0.05 * insole.ballWidthMm * sign, y: insole.lengthMm / 2 }
  const most = (of: (p: Point) => number) => outlineMm.reduce((a, p) => (of(p) > of(a) ? p : a))
  return {
    view: 'top',
    side: insole.side,
    sheetMm: [
      { x: centre.x - half.x, y: centre.y + half.y },
      { x: centre.x + half.x, y: centre.y + half.y },
      { x: centre.x + half.x, y: centre.y - half.y },
      { x: centre.x - half.x, y: centre.y - half.y },
    ],
    skins: [outlineMm],
    lines: [],
    dots: [],
    landmarks: {
      heelEnd: most((p) => -p.y),
      innerEdge: most((p) => sign * p.x),
      frontEnd: most((p) => p.y),
      outerEdge: most((p) => -sign * p.x),
    },
    truth: { innerLength: insole.lengthMm },
    outlineMm,
  }
}
