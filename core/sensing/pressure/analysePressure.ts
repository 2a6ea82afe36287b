import { swayOf, type Sway } from '../balance'
import type { Point } from '../../groundwork/geometry'
import { MeasureError, outcomeOf, type Outcome } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import { bySide, sides, type BySide, type Side } from '../../groundwork/side'
import { stretchesOf } from '../../groundwork/signal'
import { padsOf, tripodShares, type Tripod, type TripodShares } from '../tripod'
import { deadCellsOf, fillDeadCells, type DeadCell } from './deadCells'
import { feetInFrame, type FootInFrame, type PressureLandmarks } from './feetInFrame'
import { squatLoss, type DepthPoint, type Loss } from './squatLoss'
import { readFootstep, type FootstepReading } from './footsteps'
import { SummingPass, type Contact, type Summed } from './sumUp'
import { TracePass, type FootTrace } from './tracePass'
import type { Frames, RecordingMeta } from './recording'

export type PressureFoot = {
  loadN: number
  /** part of the load of both; undefined when one foot was recorded alone */
  share: number | undefined
  cop: Sway | undefined
  tripod: TripodShares
  regionsPct: FootInFrame['regionsPct']
  peakKpa: number
  archIndex: number
  landmarks: PressureLandmarks
  loss: Loss | undefined
}

/** What a recording cannot say, and why: a code and the facts. */
export type Missing =
  | { what: 'sway'; side: Side | 'both'; usedS: number; neededS: number }
  | { what: 'foot'; side: Side }
  | { what: 'steps'; side: Side; found: number; needed: number }
  | { what: 'partialStep'; side: Side; atS: number }

export type PressureReading = {
  meta: RecordingMeta
  durationS: number
  frames: number
  left: PressureFoot | undefined
  right: PressureFoot | undefined
  /** sway of both feet together */
  both: Sway | undefined
  steps: FootstepReading[]
  gaps: { fromS: number; toS: number }[]
  deadCells: { row: number; col: number }[]
  missing: Missing[]
}

export type PressureWishes = {
  points?: 'heads' | 'pads'
  /** landmarks the practitioner moved, mat frame */
  landmarks?: Partial<Record<Side, Partial<PressureLandmarks>>>
  depth?: readonly DepthPoint[] | undefined
}

/** What lies between the two passes: feet found in the sums. */
export type Found = {
  summed: Summed
  dead: DeadCell[]
  feet: { contact: Contact; foot: FootInFrame }[]
}

/** @throws MeasureError noFootOnMat, tooFewFrames, axisTooShort */
export function findFeet(
  summed: Summed,
  meta: RecordingMeta,
  references: References,
  wishes: PressureWishes = {},
): Found {
  if (summed.timesS.length < references.fewestFrames)
    throw new MeasureError({
      code: 'tooFewFrames',
      path: 'frames',
      frames: summed.timesS.length,
      neededFrames: references.fewestFrames,
    })
  const dead = deadCellsOf(summed.contacts, meta, references)
  const feet = summed.contacts.flatMap((contact) => {
    fillDeadCells(contact.sumKpa, dead)
    fillDeadCells(contact.peakKpa, dead)
    const found = outcomeOf(() => feetInFrame(contact, meta, references, wishes.landmarks))
    // one pass that is no foot does not undo the others; a standing recording has nothing else
    if (!found.ok && meta.task !== 'walk')
      throw new MeasureError(
        found.problem.code === 'noContact' ? { code: 'noFootOnMat', path: 'recording' } : found.problem,
      )
    return found.ok ? found.value.map((foot) => ({ contact, foot })) : []
  })
  if (feet.length === 0) throw new MeasureError({ code: 'noFootOnMat', path: 'recording' })
  return { summed, dead, feet }
}

/**
 * The whole analysis of a recording that can be gone through twice.
 * @returns reading, partial where something is missing (said in missing), or the problem
 */
export function analysePressure(
  frames: Frames,
  references: References,
  wishes: PressureWishes = {},
): Outcome<PressureReading> {
  return outcomeOf(() => {
    const sums = new SummingPass(frames.meta, references)
    frames.forEach((tS, kpa, offset) => sums.take(tS, kpa, offset))
    const found = findFeet(sums.result(), frames.meta, references, wishes)
    const traces = new TracePass(found.feet, frames.meta, found.dead, references)
    frames.forEach((tS, kpa, offset) => traces.take(tS, kpa, offset))
    return readTraces(found, traces.result(), frames.meta, references, wishes)
  })
}

/** Everything that follows from the two passes. */
export function readTraces(
  found: Found,
  traces: readonly FootTrace[],
  meta: RecordingMeta,
  references: References,
  wishes: PressureWishes = {},
): PressureReading {
  const { summed, dead } = found
  const { timesS } = summed
  const durationS = timesS[timesS.length - 1]! - timesS[0]! + 1 / meta.rateHz
  const longest = references.gapFrames / meta.rateHz
  const stretches = stretchesOf(timesS, longest)
  const missing: Missing[] = []
  const isWalk = meta.task === 'walk'
  const feet = isWalk
    ? walkedFeet(found, traces, wishes)
    : stoodFeet(found, traces, meta, references, wishes, missing)
  const steps = isWalk ? walkedSteps(traces, references, missing) : []
  return {
    meta,
    durationS,
    frames: timesS.length,
    ...feet,
    both: isWalk || !feet.left || !feet.right ? undefined : swayOfBoth(traces, meta, references, missing),
    steps,
    gaps: stretches.slice(1).map((s) => ({ fromS: timesS[s.from - 1]!, toS: timesS[s.from]! })),
    deadCells: dead.map(({ row, col }) => ({ row, col })),
    missing,
  }
}

function mean(values: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < values.length; i++) sum += values[i]!
  return values.length > 0 ? sum / values.length : 0
}

function stoodFeet(
  found: Found,
  traces: readonly FootTrace[],
  meta: RecordingMeta,
  references: References,
  wishes: PressureWishes,
  missing: Missing[],
): BySide<PressureFoot | undefined> {
  const total = traces.reduce((sum, t) => sum + mean(t.loadN), 0)
  return bySide((side) => {
    const at = traces.findIndex((t) => t.foot.side === side)
    if (at < 0) {
      if (meta.side === 'both') missing.push({ what: 'foot', side })
      return undefined
    }
    const trace = traces[at]!
    const cop = swayOf(
      { timesS: trace.timesS, xMm: trace.xMatMm, yMm: trace.yMatMm },
      meta.rateHz,
      references,
    )
    if (!cop)
      missing.push({
        what: 'sway',
        side,
        usedS: lasting(trace.timesS),
        neededS: references.swayShortestS,
      })
    const loadN = mean(trace.loadN)
    return {
      loadN,
      share: traces.length > 1 && total > 0 ? loadN / total : undefined,
      cop,
      ...footFacts(found.feet[at]!, centreOf(trace), wishes),
      loss:
        meta.task === 'squat'
          ? squatLoss(trace, { rateHz: meta.rateHz, depth: wishes.depth }, references)
          : undefined,
    }
  })
}

/** Of several steps of one foot the middle one stands for the pictures; its shares are those of the whole stance. */
function walkedFeet(
  found: Found,
  traces: readonly FootTrace[],
  wishes: PressureWishes,
): BySide<PressureFoot | undefined> {
  return bySide((side) => {
    const own = traces.flatMap((t, i) => (t.foot.side === side ? [i] : []))
    const at = own[Math.floor(own.length / 2)]
    if (at === undefined) return undefined
    const trace = traces[at]!
    return {
      loadN: mean(trace.loadN),
      share: undefined,
      cop: undefined,
      ...footFacts(found.feet[at]!, loadedCentre(trace), wishes),
      loss: undefined,
    }
  })
}

function footFacts({ contact, foot }: Found['feet'][number], copMatMm: Point, wishes: PressureWishes) {
  let peakKpa = 0
  for (const cell of foot.cells) peakKpa = Math.max(peakKpa, contact.peakKpa[cell]!)
  return {
    tripod: tripodShares(tripodOf(foot, wishes.points ?? 'heads'), foot.toFoot(copMatMm)),
    regionsPct: foot.regionsPct,
    peakKpa,
    archIndex: foot.print.archIndex.value,
    landmarks: foot.landmarks,
  }
}

/** The three points in the foot frame: joint heads as found, or the toe pads in front of them. */
function tripodOf(foot: FootInFrame, points: 'heads' | 'pads'): Tripod {
  const { heelMatMm, m1MatMm, m5MatMm } = foot.landmarks
  const heads = {
    heelFootMm: foot.toFoot(heelMatMm),
    m1FootMm: foot.toFoot(m1MatMm),
    m5FootMm: foot.toFoot(m5MatMm),
  }
  return points === 'heads' ? heads : padsOf(heads, foot.print.lengthMm.value)
}

function centreOf(trace: FootTrace): Point {
  return { x: mean(trace.xMatMm), y: mean(trace.yMatMm) }
}

function loadedCentre(trace: FootTrace): Point {
  let [w, x, y] = [0, 0, 0]
  trace.loadN.forEach((n, i) => {
    w += n
    x += n * trace.xMatMm[i]!
    y += n * trace.yMatMm[i]!
  })
  return { x: x / w, y: y / w }
}

function lasting(timesS: Float64Array): number {
  return timesS.length > 0 ? timesS[timesS.length - 1]! - timesS[0]! : 0
}

/** Both feet as one: centres weighed by their loads, where both were on the mat at the same moment. */
function swayOfBoth(
  traces: readonly FootTrace[],
  meta: RecordingMeta,
  references: References,
  missing: Missing[],
): Sway | undefined {
  const [a, b] = traces
  if (!a || !b) return undefined
  const timesS: number[] = []
  const xMm: number[] = []
  const yMm: number[] = []
  for (let i = 0, j = 0; i < a.timesS.length && j < b.timesS.length;) {
    if (a.timesS[i]! < b.timesS[j]!) i++
    else if (a.timesS[i]! > b.timesS[j]!) j++
    else {
      const [na, nb] = [a.loadN[i]!, b.loadN[j]!]
      timesS.push(a.timesS[i]!)
      xMm.push((a.xMatMm[i]! * na + b.xMatMm[j]! * nb) / (na + nb))
      yMm.push((a.yMatMm[i]! * na + b.yMatMm[j]! * nb) / (na + nb))
      i++
      j++
    }
  }
  const sway = swayOf({ timesS, xMm, yMm }, meta.rateHz, references)
  if (!sway)
    missing.push({
      what: 'sway',
      side: 'both',
      usedS: timesS.length > 0 ? timesS[timesS.length - 1]! - timesS[0]! : 0,
      neededS: references.swayShortestS,
    })
  return sway
}

function walkedSteps(
  traces: readonly FootTrace[],
  references: References,
  missing: Missing[],
): FootstepReading[] {
  const steps = traces
    .flatMap((trace) => readFootstep(trace, references) ?? [])
    .sort((a, b) => a.startS - b.startS)
  for (const step of steps)
    if (step.isPartial) missing.push({ what: 'partialStep', side: step.side, atS: step.startS })
  for (const side of sides) {
    const found = steps.filter((s) => s.side === side && !s.isPartial).length
    if (found < references.stepsNeeded)
      missing.push({ what: 'steps', side, found, needed: references.stepsNeeded })
  }
  return steps
}
