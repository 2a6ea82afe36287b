import { cross, distance, dot, subtract, type Point } from '../../groundwork/geometry'
import type { NumberMeasureId } from '../../foot/measures'
import { MeasureError } from '../../groundwork/problem'
import { medialSignImage, type Side } from '../../groundwork/side'
import { radToDeg } from '../../groundwork/units'
import type { ToPlane } from './planeScale'
import { viewLandmarks, type LandmarkId, type PhotoView } from './views'

export type Landmarks = Partial<Record<LandmarkId, Point>>
/** What one trial on a photo gives, mm and degrees. */
export type PhotoMeasures = Partial<Record<NumberMeasureId, number>>

/**
 * Measures from the points placed on one photo; a measure whose points are missing is left out.
 * @param landmarksImagePx points in picture pixels
 * @param toPlane picture to mm, see planeOf
 * @returns mm and degrees; heel and leg angle + where the top leans inwards (heel: everted)
 * @throws MeasureError collinearPoints where two points that span an axis coincide
 */
export function measurePhoto(
  input: { view: PhotoView; side: Side; landmarksImagePx: Landmarks },
  toPlane: ToPlane,
): PhotoMeasures {
  const { view, side, landmarksImagePx } = input
  const at: Landmarks = {}
  // from above and behind, medial lies right on a left foot; from its inner side, the toes do
  const sign = medialSignImage(side)
  for (const id of viewLandmarks[view]) {
    const p = landmarksImagePx[id]
    if (!p) continue
    const mm = toPlane(p)
    // from here on x grows towards the medial side (or, side-on, towards the toes), on both feet
    at[id] = { x: mm.x * sign, y: mm.y }
  }
  switch (view) {
    case 'top':
      return fromAbove(at)
    case 'gaps':
      return gapsOf(at, 'gapRest')
    case 'spread':
      return gapsOf(at, 'gapSpread')
    case 'inner':
      return fromInside(at, { navicular: 'navicularStand', dorsum: 'dorsumStand' })
    case 'innerSeated':
      return fromInside(at, { navicular: 'navicularSit', dorsum: 'dorsumSit' })
    case 'rear':
      return fromBehind(at)
  }
}

/** mm in the plane, x towards medial, to mm along and across the axis */
export type Frame = (p: Point) => Point

/** Foot frame: origin at the back of the heel, y along the axis, x medial. */
function frameOf(heel: Point, ahead: Point): Frame {
  const length = distance(heel, ahead)
  if (length === 0) throw new MeasureError({ code: 'collinearPoints', path: 'landmarks' })
  const y = { x: (ahead.x - heel.x) / length, y: (ahead.y - heel.y) / length }
  return (p) => {
    const d = subtract(p, heel)
    return { x: cross(y, { x: -d.x, y: -d.y }), y: dot(y, d) }
  }
}

function fromAbove(at: Landmarks): PhotoMeasures {
  const { heelBack, heelMedial, heelLateral, m1, m5, halluxEdge, fifthEdge, tip1, tip2 } = at
  const out: PhotoMeasures = {}
  if (heelMedial && m1 && halluxEdge) out.halluxAngle = bend(heelMedial, m1, halluxEdge, 1)
  if (heelLateral && m5 && fifthEdge) out.fifthToeAngle = bend(heelLateral, m5, fifthEdge, -1)
  const own = footFrameFromAbove(at)
  if (!own) return out
  if (heelBack) {
    const tips = [tip1, tip2].filter((p) => p !== undefined).map((p) => own(p).y)
    out.footLength = Math.max(...tips) - own(heelBack).y
    // the first joint lies under the most medial point of the ball
    if (m1) out.truncatedLength = own(m1).y - own(heelBack).y
  }
  if (m1 && m5) out.ballWidth = own(m1).x - own(m5).x
  if (halluxEdge && fifthEdge) out.toeWidth = own(halluxEdge).x - own(fifthEdge).x
  if (heelMedial && heelLateral) out.heelWidth = own(heelMedial).x - own(heelLateral).x
  return out
}

/** The foot frame of a photo from above; undefined until heel and second toe are placed. */
export function footFrameFromAbove(at: Landmarks): Frame | undefined {
  const { heelBack, heelMedial, heelLateral, tip1, tip2 } = at
  const heel = heelMedial && heelLateral ? middle(heelMedial, heelLateral) : heelBack
  const ahead = tip2 ?? tip1
  return heel && ahead ? frameOf(heel, ahead) : undefined
}

function middle(a: Point, b: Point): Point {
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
}

/** How far the line ball–toe leaves the line heel–ball, degrees, + towards the other border. */
function bend(heel: Point, ball: Point, toe: Point, outward: 1 | -1): number {
  const angle = (from: Point, to: Point) => Math.atan2(outward * (to.x - from.x), to.y - from.y)
  return radToDeg(angle(heel, ball) - angle(ball, toe))
}

function gapsOf(at: Landmarks, kind: 'gapRest' | 'gapSpread'): PhotoMeasures {
  const out: PhotoMeasures = {}
  for (const n of [1, 2, 3, 4] as const) {
    const medial = at[`gap${n}Medial`]
    const lateral = at[`gap${n}Lateral`]
    if (medial && lateral) out[`${kind}${n}`] = distance(medial, lateral)
  }
  return out
}

type Heights = { navicular: 'navicularStand' | 'navicularSit'; dorsum: 'dorsumStand' | 'dorsumSit' }

function fromInside(at: Landmarks, names: Heights): PhotoMeasures {
  const { floorHeel, floorBall, heelBack, toeTip, firstJoint, navicular, dorsum } = at
  const out: PhotoMeasures = {}
  if (!floorHeel || !floorBall) return out
  const frame = frameOf(floorHeel, floorBall)
  // along the floor towards the toes, and up from it
  const along = (p: Point) => frame(p).y
  const up = (p: Point) => -frame(p).x
  if (heelBack && toeTip) out.footLength = along(toeTip) - along(heelBack)
  if (heelBack && firstJoint) out.truncatedLength = along(firstJoint) - along(heelBack)
  if (navicular) out[names.navicular] = up(navicular)
  if (dorsum) out[names.dorsum] = up(dorsum)
  return out
}

function fromBehind(at: Landmarks): PhotoMeasures {
  const { legUpper, legLower, heelUpper, heelLower } = at
  const lean = (low: Point, high: Point) => radToDeg(Math.atan2(high.x - low.x, high.y - low.y))
  // the line of the leg, carried on down to the lower mark of the heel
  const loadLine = (low: Point, high: Point, heel: Point) =>
    low.x + ((high.x - low.x) * (heel.y - low.y)) / (high.y - low.y) - heel.x
  return {
    ...(legLower && legUpper && heelLower && legUpper.y > legLower.y
      ? { loadLine: loadLine(legLower, legUpper, heelLower) }
      : {}),
    ...(heelLower && heelUpper ? { heelRest: lean(heelLower, heelUpper) } : {}),
    ...(legLower && legUpper ? { legLine: lean(legLower, legUpper) } : {}),
  }
}

/**
 * An outline traced on a photo from above, laid into the foot frame.
 * @param outlineImagePx closed line in picture pixels
 * @returns mm, x medial, y forward, rearmost point at 0; undefined until heel and second toe are placed
 */
export function outlineOnFoot(
  outlineImagePx: readonly Point[],
  input: { side: Side; landmarksImagePx: Landmarks },
  toPlane: ToPlane,
): Point[] | undefined {
  const sign = medialSignImage(input.side)
  const flat = (p: Point): Point => {
    const mm = toPlane(p)
    return { x: mm.x * sign, y: mm.y }
  }
  const at: Landmarks = {}
  for (const id of viewLandmarks.top) {
    const p = input.landmarksImagePx[id]
    if (p) at[id] = flat(p)
  }
  const frame = footFrameFromAbove(at)
  if (!frame || outlineImagePx.length < 3) return undefined
  const points = outlineImagePx.map((p) => frame(flat(p)))
  const back = Math.min(...points.map((p) => p.y))
  return points.map((p) => ({ x: p.x, y: p.y - back }))
}

/** Points of one view in the order in which the outline runs round the foot. */
export const outlineAnchors = [
  'heelBack',
  'heelMedial',
  'm1',
  'halluxEdge',
  'tip1',
  'tip2',
  'fifthEdge',
  'm5',
  'heelLateral',
] as const satisfies readonly LandmarkId[]
