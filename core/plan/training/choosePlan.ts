import { sides, type Side } from '../../groundwork/side'
import type { Capacity, Stage } from './capacities'
import type { Evidence } from './deficits'
import { linesOf, type LineId } from './effectRules'
import { doseLimits, type Dose, type Exercise } from './exercise'
import { firstChoice } from './firstPlan'
import type { Gate } from './gates'
import { optionsOf, type Option } from './options'
import { isNothing, programmeOf, type PlanInput, type Programme } from './programme'
import type { LeftOutBecause } from './rules'
import { drillAt, filledShare, type Chosen } from './value'

export type Filled = { capacity: Capacity; side: Side; deficit: number }
/** What is done until a gate opens, in as many minutes. */
export type Fallback = { exercise: Exercise; dose: Dose; lines: LineId[] }
export type Pick = {
  exercise: Exercise
  dose: Dose
  level: number
  fills: Filled[]
  because: Evidence[]
  isPinned: boolean
  /** none of it is short: it stands in every plan that trains anything */
  isFoundation: boolean
  lines: LineId[]
  gate: Gate | undefined
  fallback: Fallback | undefined
}
export type PhasePlan = { stage: Stage; fromWeek: number; weeks: number; picks: Pick[]; minutes: number }
export type LeftOut = { exercise: Exercise; because: LeftOutBecause }
/** Wishes that cannot be kept; a caution and a gate are never among them. */
export type Relax =
  | { wish: 'unpin'; ids: string[]; minutesInstead: number | undefined }
  | { wish: 'pinForbidden'; id: string; because: LeftOutBecause }
  | { wish: 'noFoundation' }
  /** doses chosen by hand that leave no room for the foundation or a mobility drill */
  | { wish: 'dose'; ids: string[] }
export type Proof = { objective: number; bound: number; gapPct: number; nodes: number }
export type TrainingPlan = {
  phases: PhasePlan[]
  leftOut: LeftOut[]
  relax: Relax[]
  /** why there is nothing to train, where there is not */
  nothing: 'annualLook' | 'nothingShort' | undefined
  /** part of everything that is short which it fills, each need by its worth, 0..1 */
  filledShare: number
  /** undefined while nobody has proven anything about it */
  proof: Proof | undefined
}

/**
 * A plan at once, not yet proven: what must be in, then what fills most a minute, then exchanges. The solver's plan
 * takes its place when it is better.
 */
export function choosePlan(input: PlanInput): TrainingPlan {
  const nothing = nothingOf(input)
  if (nothing) return nothing
  const programme = programmeOf(input)
  return planOf(programme, firstChoice(programme), undefined)
}

/** The empty plan of somebody who needs none, or undefined. */
export function nothingOf(input: PlanInput): TrainingPlan | undefined {
  if (!isNothing(input)) return undefined
  return {
    phases: [],
    leftOut: [],
    relax: [],
    nothing: input.isCheckOnly ? 'annualLook' : 'nothingShort',
    filledShare: 0,
    proof: undefined,
  }
}

/** A choice as a plan for people: doses, reasons, gates with their fallbacks, and what was left out and why. */
export function planOf(p: Programme, chosen: Chosen, proof: Proof | undefined): TrainingPlan {
  const phases = p.phases.map(({ stage, fromWeek, weeks }, phase): PhasePlan => {
    const options = chosen[phase]!.map((place) => p.options[place]!)
    const ids = new Set(options.map((o) => o.exercise.id))
    const picks = options.map((option) => pickOf(p, option, ids)).sort(inSession)
    return {
      stage,
      fromWeek,
      weeks,
      picks,
      minutes: picks.reduce((sum, pick) => sum + pick.dose.minutes, 0),
    }
  })
  return {
    phases,
    leftOut: leftOutOf(p, chosen),
    relax: relaxOf(p, chosen),
    nothing: undefined,
    filledShare: filledShare(p, chosen),
    proof,
  }
}

/** Loosening first, then what needs a fresh head, then what tires, comfort last. */
function inSession(a: Pick, b: Pick): number {
  const rank = ({ exercise }: Pick) => {
    const [main] = exercise.targets[0]!
    if (main === 'ankleBend' || main === 'bigToeExtension') return 0
    if (main === 'comfort') return 9
    return 1 + exercise.fatigue * 5
  }
  return rank(a) - rank(b) || (a.exercise.id < b.exercise.id ? -1 : 1)
}

function pickOf(p: Programme, option: Option, inPhase: ReadonlySet<string>): Pick {
  const { exercise, dose, level } = option
  const { rows, deficits } = p.input.priorities
  const fills = exercise.targets.flatMap(([capacity]) =>
    sides.flatMap((side): Filled[] =>
      rows[capacity].weight[side] > 0 ? [{ capacity, side, deficit: rows[capacity].deficit[side] }] : [],
    ),
  )
  const seen = new Set<string>()
  const because = [...new Set(fills.map((f) => f.capacity))]
    .flatMap((capacity) => deficits[capacity].evidence)
    .filter((e) => {
      const key = `${e.measure} ${e.side} ${e.value}`
      if (seen.has(key)) return false
      seen.add(key)
      return true
    })
  const gate = p.gated.get(exercise.id)
  return {
    exercise,
    dose,
    level,
    fills,
    because,
    isPinned: p.input.pinned.includes(exercise.id),
    isFoundation: fills.length === 0,
    lines: linesFor(p, option),
    gate,
    fallback: gate && fallbackOf(p, option, gate, inPhase),
  }
}

function linesFor(p: Programme, option: Option): LineId[] {
  return [...new Set([...linesOf(option.exercise, new Set(p.input.effects)), ...option.lines])]
}

/** What is done in the same minutes until the gate opens: what trains the thing the gate waits for, else the foundation. */
function fallbackOf(
  p: Programme,
  option: Option,
  gate: Gate,
  inPhase: ReadonlySet<string>,
): Fallback | undefined {
  const trainers = p.trainersOf.get(gate.id)!
  const others = p.musts.find((m) => m.phase === option.phase && m.what === 'foundation')?.ids ?? []
  const wanted = option.dose.minutes
  const near = (o: Option) => Math.min(o.dose.minutes, wanted) / Math.max(o.dose.minutes, wanted)
  const fits = ({ dose }: Option) => dose.minutes <= wanted + 1e-9
  const all = [trainers.filter((id) => !inPhase.has(id)), trainers, others].map((ids) =>
    ids
      .flatMap((id) => allOptions(p, p.drills.get(id)!, option.phase))
      .filter((o) => o.level === 0)
      .sort((a, b) => near(b) - near(a) || (a.exercise.id < b.exercise.id ? -1 : 1)),
  )
  // the first kind that takes the minutes; else whatever comes nearest, above all without making the session longer
  const fitting = all.map((options) => options.find(fits)).filter((o) => o !== undefined)
  const best =
    fitting.find((o) => near(o) >= p.input.references.fallbackSameShare) ??
    fitting.sort((a, b) => near(b) - near(a))[0] ??
    all.flat().sort((a, b) => a.dose.minutes - b.dose.minutes)[0]
  return best && { exercise: best.exercise, dose: best.dose, lines: linesFor(p, best) }
}

/** A fallback may come from an earlier stage: what trains the prerequisite does so in any phase. */
function allOptions(p: Programme, exercise: Exercise, phase: number): Option[] {
  const wish = p.input.doses[exercise.id]
  const oneSetMore = {
    ...p.input,
    doses: { ...p.input.doses, [exercise.id]: { ...wish, sets: doseLimits(exercise).sets } },
  }
  const of = (k: number) => [
    ...optionsOf(exercise, k, p.input),
    // with one set more than usual, where the minutes ask for it and no hand chose the sets
    ...(wish?.sets === undefined ? optionsOf(exercise, k, oneSetMore) : []),
  ]
  const now = of(phase)
  if (now.length > 0) return now
  return p.phases.flatMap((_, k) => (k < phase ? of(k) : []))
}

/** Drills that would have helped and stand in no phase, the strongest first; then what was banned. */
function leftOutOf(p: Programme, chosen: Chosen): LeftOut[] {
  const inPlan = new Set(chosen.flatMap((places) => places.map((place) => drillAt(p, place))))
  return [...p.drills.values()]
    .filter((e) => !inPlan.has(e.id))
    .map((exercise) => ({
      exercise,
      because: p.leftOut.get(exercise.id) ?? ({ why: 'others' } as const),
      worth: worthOf(p, exercise),
    }))
    .filter(({ because, worth }) => because.why !== 'nothingShort' && (worth > 0 || because.why === 'banned'))
    .sort(
      (a, b) =>
        // what was taken out by hand stands where it can be brought back
        Number(b.because.why === 'banned') - Number(a.because.why === 'banned') ||
        b.worth - a.worth ||
        (a.exercise.id < b.exercise.id ? -1 : 1),
    )
    .map(({ exercise, because }) => ({ exercise, because }))
}

function worthOf(p: Programme, exercise: Exercise): number {
  const { rows } = p.input.priorities
  return exercise.targets.reduce(
    (sum, [capacity, weight]) => sum + weight * (rows[capacity].weight.left + rows[capacity].weight.right),
    0,
  )
}

function relaxOf(p: Programme, chosen: Chosen): Relax[] {
  const inPlan = new Set(chosen.flatMap((places) => places.map((place) => drillAt(p, place))))
  const unkept = p.pins.filter((id) => !inPlan.has(id))
  const hasFoundation = p.musts.some((m) => m.what === 'foundation')
  const tight = tightDoses(p, chosen)
  return [
    ...p.forbiddenPins.map((id) => ({
      wish: 'pinForbidden' as const,
      id,
      because: p.leftOut.get(id) ?? { why: 'banned' as const },
    })),
    ...(unkept.length > 0
      ? [{ wish: 'unpin' as const, ids: unkept, minutesInstead: minutesInstead(p, unkept) }]
      : []),
    ...(hasFoundation ? [] : [{ wish: 'noFoundation' as const }]),
    ...(tight.length > 0 ? [{ wish: 'dose' as const, ids: tight }] : []),
  ]
}

/** Drills with a dose by hand, where something that has to be in found no room: of what has to be in, or of pins. */
function tightDoses(p: Programme, chosen: Chosen): string[] {
  const isIn = (ids: readonly string[], phase: number) =>
    chosen[phase]!.some((place) => ids.includes(drillAt(p, place)))
  const isShort = p.musts.some((must) => !isIn(must.ids, must.phase))
  if (!isShort) return []
  const wanted = new Set([...p.pins, ...p.musts.flatMap((must) => must.ids)])
  return Object.keys(p.input.doses).filter((id) => wanted.has(id))
}

/** Whole minutes a session with which the pins that were not kept would fit beside what must be in. */
function minutesInstead(p: Programme, unkept: readonly string[]): number | undefined {
  const shortest = (id: string) =>
    Math.min(...p.at.get(id)!.flatMap((places) => places.map((place) => p.options[place]!.dose.minutes)))
  const more = unkept.reduce((sum, id) => sum + shortest(id), 0)
  const most = p.input.references.sessionMinutesMost
  // three guesses, each a little roomier: what is offered is tried before it is said
  for (const factor of [1, 1.3, 1.8]) {
    const minutes = Math.ceil(p.input.minutesPerSession + more * factor)
    if (minutes > most) return undefined
    const roomier = programmeOf({ ...p.input, minutesPerSession: minutes })
    const ids = new Set(
      firstChoice(roomier).flatMap((places) => places.map((place) => drillAt(roomier, place))),
    )
    if (unkept.every((id) => ids.has(id))) return minutes
  }
  return undefined
}
