import {
  heldBack,
  heldTogether,
  isHeldBack,
  nothingHeld,
  type DecidedDay,
  type DecidedDrill,
  type HeldBack,
} from '@sturvo/core/inForce'
import { toldSince } from '@sturvo/core/reading'
import type { PlanInput } from '@sturvo/core/training'
import type { KeptPlan } from '@sturvo/schema'
import { lineText } from '@sturvo/words'
import { readSources, type VisitSources } from '../visits/readVisit'

/** What of a kept plan may be handed out now, and what of it waits. */
export type HeldPlan = {
  parts: Pick<KeptPlan, 'plan' | 'days'>
  held: HeldBack
  /** the first visit that held something back */
  first: { visitId: string; day: string } | undefined
}

/**
 * A kept plan with what visits told since held against it, one after the other. Visits are read: for a thread.
 * @param sources visits since the plan was kept, oldest first
 */
export function heldPlan({
  kept,
  sources,
}: {
  kept: Pick<KeptPlan, 'inputs' | 'plan' | 'days'>
  sources: readonly VisitSources[]
}): HeldPlan {
  // written by this program, whose type it has; plans of before have fewer of them
  const inputs = kept.inputs as Partial<PlanInput>
  const from = { effects: inputs.effects ?? [], worstPain: inputs.measured?.worstPain }
  let { phases } = kept.plan
  let weeks = kept.days?.weeks ?? []
  let held = nothingHeld
  let first: HeldPlan['first']
  for (const source of sources) {
    const { visit, facts, reading, settings, references } = readSources(source)
    const told = toldSince(reading, { facts, settings, day: visit.startedOn }, references)
    const next = heldBack<DecidedDrill, DecidedDay>({ phases, weeks, from }, told, references)
    // the same drills and days with less of them
    phases = next.phases as typeof phases
    weeks = next.weeks as typeof weeks
    if (isHeldBack(next.held)) first ??= { visitId: visit.id, day: visit.startedOn }
    held = heldTogether(held, next.held)
  }
  const withLines = <D extends { id: string; lines?: string[] | undefined }>(drill: D): D => {
    const more = (held.lines[drill.id] ?? []).map((id) => lineText[id])
    return more.length === 0 ? drill : { ...drill, lines: [...new Set([...(drill.lines ?? []), ...more])] }
  }
  return {
    parts: {
      ...(kept.days && { days: { ...kept.days, weeks } }),
      plan: {
        ...kept.plan,
        phases: phases.map((phase) => ({
          ...phase,
          drills: phase.drills.map((drill) => ({
            ...withLines(drill),
            ...(drill.fallback && { fallback: withLines(drill.fallback) }),
          })),
        })),
      },
    },
    held,
    first,
  }
}

/** Reads visits right here: for programs that answer nobody meanwhile. */
export const heldHere = {
  run: (_job: 'heldPlan', wish: Parameters<typeof heldPlan>[0]): Promise<HeldPlan> =>
    Promise.resolve(heldPlan(wish)),
}
