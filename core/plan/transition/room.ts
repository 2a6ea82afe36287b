import type { References } from '../../groundwork/reference'
import { tissues, type Tissue } from '../training'
import type { Frame } from './frame'
import { byTissue } from './loadModel'
import type { GroundSurface } from './loadTable'
import type { TransitionWeek } from './transition'

/** Part of the usual week that the dose may lie above it: grows over the shortest length, factors halve it. */
function roomAt(week: number, shortestWeeks: number, hasFactor: boolean, r: References): number {
  const share = shortestWeeks > 1 ? Math.min(1, (week - 1) / (shortestWeeks - 1)) : 1
  const room = r.doseRoomStart + (r.doseRoomEnd - r.doseRoomStart) * share
  return hasFactor ? room * r.doseRoomFactor : room
}

/** What training keeps of that room: never more than half of it. */
export function trainingShare(room: number, { input, r }: Frame): number {
  const full = Math.min(r.tissueCeiling, input.trainingMinAWeek / r.trainingFullMin)
  return Math.min(room / 2, full * r.trainingDoseShare)
}

export const roomOf = (week: number, frame: Frame) =>
  roomAt(week, Math.max(frame.shortestWeeks, frame.shortestRunWeeks), frame.input.factors.length > 0, frame.r)

/** What of the room of a week training leaves. */
function freeOf(week: number, frame: Frame): number {
  const room = roomOf(week, frame)
  return room - trainingShare(room, frame)
}

/** Dose of minutes beyond what is worn today: that much the tissues know. */
export function doseOf(
  tissue: Tissue,
  { minutes, run }: { minutes: number; run: number },
  surface: GroundSurface,
  { input: { from }, aMinute }: Frame,
): number {
  const { walked, ran } = aMinute[surface]
  return (
    Math.max(0, minutes - from.newMinutes) * walked[tissue] +
    Math.max(0, run - from.newRunMinutes) * ran[tissue]
  )
}

/** Minutes at which the first tissue comes to its ceiling, running's own share kept free. */
export function doseAt(week: number, surface: GroundSurface, frame: Frame): number {
  const free = freeOf(week, frame)
  const { newMinutes } = frame.input.from
  const most = tissues.map((tissue) => {
    const perMinute = doseOf(tissue, { minutes: newMinutes + 1, run: 0 }, surface, frame)
    const forRuns = Math.min(
      free / 2,
      doseOf(tissue, { minutes: 0, run: frame.runTargetMinutes }, surface, frame),
    )
    return perMinute > 0 ? newMinutes + (free - forRuns) / perMinute : Infinity
  })
  return Math.min(...most)
}

/** Running at which the first tissue comes to its ceiling, with what is walked. */
export function runDoseAt(week: number, minutes: number, surface: GroundSurface, frame: Frame): number {
  const free = freeOf(week, frame)
  const { newRunMinutes } = frame.input.from
  const most = tissues.map((tissue) => {
    const perMinute = doseOf(tissue, { minutes: 0, run: newRunMinutes + 1 }, surface, frame)
    const walked = doseOf(tissue, { minutes, run: 0 }, surface, frame)
    return perMinute > 0 ? newRunMinutes + Math.max(0, free - walked) / perMinute : Infinity
  })
  return Math.min(...most)
}

/**
 * What some weeks of new shoes leave to training, in full weeks of training.
 * @param weeks at least one
 */
export function tissueRoom(weeks: readonly TransitionWeek[], r: References): Record<Tissue, number> {
  return byTissue((t) =>
    Math.min(...weeks.map((w) => Math.max(0, w.ceiling[t] - (w.dose[t] - w.training)) / r.trainingDoseShare)),
  )
}
