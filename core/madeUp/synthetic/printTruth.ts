import type { Point } from '../../groundwork/geometry'
import type { ContactShape } from './contact'
import type { FootShape, PrintKind } from '../../figure/footShape'

/** The true measures of a made-up print, worked out from its curves (never by the measuring code). */
export type PrintTruth = {
  side: FootShape['side']
  kind: PrintKind
  lengthMm: number
  toelessLengthMm: number
  archIndex: number
  chippauxSmirakPct: number
  staheliIndex: number
  footprintAngleDeg: number
  toelessAreaMm2: number
}

const sliceMm = 0.1

type Slice = { y: number; width: number; medial: number }

export function printTruth(shape: FootShape, contact: ContactShape): PrintTruth {
  const slices: Slice[] = []
  const bottom = Math.min(...contact.body.flat().map((p) => p.y))
  const top = Math.max(...contact.body.flat().map((p) => p.y))
  for (let y = bottom + sliceMm / 2; y < top; y += sliceMm) slices.push(sliceAt(contact.body, y))
  const length = top - bottom
  const third = (from: number, to: number) =>
    slices.filter((s) => s.y - bottom >= from * length && s.y - bottom < to * length)
  const rear = third(0, 1 / 3)
  const mid = third(1 / 3, 2 / 3)
  const fore = third(2 / 3, 1.01)
  const area = (part: Slice[]) => part.reduce((sum, s) => sum + s.width * sliceMm, 0)
  const whole = area(rear) + area(mid) + area(fore)
  const narrowest = Math.min(...mid.map((s) => s.width))
  const widestFore = Math.max(...fore.map((s) => s.width))
  const csi = (100 * narrowest) / widestFore
  const tips = contact.toePads.flatMap((pad) => pad ?? []).map((p) => p.y)
  return {
    side: shape.side,
    kind: narrowest === 0 ? 'interrupted' : csi > 75 ? 'full' : 'bridged',
    lengthMm: Math.max(top, ...tips) - bottom,
    toelessLengthMm: length,
    archIndex: area(mid) / whole,
    chippauxSmirakPct: csi,
    staheliIndex: narrowest / Math.max(...rear.map((s) => s.width)),
    footprintAngleDeg: clarkeAngle(rear, mid, fore),
    toelessAreaMm2: whole,
  }
}

/** Crossings of one line across the axis with the curves, summed by pairs. */
function sliceAt(curves: Point[][], y: number): Slice {
  let width = 0
  let medial = -Infinity
  for (const curve of curves) {
    const xs: number[] = []
    for (let i = 0; i < curve.length; i++) {
      const a = curve[i]!
      const b = curve[(i + 1) % curve.length]!
      if (a.y <= y !== b.y <= y) xs.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x))
    }
    xs.sort((p, q) => p - q)
    for (let i = 0; i + 1 < xs.length; i += 2) {
      width += xs[i + 1]! - xs[i]!
      medial = Math.max(medial, xs[i + 1]!)
    }
  }
  return { y, width, medial }
}

/** The medial tangent by turning a line back and forth until it rests on heel and forefoot. */
function clarkeAngle(rear: Slice[], mid: Slice[], fore: Slice[]): number {
  let heel = rear.reduce((a, b) => (b.medial > a.medial ? b : a))
  let front = fore.reduce((a, b) => (b.medial > a.medial ? b : a))
  for (let round = 0; round < 12; round++) {
    const slope = (front.medial - heel.medial) / (front.y - heel.y)
    const away = (s: Slice) => s.medial - slope * s.y
    heel = rear.reduce((a, b) => (away(b) > away(a) ? b : a))
    front = fore.reduce((a, b) => (away(b) > away(a) ? b : a))
  }
  const slope = (front.medial - heel.medial) / (front.y - heel.y)
  const inward = (s: Slice) =>
    s.medial === -Infinity ? -Infinity : slope * (s.y - heel.y) + heel.medial - s.medial
  const apex = mid.reduce((a, b) => (inward(b) > inward(a) ? b : a))
  if (inward(apex) <= 0) return 0 // the border bulges out: there is no hollow to measure
  const alongTangent = Math.atan2(heel.medial - front.medial, heel.y - front.y)
  const toApex = Math.atan2(apex.medial - front.medial, apex.y - front.y)
  let angle = Math.abs(((toApex - alongTangent) * 180) / Math.PI)
  if (angle > 180) angle = 360 - angle
  return angle
}
