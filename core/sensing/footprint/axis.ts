import { labelRuns, type BitMask } from '../image'
import type { Side } from '../../groundwork/side'
import { footFrame, slicesOf } from './footRaster'
import { ballOf, toeLineAt } from './toeLine'
import type { FootRaster, PrintAxis, PrintMask, ToeLine } from './types'

/** The long axis of all contact, toes up: a first guess that the toes then refine. */
export function roughAxis(mask: BitMask): PrintAxis {
  const { rowOf, startOf, endOf } = labelRuns(mask, 8)
  let n = 0
  let sx = 0
  let sy = 0
  for (let i = 0; i < rowOf.length; i++) {
    const count = endOf[i]! - startOf[i]!
    n += count
    sx += (count * (startOf[i]! + endOf[i]!)) / 2
    sy += count * (rowOf[i]! + 0.5)
  }
  const cx = sx / n
  const cy = sy / n
  let xx = 0
  let xy = 0
  let yy = 0
  let low = -Infinity
  let high = Infinity
  for (let i = 0; i < rowOf.length; i++) {
    const count = endOf[i]! - startOf[i]!
    const dx = (startOf[i]! + endOf[i]!) / 2 - cx
    const dy = rowOf[i]! + 0.5 - cy
    xx += count * dx * dx + count ** 3 / 12
    xy += count * dx * dy
    yy += count * dy * dy
    low = Math.max(low, rowOf[i]!)
    high = Math.min(high, rowOf[i]!)
  }
  const angle = 0.5 * Math.atan2(2 * xy, yy - xx) // from the picture's vertical
  const along = { x: Math.sin(angle), y: Math.cos(angle) }
  const point = (dy: number) => ({ x: cx + (along.x * dy) / along.y, y: cy + dy })
  return { heelImagePx: point(low - cy), toeImagePx: point(high - cy), toeFrom: 'secondMetatarsalHead' }
}

/** Heel centre to second toe tip, read off a print already laid into a rough frame. */
export function refineAxis(
  print: PrintMask,
  rough: PrintAxis,
  side: Side,
  raster: FootRaster,
  line: ToeLine,
): PrintAxis {
  const limit = toeLineAt(line)
  const body = slicesOf(raster, limit)
  const bodyLength = Math.max(...body.filter((s) => s.widthMm > 0).map((s) => s.yMm))
  const heel = body.filter((s) => s.widthMm > 0 && s.yMm > bodyLength * 0.06 && s.yMm < bodyLength * 0.2)
  const heelX = heel.reduce((sum, s) => sum + (s.medialXMm + s.lateralXMm) / 2, 0) / heel.length
  const fullLength = raster.originYMm + raster.rows * raster.cellMm
  const ball = ballOf(raster, fullLength)
  const expectedX = ball.medialXMm - secondRayShare * ball.widthMm
  const tip = limit ? secondToeTip(raster, limit, expectedX, ball.widthMm) : undefined
  const toe = tip ?? { x: expectedX, y: bodyLength * 0.92 }
  const frame = footFrame(rough, side)
  const toImage = (x: number, y: number) =>
    frame.toImage({ x: x / print.mmPerPx, y: y / print.mmPerPx + raster.zeroYPx })
  return {
    heelImagePx: toImage(heelX, bodyLength * 0.13),
    toeImagePx: toImage(toe.x, toe.y),
    toeFrom: tip ? 'secondToe' : 'secondMetatarsalHead',
  }
}

// the second metatarsal head lies this far in from the medial edge of the ball, as a part of its width
const secondRayShare = 0.39

type Tip = { x: number; y: number }

/** Local peaks of the toes' front edge; the one nearest the second ray is the second toe. */
function secondToeTip(
  raster: FootRaster,
  limit: (xMm: number) => number,
  expectedX: number,
  ballWidthMm: number,
): Tip | undefined {
  const { columns, rows, cellMm, originXMm, originYMm, cells } = raster
  const front = new Float64Array(columns).fill(-Infinity)
  for (let col = 0; col < columns; col++) {
    const x = originXMm + (col + 0.5) * cellMm
    for (let row = rows - 1; row >= 0; row--) {
      const y = originYMm + (row + 1) * cellMm
      if (y <= limit(x)) break
      if (cells[row * columns + col] === 1) {
        front[col] = y
        break
      }
    }
  }
  const reach = Math.max(1, Math.round(4.5 / cellMm))
  let best: Tip | undefined
  for (let col = 0; col < columns; col++) {
    if (front[col] === -Infinity) continue
    let isPeak = true
    for (let k = Math.max(0, col - reach); k <= Math.min(columns - 1, col + reach); k++)
      if (front[k]! > front[col]! || (front[k] === front[col] && k < col)) isPeak = false
    if (!isPeak) continue
    const tip = plateauMiddle(front, col, raster)
    if (Math.abs(tip.x - expectedX) > ballWidthMm * 0.15) continue
    if (!best || Math.abs(tip.x - expectedX) < Math.abs(best.x - expectedX)) best = tip
  }
  return best
}

/** A rounded tip is found by the middle of its topmost millimetre, not by one grainy column. */
function plateauMiddle(front: Float64Array, col: number, raster: FootRaster): Tip {
  const { cellMm, originXMm } = raster
  const top = front[col]!
  let from = col
  let to = col
  while (from > 0 && front[from - 1]! > top - 1.2) from--
  while (to < front.length - 1 && front[to + 1]! > top - 1.2) to++
  return { x: originXMm + ((from + to + 1) / 2) * cellMm, y: top }
}
