import { useMemo } from 'react'
import { planDays, type DaysInput, type DaysPlan, type WeekWishes } from '@sturvo/core/days'
import { daysAsked } from '@sturvo/core/reading'
import type { PlanInput } from '@sturvo/core/training'
import type { PlanState } from '../plan/usePlan'
import { useRecord, useVisitFrame, useVisitReading } from '../visitContext'

export type DaysNow = {
  asked: DaysInput
  days: DaysPlan
  /** records other wishes: undoable, saved by itself */
  wish: (changed: Partial<WeekWishes>) => void
}

/** The days of a plan that stands, planned anew with every wish. */
export function useDays(input: PlanInput, { plan }: Pick<PlanState, 'plan'>): DaysNow {
  const { startedOn } = useVisitFrame()
  const { facts, reading } = useVisitReading()
  const record = useRecord()
  const asked = useMemo(
    () => daysAsked({ reading: { ...reading, planInput: input }, plan, facts, visitOn: startedOn })!,
    [reading, input, plan, facts, startedOn],
  )
  const days = useMemo(() => planDays(asked), [asked])
  const wish = (changed: Partial<WeekWishes>) =>
    record({
      ...(changed.usual && { 'answer.weekUsual': [...changed.usual] }),
      ...(changed.shortMin !== undefined && { 'answer.weekShortMin': changed.shortMin }),
      ...(changed.isTwiceADay !== undefined && { 'answer.weekTwice': changed.isTwiceADay }),
      ...(changed.absences && { 'answer.weekAbsences': [...changed.absences] }),
      ...(changed.moves && { 'answer.weekMoves': [...changed.moves] }),
    })
  return { asked, days, wish }
}
