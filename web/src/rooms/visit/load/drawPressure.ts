import type { PressureLandmarks, RecordingMeta, Who } from '@sturvo/core/pressure'
import { outcomeOf } from '@sturvo/core/problem'
import { legs, tripodShares, type Leg, type TripodShares } from '@sturvo/core/tripod'
import { colourOf } from '../../../app/theme'
import { loadColour, mix } from '../../../mat/loadColour'
import { type PressureMoment, type SeenFoot } from '../../../workers/livePressure'

export type PressurePlace = { scale: number; leftPx: number; bottomPx: number }
type Scheme = 'light' | 'dark'

const roundFeetMm = 46

/**
 * Where the mat lies on a canvas of this size: whole, in the middle, heels below.
 * @param feet where given, as large as these feet allow
 */
export function placeOfPressure(
  meta: RecordingMeta,
  widthPx: number,
  heightPx: number,
  feet: readonly SeenFoot[] = [],
): PressurePlace {
  const [w, h] = [meta.cols * meta.pitchMm, meta.rows * meta.pitchMm]
  const points = feet.flatMap(({ landmarks }) => Object.values(landmarks))
  const xs = points.map((p) => p.x)
  const ys = points.map((p) => p.y)
  const isNear = points.length > 0
  const [x0, x1] = isNear
    ? [Math.max(0, Math.min(...xs) - roundFeetMm), Math.min(w, Math.max(...xs) + roundFeetMm)]
    : [0, w]
  const [y0, y1] = isNear ? [Math.max(0, Math.min(...ys) - 24), Math.min(h, Math.max(...ys) + 24)] : [0, h]
  const scale = Math.min((widthPx - 24) / (x1 - x0), (heightPx - 56) / (y1 - y0))
  return {
    scale,
    leftPx: (widthPx - (x1 + x0) * scale) / 2,
    bottomPx: (heightPx + (y1 + y0) * scale) / 2 - 12,
  }
}
export const toPx = (place: PressurePlace, xMm: number, yMm: number) => ({
  x: place.leftPx + xMm * place.scale,
  y: place.bottomPx - yMm * place.scale,
})

/** Three loads that stand for the load centre, in the frame of the mat. */
export function sharesAt(landmarks: PressureLandmarks, xMm: number, yMm: number): TripodShares | undefined {
  const outcome = outcomeOf(() =>
    tripodShares(
      { heelFootMm: landmarks.heelMatMm, m1FootMm: landmarks.m1MatMm, m5FootMm: landmarks.m5MatMm },
      { x: xMm, y: yMm },
    ),
  )
  return outcome.ok ? outcome.value : undefined
}

export type PressureDrawing = {
  meta: RecordingMeta
  moment: PressureMoment | undefined
  feet: readonly SeenFoot[]
  scheme: Scheme
  /** narrow screens leave the small print away */
  isSmall: boolean
  place: PressurePlace
}

/** Draws one moment of a mat: isobars, the three points of each foot, load centres with their tails, a ruler. */
export function drawPressure(
  context: CanvasRenderingContext2D,
  size: { width: number; height: number },
  drawing: PressureDrawing,
) {
  const { meta, moment, feet, scheme } = drawing
  const { place } = drawing
  context.clearRect(0, 0, size.width, size.height)
  drawGround(context, meta, place, scheme, size.height)
  if (!moment) return
  drawIsobars(context, moment, place, scheme)
  for (const foot of feet) {
    const at = moment.points[foot.side] ?? moment.points.both
    if (at) drawTripod(context, foot, at, place, scheme)
  }
  if (!drawing.isSmall) labelIsobars(context, moment, place, scheme, (meta.cols * meta.pitchMm) / 2)
  for (const who of ['left', 'right', 'both'] as const) drawPoint(context, moment, who, place, scheme)
}

function drawGround(
  c: CanvasRenderingContext2D,
  meta: RecordingMeta,
  place: PressurePlace,
  scheme: Scheme,
  heightPx: number,
): void {
  const [w, h] = [meta.cols * meta.pitchMm, meta.rows * meta.pitchMm]
  const corner = toPx(place, 0, h)
  c.fillStyle = colourOf(scheme, 'sheet')
  c.fillRect(corner.x, corner.y, w * place.scale, h * place.scale)
  c.strokeStyle = colourOf(scheme, 'grid')
  c.lineWidth = 1
  c.beginPath()
  for (let x = 50; x < w; x += 50) line(c, toPx(place, x, 0), toPx(place, x, h))
  for (let y = 50; y < h; y += 50) line(c, toPx(place, 0, y), toPx(place, w, y))
  c.stroke()
  c.strokeStyle = colourOf(scheme, 'line')
  c.strokeRect(corner.x, corner.y, w * place.scale, h * place.scale)
  // a ruler of ten centimetres, so that nobody has to guess the size
  const corner0 = toPx(place, 0, 0)
  const from = { x: Math.max(12, corner0.x), y: Math.min(heightPx - 20, corner0.y) }
  c.strokeStyle = colourOf(scheme, 'soft')
  c.beginPath()
  line(c, { x: from.x, y: from.y + 10 }, { x: from.x + 100 * place.scale, y: from.y + 10 })
  for (const x of [0, 100])
    line(c, { x: from.x + x * place.scale, y: from.y + 6 }, { x: from.x + x * place.scale, y: from.y + 14 })
  c.stroke()
  c.fillStyle = colourOf(scheme, 'soft')
  c.font = `13px ${textFont}`
  c.textAlign = 'left'
  c.fillText('10 cm', from.x + 100 * place.scale + 8, from.y + 15)
}
const textFont = '"Atkinson Hyperlegible Next Variable", sans-serif'

function line(c: CanvasRenderingContext2D, a: { x: number; y: number }, b: { x: number; y: number }): void {
  c.moveTo(a.x, a.y)
  c.lineTo(b.x, b.y)
}

function drawIsobars(
  c: CanvasRenderingContext2D,
  { isobars }: PressureMoment,
  place: PressurePlace,
  scheme: Scheme,
): void {
  for (const { kpa, ringsMm } of isobars) {
    c.beginPath()
    for (const ring of ringsMm) {
      for (let i = 0; i < ring.length; i += 2) {
        const p = toPx(place, ring[i]!, ring[i + 1]!)
        if (i === 0) c.moveTo(p.x, p.y)
        else c.lineTo(p.x, p.y)
      }
      c.closePath()
    }
    c.fillStyle = loadColour(scheme, kpa)
    c.fill('evenodd')
    c.lineWidth = 0.8
    c.strokeStyle = mix(colourOf(scheme, 'loadPale'), colourOf(scheme, 'loadDeep'), 0.75)
    c.stroke()
  }
}

/** Each line carries its number once on each foot, at its outer border, where nothing else is drawn. */
function labelIsobars(
  c: CanvasRenderingContext2D,
  { isobars }: PressureMoment,
  place: PressurePlace,
  scheme: Scheme,
  middleMm: number,
): void {
  c.font = `12px ${textFont}`
  c.lineWidth = 3
  c.strokeStyle = colourOf(scheme, 'sheet')
  c.fillStyle = colourOf(scheme, 'ink')
  for (const outward of [-1, 1] as const) {
    c.textAlign = outward < 0 ? 'right' : 'left'
    let lastY = -Infinity
    for (const { kpa, ringsMm } of isobars.slice(1)) {
      const own = ringsMm.filter((ring) => (ring[0]! - middleMm) * outward > 0 && ring.length >= 20)
      const [ring] = own.sort((a, b) => b.length - a.length)
      if (!ring) continue
      let at = 0
      for (let i = 0; i < ring.length; i += 2) if ((ring[i]! - ring[at]!) * outward > 0) at = i
      const p = toPx(place, ring[at]!, ring[at + 1]!)
      if (Math.abs(p.y - lastY) < 13) p.y = lastY + 13
      lastY = p.y
      c.strokeText(String(kpa), p.x + 4 * outward, p.y + 4)
      c.fillText(String(kpa), p.x + 4 * outward, p.y + 4)
    }
  }
}

function drawTripod(
  c: CanvasRenderingContext2D,
  { side, landmarks }: SeenFoot,
  at: { xMm: number; yMm: number },
  place: PressurePlace,
  scheme: Scheme,
): void {
  const shares = sharesAt(landmarks, at.xMm, at.yMm)
  if (!shares) return
  const points: Record<Leg, { x: number; y: number }> = {
    h: toPx(place, landmarks.heelMatMm.x, landmarks.heelMatMm.y),
    m1: toPx(place, landmarks.m1MatMm.x, landmarks.m1MatMm.y),
    m5: toPx(place, landmarks.m5MatMm.x, landmarks.m5MatMm.y),
  }
  c.strokeStyle = colourOf(scheme, side)
  c.lineWidth = 2
  c.beginPath()
  line(c, points.h, points.m1)
  line(c, points.m1, points.m5)
  line(c, points.m5, points.h)
  c.stroke()
  c.font = `700 13px ${textFont}`
  c.textAlign = 'center'
  for (const leg of legs) {
    const p = points[leg]
    const r = 24 * place.scale * Math.sqrt(Math.max(0, shares[leg]))
    c.beginPath()
    c.arc(p.x, p.y, r, 0, 2 * Math.PI)
    c.globalAlpha = 0.85
    c.fillStyle = colourOf(scheme, side)
    c.fill()
    c.globalAlpha = 1
    const text = `${Math.round(shares[leg] * 100)}`
    c.lineWidth = 3.5
    c.strokeStyle = colourOf(scheme, side)
    c.strokeText(text, p.x, p.y + 5)
    c.fillStyle = colourOf(scheme, 'sheet')
    c.fillText(text, p.x, p.y + 5)
  }
}

function drawPoint(
  c: CanvasRenderingContext2D,
  moment: PressureMoment,
  who: Who,
  place: PressurePlace,
  scheme: Scheme,
): void {
  const tail = moment.tailsMm[who]
  const at = moment.points[who]
  if (!at || !tail) return
  const colour = colourOf(scheme, who === 'both' ? 'ink' : who)
  c.strokeStyle = colour
  c.lineWidth = 2
  c.lineJoin = 'round'
  for (let i = 2; i < tail.length; i += 2) {
    c.globalAlpha = 0.15 + (0.85 * i) / tail.length
    c.beginPath()
    line(c, toPx(place, tail[i - 2]!, tail[i - 1]!), toPx(place, tail[i]!, tail[i + 1]!))
    c.stroke()
  }
  c.globalAlpha = 1
  const p = toPx(place, at.xMm, at.yMm)
  c.beginPath()
  if (who === 'left') c.arc(p.x, p.y, 7, 0, 2 * Math.PI)
  else if (who === 'right') c.rect(p.x - 6.5, p.y - 6.5, 13, 13)
  else {
    line(c, { x: p.x - 10, y: p.y }, { x: p.x + 10, y: p.y })
    line(c, { x: p.x, y: p.y - 10 }, { x: p.x, y: p.y + 10 })
  }
  c.lineWidth = 3
  if (who !== 'both') {
    c.fillStyle = colourOf(scheme, 'sheet')
    c.fill()
  }
  c.stroke()
}
