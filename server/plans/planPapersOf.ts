import { planDays, type DaysInput, type DaysPlan } from '@sturvo/core/days'
import { daysAsked } from '@sturvo/core/reading'
import type { Solved } from '@sturvo/core/training'
import { handoutOf, planSheetOf, type Handout, type PlanSheet } from '@sturvo/pages/handout'
import { answerOf } from '@sturvo/schema'
import { dayAsRead } from '@sturvo/words'
import type { ReadVisit } from '../visits/readVisit'
import { pricesOf, solvedPlan } from '../work/solver'

/** What leaves the room with a plan, as data. */
export type PlanPapers = {
  solved: Solved | undefined
  asked: DaysInput | undefined
  days: DaysPlan | undefined
  handout: Handout
}

const pricesShown = 2 // each is a search of its own of some seconds

/** The plan, its days and the client's page. Seconds of work: the plan is proven on the way. */
export async function planPapersOf(read: ReadVisit): Promise<PlanPapers> {
  const { visit, person, practice, references, facts, reading } = read
  const solved = await solvedPlan(reading.planInput)
  const asked = daysAsked({ reading, plan: solved?.plan, facts, visitOn: visit.startedOn })
  const days = asked && planDays(asked)
  const handout = handoutOf({
    reading,
    plan: solved?.plan,
    practice: practice.name,
    client: person.name,
    on: dayAsRead(visit.startedOn),
    ...facts.plan,
    days,
    pinnedFindings: answerOf(visit.fields, 'pinnedSentences') ?? [],
    references,
  })
  return { solved, asked, days, handout }
}

/** The practitioner's sheet; undefined while no plan may be made. @param withPrices searches for seconds longer */
export async function planSheetFor(
  { visit, person, practice, reading }: ReadVisit,
  { solved, days }: PlanPapers,
  withPrices: boolean,
): Promise<PlanSheet | undefined> {
  if (!solved) return undefined
  return planSheetOf({
    reading,
    plan: solved.plan,
    prices: withPrices ? await pricesOf(solved, pricesShown) : {},
    days,
    head: [practice.name, person.name, dayAsRead(visit.startedOn)],
  })
}
