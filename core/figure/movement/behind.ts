import { closedCurve, openCurve, type Point } from '../../groundwork/geometry'
import { rearWidths } from '../drawing/rearWidths'
import { area, at, stroke, type FigureShape } from './shape'

/** One lower leg seen from behind. Inner side towards +x for a left leg; lengths mm. */
export type BehindLeg = {
  side: 'left' | 'right'
  /** middle of the heel on the ground */
  x: number
  /** heel against the ground, + rolled in (everted) */
  everted?: number
  /** lower leg from upright, + top leans inwards */
  leanDeg?: number
  /** how high the heel is lifted, mm */
  heelUpMm?: number
  /** foot turned out, degrees: how much of the forefoot shows beside the heel */
  turnedOutDeg?: number
}

const jointHeight = 66
const soft = 22

/** Leg, heel and what shows of the forefoot, the forefoot first: it lies behind. */
export function behindLeg(leg: BehindLeg): FigureShape[] {
  const { side, x, everted = 0, leanDeg = 0, heelUpMm = 0, turnedOutDeg = 8 } = leg
  const inward = side === 'left' ? 1 : -1
  const tan = (deg: number) => Math.tan((deg * Math.PI) / 180)
  // rolled in, the ankle comes over the inner side; the leg goes on from there
  const jointX = tan(everted) * jointHeight
  const middle = (h: number) => {
    const below = (jointX * h) / jointHeight
    const above = jointX + tan(leanDeg) * (h - jointHeight)
    const t = Math.min(1, Math.max(0, (h - jointHeight + soft) / (2 * soft)))
    const share = t * t * (3 - 2 * t)
    return below * (1 - share) + above * share
  }
  const put = (out: number, h: number): Point => at(x + inward * (middle(h) + out), h + heelUpMm)
  const line = (...points: [number, number][]) =>
    openCurve(
      points.map(([o, h]) => put(o, h)),
      6,
    )
  const skin = closedCurve(
    [
      ...rearWidths.map(([h, inner]) => put(inner, h)),
      ...[...rearWidths].reverse().map(([h, , outer]) => put(-outer, h)),
    ],
    5,
  )
  // the forefoot: it stays on the ground, and shows most on the outer side
  const out = turnedOutDeg * 2.1
  const roll = everted * 0.35
  const fore = (u: number, v: number): Point => at(x + inward * (u - out * 0.6), v)
  const lifted = heelUpMm > 0
  const forefoot = closedCurve(
    lifted
      ? [
          fore(50, 8),
          fore(46, 0),
          fore(0, -1),
          fore(-48, 0),
          fore(-54, 9),
          fore(-50, 24),
          fore(-40, heelUpMm * 0.6),
          at(x + inward * (jointX * 0.4 - 28), heelUpMm + 16),
          at(x + inward * (jointX * 0.4 + 27), heelUpMm + 16),
          fore(24, heelUpMm * 0.72),
          fore(36, heelUpMm * 0.46),
          fore(51, 24),
        ]
      : [
          fore(36 + roll, 1),
          fore(-44, 1),
          fore(-58 + roll, 6 + Math.max(0, roll)),
          fore(-60 + roll, 20),
          fore(-44, 42),
          fore(-10, 58),
          fore(28, 50),
          fore(45 + roll, 20),
        ],
    6,
  )
  const toes = lifted
    ? [
        openCurve([fore(-40, 10), fore(-34, 26), fore(-20, 31), fore(-4, 28)], 5),
        openCurve([fore(8, 28), fore(26, 33), fore(40, 24), fore(44, 10)], 5),
        ...[-30, -17, -3, 14].map((u) => [fore(u, 1), fore(u, 7)]),
      ]
    : [openCurve([fore(-52 + roll, 24), fore(-42, 32), fore(-30, 44)], 4)]
  return [
    area(lifted ? 'skin' : 'farSkin', forefoot),
    stroke(lifted ? 'detail' : 'farDetail', ...toes),
    area('skin', skin),
    stroke(
      'detail',
      line([10, 46], [7.5, 66], [6.2, 92], [8, 120], [14, 156], [20, 190]),
      line([-10, 46], [-7.5, 66], [-6.2, 92], [-8, 120], [-15, 156], [-22, 186]),
      line([-19, 33], [-8, 29], [8, 29], [19, 33]),
      line([24, 96], [27, 88], [27, 78], [24, 70]),
      line([-23, 82], [-25.5, 74], [-25, 64], [-22, 56]),
      // the two heads of the calf, the inner one lower
      line([22, 196], [10, 212], [0, 236]),
      line([-20, 214], [-9, 224], [0, 240]),
      line([0, 240], [2, 290], [0, 340]),
    ),
  ]
}
