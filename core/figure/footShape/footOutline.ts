import polygonClipping from 'polygon-clipping'
import { closedCurve, type Point } from '../../groundwork/geometry'
import type { FootShape } from './shape'
import { degToRad, radToDeg } from '../../groundwork/units'

/** A foot from above, drawn in its foot frame (mm, x medial, y forward, origin at the back of the heel). */
export type FootOutline = {
  /** one closed line round foot and toes */
  outlineFootMm: Point[]
  /** the foot without its toes, closed */
  bodyFootMm: Point[]
  /** big toe to little toe, closed, lying over the outline */
  toesFootMm: Point[][]
  nailsFootMm: Point[][]
  /** short skin lines where the toes bend */
  creasesFootMm: Point[][]
}

const perSpan = 10

/** Draws the outline from the foot's own numbers: length, ball, heel, toe formula, big-toe and little-toe lean. */
export function footOutline(shape: FootShape): FootOutline {
  const body = bodyCurve(shape)
  const axes = toeAxes(shape, body)
  const toes = axes.map((axis, i) => toeCurve(axis, i))
  const ring = (points: Point[]): [number, number][] => points.map((p) => [p.x, p.y])
  const union = polygonClipping.union([ring(body)], ...toes.map((toe): [number, number][][] => [ring(toe)]))
  const outer = union[0]?.[0] ?? ring(body)
  return {
    outlineFootMm: softened(outer.map(([x, y]) => ({ x, y }))),
    bodyFootMm: body,
    toesFootMm: toes,
    nailsFootMm: axes.map((axis, i) => nailCurve(axis, i)),
    creasesFootMm: axes.map((axis) => creaseLine(axis)),
  }
}

const drawnEveryMm = 1.3
const softening = [0.06, 0.24, 0.4, 0.24, 0.06] // skin bridges the corners that shapes leave where they meet

/** The same closed line at even steps, its corners rounded as skin rounds them. */
function softened(ring: Point[]): Point[] {
  let points = evenly(ring, drawnEveryMm)
  for (let round = 0; round < 3; round++)
    points = points.map((_, i) => {
      const sum = { x: 0, y: 0 }
      softening.forEach((weight, k) => {
        const p = points[(i + k - 2 + points.length) % points.length]!
        sum.x += weight * p.x
        sum.y += weight * p.y
      })
      return sum
    })
  return points
}

function evenly(ring: Point[], stepMm: number): Point[] {
  const out: Point[] = []
  let rest = 0
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!
    const length = Math.hypot(b.x - a.x, b.y - a.y)
    let at = rest
    for (; at < length; at += stepMm)
      out.push({ x: a.x + ((b.x - a.x) * at) / length, y: a.y + ((b.y - a.y) * at) / length })
    rest = at - length
  })
  return out
}

type ToeAxis = { base: Point; tip: Point; halfWidthMm: number }

// where the toes leave the ball, as parts of ball width and foot length, big to little
const basesAcross = [0.278, 0.022, -0.134, -0.284, -0.425]
const basesAlong = [0.745, 0.772, 0.752, 0.716, 0.668]
const usualGapMm = 2
const spreadDegPerMm = [0, 0.15, -0.3, -0.8, 0] // how each middle toe turns as the gaps widen
const outerLeansDeg = [1.2, 0.9] // and how far the big and the little toe leave their neighbours for each mm
const neutralLeansDeg = [0, -0.6, -3, -6.5, 0]

function toeAxes(shape: FootShape, body: readonly Point[]): ToeAxis[] {
  const { lengthMm: l, ballWidthMm: w } = shape
  // toes that touch at rest do so by their own lean; only spreading turns them
  const wider = Math.max(0, shape.toeGapMm - usualGapMm)
  return shape.toeTips.map((tip, i) => {
    const base = { x: basesAcross[i]! * w, y: basesAlong[i]! * l }
    const reach = tip * l - base.y
    const axisAt = (leanDeg: number): ToeAxis => {
      const lean = degToRad(leanDeg)
      return {
        base,
        tip: { x: base.x + reach * Math.tan(lean), y: base.y + reach },
        halfWidthMm: ((shape.toeWidths[i]! * l) / 2) * (i === 0 ? 1.02 : 1.07),
      }
    }
    if (i === 0 || i === 4) {
      const outward = i === 0 ? 1 : -1
      const wantedDeg =
        (i === 0 ? shape.halluxAngleDeg : shape.fifthToeAngleDeg) - outerLeansDeg[i === 0 ? 0 : 1]! * wider
      return axisAt(
        leanFor({ wantedDeg, outward, body, lengthMm: l, toeAt: (lean) => toeCurve(axisAt(lean), i) }),
      )
    }
    // a leaning big toe pushes its neighbours along
    const pushed = Math.max(0, shape.halluxAngleDeg - 12) * [0, 0.62, 0.36, 0.16][i]!
    return axisAt(neutralLeansDeg[i]! - pushed + wider * spreadDegPerMm[i]!)
  })
}

const mostLeanDeg = 65 // no toe lies further over than this

/** The lean of a toe's axis that gives the wanted angle between the foot's border and the toe's (secant steps). */
function leanFor(input: {
  wantedDeg: number
  outward: 1 | -1
  body: readonly Point[]
  lengthMm: number
  toeAt: (leanDeg: number) => Point[]
}): number {
  const { wantedDeg, outward, body, lengthMm, toeAt } = input
  const border = footBorder(body, outward, lengthMm)
  let leanDeg = -wantedDeg * outward
  for (let round = 0; round < 8; round++) {
    const has = toeAngleDeg(border, toeAt(leanDeg), outward)
    if (Math.abs(has - wantedDeg) < 0.01) break
    // near its limit the border of a short toe hardly moves with its axis, and the steps would run away
    leanDeg = Math.max(-mostLeanDeg, Math.min(mostLeanDeg, leanDeg + (has - wantedDeg) * outward))
  }
  return leanDeg
}

/** The line that touches heel and ball on one side of the foot; outward is +1 medial, −1 lateral. */
export function footBorder(
  body: readonly Point[],
  outward: 1 | -1,
  lengthMm: number,
): { heel: Point; ball: Point } {
  const heels = body.filter((p) => p.y < 0.36 * lengthMm)
  const balls = body.filter((p) => p.y > 0.5 * lengthMm && p.y < 0.8 * lengthMm)
  const furthest = (points: Point[], slope: number) =>
    points.reduce((a, b) => (outward * (b.x - slope * b.y) > outward * (a.x - slope * a.y) ? b : a))
  let line = { heel: furthest(heels, 0), ball: furthest(balls, 0) }
  for (let round = 0; round < 6; round++) {
    const slope = (line.ball.x - line.heel.x) / (line.ball.y - line.heel.y)
    line = { heel: furthest(heels, slope), ball: furthest(balls, slope) }
  }
  return line
}

/** Where the line from the ball touches the toe from outside. */
export function toeEdge(ball: Point, toe: readonly Point[], outward: 1 | -1): Point {
  const ahead = toe.filter((p) => p.y > ball.y + minimumToeMm)
  // a child's toe, or a foot typed much too short: all there is of it is its tip
  if (ahead.length === 0) return toe.reduce((a, b) => (b.y > a.y ? b : a))
  const slope = (p: Point) => (outward * (p.x - ball.x)) / (p.y - ball.y)
  return ahead.reduce((a, b) => (slope(b) > slope(a) ? b : a))
}
const minimumToeMm = 18 // nearer than this the skin of the ball would count as toe

export function toeAngleDeg(
  border: { heel: Point; ball: Point },
  toe: readonly Point[],
  outward: 1 | -1,
): number {
  const edge = toeEdge(border.ball, toe, outward)
  const direction = (from: Point, to: Point) => Math.atan2(outward * (to.x - from.x), to.y - from.y)
  return radToDeg(direction(border.heel, border.ball) - direction(border.ball, edge))
}

/** Point beside a toe's axis: along 0 (base) to 1 (tip), across in half widths, + medial. */
function beside(axis: ToeAxis, along: number, across: number): Point {
  const dx = axis.tip.x - axis.base.x
  const dy = axis.tip.y - axis.base.y
  const length = Math.hypot(dx, dy)
  return {
    x: axis.base.x + dx * along + (dy / length) * across * axis.halfWidthMm,
    y: axis.base.y + dy * along - (dx / length) * across * axis.halfWidthMm,
  }
}

// half widths along the toe: root, waist, pad, shoulder of the tip
const bigToe: [number, number][] = [
  [0, 0.86],
  [0.3, 0.9],
  [0.52, 0.94],
  [0.74, 1],
  [0.89, 0.82],
  [0.97, 0.45],
]
const lesserToe: [number, number][] = [
  [0, 0.9],
  [0.35, 0.84],
  [0.56, 0.86],
  [0.76, 1],
  [0.9, 0.82],
  [0.975, 0.42],
]

function toeCurve(axis: ToeAxis, index: number): Point[] {
  const profile = index === 0 ? bigToe : lesserToe
  const medial = profile.map(([along, half]) => beside(axis, along, half))
  const lateral = [...profile].reverse().map(([along, half]) => beside(axis, along, -half))
  return closedCurve([...medial, beside(axis, 1, 0), ...lateral, beside(axis, -0.06, 0)], perSpan)
}

function nailCurve(axis: ToeAxis, index: number): Point[] {
  const half = index === 0 ? 0.6 : 0.55
  const from = index === 0 ? 0.7 : 0.78
  return closedCurve(
    [
      beside(axis, from, half * 0.7),
      beside(axis, 0.87, half),
      beside(axis, 0.975, half * 0.72),
      beside(axis, 0.992, 0),
      beside(axis, 0.975, -half * 0.72),
      beside(axis, 0.87, -half),
      beside(axis, from, -half * 0.7),
      beside(axis, from - 0.035, 0),
    ],
    6,
  )
}

function creaseLine(axis: ToeAxis): Point[] {
  return [-0.5, -0.2, 0.2, 0.5].map((across) => beside(axis, 0.5 - 0.03 * Math.cos(across * 2), across))
}

function bodyCurve(shape: FootShape): Point[] {
  const { lengthMm: l, ballWidthMm: w } = shape
  const halfHeel = shape.heelWidthMm / 2
  const heelX = -0.02 * w
  // the joint stands out where the big toe leans
  const bump = Math.max(0, shape.halluxAngleDeg - 12) * 0.0022
  const waist = { interrupted: -0.045, bridged: 0, full: 0.04 }[shape.kind]
  const at = (across: number, along: number): Point => ({ x: across * w, y: along * l })
  const heel = (across: number, along: number): Point => ({ x: heelX + across * halfHeel, y: along * l })
  return closedCurve(
    [
      heel(0, 0),
      heel(0.62, 0.022),
      heel(0.96, 0.085),
      heel(1.03, 0.16),
      at(0.3, 0.27),
      at(0.262 + waist, 0.4),
      at(0.285 + waist, 0.5),
      at(0.35 + waist * 0.5, 0.6),
      at(0.412 + bump, 0.68),
      at(0.428 + bump, 0.73),
      at(0.412, 0.785),
      at(0.375, 0.82),
      at(0.17, 0.846),
      at(-0.02, 0.852),
      at(-0.2, 0.824),
      at(-0.36, 0.782),
      at(-0.492, 0.738),
      at(-0.554, 0.688),
      at(-0.572, 0.63),
      at(-0.545, 0.54),
      at(-0.49, 0.43),
      at(-0.425, 0.3),
      heel(-1.07, 0.17),
      heel(-0.96, 0.085),
      heel(-0.62, 0.022),
    ],
    perSpan,
  )
}
