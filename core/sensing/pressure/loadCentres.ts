import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import type { RecordingMeta } from './recording'

/** A load and where it stands, frame of the mat. */
export type LoadPoint = { xMm: number; yMm: number; loadN: number }
export type Who = Side | 'both'
export type LoadPoints = { points: Partial<Record<Who, LoadPoint>>; peakKpa: number }

/**
 * The emptiest column strictly between two columns; of equals, the one nearest the middle.
 * @param values kPa of the cells, of one frame or summed over many
 * @param from to columns between which feet may be parted, not counted themselves
 */
export function emptiestColumn(
  values: ArrayLike<number>,
  { rows, cols }: RecordingMeta,
  from: number,
  to: number,
): number {
  const middle = (from + to) / 2
  let best = { col: Math.round(middle), load: Infinity }
  for (let col = Math.floor(from) + 1; col < to; col++) {
    let load = 0
    for (let row = 0; row < rows; row++) load += values[row * cols + col]!
    if (load < best.load || (load === best.load && Math.abs(col - middle) < Math.abs(best.col - middle)))
      best = { col, load }
  }
  return best.col
}

// two feet are parted in the middle part of what they cover: a sparse toe or heel border is no gap between feet
const middlePart = [0.3, 0.7] as const

/** Where two feet are parted, within the columns from the first to the last of a stretch. */
export function columnBetweenFeet(
  values: ArrayLike<number>,
  meta: RecordingMeta,
  first = 0,
  last = meta.cols - 1,
): number {
  const width = last - first
  return emptiestColumn(values, meta, first + width * middlePart[0], first + width * middlePart[1])
}

/**
 * Load centres of one frame.
 * @param kpa cells of the frame
 * @param cut column at which the right foot begins; undefined where the feet are not told apart
 * @returns for a recording of one foot that foot; else left, right and both, or only both without a cut
 */
export function loadPoints(
  kpa: ArrayLike<number>,
  { rows, cols, pitchMm, side }: RecordingMeta,
  cut: number | undefined,
  references: References,
): LoadPoints {
  const part = () => ({ sum: 0, x: 0, y: 0 })
  const [left, right] = [part(), part()]
  let peakKpa = 0
  for (let row = 0; row < rows; row++)
    for (let col = 0; col < cols; col++) {
      const v = kpa[row * cols + col]!
      if (v <= 0) continue
      if (v > peakKpa) peakKpa = v
      const half = cut !== undefined && col >= cut ? right : left
      half.sum += v
      half.x += v * (col + 0.5)
      half.y += v * (row + 0.5)
    }
  const cellN = (pitchMm / 1000) ** 2 * 1000
  const points: LoadPoints['points'] = {}
  const set = (who: Who, { sum, x, y }: ReturnType<typeof part>) => {
    const loadN = sum * cellN
    if (loadN >= references.matTraceN)
      points[who] = { xMm: (x / sum) * pitchMm, yMm: (y / sum) * pitchMm, loadN }
  }
  if (side !== 'both') set(side, left)
  else {
    if (cut !== undefined) {
      set('left', left)
      set('right', right)
    }
    set('both', { sum: left.sum + right.sum, x: left.x + right.x, y: left.y + right.y })
  }
  return { points, peakKpa }
}

type TimedPoint = LoadPoint & { tS: number }

/** Told each moment while a client gets onto the mat; says when they stand still. */
export class SteadyWatch {
  private seen: TimedPoint[] = []

  constructor(private readonly references: References) {}

  /** @param at load centre of everything on the mat; undefined where nothing is @returns whether the client stands still */
  take(tS: number, at: LoadPoint | undefined): boolean {
    const { matContactN, steadyS, steadyAcrossMm, steadyAlongMm } = this.references
    if (!at || at.loadN < matContactN) {
      this.seen = []
      return false
    }
    this.seen.push({ tS, ...at })
    // one moment older than the stretch stays, so that the whole stretch is covered whatever the rate
    while (this.seen.length > 1 && tS - this.seen[1]!.tS >= steadyS) this.seen.shift()
    const spread = (pick: (p: TimedPoint) => number) => {
      const values = this.seen.map(pick)
      return Math.max(...values) - Math.min(...values)
    }
    return (
      tS - this.seen[0]!.tS >= steadyS - rounding &&
      spread((p) => p.xMm) < steadyAcrossMm &&
      spread((p) => p.yMm) < steadyAlongMm
    )
  }
}
const rounding = 1e-9
