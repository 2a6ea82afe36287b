import { cautionEffects, type CautionEffect } from '../cautions'
import type { References } from '../../groundwork/reference'
import { sides, type Side } from '../../groundwork/side'
import { capacities, stages, tissues, type Capacity, type Stage, type Tissue } from './capacities'
import type { DoseWish, Exercise } from './exercise'
import { gateIds, type GateId } from './gateIds'
import { readGate, type Gate, type Measured } from './gates'
import { optionsOf, type Option } from './options'
import { drillsWith, type OwnDrill } from './ownDrill'
import type { PainPlace, Priorities } from './priorities'
import {
  closedGate,
  forbids,
  isForNoPlace,
  type LeftOutBecause,
  type RuleInput,
  type TrainingSettings,
} from './rules'

/** What the chooser is asked. Plain data: it goes to a worker, to a thread and into a kept plan. */
export type PlanInput = {
  priorities: Priorities
  minutesPerSession: number
  sessionsPerWeek: number
  kit: RuleInput['kit']
  effects: readonly CautionEffect[]
  settings: TrainingSettings
  painPlaces: Record<Side, readonly PainPlace[]>
  /** the worst of the last week on each side, 0..10 */
  pain: Record<Side, number>
  hasPinch: boolean
  measured: Measured
  /** "just a check": nothing is trained unless somebody asks for it */
  isCheckOnly: boolean
  pinned: readonly string[]
  banned: readonly string[]
  /** doses chosen by hand, by drill */
  doses: Readonly<Record<string, DoseWish>>
  /** drills of the version in force that work */
  inForce: readonly string[]
  /** drills the client likes to do, or does not */
  liked: readonly string[]
  disliked: readonly string[]
  /** drills the practice made itself */
  own: readonly OwnDrill[]
  /** what new shoes leave of each tissue by phase, in full weeks of training; undefined where none are changed */
  shoeRoom: readonly Record<Tissue, number>[] | undefined
  references: References
}

/** One thing to fill: a capacity of one side in one phase, and what filling it is worth. */
export type Need = { capacity: Capacity; side: Side; phase: number; worth: number }
export type Must = { what: 'foundation' | 'mobility'; phase: number; ids: readonly string[] }
export type PhaseFrame = {
  stage: Stage
  fromWeek: number
  weeks: number
  newMost: number
  ceilings: Record<Tissue, number>
}

/** The problem as the solver and the quick chooser see it: the same options, needs, limits and prices. */
export type Programme = {
  input: PlanInput
  /** every drill there is to choose from, by id, in their order */
  drills: ReadonlyMap<string, Exercise>
  phases: readonly PhaseFrame[]
  options: readonly Option[]
  /** places in `options` by drill and phase */
  at: ReadonlyMap<string, readonly (readonly number[])[]>
  needs: readonly Need[]
  musts: readonly Must[]
  pins: readonly string[]
  gated: ReadonlyMap<string, Gate>
  /** drills that train what a gate waits for, in an earlier phase */
  trainersOf: ReadonlyMap<GateId, readonly string[]>
  leftOut: ReadonlyMap<string, LeftOutBecause>
  /** pins that a rule keeps out */
  forbiddenPins: readonly string[]
}

/** What the rules ask of a client. */
export const rulesFor = (input: PlanInput): RuleInput => ({
  kit: input.kit,
  effects: new Set(input.effects),
  settings: input.settings,
  painPlaces: input.painPlaces,
  pain: input.pain,
  references: input.references,
  hasPinch: input.hasPinch,
  isLocked: input.measured.isLocked,
  kneeComesIn: input.measured.kneeComesIn,
  oneLegS: input.measured.best.singleLegOpen,
  banned: input.banned,
})

/**
 * The problem of one client.
 * @returns options that survive kit, cautions, settings, licence, pain and stage; what fell out keeps its reason
 * @source training plan, choosing
 */
export function programmeOf(asked: PlanInput): Programme {
  const drills = new Map(drillsWith(asked.own).map((e) => [e.id, e]))
  const input = inOrder(asked, drills)
  const { references: r } = input
  const rules = rulesFor(input)
  const gates = Object.fromEntries(gateIds.map((id) => [id, readGate(id, input.measured, r)])) as Record<
    GateId,
    Gate
  >
  const leftOut = new Map<string, LeftOutBecause>()
  const options: Option[] = []
  const at = new Map<string, number[][]>()
  const gated = new Map<string, Gate>()
  for (const exercise of drills.values()) {
    const gate = closedGate(exercise, gates)
    const because =
      forbids(exercise, rules) ?? (gate?.isShutByPain ? { why: 'gate' as const, gate } : undefined)
    if (because) {
      leftOut.set(exercise.id, because)
      continue
    }
    const isAsked = input.pinned.includes(exercise.id)
    if (!isAsked && isForNoPlace(exercise, rules)) {
      leftOut.set(exercise.id, { why: 'notSore' })
      continue
    }
    if (!isAsked && !exercise.targets.some(([c]) => isWorth(input, c)) && !isFoundation(exercise, input)) {
      leftOut.set(exercise.id, { why: 'nothingShort' })
      continue
    }
    if (gate) gated.set(exercise.id, gate)
    const places = stages.map((_, phase) => {
      // what waits for a gate cannot open the plan
      if (gate && phase === 0) return []
      return optionsOf(exercise, phase, input).map((option) => options.push(option) - 1)
    })
    if (places.every((list) => list.length === 0)) {
      leftOut.set(exercise.id, { why: 'cannotYet' })
      gated.delete(exercise.id)
      continue
    }
    at.set(exercise.id, places)
  }
  const isAnythingShort = !isNothing(input)
  return {
    input,
    drills,
    phases: phaseFrames(input),
    options,
    at,
    needs: needsOf(input),
    musts: isAnythingShort ? mustsOf(input, at, gated, drills) : [],
    pins: input.pinned.filter((id) => at.has(id)),
    gated,
    trainersOf: new Map(gateIds.map((id) => [id, trainersOf(gates[id], at, gated, r, drills)])),
    leftOut,
    forbiddenPins: input.pinned.filter((id) => drills.has(id) && !at.has(id)),
  }
}

/** The order in which things were ticked is nobody's reason: the same wishes are the same problem. */
function inOrder(input: PlanInput, drills: Programme['drills']): PlanInput {
  const byLibrary = (ids: readonly string[]) => [...drills.keys()].filter((id) => ids.includes(id))
  return {
    ...input,
    effects: cautionEffects.filter((effect) => input.effects.includes(effect)),
    pinned: byLibrary(input.pinned),
    banned: byLibrary(input.banned),
    inForce: byLibrary(input.inForce),
    liked: byLibrary(input.liked),
    disliked: byLibrary(input.disliked),
    doses: Object.fromEntries(byLibrary(Object.keys(input.doses)).map((id) => [id, input.doses[id]!])),
  }
}

/** Whether there is nothing to train: nothing short, or only a check was asked for, and no hand asked for more. */
export function isNothing(input: PlanInput): boolean {
  if (drillsWith(input.own).some((e) => input.pinned.includes(e.id))) return false
  if (input.isCheckOnly && !capacities.some((c) => input.priorities.rows[c].because.includes('raised')))
    return true
  return !capacities.some((c) => isWorth(input, c))
}

function isWorth(input: PlanInput, capacity: Capacity): boolean {
  const { weight } = input.priorities.rows[capacity]
  return weight.left > 0 || weight.right > 0
}

function needsOf(input: PlanInput): Need[] {
  const { buildWorth, joinWorth, loadWorth } = input.references
  const phaseWorth = [1, buildWorth, joinWorth, loadWorth]
  return stages.flatMap((_, phase) =>
    capacities.flatMap((capacity) =>
      sides.flatMap((side): Need[] => {
        const worth = input.priorities.rows[capacity].weight[side] * phaseWorth[phase]!
        return worth > 0 ? [{ capacity, side, phase, worth }] : []
      }),
    ),
  )
}

/** The arch, or yield where it is locked: one of these stands in every plan that trains anything. */
export function foundationOf(input: PlanInput): Capacity {
  return input.measured.isLocked ? 'yield' : 'arch'
}

function isFoundation(exercise: Exercise, input: PlanInput): boolean {
  const main = exercise.targets[0]!
  return main[0] === foundationOf(input) && main[1] >= input.references.mainWeight
}

const ranges = ['ankleBend', 'bigToeExtension'] as const

function mustsOf(
  input: PlanInput,
  at: ReadonlyMap<string, readonly (readonly number[])[]>,
  gated: ReadonlyMap<string, Gate>,
  drills: Programme['drills'],
): Must[] {
  const short = ranges.filter((range) => isWorth(input, range))
  const openAt = (phase: number, isOne: (e: Exercise) => boolean) =>
    [...at.keys()].filter((id) => {
      const exercise = drills.get(id)!
      return !gated.has(id) && at.get(id)![phase]!.length > 0 && isOne(exercise)
    })
  return stages.flatMap((_, phase) => {
    const foundation = openAt(phase, (e) => isFoundation(e, input))
    const mobility = openAt(phase, (e) => short.some((range) => e.targets[0]![0] === range))
    return [
      ...(foundation.length > 0 ? [{ what: 'foundation' as const, phase, ids: foundation }] : []),
      ...(mobility.length > 0 ? [{ what: 'mobility' as const, phase, ids: mobility }] : []),
    ]
  })
}

function trainersOf(
  gate: Gate,
  at: ReadonlyMap<string, readonly (readonly number[])[]>,
  gated: ReadonlyMap<string, Gate>,
  r: References,
  drills: Programme['drills'],
): string[] {
  return [...at.keys()].filter(
    (id) =>
      !gated.has(id) && drills.get(id)!.targets.some(([c, w]) => c === gate.trainedBy && w >= r.mainWeight),
  )
}

/** Length, new drills and tissue ceilings of the phases. */
export function phaseFrames(input: PlanInput): PhaseFrame[] {
  const { references: r } = input
  const weeks = [r.wakeWeeks, r.buildWeeks, r.joinWeeks, r.loadWeeks]
  const sore = new Set([...input.painPlaces.left, ...input.painPlaces.right])
  const isCareful = input.effects.includes('longerTransition')
  const calm: Record<Tissue, number> = {
    forefootBone:
      (sore.has('ball') || sore.has('top') ? r.soreTissueShare : 1) * (isCareful ? r.carefulTissueShare : 1),
    plantarFascia: sore.has('heel') || sore.has('arch') ? r.soreTissueShare : 1,
    calfAchilles: sore.has('achilles') ? r.soreTissueShare : 1,
    archMuscle: 1,
  }
  return stages.map((stage, phase) => ({
    stage,
    fromWeek: 1 + weeks.slice(0, phase).reduce((sum, w) => sum + w, 0),
    weeks: weeks[phase]!,
    newMost: Math.min(r.newDrillsPerWeek * weeks[phase]!, r.newDrillsAPhase),
    ceilings: Object.fromEntries(
      tissues.map((t) => [
        t,
        // one ceiling for both: what the new shoes take, training has not
        Math.min(
          (r.tissueCeiling + r.tissueCeilingGrowth * phase) * calm[t],
          input.shoeRoom?.[phase]?.[t] ?? Infinity,
        ),
      ]),
    ) as Record<Tissue, number>,
  }))
}
