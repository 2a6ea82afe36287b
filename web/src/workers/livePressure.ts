import { contours } from 'd3-contour'
import {
  findFeet,
  loadPoints,
  type FrameStore,
  type LoadPoint,
  type PressureLandmarks,
  type RecordingMeta,
  type SummingPass,
  type Who,
} from '@sturvo/core/pressure'
import { outcomeOf } from '@sturvo/core/problem'
import type { References } from '@sturvo/core/reference'
import type { Side } from '@sturvo/core/side'

/** Isobars that are drawn, kPa. */
export const isobarsKpa = [5, 20, 50, 90, 140, 200, 300] as const
export const tailS = 2

export type Isobar = { kpa: number; /** x, y, x, y … in mm of the mat */ ringsMm: Float32Array[] }
export type SeenFoot = { side: Side; landmarks: PressureLandmarks }

/** What there is to see of one moment. */
export type PressureMoment = {
  tS: number
  isobars: Isobar[]
  peakKpa: number
  points: Partial<Record<Who, LoadPoint>>
  /** where the load was in the last two seconds: x, y, x, y … */
  tailsMm: Partial<Record<Who, number[]>>
  leftShare: number | undefined
}

/** Lines of equal pressure of one frame, on a grid twice as fine: cells are drawn as a surface, not as squares. */
export function isobarsOf(kpa: ArrayLike<number>, meta: RecordingMeta): Isobar[] {
  const { pitchMm } = meta
  const box = loadedBox(kpa, meta)
  if (!box) return []
  const { cols, rows, values, peak } = finer(kpa, meta, box)
  const levels = isobarsKpa.filter((level) => level < peak)
  const mm = pitchMm / finerBy
  return contours()
    .size([cols, rows])
    .thresholds([...levels])(values)
    .map(({ value, coordinates }) => ({
      kpa: value,
      ringsMm: coordinates.flatMap((polygon) =>
        polygon.map((ring) =>
          Float32Array.from(
            ring.flatMap(([x, y]) => [x! * mm + box.fromCol * pitchMm, y! * mm + box.fromRow * pitchMm]),
          ),
        ),
      ),
    }))
}
const finerBy = 2

type Box = { fromRow: number; toRow: number; fromCol: number; toCol: number }

/** Rows and columns that carry something, with a border of one empty cell, so that every line closes. */
function loadedBox(kpa: ArrayLike<number>, { rows, cols }: RecordingMeta): Box | undefined {
  const box = { fromRow: rows, toRow: -1, fromCol: cols, toCol: -1 }
  for (let row = 0; row < rows; row++)
    for (let col = 0; col < cols; col++) {
      if (!(kpa[row * cols + col]! > 0)) continue
      box.fromRow = Math.min(box.fromRow, row)
      box.toRow = Math.max(box.toRow, row)
      box.fromCol = Math.min(box.fromCol, col)
      box.toCol = Math.max(box.toCol, col)
    }
  if (box.toRow < 0) return undefined
  return { fromRow: box.fromRow - 1, toRow: box.toRow + 2, fromCol: box.fromCol - 1, toCol: box.toCol + 2 }
}

function finer(kpa: ArrayLike<number>, meta: RecordingMeta, box: Box) {
  const rows = (box.toRow - box.fromRow) * finerBy
  const cols = (box.toCol - box.fromCol) * finerBy
  const at = (row: number, col: number) =>
    row < 0 || col < 0 || row >= meta.rows || col >= meta.cols ? 0 : kpa[row * meta.cols + col]!
  const values = new Array<number>(rows * cols)
  let peak = 0
  for (let r = 0; r < rows; r++) {
    const y = box.fromRow + (r + 0.5) / finerBy - 0.5
    const y0 = Math.floor(y)
    for (let c = 0; c < cols; c++) {
      const x = box.fromCol + (c + 0.5) / finerBy - 0.5
      const x0 = Math.floor(x)
      const [fx, fy] = [x - x0, y - y0]
      const v =
        (at(y0, x0) * (1 - fx) + at(y0, x0 + 1) * fx) * (1 - fy) +
        (at(y0 + 1, x0) * (1 - fx) + at(y0 + 1, x0 + 1) * fx) * fy
      values[r * cols + c] = v
      if (v > peak) peak = v
    }
  }
  return { rows, cols, values, peak }
}

/** One moment of a recording with its tail. */
export function momentOf(
  store: FrameStore,
  index: number,
  cut: number | undefined,
  scratch: Float32Array,
  references: References,
): PressureMoment {
  const tailsMm: PressureMoment['tailsMm'] = {}
  const times = store.timesS
  const endS = times[index]!
  let first = index
  while (first > 0 && endS - times[first - 1]! <= tailS) first--
  // thirty points draw the same line as two hundred
  const every = Math.max(1, Math.floor((index - first) / 30))
  const at = (i: number) => {
    store.read(i, scratch)
    const seen = loadPoints(scratch, store.meta, cut, references)
    for (const [who, p] of Object.entries(seen.points)) (tailsMm[who as Who] ??= []).push(p.xMm, p.yMm)
    return seen
  }
  for (let i = first; i < index; i += every) at(i)
  const { points, peakKpa } = at(index)
  const { left, right } = points
  return {
    tS: endS,
    isobars: isobarsOf(scratch, store.meta),
    peakKpa,
    points,
    tailsMm,
    leftShare: left && right ? left.loadN / (left.loadN + right.loadN) : undefined,
  }
}

/** Feet found in what was summed so far; none where nobody stands there yet. */
export function feetSoFar(sums: SummingPass, meta: RecordingMeta, references: References): SeenFoot[] {
  const outcome = outcomeOf(() => findFeet(sums.soFar(), meta, references))
  return outcome.ok
    ? outcome.value.feet.map(({ foot }) => ({ side: foot.side, landmarks: foot.landmarks }))
    : []
}
