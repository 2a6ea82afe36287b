import { gatesOf } from '@sturvo/core/training'
import type { KeptPlan } from '@sturvo/schema'
import { findingWords, gateSentence, plain } from '@sturvo/words'
import { readSources, type VisitSources } from '../visits/readVisit'
import { daysAnswer } from './daysAnswer'
import { planAnswer } from './planAnswer'
import { planPapersOf, planSheetFor } from './planPapersOf'

/** What a plan was made from and what came out; who keeps it, when and as which version is added where it is kept. */
export type DecidedPlan = Pick<
  KeptPlan,
  | 'visitVersion'
  | 'settings'
  | 'references'
  | 'inputs'
  | 'pace'
  | 'minutesPerSession'
  | 'sessionsPerWeek'
  | 'plan'
  | 'days'
  | 'papers'
> & { why: { findings: string[]; gates: string[] } }

const toldFindings = 6

/** The proven plan of a visit as it is kept; undefined while none may be made. Seconds of work. */
export async function decidedPlan(sources: VisitSources): Promise<DecidedPlan | undefined> {
  const read = readSources(sources)
  const { visit, reading, references, settings } = read
  const input = reading.planInput
  const papers = await planPapersOf(read)
  const { solved, asked, days, handout } = papers
  const sheet = await planSheetFor(read, papers, false)
  if (!input || !solved || !asked || !days || !sheet) return undefined
  const { nothing, phases, leftOut, proof } = planAnswer(solved.plan, input.sessionsPerWeek)
  return {
    visitVersion: visit.version,
    settings: { ...settings },
    references: { ...references },
    inputs: { ...input },
    pace: settings.barefoot === 'cautious' ? 'slow' : read.facts.plan.pace,
    minutesPerSession: input.minutesPerSession,
    sessionsPerWeek: input.sessionsPerWeek,
    plan: { nothing, phases, leftOut, proof },
    days: daysAnswer(asked, days),
    why: {
      findings: read.reading.findings
        .filter((finding) => finding.concern === 'work')
        .slice(0, toldFindings)
        .map((finding) => plain(findingWords(finding, references).sentence)),
      gates: gatesOf(input.measured, references)
        .filter((gate) => !gate.isOpen)
        .map(gateSentence),
    },
    // printed years later from what was decided, not from what would be decided then
    papers: { handout, sheet },
  }
}
