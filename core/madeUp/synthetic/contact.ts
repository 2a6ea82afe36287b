import { closedCurve, type Point } from '../../groundwork/geometry'
import type { FootShape } from '../../figure/footShape'

/**
 * What a made-up foot leaves on the ground, as closed curves in its foot frame (mm, x medial, y forward,
 * origin at the rearmost contact, axis through the second toe tip).
 */
export type ContactShape = {
  /** one polygon, or heel and forefoot apart */
  body: Point[][]
  /** toe pads big to little; null where the toe does not touch */
  toePads: (Point[] | null)[]
  /** strips that join a touching toe to the ball */
  stems: Point[][]
  toelessLengthMm: number
}

// the skin rounds off before the outline ends: contact is a little shorter and narrower than the foot
const heelRoundingMm = 3.5
const tipRoundingMm = 2.5
const contactWidthShare = 0.91
const pointsPerSpan = 24

export function contactShape(shape: FootShape): ContactShape {
  const toelessLengthMm = shape.lengthMm * 0.815 - heelRoundingMm
  return {
    body: bodyCurves(shape, toelessLengthMm),
    toePads: toePads(shape),
    stems: shape.touchingToes
      .filter((t) => !shape.liftedToes.includes(t))
      .map((t) => stem(shape, t, toelessLengthMm)),
    toelessLengthMm,
  }
}

type Frame = {
  at: (xOfBall: number, yOfLength: number) => Point
  heel: (xOfHalfHeel: number, y: number) => Point
}

function bodyCurves(shape: FootShape, lengthMm: number): Point[][] {
  const ballMm = shape.ballWidthMm * contactWidthShare
  const heelShare = shape.kind === 'full' ? 0.95 : 0.82 // a flat heel pad spreads wider
  const halfHeelMm = (shape.heelWidthMm * heelShare) / 2
  const f: Frame = {
    at: (x, y) => ({ x: x * ballMm, y: y * lengthMm }),
    heel: (x, y) => ({ x: x * halfHeelMm, y: y * lengthMm }),
  }
  const heelBack = [
    f.heel(-1, 0.12),
    f.heel(-0.66, 0.026),
    f.heel(0, 0),
    f.heel(0.66, 0.026),
    f.heel(1, 0.12),
  ]
  const ball = [
    f.at(0.4, 0.8),
    f.at(0.385, 0.89),
    f.at(0.25, 0.98),
    f.at(0.06, 1),
    f.at(-0.18, 0.972),
    f.at(-0.4, 0.912),
    f.at(-0.55, 0.832),
    f.at(-0.6, 0.745),
    f.at(-0.54, 0.64),
  ]
  if (shape.kind === 'interrupted') {
    const [low, high] = shape.gap
    return [
      [
        ...heelBack,
        f.heel(0.96, 0.22),
        f.heel(0.74, low - 0.06),
        f.heel(0.05, low),
        f.heel(-0.72, low - 0.03),
        f.heel(-0.98, 0.22),
      ],
      [
        ...ball,
        f.at(-0.45, high + 0.03),
        f.at(-0.36, high),
        f.at(-0.2, high + 0.05),
        f.at(0.14, high + 0.13),
      ],
    ].map((knots) => closedCurve(knots, pointsPerSpan))
  }
  const lateral = -0.44
  const medial = lateral + shape.isthmus
  const halfHeelOfBall = halfHeelMm / ballMm
  const knots = [
    ...heelBack,
    f.heel(0.98, 0.2),
    f.at(halfHeelOfBall * 0.45 + (medial + 0.06) * 0.55, 0.34),
    f.at(medial + 0.012, 0.45),
    f.at(medial, 0.53),
    f.at(medial * 0.72 + 0.28 * 0.36, 0.63),
    f.at(medial * 0.28 + 0.72 * 0.39, 0.71),
    ...ball,
    f.at(lateral - 0.025, 0.53),
    f.at(lateral, 0.44),
    f.at(lateral * 0.5 - halfHeelOfBall * 0.5, 0.32),
    f.heel(-1, 0.2),
  ]
  return [closedCurve(knots, pointsPerSpan)]
}

/** Where the pads lie: tips on the toe formula, the second on the axis, the big toe leaning about its joint. */
export function toeTipsMm(shape: FootShape): Point[] {
  const widths = shape.toeWidths.map((w) => w * shape.lengthMm)
  const x: number[] = [0, 0, 0, 0, 0]
  x[0] = (widths[0]! + widths[1]!) / 2 + shape.toeGapMm
  for (let i = 2; i < 5; i++) x[i] = x[i - 1]! - (widths[i - 1]! + widths[i]!) / 2 - shape.toeGapMm * 0.6
  // a leaning big toe moves its tip towards the second without passing through it
  x[0] = x[0] - Math.min(4, Math.max(0, shape.halluxAngleDeg - 8) * 0.25)
  x[4] = x[4]! + Math.min(3, Math.max(0, shape.fifthToeAngleDeg - 6) * 0.25)
  return shape.toeTips.map((tip, i) => ({
    x: x[i]!,
    y: tip * shape.lengthMm - heelRoundingMm - tipRoundingMm,
  }))
}

function padRadii(shape: FootShape, toe: number): { rx: number; ry: number } {
  const rx = (shape.toeWidths[toe]! * shape.lengthMm * 0.86) / 2
  return { rx, ry: toe === 0 ? rx * 1.42 : rx * 1.22 }
}

function toePads(shape: FootShape): (Point[] | null)[] {
  return toeTipsMm(shape).map((tip, toe) => {
    if (shape.liftedToes.includes(toe)) return null
    const { rx, ry } = padRadii(shape, toe)
    return Array.from({ length: 72 }, (_, k) => {
      const t = (k / 72) * 2 * Math.PI
      return { x: tip.x + rx * Math.cos(t), y: tip.y - ry + ry * Math.sin(t) }
    })
  })
}

function stem(shape: FootShape, toe: number, toelessLengthMm: number): Point[] {
  const tip = toeTipsMm(shape)[toe]!
  const { rx, ry } = padRadii(shape, toe)
  const half = rx * 0.62
  const rear = toelessLengthMm * (toe === 0 ? 0.93 : 0.9 - 0.035 * Math.max(0, toe - 1))
  const front = tip.y - ry
  return [
    { x: tip.x - half, y: rear },
    { x: tip.x + half, y: rear },
    { x: tip.x + half, y: front },
    { x: tip.x - half, y: front },
  ]
}
