import type { Point } from '../../groundwork/geometry'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import type { FootTrace } from './tracePass'

/** One step over the mat. Times in s, excursion in percent of the foot width, + lateral. */
export type FootstepReading = {
  side: Side
  startS: number
  stanceS: number
  copExcursionPct: number | undefined
  peakMedialAtPct: number | undefined
  /** under which toes the load left the ground: big toe, or the others */
  pushOff: 'bigToe' | 'lesserToes'
  /** path of the load in the foot frame, mm, from contact to leaving */
  pathFootMm: Point[]
  /** pieces that a step needs and that are missing */
  isPartial: boolean
}

/**
 * Reads one step: from the moment the load passes the threshold to the moment it falls below it.
 * @source centre of pressure excursion index: Song et al. 1996, J Am Podiatr Med Assoc 86:16
 */
export function readFootstep(trace: FootTrace, references: References): FootstepReading | undefined {
  const { timesS, loadN, foot } = trace
  const first = loadN.findIndex((n) => n >= references.matContactN)
  if (first < 0) return undefined
  let last = loadN.length - 1
  while (loadN[last]! < references.matContactN) last--
  const startS = crossing(trace, first - 1, first, references.matContactN)
  const endS = crossing(trace, last + 1, last, references.matContactN)
  const stanceS = endS - startS
  if (!(stanceS >= references.stepShortestS)) return undefined
  const path: Point[] = []
  const at: number[] = []
  for (let i = first; i <= last; i++) {
    path.push(foot.toFoot({ x: trace.xMatMm[i]!, y: trace.yMatMm[i]! }))
    at.push((timesS[i]! - startS) / stanceS)
  }
  const lengthMm = foot.print.lengthMm.value
  // a foot that came down half beside the mat has no heel or no toes in its path
  const isPartial =
    path.length < 8 ||
    path[0]!.y > lengthMm * references.stepHeelShare ||
    path[path.length - 1]!.y < lengthMm * references.stepToeShare
  return {
    side: foot.side,
    startS,
    stanceS,
    copExcursionPct: isPartial ? undefined : excursionPct(path, lengthMm, foot.widthAtTwoThirdsMm),
    peakMedialAtPct: isPartial ? undefined : medialPeakPct(path, at, references),
    pushOff:
      path[path.length - 1]!.x > foot.print.ballWidthMm * references.pushOffInward ? 'bigToe' : 'lesserToes',
    pathFootMm: path,
    isPartial,
  }
}

/** Moment at which the load passes a threshold between two samples, drawn on beyond the first or last one. */
function crossing({ timesS, loadN }: FootTrace, outside: number, inside: number, thresholdN: number): number {
  const t = timesS[inside]!
  const other = timesS[outside]
  if (other === undefined) {
    const step = inside === 0 ? timesS[1]! - timesS[0]! : timesS[inside]! - timesS[inside - 1]!
    return inside === 0 ? t - step / 2 : t + step / 2
  }
  const share = (loadN[inside]! - thresholdN) / (loadN[inside]! - loadN[outside]!)
  return t + (other - t) * Math.min(1, Math.max(0, share))
}

/** Distance of the path from the line between its ends, where the front third of the foot begins. */
function excursionPct(path: readonly Point[], lengthMm: number, widthMm: number): number | undefined {
  const line = lineOf(path)
  const y = (lengthMm * 2) / 3
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1]!, path[i]!]
    if (a.y > y || b.y < y || b.y === a.y) continue
    const x = a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y)
    return ((line(y) - x) / widthMm) * 100
  }
  return undefined
}

function lineOf(path: readonly Point[]): (y: number) => number {
  const [a, b] = [path[0]!, path[path.length - 1]!]
  return (y) => a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y)
}

/** When the load lies furthest in, against the line between the ends, before push-off takes it to the big toe. */
function medialPeakPct(
  path: readonly Point[],
  at: readonly number[],
  references: References,
): number | undefined {
  const line = lineOf(path)
  let best: { pct: number; out: number } | undefined
  for (let i = 2; i < path.length - 2; i++) {
    if (at[i]! < references.medialPeakFrom || at[i]! > references.medialPeakTo) continue
    // five points together: one noisy frame is no peak
    let out = 0
    for (let k = -2; k <= 2; k++) out += (path[i + k]!.x - line(path[i + k]!.y)) / 5
    const isPeak = isTurn(path, line, i, references)
    if (isPeak && (!best || out > best.out)) best = { pct: at[i]! * 100, out }
  }
  return best?.pct
}

/** A real turn: the load was further out before and after. */
function isTurn(
  path: readonly Point[],
  line: (y: number) => number,
  i: number,
  references: References,
): boolean {
  const out = (k: number) => path[k]!.x - line(path[k]!.y)
  const reach = Math.max(3, Math.round(path.length * references.medialTurnReach))
  return out(i) > out(Math.max(0, i - reach)) && out(i) > out(Math.min(path.length - 1, i + reach))
}
