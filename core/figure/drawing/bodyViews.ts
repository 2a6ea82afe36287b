import { closedCurve, openCurve, type Point } from '../../groundwork/geometry'
import type { MarkView } from '../../plan/story'
import { referenceTable } from '../../groundwork/reference'
import { medialSignImage, type Side } from '../../groundwork/side'
import { footOutline, sideDrawing, type FootShape, type SideShape } from '../footShape'
import { rearLeg } from './rearShoe'

/** Where a mark lies, in the terms of its view. */
export type MarkPlace = { across: number; along: number }

/** One drawn view of a foot or leg: mm, y down, box from 0. Medial borders of both sides face each other. */
export type BodyView = {
  widthMm: number
  heightMm: number
  skin: Point[][]
  /** finer lines on the skin: nails, creases, pads, ankle bones, knee cap */
  lines: { points: Point[]; closed: boolean }[]
  toDrawing: (place: MarkPlace) => Point
  toPlace: (p: Point) => MarkPlace
}

const margin = 8
const usualLengthMm = 252
const usualHeelMm = 63
const sideViewHeightMm = 150
const legHeightMm = 568
const legWidthMm = 158

/**
 * Draws one view of a client's own foot.
 * @param shape the client's shape; side views use a usual arch, they are for marking, not for measuring
 * @example bodyView('sole', shape).toDrawing({ across: 0, along: 0.1 }) // under the heel
 */
export function bodyView(view: MarkView, shape: FootShape): BodyView {
  switch (view) {
    case 'top':
    case 'sole':
      return fromAbove(view, shape)
    case 'inner':
    case 'outer':
      return fromTheSide(view, shape)
    case 'back':
      return fromBehind(shape)
    case 'leg':
      return legFromFront(shape.side)
  }
}

function fromAbove(view: 'top' | 'sole', shape: FootShape): BodyView {
  const drawn = footOutline(shape)
  const sign = medialSignImage(shape.side)
  const xs = drawn.outlineFootMm.map((p) => p.x * sign)
  const left = Math.min(...xs)
  const ys = drawn.outlineFootMm.map((p) => p.y)
  const top = Math.max(...ys)
  const put = (p: Point): Point => ({ x: margin + p.x * sign - left, y: margin + top - p.y })
  const closed = (points: Point[]) => ({ points: points.map(put), closed: true })
  const open = (points: Point[]) => ({ points: points.map(put), closed: false })
  return {
    widthMm: Math.max(...xs) - left + 2 * margin,
    heightMm: top - Math.min(...ys) + 2 * margin,
    skin: [drawn.outlineFootMm.map(put)],
    lines:
      view === 'top'
        ? [...drawn.nailsFootMm.map(closed), ...drawn.creasesFootMm.map(open)]
        : solePads(shape, drawn.toesFootMm).map(closed),
    toDrawing: ({ across, along }) => put({ x: across * shape.ballWidthMm, y: along * shape.lengthMm }),
    toPlace: (p) => ({
      across: ((p.x - margin + left) * sign) / shape.ballWidthMm,
      along: (margin + top - p.y) / shape.lengthMm,
    }),
  }
}

/** The cushions one sees on a sole: heel, ball, five toe pads. */
function solePads(shape: FootShape, toes: readonly Point[][]): Point[][] {
  const { lengthMm: l, ballWidthMm: w, heelWidthMm: h } = shape
  const at = (x: number, y: number): Point => ({ x: x * w, y: y * l })
  const heel = closedCurve(
    [
      { x: 0, y: 0.022 * l },
      { x: 0.38 * h, y: 0.09 * l },
      { x: 0.33 * h, y: 0.185 * l },
      { x: 0, y: 0.235 * l },
      { x: -0.33 * h, y: 0.185 * l },
      { x: -0.38 * h, y: 0.09 * l },
    ],
    8,
  )
  const ball = closedCurve(
    [
      at(0.41, 0.7),
      at(0.34, 0.775),
      at(0.1, 0.79),
      at(-0.2, 0.745),
      at(-0.43, 0.665),
      at(-0.45, 0.6),
      at(-0.25, 0.625),
      at(0, 0.66),
      at(0.2, 0.65),
      at(0.36, 0.64),
    ],
    8,
  )
  const pads = toes.map((toe) => {
    const tip = toe.reduce((a, b) => (b.y > a.y ? b : a))
    const near = toe.filter((p) => p.y > tip.y - 0.09 * l)
    const wide = Math.max(...near.map((p) => p.x)) - Math.min(...near.map((p) => p.x))
    const middle = (Math.max(...near.map((p) => p.x)) + Math.min(...near.map((p) => p.x))) / 2
    const r = wide * 0.36
    return closedCurve(
      [0, 60, 120, 180, 240, 300].map((deg) => ({
        x: middle + r * Math.cos((deg * Math.PI) / 180),
        y: tip.y - wide * 0.52 + r * 1.15 * Math.sin((deg * Math.PI) / 180),
      })),
      6,
    )
  })
  return [heel, ball, ...pads]
}

const flatNavicularMm = 21 // from outside hardly any arch is seen

function fromTheSide(view: 'inner' | 'outer', shape: FootShape): BodyView {
  const l = shape.lengthMm
  const truncatedLengthMm = l * referenceTable.truncatedShare.value
  const body: SideShape = {
    side: shape.side,
    lengthMm: l,
    truncatedLengthMm,
    navicularMm: view === 'inner' ? truncatedLengthMm * referenceTable.nnhMean.value : flatNavicularMm,
    dorsumMm: truncatedLengthMm * referenceTable.ahiStandMean.value * (view === 'inner' ? 1 : 0.93),
    heelAngleDeg: 0,
    legAngleDeg: 0,
  }
  const drawn = sideDrawing(body)
  // the inner side of a left foot points to the right, its outer side to the left
  const facing = (view === 'inner' ? 1 : -1) * medialSignImage(shape.side)
  const width = l + 2 * margin
  const put = (p: Point): Point => ({
    x: facing > 0 ? margin + p.x : width - margin - p.x,
    y: sideViewHeightMm - margin - p.y,
  })
  const skin = drawn.skinMm.filter((p) => p.y <= sideViewHeightMm - margin * 1.5)
  const bone = (u: number, v: number, r: number) => ({
    points: closedCurve(
      [0, 72, 144, 216, 288].map((deg) =>
        put({
          x: u * l + r * Math.cos((deg * Math.PI) / 180),
          y: v + r * 1.15 * Math.sin((deg * Math.PI) / 180),
        }),
      ),
      6,
    ),
    closed: true,
  })
  const line = (...points: [number, number][]) => ({
    points: openCurve(
      points.map(([u, v]) => put({ x: u * l, y: v })),
      6,
    ),
    closed: false,
  })
  const details =
    view === 'inner'
      ? [
          bone(0.2, 88, 12),
          line([0.955, 19], [0.97, 14], [0.985, 13.5]),
          line([0.86, 9], [0.875, 15], [0.89, 20]),
        ]
      : [
          bone(0.18, 74, 11),
          line([0.8, 4], [0.825, 12], [0.87, 15], [0.885, 4]),
          line([0.85, 4], [0.87, 14.5], [0.925, 15.5], [0.94, 3]),
          line([0.835, 11], [0.845, 13.5], [0.86, 13]),
        ]
  return {
    widthMm: width,
    heightMm: sideViewHeightMm,
    skin: [skin.map(put)],
    lines: details,
    toDrawing: ({ across, along }) => put({ x: along * l, y: across * l }),
    toPlace: (p) => ({
      along: (facing > 0 ? p.x - margin : width - margin - p.x) / l,
      across: (sideViewHeightMm - margin - p.y) / l,
    }),
  }
}

const rearHeightMm = 205
const rearWidthMm = 120

function fromBehind(shape: FootShape): BodyView {
  const sign = medialSignImage(shape.side)
  const drawn = rearLeg({ lengthMm: usualLengthMm, heelWidthMm: usualHeelMm, loadLineMm: 3, leanDeg: 0 })
  const put = (p: Point): Point => ({ x: rearWidthMm / 2 + p.x * sign, y: rearHeightMm - margin - p.y })
  const skin = drawn.skinMm.filter((p) => p.y < rearHeightMm - 1.5 * margin)
  const span = rearHeightMm - 2 * margin
  return {
    widthMm: rearWidthMm,
    heightMm: rearHeightMm,
    skin: [skin.map(put)],
    // tendon, ankle bones, pad of the heel
    lines: drawn.linesMm.map((line) => ({ points: line.map(put), closed: false })),
    toDrawing: ({ across, along }) => put({ x: (across * rearWidthMm) / 2, y: along * span }),
    toPlace: (p) => ({
      across: ((p.x - rearWidthMm / 2) * sign) / (rearWidthMm / 2),
      along: (rearHeightMm - margin - p.y) / span,
    }),
  }
}

/** Outer border of foot, shin and knee from the front, from the big toe up the inner side and down the outer one. */
const legBorderMm: readonly [x: number, y: number][] = [
  [47, 4],
  [49, 16],
  [44, 32],
  [37, 50],
  [32, 66],
  // the inner ankle bone stands higher than the outer
  [36, 80],
  [36, 92],
  [30, 106],
  [29, 132],
  [32, 176],
  [41, 226],
  // the calf is fullest on the inner side, and lower there
  [53, 282],
  [57, 320],
  [52, 366],
  [46, 404],
  [48, 428],
  // inner condyle
  [54, 452],
  [56, 474],
  // the muscle over the inner side of the knee
  [59, 500],
  [65, 526],
  [70, 556],
  [-67, 556],
  [-61, 522],
  [-56, 494],
  [-54, 466],
  [-52, 446],
  [-47, 424],
  [-48, 400],
  [-54, 366],
  [-56, 338],
  [-51, 292],
  [-42, 236],
  [-33, 182],
  [-29, 136],
  [-29, 98],
  [-36, 82],
  [-38, 70],
  [-34, 56],
  [-41, 40],
  [-51, 22],
  [-53, 10],
  [-50, 3],
]

/** Where the border is cut: the outer end of the thigh. */
const thighAt = legBorderMm.findIndex(([x, y]) => y > 550 && x < 0)

/** Toes from the front, the big one first: where each begins and ends, how high it is. */
const toesFrontMm: readonly { from: number; to: number; high: number }[] = [
  { from: 47, to: 16, high: 27 },
  { from: 15, to: -3, high: 21 },
  { from: -4, to: -20, high: 19 },
  { from: -21, to: -35, high: 17 },
  { from: -36, to: -50, high: 15 },
]

/** Foot, shin and knee from the front, as high and as wide as a leg is. */
function legFromFront(side: Side): BodyView {
  const sign = medialSignImage(side)
  const put = (p: Point): Point => ({ x: legWidthMm / 2 + p.x * sign, y: legHeightMm - margin - p.y })
  const placed = (points: readonly (readonly [number, number])[]) => points.map(([x, y]) => put({ x, y }))
  const line = (...points: [number, number][]) => ({ points: openCurve(placed(points), 6), closed: false })
  const ring = (...points: [number, number][]) => ({ points: closedCurve(placed(points), 8), closed: true })
  const toes = toesFrontMm.flatMap(({ from, to, high }) => {
    const middle = (from + to) / 2
    const half = (from - to) / 2
    return [
      line(
        [from, 4],
        [from - 0.04 * half, high * 0.62],
        [middle + 0.6 * half, high * 0.95],
        [middle - 0.4 * half, high],
        [to + 0.12 * half, high * 0.6],
        [to, 3],
      ),
      // the nail, seen from its edge
      ring(
        [middle + 0.5 * half, high * 0.72],
        [middle + 0.3 * half, high * 0.9],
        [middle - 0.3 * half, high * 0.9],
        [middle - 0.5 * half, high * 0.72],
        [middle, high * 0.6],
      ),
    ]
  })
  const span = legHeightMm - 2 * margin
  return {
    widthMm: legWidthMm,
    heightMm: legHeightMm,
    // open above the knee: the thigh goes on
    skin: [openCurve(placed([...legBorderMm.slice(thighAt), ...legBorderMm.slice(0, thighAt)]), 8)],
    lines: [
      // knee cap, its tendon, the bump the tendon ends on
      ring([0, 486], [17, 480], [22, 464], [14, 446], [1, 438], [-12, 446], [-21, 464], [-16, 480]),
      line([-9, 440], [-7, 424], [-8, 412]),
      line([10, 440], [8, 424], [9, 412]),
      line([-11, 408], [-4, 397], [5, 396], [11, 406]),
      // hollows beside the knee cap
      line([36, 486], [38, 464], [32, 444]),
      line([-34, 484], [-38, 464], [-33, 446]),
      // the edge of the shin bone runs from the bump to the inner ankle
      line([6, 390], [3, 330], [4, 260], [9, 190], [18, 128], [25, 100]),
      // where calf and shin muscle pass under the shin bone
      line([38, 372], [42, 330], [38, 280], [30, 232]),
      // ankle bones
      line([24, 96], [31, 94], [35, 86], [33, 77], [27, 72]),
      line([-25, 86], [-32, 84], [-36, 75], [-34, 66], [-28, 62]),
      // tendons over the instep to the toes
      line([14, 84], [22, 58], [30, 32]),
      line([4, 80], [5, 54], [6, 28]),
      line([-4, 78], [-10, 52], [-14, 26]),
      ...toes,
    ],
    toDrawing: ({ across, along }) => put({ x: (across * legWidthMm) / 2, y: along * span }),
    toPlace: (p) => ({
      across: ((p.x - legWidthMm / 2) * sign) / (legWidthMm / 2),
      along: (legHeightMm - margin - p.y) / span,
    }),
  }
}
