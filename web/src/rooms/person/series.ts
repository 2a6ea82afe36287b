import { loggedDays, selfTests, type SelfTestId } from '@sturvo/core/followup'
import { overTimeKind, wantedOf, type DatedValue, type OverTimeId } from '@sturvo/core/overTime'
import { errorOverDays } from '@sturvo/core/repeatability'
import type { References, SemId } from '@sturvo/core/reference'
import { sides, type Side } from '@sturvo/core/side'
import type { Course, LogAnswer } from '@sturvo/schema'

/** Measures with a goal that were taken at least once, in the order they are offered. */
export function followable(course: Course, r: References, bigToeGoalDeg: number): OverTimeId[] {
  const seen = new Set(
    course.visits.flatMap((visit) => sides.flatMap((side) => Object.keys(visit[side]))),
  ) as Set<OverTimeId>
  return [...seen].filter(
    (id) => overTimeKind(id) !== undefined && wantedOf(id, r, bigToeGoalDeg) !== undefined,
  )
}

/** The goal of a measure, and which way it lies. */
export function goalOf(
  id: OverTimeId,
  r: References,
  bigToeGoalDeg: number,
): { goal: number; direction: 1 | -1 } {
  const wanted = wantedOf(id, r, bigToeGoalDeg)!
  // between two limits what is too much comes down; what is too little is the rarer case and is not forecast
  return Number.isFinite(wanted.to) ? { goal: wanted.to, direction: -1 } : { goal: wanted.from, direction: 1 }
}

const triedAs: Partial<Record<SelfTestId, OverTimeId>> = {
  kneeToWall: 'kneeToWall',
  singleLegOpen: 'singleLegOpen',
  heelRaises: 'heelRaises',
}

/** Every value of one measure and side with its error over days: of visits, and what the client tried alone. */
export function seriesOf(
  id: OverTimeId,
  side: Side,
  { course, log, references: r }: { course: Course; log: LogAnswer; references: References },
): DatedValue[] {
  const kind = overTimeKind(id)
  if (!kind) return []
  const errors: Partial<Record<SemId, { trial: number; day: number }>> = course.overDays
  const { trial, day: ofDay } = errors[kind.sem] ?? errorOverDays(r[kind.sem], undefined, r)
  const sdOf = (trials: number) => Math.sqrt(kind.parts * (trial ** 2 / trials + ofDay ** 2))
  const measured = course.visits.flatMap((visit): DatedValue[] => {
    const taken = visit[side][id]
    return taken ? [{ day: visit.day, value: taken.value, sd: sdOf(taken.trials) }] : []
  })
  const tried = loggedDays(log.entries).flatMap((day) =>
    (day.tests ?? []).flatMap((test): DatedValue[] =>
      test.side === side && triedAs[test.test] === id
        ? [{ day: day.day, value: test.value, sd: r[selfTests[test.test].sem] }]
        : [],
    ),
  )
  return [...measured, ...tried].sort((a, b) => a.day.localeCompare(b.day))
}
