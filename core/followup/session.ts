import { daysBetween } from '../groundwork/calendar'
import { sides, type Side } from '../groundwork/side'

/** A drill as the timer needs it. */
export type TimedDrill = {
  id: string
  sides: 'both' | 'each'
  sets: number
  extraSets: Partial<Record<Side, number>>
  /** seconds of one set: a hold, or repetitions at their pace */
  setS: number
}

/** A stretch of a session. `ready` is getting into place or resting before the set that follows. */
export type Stretch = {
  kind: 'ready' | 'work'
  /** place in the list of drills */
  drill: number
  side: Side | undefined
  /** 1 and up, within the side */
  set: number
  of: number
  seconds: number
  /** whether the drill is another than before */
  isNew: boolean
}

/**
 * A session as the timer runs it: before each set a change-over, then the set. It takes what the plan counted, because
 * the plan counts a change-over for each set too.
 * @param first the side that begins where sides are done one after the other
 * @param setsShare part of the sets that is done, above 0; each side keeps one set at least
 */
export function sessionOf(
  drills: readonly TimedDrill[],
  { changeoverS, first = 'left', setsShare = 1 }: { changeoverS: number; first?: Side; setsShare?: number },
): Stretch[] {
  const out: Stretch[] = []
  drills.forEach((drill, index) => {
    let isNew = true
    for (const { side, set, of } of boutsOf(drill, first, setsShare)) {
      const place = { drill: index, side, set, of }
      out.push({ kind: 'ready', ...place, seconds: changeoverS, isNew })
      out.push({ kind: 'work', ...place, seconds: drill.setS, isNew: false })
      isNew = false
    }
  })
  return out
}

function boutsOf(
  { sides: how, sets, extraSets }: TimedDrill,
  first: Side,
  share: number,
): { side: Side | undefined; set: number; of: number }[] {
  const part = (count: number) => Math.max(1, Math.round(count * share))
  if (how === 'both') {
    const of = part(sets + (extraSets.left ?? 0) + (extraSets.right ?? 0))
    return Array.from({ length: of }, (_, i) => ({ side: undefined, set: i + 1, of }))
  }
  const order = first === sides[0] ? sides : ([...sides].reverse() as [Side, Side])
  const counts = Object.fromEntries(order.map((s) => [s, part(sets + (extraSets[s] ?? 0))])) as Record<
    Side,
    number
  >
  const rounds = Math.max(...order.map((s) => counts[s]))
  return Array.from({ length: rounds }, (_, i) =>
    order.filter((s) => i < counts[s]).map((side) => ({ side, set: i + 1, of: counts[side] })),
  ).flat()
}

/**
 * The side that begins: the one with more sets to do, so that it is not the tired one; else the sides take turns by the
 * day.
 * @param date YYYY-MM-DD
 */
export function firstSideOf(drills: readonly Pick<TimedDrill, 'extraSets'>[], date: string): Side {
  const extra = (side: Side) => drills.reduce((sum, d) => sum + (d.extraSets[side] ?? 0), 0)
  const [left, right] = [extra('left'), extra('right')]
  if (left !== right) return left > right ? 'left' : 'right'
  return daysBetween('2000-01-01', date) % 2 === 0 ? 'left' : 'right'
}

export const sessionSeconds = (stretches: readonly Stretch[]): number =>
  stretches.reduce((sum, s) => sum + s.seconds, 0)

/**
 * A running session: how far it had come when it was last looked at, and since when it has been running. Where it
 * stands is told by the clock, so that a call or a locked screen costs nothing.
 */
export type Timer = { atS: number; runningSinceMs: number | undefined }

export const timerAt = ({ atS, runningSinceMs }: Timer, nowMs: number): number =>
  runningSinceMs === undefined ? atS : atS + Math.max(0, nowMs - runningSinceMs) / 1000

export const paused = (timer: Timer, nowMs: number): Timer => ({
  atS: timerAt(timer, nowMs),
  runningSinceMs: undefined,
})
export const resumed = (timer: Timer, nowMs: number): Timer => ({
  atS: timerAt(timer, nowMs),
  runningSinceMs: nowMs,
})
/** To another place of the session; it goes on running if it ran. */
export const movedTo = (timer: Timer, atS: number, nowMs: number): Timer => ({
  atS: Math.max(0, atS),
  runningSinceMs: timer.runningSinceMs === undefined ? undefined : nowMs,
})

/**
 * A timer after its page was looked at again: nobody did anything the page could count while it was away for long, so
 * it waits where it was seen last. A short call or a locked screen costs nothing.
 * @param seenMs when it was last seen running
 */
export const afterAway = (timer: Timer, seenMs: number, nowMs: number, awayMin: number): Timer =>
  timer.runningSinceMs !== undefined && nowMs - seenMs > awayMin * 60_000 ? paused(timer, seenMs) : timer

/** Part of the sets that was run through to its end by `atS`, those that were skipped not among them; 1 without sets. */
export function shareDone(
  stretches: readonly Stretch[],
  atS: number,
  skipped: ReadonlySet<number> = new Set(),
): number {
  let endsAtS = 0
  let [sets, done] = [0, 0]
  for (const [index, { kind, seconds }] of stretches.entries()) {
    endsAtS += seconds
    if (kind !== 'work') continue
    sets += 1
    // half a second is the page's own lag
    if (endsAtS <= atS + 0.5 && !skipped.has(index)) done += 1
  }
  return sets === 0 ? 1 : done / sets
}

/** Which stretch is running, and how much of it is left. @returns undefined where the session is over */
export function stretchAt(
  stretches: readonly Stretch[],
  atS: number,
): { index: number; startsAtS: number; leftS: number; doneShare: number } | undefined {
  let startsAtS = 0
  for (const [index, { seconds }] of stretches.entries()) {
    if (atS < startsAtS + seconds)
      return { index, startsAtS, leftS: startsAtS + seconds - atS, doneShare: (atS - startsAtS) / seconds }
    startsAtS += seconds
  }
  return undefined
}

/** Where a stretch begins, in seconds from the start. */
export const startOf = (stretches: readonly Stretch[], index: number): number =>
  sessionSeconds(stretches.slice(0, Math.max(0, index)))
