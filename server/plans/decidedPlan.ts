import type { KeptPlan } from '@sturvo/schema'
import { readSources, type VisitSources } from '../visits/readVisit'
import { solvedPlan } from '../work/solver'
import { planAnswer } from './planAnswer'

/** What a plan was made from and what came out; who keeps it, when and as which version is added where it is kept. */
export type DecidedPlan = Pick<
  KeptPlan,
  'visitVersion' | 'settings' | 'references' | 'inputs' | 'minutesPerSession' | 'sessionsPerWeek' | 'plan'
>

/** The proven plan of a visit as it is kept; undefined while none may be made. Seconds of work. */
export async function decidedPlan(sources: VisitSources): Promise<DecidedPlan | undefined> {
  const { visit, reading, references, settings } = readSources(sources)
  const input = reading.planInput
  const solved = await solvedPlan(input)
  if (!input || !solved) return undefined
  const { nothing, phases, leftOut, proof } = planAnswer(solved.plan, input.sessionsPerWeek)
  return {
    visitVersion: visit.version,
    settings: { ...settings },
    references: { ...references },
    inputs: { ...input },
    minutesPerSession: input.minutesPerSession,
    sessionsPerWeek: input.sessionsPerWeek,
    plan: { nothing, phases, leftOut, proof },
  }
}
