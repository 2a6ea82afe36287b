import { crossingsAt, type Point } from '../../groundwork/geometry'
import type { Side } from '../../groundwork/side'
import { contactShape } from './contact'
import { footBorder, footOutline, toeAngleDeg, toeEdge } from '../../figure/footShape'
import type { FootShape } from '../../figure/footShape'
import { rearDrawing, sideDrawing, type SideShape } from '../../figure/footShape'

export type SceneView = 'top' | 'spread' | 'inner' | 'rear' | 'prints'
/** True values of what a photo shows, mm and degrees, by the name of the measure. */
export type SceneTruth = Record<string, number>

/**
 * One flat scene the camera looks at: x to the right, y up as the camera sees it, mm. The sheet lies (or stands) in
 * the same plane.
 */
export type FootScene = {
  view: SceneView
  side: Side
  sheetMm: Point[]
  skins: Point[][]
  /** ink on the sheet, where feet stood on it */
  prints?: Point[][]
  /** lines on the skin, darker than it */
  lines: Point[][]
  /** pen dots */
  dots: Point[]
  landmarks: Record<string, Point>
  truth: SceneTruth
  /** the true outline of the skin, for tracing */
  outlineMm: Point[]
}

const a4 = { width: 210, height: 297 }

function sheetAt(centre: Point, width: number, height: number): Point[] {
  const [x, y] = [width / 2, height / 2]
  return [
    { x: centre.x - x, y: centre.y + y },
    { x: centre.x + x, y: centre.y + y },
    { x: centre.x + x, y: centre.y - y },
    { x: centre.x - x, y: centre.y - y },
  ]
}

/** The foot from above, standing on a sheet; toes up. */
export function topScene(shape: FootShape, view: 'top' | 'spread'): FootScene {
  const sign = shape.side === 'left' ? 1 : -1
  const seen = (p: Point): Point => ({ x: p.x * sign, y: p.y })
  const drawn = footOutline(shape)
  const l = shape.lengthMm
  const medial = footBorder(drawn.bodyFootMm, 1, l)
  const lateral = footBorder(drawn.bodyFootMm, -1, l)
  const [toe1, , , , toe5] = drawn.toesFootMm as [Point[], Point[], Point[], Point[], Point[]]
  const heelBack = lowest(drawn.outlineFootMm)
  const tips = drawn.toesFootMm.map((toe) => toe.reduce((a, b) => (b.y > a.y ? b : a)))
  const heelRow = crossing(drawn.outlineFootMm, heelBack.y + 0.15 * l)
  const gaps = drawn.toesFootMm
    .slice(0, 4)
    .map((toe, i) => gapBetween(drawn.outlineFootMm, toe, drawn.toesFootMm[i + 1]!))
  const heelY = heelBack.y + 0.15 * l
  const heelMedial = { x: heelRow.high, y: heelY }
  const heelLateral = { x: heelRow.low, y: heelY }
  // widths are true across the axis, from the middle of the heel to the second toe
  const axis = { x: tips[1]!.x - (heelRow.high + heelRow.low) / 2, y: tips[1]!.y - heelY }
  const axisLength = Math.hypot(axis.x, axis.y)
  const across = (p: Point, q: Point) => ((p.x - q.x) * axis.y - (p.y - q.y) * axis.x) / axisLength
  const landmarks: Record<string, Point> = {
    heelBack,
    heelMedial,
    heelLateral,
    m1: medial.ball,
    m5: lateral.ball,
    halluxEdge: toeEdge(medial.ball, toe1, 1),
    fifthEdge: toeEdge(lateral.ball, toe5, -1),
    tip1: tips[0]!,
    tip2: tips[1]!,
  }
  gaps.forEach((gap, i) => {
    landmarks[`gap${i + 1}Medial`] = gap.a
    landmarks[`gap${i + 1}Lateral`] = gap.b
  })
  const truth: SceneTruth = {
    footLength: Math.max(...tips.map((t) => t.y)) - heelBack.y,
    ballWidth: across(medial.ball, lateral.ball),
    heelWidth: across(heelMedial, heelLateral),
    halluxAngle: toeAngleDeg(medial, toe1, 1),
    fifthToeAngle: toeAngleDeg(lateral, toe5, -1),
  }
  gaps.forEach((gap, i) => (truth[`gap${i + 1}`] = gap.mm))
  return {
    view,
    side: shape.side,
    sheetMm: sheetAt(seen({ x: 0, y: l * 0.5 }), a4.width, a4.height),
    skins: [drawn.outlineFootMm.map(seen)],
    lines: [...drawn.nailsFootMm, ...drawn.creasesFootMm].map((line) => line.map(seen)),
    dots: [],
    landmarks: Object.fromEntries(Object.entries(landmarks).map(([id, p]) => [id, seen(p)])),
    truth,
    outlineMm: drawn.outlineFootMm.map(seen),
  }
}

const apartMm = 50 // of each foot's axis from the middle of the sheet

/** The ink prints of two feet side by side on one sheet. @param left right shapes of either side, in this order */
export function printsScene(left: FootShape, right: FootShape): FootScene {
  const prints = [left, right].flatMap((shape) => {
    const sign = shape.side === 'left' ? 1 : -1
    const contact = contactShape(shape)
    const curves = [...contact.body, ...contact.toePads.filter((pad) => pad !== null), ...contact.stems]
    return curves.map((curve) =>
      curve.map((p) => ({ x: p.x * sign - sign * apartMm, y: p.y - shape.lengthMm * 0.49 })),
    )
  })
  const sheetMm = sheetAt({ x: 0, y: 0 }, a4.width, a4.height)
  return {
    view: 'prints',
    side: 'left',
    sheetMm,
    skins: [],
    prints,
    lines: [],
    dots: [],
    landmarks: {},
    truth: {},
    outlineMm: sheetMm,
  }
}

function lowest(points: readonly Point[]): Point {
  return points.reduce((a, b) => (b.y < a.y ? b : a))
}

/** Least and greatest x of a closed line at a height. */
function crossing(ring: readonly Point[], y: number): { low: number; high: number } {
  const xs = crossingsAt(ring, y)
  return { low: Math.min(...xs), high: Math.max(...xs) }
}

const padLevel = 0.74 // of a toe's reach: where its pad is widest
const wallMm = 2.5 // how far up and down the wall the nearest points are looked for

/** The two walls of the gap between neighbouring toes, at the pad of the shorter one; toes that touch have 0. */
function gapBetween(
  outline: readonly Point[],
  toe: readonly Point[],
  next: readonly Point[],
): { a: Point; b: Point; mm: number } {
  const level = (t: readonly Point[]) => {
    const ys = t.map((p) => p.y)
    return Math.min(...ys) + padLevel * (Math.max(...ys) - Math.min(...ys))
  }
  const y = Math.min(level(toe), level(next))
  const centre = (t: readonly Point[]) => {
    const row = crossing(t, y)
    return (row.low + row.high) / 2
  }
  const [medial, lateral] = [centre(toe), centre(next)]
  const walls = crossingsAt(outline, y).filter((x) => x < medial && x > lateral)
  const middle = { x: (crossing(toe, y).low + crossing(next, y).high) / 2, y }
  if (walls.length < 2) return { a: middle, b: middle, mm: 0 }
  const near = (x: number) => outline.filter((p) => Math.hypot(p.x - x, p.y - y) < wallMm)
  let best = { a: middle, b: middle, mm: Infinity }
  for (const p of near(Math.max(...walls)))
    for (const q of near(Math.min(...walls))) {
      const mm = Math.hypot(p.x - q.x, p.y - q.y)
      // the two lie on opposite walls, not one above the other on the same
      if (p.x - q.x > Math.abs(p.y - q.y) && mm > 0.2 && mm < best.mm) best = { a: p, b: q, mm }
    }
  return best.mm === Infinity ? { a: middle, b: middle, mm: 0 } : best
}

/** The foot from its inner side, a sheet standing behind it in the same plane; the floor is y = 0. */
export function innerScene(shape: SideShape): FootScene {
  // seen from the inside, a left foot points to the right
  const sign = shape.side === 'left' ? 1 : -1
  const seen = (p: Point): Point => ({ x: p.x * sign, y: p.y })
  const drawn = sideDrawing(shape)
  const us = drawn.skinMm.map((p) => p.x)
  const back = drawn.skinMm.reduce((a, b) => (b.x < a.x ? b : a))
  const front = drawn.skinMm.reduce((a, b) => (b.x > a.x ? b : a))
  const landmarks = {
    floorHeel: { x: 0.12 * shape.lengthMm, y: 0 },
    floorBall: { x: 0.745 * shape.lengthMm, y: 0 },
    heelBack: back,
    toeTip: front,
    firstJoint: drawn.firstJointMm,
    navicular: drawn.navicularMm,
    dorsum: drawn.dorsumMm,
  }
  return {
    view: 'inner',
    side: shape.side,
    sheetMm: sheetAt(seen({ x: shape.lengthMm * 0.5, y: 92 }), a4.height, a4.width),
    skins: [drawn.skinMm.map(seen)],
    lines: [],
    dots: [drawn.navicularMm, drawn.firstJointMm].map(seen),
    landmarks: Object.fromEntries(Object.entries(landmarks).map(([id, p]) => [id, seen(p)])),
    truth: {
      footLength: Math.max(...us) - Math.min(...us),
      truncatedLength: drawn.firstJointMm.x - Math.min(...us),
      navicular: shape.navicularMm,
      dorsum: shape.dorsumMm,
    },
    outlineMm: drawn.skinMm.map(seen),
  }
}

/** Heel and leg from behind, a sheet standing beside them in the same plane. */
export function rearScene(shape: SideShape): FootScene {
  // seen from behind, the medial side of a left foot lies to the right
  const sign = shape.side === 'left' ? 1 : -1
  const seen = (p: Point): Point => ({ x: p.x * sign, y: p.y })
  const drawn = rearDrawing(shape)
  const angle = (low: Point, high: Point) => (Math.atan2(high.x - low.x, high.y - low.y) * 180) / Math.PI
  const { legUpper, legLower, heelUpper, heelLower } = drawn.dots
  return {
    view: 'rear',
    side: shape.side,
    sheetMm: sheetAt(seen({ x: 0, y: 118 }), a4.width, a4.height),
    skins: [drawn.skinMm.map(seen)],
    lines: [],
    dots: Object.values(drawn.dots).map(seen),
    landmarks: Object.fromEntries(Object.entries(drawn.dots).map(([id, p]) => [id, seen(p)])),
    truth: { heelRest: angle(heelLower, heelUpper), legLine: angle(legLower, legUpper) },
    outlineMm: drawn.skinMm.map(seen),
  }
}
