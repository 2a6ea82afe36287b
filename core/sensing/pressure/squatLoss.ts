import type { References } from '../../groundwork/reference'
import { resampled, zeroLagLowPass } from '../../groundwork/signal'
import type { FootTrace } from './tracePass'

/** The moment a foot first rolls in and stays in, and how deep the squat was. */
export type Loss = { atS: number; depthPct: number | undefined; shiftMm: number }

export type DepthPoint = { atS: number; depthPct: number }

/**
 * When the foot is lost: the load's centre moves inward faster than it does in quiet standing, and stays. The first
 * such departure is traced back to where the shift began, as the crossing of two straight lines.
 * @param quietS length of quiet standing at the start from which the usual range is taken, s
 * @param depth depth of the squat over time, if anybody noted it
 * @returns undefined where the foot is never lost, or the recording is too short to tell
 */
export function squatLoss(
  trace: FootTrace,
  input: { rateHz: number; depth?: readonly DepthPoint[] | undefined },
  references: References,
): Loss | undefined {
  const { timesS } = trace
  if (timesS.length < 2) return undefined
  const medial = Float64Array.from(
    timesS,
    (_, i) => trace.foot.toFoot({ x: trace.xMatMm[i]!, y: trace.yMatMm[i]! }).x,
  )
  const { rateHz } = input
  const raw = resampled(timesS, medial, rateHz)
  const even = zeroLagLowPass(raw, references.lossFilterHz, rateHz)
  const samples = (seconds: number) => Math.round(seconds * rateHz)
  const quietN = samples(references.lossQuietS)
  if (even.length < quietN * 2 || quietN < 10) return undefined
  const rise = risesOf(even, samples(references.lossBaselineS), samples(references.lossRiseS))
  const quiet = rise.subarray(0, quietN)
  const sd = Math.sqrt(quiet.reduce((s, v) => s + v * v, 0) / quiet.length)
  const limit = Math.max(references.lossLeastMm, references.lossSd * sd)
  const stays = samples(references.lossStaysS)
  let crossed = -1
  for (let i = quietN, above = 0; i < even.length && crossed < 0; i++) {
    above = rise[i]! > limit ? above + 1 : 0
    if (above >= stays) crossed = i - stays + 1
  }
  if (crossed < 0) return undefined
  // a stronger filter would draw the corner out and forward in time
  const begun = onset(zeroLagLowPass(raw, references.lossOnsetHz, rateHz), crossed, rateHz, references)
  const atS = timesS[0]! + begun / rateHz
  const reach = even.subarray(crossed, Math.min(even.length, crossed + Math.round(1.5 * rateHz)))
  return { atS, depthPct: depthAt(input.depth, atS), shiftMm: Math.max(...reach) - even[begun]! }
}

/**
 * How far each value lies above the mean of a window before it: slow drift of somebody who sways falls out, a foot
 * that rolls in does not.
 * @param baseline samples of that window, ending gap samples before the value
 */
function risesOf(values: Float64Array, baseline: number, gap: number): Float64Array {
  const rises = new Float64Array(values.length)
  let sum = 0
  for (let i = 0; i < values.length; i++) {
    const enters = i - gap
    if (enters >= 0) sum += values[enters]!
    if (enters - baseline >= 0) sum -= values[enters - baseline]!
    const inside = Math.min(enters + 1, baseline)
    rises[i] = inside > 0 ? values[i]! - sum / inside : 0
  }
  return rises
}

/** The corner of the two lines, level and rising, that fit best around the crossing. */
function onset(values: Float64Array, crossed: number, rateHz: number, references: References): number {
  const from = Math.max(0, crossed - Math.round(references.lossCornerBeforeS * rateHz))
  const to = Math.min(values.length - 1, crossed + Math.round(references.lossCornerAfterS * rateHz))
  let best = { at: crossed, error: Infinity }
  for (let corner = from + 8; corner < Math.min(to - 4, crossed + 1); corner++) {
    let level = 0
    for (let i = from; i < corner; i++) level += values[i]! / (corner - from)
    let [ty, tt] = [0, 0]
    for (let i = corner; i <= to; i++) {
      ty += (i - corner) * (values[i]! - level)
      tt += (i - corner) ** 2
    }
    const slope = tt > 0 ? Math.max(0, ty / tt) : 0
    let error = 0
    for (let i = from; i <= to; i++)
      error += (values[i]! - (i < corner ? level : level + slope * (i - corner))) ** 2
    if (error < best.error) best = { at: corner, error }
  }
  return best.at
}

/** Depth at a moment, straight between the points noted; nothing beyond them. */
export function depthAt(depth: readonly DepthPoint[] | undefined, atS: number): number | undefined {
  if (!depth || depth.length === 0) return undefined
  for (let i = 1; i < depth.length; i++) {
    const [a, b] = [depth[i - 1]!, depth[i]!]
    if (atS >= a.atS && atS <= b.atS)
      return b.atS === a.atS
        ? b.depthPct
        : a.depthPct + ((b.depthPct - a.depthPct) * (atS - a.atS)) / (b.atS - a.atS)
  }
  return undefined
}
