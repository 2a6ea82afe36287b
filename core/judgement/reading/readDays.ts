import { daysInputOf, mondayAfter, type DaysInput, type DayText } from '../../plan/days'
import type { TrainingPlan } from '../../plan/training'
import type { VisitFacts } from './facts'
import type { VisitReading } from './read'

/**
 * The days of a visit's plan.
 * @param input the plan that stands, and the day of the visit
 * @returns undefined while no plan may be made
 */
export function daysAsked(input: {
  reading: Pick<VisitReading, 'planInput' | 'spacing' | 'transition' | 'shoes'>
  plan: TrainingPlan | undefined
  facts: Pick<VisitFacts, 'plan'>
  visitOn: DayText
}): DaysInput | undefined {
  const { reading, plan, facts, visitOn } = input
  if (!reading.planInput || !plan) return undefined
  const { wishes, horizon, startsOn } = facts.plan
  return daysInputOf({
    plan,
    asked: reading.planInput,
    spacing: reading.spacing,
    transition: reading.transition,
    fade: reading.shoes.orthoses.flatMap(({ orthosis, fade }) =>
      fade.isOpen ? fade.steps.map((step) => ({ ...step, device: orthosis.kind })) : [],
    ),
    startsOn: startsOn ?? mondayAfter(visitOn),
    weeks: horizon,
    wishes,
  })
}
