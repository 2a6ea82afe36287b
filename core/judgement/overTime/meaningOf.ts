import type { FollowAction } from '../../followup'
import { daysBetween } from '../../groundwork/calendar'
import type { References } from '../../groundwork/reference'
import { isNumberMeasure } from '../../foot/measures'
import { gatesOf, worst, type Capacity, type GateId, type PlanInput } from '../../plan/training'
import type { VisitFacts } from '../reading/facts'
import type { VisitReading } from '../reading/read'
import type { Comparison, OverTimeRow } from './compareVisits'
import { factsOfCapacity, measuresOfFact, type DueWhat, type TrainedCapacity } from './dueRows'
import { isDerived } from './overTimeTable'

/** What a re-test asks of the plan; what protects the client comes first. */
export const acts = ['refer', 'ask', 'easier', 'swap', 'stop', 'stepUp', 'keep'] as const
export type Act = (typeof acts)[number]
export type ActBecause =
  | 'redFlag'
  | 'unasked'
  | 'painUnasked'
  | 'stopSign'
  | 'painRose'
  | 'reallyWorse'
  | 'worseSinceFirst'
  | 'noChange'
  | 'reached'
  | 'gateOpened'
  | 'reallyBetter'
  | 'likelyBetter'
  | 'likelyWorse'
  | 'notTrained'
  | 'tooEarly'
  | 'notMeasured'
export type Meaning = {
  act: Act
  because: ActBecause
  capacity?: Capacity
  gate?: GateId
  /** drills in force it is about */
  drills: string[]
  /** comparisons behind it */
  rows: OverTimeRow[]
}

export type RetestEnd = {
  before: {
    day: string
    facts: Pick<VisitFacts, 'worstPain'>
    reading: Pick<VisitReading, 'priorities' | 'planInput'>
  }
  after: {
    day: string
    facts: Pick<VisitFacts, 'worstPain'>
    reading: Pick<VisitReading, 'priorities' | 'planInput' | 'cautions'>
  }
  comparison: Comparison
  /** against the first visit, where that is another one: small losses add up */
  sinceFirst?: Comparison | undefined
  trained: readonly TrainedCapacity[]
  /** what the log asks for today, and the part of the planned days that was trained; undefined without a log */
  log: { action: FollowAction | undefined; trainedShare: number | undefined } | undefined
}

/**
 * What a re-test means for the plan: refer, ask, easier, swap, stop, step up, keep; with the reason and the comparisons behind
 * each. Nothing within the error of measuring moves a plan by itself, and what was hardly trained says nothing about
 * the drill.
 * @returns what changes the plan most comes first
 */
export function meaningOf(end: RetestEnd, r: References): Meaning[] {
  const { before, after, comparison, sinceFirst, trained, log } = end
  const meanings: Meaning[] = []
  const add = (act: Act, because: ActBecause, more: Partial<Meaning> = {}) =>
    meanings.push({ act, because, drills: [], rows: [], ...more })
  const all = trained.flatMap(({ drills }) => drills)
  const { block } = after.reading.cautions
  const pain = after.facts.worstPain
  if (block && block.stops.length > 0) add('refer', 'redFlag', { drills: all })
  if (log?.action === 'stop') add('refer', 'stopSign', { drills: all })
  if (block && (block.openQuestions.length > 0 || block.isAgeUnknown)) add('ask', 'unasked')
  if (pain === undefined) add('ask', 'painUnasked')
  const rose =
    pain !== undefined && pain >= r.painRiseFrom && pain > (before.facts.worstPain ?? 0) + r.painRise
  if (log?.action === 'backOff' || rose) add('easier', 'painRose', { drills: all })
  // while anything of this stands, nothing steps up, however good the measures are
  const mayRise = meanings.length === 0
  for (const gate of opened(before.reading.planInput, after.reading.planInput, r))
    if (mayRise) add('stepUp', 'gateOpened', { gate })
  const weeks = daysBetween(before.day, after.day) / 7
  for (const { capacity, drills } of trained) {
    const rows = rowsOf(capacity, comparison.rows)
    const judged = rows.filter((row) => row.change.judged !== 'notComparable')
    const moved = (towards: 'better' | 'worse', how: 'real' | 'likely') =>
      judged.some((row) => row.towards === towards && row.change.judged === how)
    const [was, is] = [before, after].map(({ reading }) => worst(reading.priorities.deficits[capacity]))
    const more = { capacity, drills, rows }
    const { trainedShare } = log ?? {}
    const lost = rowsOf(capacity, sinceFirst?.rows ?? []).filter(
      (row) => row.towards === 'worse' && row.change.judged === 'real',
    )
    if (judged.length === 0) add('keep', 'notMeasured', more)
    else if (moved('worse', 'real')) add('swap', 'reallyWorse', more)
    else if (lost.length > 0) add('swap', 'worseSinceFirst', { ...more, rows: lost })
    else if (was! > 0 && is === 0 && (moved('better', 'real') || moved('better', 'likely')))
      add('stop', 'reached', more)
    else if (moved('better', 'real'))
      // one measure up and another likely down: nothing steps up on half of the picture
      add(mayRise && !moved('worse', 'likely') ? 'stepUp' : 'keep', 'reallyBetter', more)
    else if (moved('worse', 'likely')) add('keep', 'likelyWorse', more)
    else if (moved('better', 'likely')) add('keep', 'likelyBetter', more)
    else if (trainedShare !== undefined && trainedShare < r.trainedLeastShare) add('keep', 'notTrained', more)
    else if (weeks < r.swapWeeks) add('keep', 'tooEarly', more)
    else add('swap', 'noChange', more)
  }
  return meanings.sort((a, b) => acts.indexOf(a.act) - acts.indexOf(b.act))
}

function opened(before: PlanInput | undefined, after: PlanInput | undefined, r: References): GateId[] {
  if (!before || !after) return []
  const open = new Set(gatesOf(before.measured, r).flatMap((gate) => (gate.isOpen ? [gate.id] : [])))
  return gatesOf(after.measured, r).flatMap((gate) => (gate.isOpen && !open.has(gate.id) ? [gate.id] : []))
}

const derivedOf: Partial<Record<string, readonly DueWhat[]>> = {
  archTravel: ['navicularSit', 'navicularStand'],
  archIndex: ['print'],
  shareInner: ['load'],
}

/** Comparisons that say something of a capacity: of its measures what is better or worse, not the heights behind a travel. */
export function rowsOf(capacity: Capacity, rows: readonly OverTimeRow[]): OverTimeRow[] {
  const asked = new Set(factsOfCapacity(capacity).flatMap((fact) => measuresOfFact[fact] ?? []))
  return rows.filter(({ id }) =>
    isDerived(id)
      ? (derivedOf[id] ?? []).some((what) => asked.has(what))
      : isNumberMeasure(id) && asked.has(id) && !id.startsWith('navicular'),
  )
}
