import type { CautionEffect } from '../cautions'
import type { References } from '../../groundwork/reference'
import { capacities, stages, type Capacity, type KitItem, type Stage } from './capacities'
import { worst, type Deficits, type Evidence } from './deficits'
import { minutesOf, type Exercise } from './exercise'
import { library } from './library'
import { forbids, prerequisiteMissing, type LeftOutBecause, type Measured } from './rules'

export type TrainingSettings = {
  toeCurl: 'pointedOnly' | 'allowed' | 'avoided'
  plantarFascia: 'strengthen' | 'lengthen'
  hipDrills: 'always' | 'whenKneeIn'
}

/** What the chooser is asked. A solver may replace the greedy one without touching its callers. */
export type PlanInput = {
  deficits: Deficits
  minutesPerSession: number
  kit: readonly KitItem[]
  effects: ReadonlySet<CautionEffect>
  settings: TrainingSettings
  measured: Measured
  pinned: readonly string[]
  banned: readonly string[]
  references: References
}

export type Pick = {
  exercise: Exercise
  minutes: number
  fills: Capacity[]
  because: Evidence[]
  isPinned: boolean
}
export type PhasePlan = { stage: Stage; weeks: number; picks: Pick[]; minutes: number }
export type LeftOut = { exercise: Exercise; because: LeftOutBecause }
export type TrainingPlan = {
  phases: PhasePlan[]
  leftOut: LeftOut[]
  /** wishes that cannot be kept, to be relaxed by the practitioner */
  relax: (
    | { wish: 'pinsOverBudget'; minutes: number; budget: number }
    | { wish: 'pinForbidden'; id: string }
    | { wish: 'noArchDrill' }
  )[]
}
export type PlanChooser = (input: PlanInput) => TrainingPlan

/**
 * Greedy chooser: in each phase it takes, again and again, the drill that fills most of what is still missing a
 * minute, within the budget and every rule. Pinned drills come first, banned ones never.
 */
export const choosePlan: PlanChooser = (input) => {
  const { references } = input
  const weeksOf: Record<Stage, number> = {
    wake: references.wakeWeeks,
    build: references.buildWeeks,
    joinUp: references.joinWeeks,
    load: references.loadWeeks,
  }
  const trained = new Set<Capacity>()
  const reasons = new Map<string, LeftOutBecause>()
  const relax: TrainingPlan['relax'] = forbiddenPins(input)
  const phases: PhasePlan[] = []
  const known = new Set<string>()
  for (const stage of stages) {
    const phase = fillPhase({ input, stage, weeks: weeksOf[stage], trained, reasons, known })
    phases.push(phase.plan)
    relax.push(...phase.relax.filter((r) => !relax.some((other) => other.wish === r.wish)))
    for (const pick of phase.plan.picks) {
      known.add(pick.exercise.id)
      for (const [capacity] of pick.exercise.targets) trained.add(capacity)
    }
  }
  return { phases, leftOut: strongLeftOut(input, phases, reasons), relax }
}

type Filling = {
  input: PlanInput
  stage: Stage
  weeks: number
  trained: ReadonlySet<Capacity>
  reasons: Map<string, LeftOutBecause>
  known: ReadonlySet<string>
}

function fillPhase({ input, stage, weeks, trained, reasons, known }: Filling) {
  const { references } = input
  const relax: TrainingPlan['relax'] = []
  const picks: Pick[] = []
  const covered = new Map<Capacity, number>()
  let minutes = 0
  const take = (exercise: Exercise, isPinned: boolean) => {
    minutes += minutesOf(exercise, references)
    picks.push(pickOf(exercise, input, isPinned))
    for (const [capacity, weight] of exercise.targets)
      covered.set(capacity, (covered.get(capacity) ?? 0) + weight)
  }
  const candidates = library.filter((e) => isForStage(e, stage) && !input.banned.includes(e.id))
  const open = candidates.filter((e) => {
    const because = forbids(e, input) ?? prerequisiteMissing(e, input.measured, trained, references)
    if (because) reasons.set(e.id, because)
    return !because
  })
  for (const exercise of open.filter((e) => input.pinned.includes(e.id))) take(exercise, true)
  if (minutes > input.minutesPerSession)
    relax.push({ wish: 'pinsOverBudget', minutes, budget: input.minutesPerSession })
  const newMost = references.newDrillsPerWeek * weeks
  const refusal = (e: Exercise): LeftOutBecause | undefined => {
    if (minutes + minutesOf(e, references) > input.minutesPerSession) return { why: 'budget' }
    const main = e.targets[0]![0]
    if (picks.filter((p) => p.exercise.targets[0]![0] === main).length >= references.sameCapacityMost)
      return { why: 'sameCapacity', capacity: main }
    if (!known.has(e.id) && picks.filter((p) => !known.has(p.exercise.id)).length >= newMost)
      return { why: 'tooManyNew' }
    return undefined
  }
  // one arch drill always, one mobility drill where a range is short: these go first
  for (const wanted of mustHave(input)) {
    const best = bestOf(
      open.filter((e) => e.targets[0]![0] === wanted && !taken(picks, e) && !refusal(e)),
      input,
      covered,
    )
    if (best && !picks.some((p) => p.exercise.targets[0]![0] === wanted)) take(best, false)
  }
  for (;;) {
    const left = open.filter((e) => !taken(picks, e) && gainOf(e, input, covered) > 0)
    const fitting = left.filter((e) => !refusal(e))
    const best = bestOf(fitting, input, covered)
    if (!best) {
      for (const e of left) reasons.set(e.id, refusal(e)!)
      break
    }
    take(best, false)
  }
  const hasArch = picks.some((p) => p.exercise.targets.some(([c]) => c === 'arch'))
  if (!hasArch && stage === 'wake' && mustHave(input).length > 0) relax.push({ wish: 'noArchDrill' })
  return { plan: { stage, weeks, picks, minutes } satisfies PhasePlan, relax }
}

// steer the greedy choice, no claims about feet: more than this of one capacity adds nothing, a tiring drill costs a little
const fullCover = 1.2
const fatiguePrice = 0.1

const mobility: readonly Capacity[] = ['ankleBend', 'bigToeExtension']

function mustHave(input: PlanInput): Capacity[] {
  const isAnyShort = capacities.some((c) => worst(input.deficits[c]) > input.references.worthTraining)
  if (!isAnyShort) return []
  const short = mobility.filter((c) => worst(input.deficits[c]) > input.references.worthTraining)
  return ['arch', ...short]
}

function taken(picks: readonly Pick[], exercise: Exercise): boolean {
  return picks.some((p) => p.exercise.id === exercise.id)
}

/** A drill serves its own stage and the one after, so that nothing is dropped the week it begins to work. */
function isForStage(exercise: Exercise, stage: Stage): boolean {
  const from = stages.indexOf(exercise.stage)
  const at = stages.indexOf(stage)
  return at === from || at === from + 1
}

/** What a drill adds to what is still missing, for the weaker side. */
function gainOf(exercise: Exercise, input: PlanInput, covered: ReadonlyMap<Capacity, number>): number {
  return exercise.targets.reduce((sum, [capacity, weight]) => {
    const need = worst(input.deficits[capacity])
    if (need <= input.references.worthTraining) return sum
    return sum + need * Math.min(weight, Math.max(0, fullCover - (covered.get(capacity) ?? 0)))
  }, 0)
}

function bestOf(
  from: readonly Exercise[],
  input: PlanInput,
  covered: ReadonlyMap<Capacity, number>,
): Exercise | undefined {
  const value = (e: Exercise) =>
    (gainOf(e, input, covered) - fatiguePrice * e.fatigue) / Math.sqrt(minutesOf(e, input.references))
  return from.reduce<Exercise | undefined>(
    (best, e) => (best === undefined || value(e) > value(best) ? e : best),
    undefined,
  )
}

function pickOf(exercise: Exercise, input: PlanInput, isPinned: boolean): Pick {
  const fills = exercise.targets
    .map(([c]) => c)
    .filter((c) => worst(input.deficits[c]) > input.references.worthTraining)
  const evidence = fills.flatMap((c) => input.deficits[c].evidence)
  const seen = new Set<string>()
  const because = evidence.filter((e) => {
    const key = `${e.measure} ${e.side}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
  return { exercise, minutes: minutesOf(exercise, input.references), fills, because, isPinned }
}

function forbiddenPins(input: PlanInput): TrainingPlan['relax'] {
  return input.pinned.flatMap((id) => {
    const exercise = library.find((e) => e.id === id)
    return exercise && forbids(exercise, input) ? [{ wish: 'pinForbidden' as const, id }] : []
  })
}

/** Drills that would have helped and stand in no phase, strongest first. */
function strongLeftOut(
  input: PlanInput,
  phases: readonly PhasePlan[],
  reasons: ReadonlyMap<string, LeftOutBecause>,
): LeftOut[] {
  const chosen = new Set(phases.flatMap((p) => p.picks.map((pick) => pick.exercise.id)))
  return library
    .filter((e) => !chosen.has(e.id) && gainOf(e, input, new Map()) > 0)
    .map((exercise) => ({
      exercise,
      because: input.banned.includes(exercise.id)
        ? ({ why: 'banned' } as const)
        : (reasons.get(exercise.id) ?? ({ why: 'enough' } as const)),
      gain: gainOf(exercise, input, new Map()),
    }))
    .sort((a, b) => b.gain - a.gain)
    .map(({ exercise, because }) => ({ exercise, because }))
}
