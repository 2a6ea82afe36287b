import type { NumberMeasureId } from '../../foot/measures'
import type { References } from '../../groundwork/reference'
import { changeError, judgeChange, type Change, type Compared } from '../../groundwork/statistics'
import { library, type Capacity, type Exercise } from '../../plan/training'
import type { Towards } from './compareVisits'
import { factsOfCapacity, measuresOfFact } from './dueRows'
import { outsideBy, overTimeKind, wantedOf } from './overTimeTable'

/**
 * A value taken after a drill was tried, against the one before it on the same day. It is a trial of its own kind: it
 * opens no gate and enters no mean.
 * @returns undefined for measures whose error nobody knows
 * @source one truth: before → after, judged against the error of the same hands on one day
 */
export function judgeTried(
  id: NumberMeasureId,
  before: Compared,
  after: number,
  { references: r, bigToeGoalDeg }: { references: References; bigToeGoalDeg: number },
): { change: Change; towards: Towards | undefined } | undefined {
  const kind = overTimeKind(id)
  if (!kind) return undefined
  const change = judgeChange(before, { value: after }, changeError(kind.sem, r))
  const wanted = wantedOf(id, r, bigToeGoalDeg)
  const gain = wanted ? outsideBy(before.value, wanted) - outsideBy(after, wanted) : 0
  return { change, towards: gain > 0 ? 'better' : gain < 0 ? 'worse' : undefined }
}

/** Drills that may move a measure at once, by what they are for; those mainly for it first. */
export function drillsFor(id: NumberMeasureId, drills: readonly Exercise[] = library): Exercise[] {
  const isFor = ([capacity]: readonly [Capacity, number]) =>
    factsOfCapacity(capacity).some((fact) => measuresOfFact[fact]?.includes(id))
  const rank = ({ targets }: Exercise) => targets.findIndex(isFor)
  return drills.filter((e) => rank(e) >= 0).sort((a, b) => rank(a) - rank(b))
}
