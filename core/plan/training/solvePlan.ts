import { stages, tissues } from './capacities'
import { nothingOf, planOf, type Proof, type TrainingPlan } from './choosePlan'
import { firstChoice } from './firstPlan'
import { broken, costOf, drillAt, filledOf, phaseValue, valueOf, type Chosen } from './value'
import { programmeOf, type PlanInput, type Programme } from './programme'
import type { Price } from './rules'

/** What is asked of a mixed-integer solver, and what it answers. Stopped by nodes and gap, never by the clock. */
export type SolverCall = (
  /** the model in LP text, to be maximised */
  lp: string,
  limits: { nodes: number; gap: number },
  /** values of the whole-number variables of a solution that is known already */
  start: Readonly<Record<string, number>> | undefined,
) => {
  isFeasible: boolean
  bound: number
  nodes: number
  values: Readonly<Record<string, number>>
}

type Terms = Map<string, number>

/** What a model is narrowed to: phases that stay as they are, and a drill that has to be in one. */
export type Narrowed = {
  fixed?: { chosen: Chosen; phases: ReadonlySet<number> }
  force?: { id: string; phase: number }
}

const x = (place: number) => `x${place}`
const s = (drill: number, phase: number) => `s${drill}_${phase}`
const digits = 9
const amount = (value: number) => String(Number(value.toFixed(digits)))

/**
 * The programme as a mixed-integer model in LP text: options 0 or 1, starts, two steps of coverage for each need.
 * The objective equals `valueOf` of the choice it describes, but for a constant that is returned beside it.
 */
export function lpOf(p: Programme, narrowed: Narrowed = {}): { lp: string; constant: number } {
  const { references: r } = p.input
  const drills = [...p.at.keys()]
  const objective: Terms = new Map()
  const rows: string[] = []
  const bounds: string[] = []
  const binaries: string[] = p.options.map((_, place) => x(place))
  const add = (terms: Terms, name: string, by: number) => terms.set(name, (terms.get(name) ?? 0) + by)
  const row = (terms: Terms, sense: '<=' | '>=', right: number) => {
    const live = [...terms].filter(([, by]) => Math.abs(by) > 1e-12)
    if (live.length > 0) rows.push(` r${rows.length}: ${sum(live)} ${sense} ${amount(right)}`)
  }
  const usedIn = (id: string, phase: number): Terms =>
    new Map(p.at.get(id)![phase]!.map((place) => [x(place), 1]))
  const minus = (terms: Terms, others: Terms) => others.forEach((by, name) => add(terms, name, -by))

  p.options.forEach((o, place) => add(objective, x(place), -costOf(o, p.input)))
  p.needs.forEach((need, i) => {
    add(objective, `y${i}`, need.worth)
    add(objective, `z${i}`, need.worth * r.coverMoreWorth)
    bounds.push(` 0 <= y${i} <= ${amount(r.coverFull)}`, ` 0 <= z${i} <= ${amount(r.coverMore)}`)
    const cover: Terms = new Map([
      [`y${i}`, 1],
      [`z${i}`, 1],
    ])
    p.options.forEach((o, place) => {
      if (o.phase !== need.phase) return
      for (const fill of o.fills)
        if (fill.capacity === need.capacity && fill.side === need.side) add(cover, x(place), -fill.amount)
    })
    row(cover, '<=', 0)
  })
  stages.forEach((_, phase) => {
    const frame = p.phases[phase]!
    const here = p.options.flatMap((o, place) => (o.phase === phase ? [[o, place] as const] : []))
    row(new Map(here.map(([o, place]) => [x(place), o.dose.minutes])), '<=', p.input.minutesPerSession)
    for (const tissue of tissues)
      row(new Map(here.map(([o, place]) => [x(place), o.load[tissue] ?? 0])), '<=', frame.ceilings[tissue])
    const mains = new Map<string, Terms>()
    for (const [o, place] of here) {
      const main = o.exercise.targets[0]![0]
      mains.set(main, (mains.get(main) ?? new Map<string, number>()).set(x(place), 1))
    }
    for (const terms of mains.values()) row(terms, '<=', r.sameCapacityMost)
    const starts: Terms = new Map()
    drills.forEach((id, d) => {
      const used = usedIn(id, phase)
      if (used.size === 0) return
      row(used, '<=', 1)
      const isKnown = phase === 0 && p.input.inForce.includes(id)
      if (isKnown) return
      // a start is paid where a drill is in this phase and was not in the one before
      const terms: Terms = new Map([[s(d, phase), -1]])
      used.forEach((by, name) => add(terms, name, by))
      if (phase > 0) minus(terms, usedIn(id, phase - 1))
      row(terms, '<=', 0)
      bounds.push(` 0 <= ${s(d, phase)} <= 1`)
      add(objective, s(d, phase), -r.newPrice)
      add(starts, s(d, phase), 1)
    })
    row(starts, '<=', frame.newMost)
    for (const [o, place] of here) {
      if (o.level > 0) {
        const terms: Terms = new Map([[x(place), 1]])
        for (const before of p.at.get(o.exercise.id)![phase - 1] ?? [])
          if (p.options[before]!.level >= o.level - 1) add(terms, x(before), -1)
        row(terms, '<=', 0)
      }
    }
    for (const [id, gate] of p.gated) {
      const used = usedIn(id, phase)
      if (used.size === 0) continue
      for (const trainer of p.trainersOf.get(gate.id)!)
        for (let k = 0; k < phase; k++) minus(used, usedIn(trainer, k))
      row(used, '<=', 0)
    }
  })
  for (const must of p.musts) {
    const terms: Terms = new Map()
    for (const id of must.ids) usedIn(id, must.phase).forEach((by, name) => add(terms, name, by))
    row(terms, '>=', 1)
  }
  let constant = 0
  p.pins.forEach((id, i) => {
    const terms: Terms = new Map([[`p${i}`, 1]])
    stages.forEach((_, phase) => usedIn(id, phase).forEach((by, name) => add(terms, name, by)))
    row(terms, '>=', 1)
    add(objective, `p${i}`, -r.pinPrice)
    binaries.push(`p${i}`)
  })
  p.input.inForce.forEach((id, i) => {
    if (!p.at.has(id)) return
    // w is 1 where the drill stays in some phase; the price is taken off first and given back
    const terms: Terms = new Map([[`w${i}`, 1]])
    stages.forEach((_, phase) => minus(terms, usedIn(id, phase)))
    row(terms, '<=', 0)
    bounds.push(` 0 <= w${i} <= 1`)
    add(objective, `w${i}`, r.dropPrice)
    constant -= r.dropPrice
  })
  if (narrowed.force) row(usedIn(narrowed.force.id, narrowed.force.phase), '>=', 1)
  if (narrowed.fixed) {
    const { chosen, phases } = narrowed.fixed
    p.options.forEach((o, place) => {
      if (phases.has(o.phase)) bounds.push(` ${x(place)} = ${chosen[o.phase]!.includes(place) ? 1 : 0}`)
    })
  }
  const lp = [
    'Maximize',
    ` obj: ${sum([...objective])}`,
    'Subject To',
    ...rows,
    'Bounds',
    ...bounds,
    'Binaries',
    ` ${binaries.join(' ')}`,
    'End',
    '',
  ].join('\n')
  return { lp, constant }
}

function sum(terms: readonly (readonly [string, number])[]): string {
  const parts = terms.map(([name, by]) => `${by < 0 ? '-' : '+'} ${amount(Math.abs(by))} ${name}`)
  // lines of an LP file have a limit
  const lines: string[] = []
  for (let i = 0; i < parts.length; i += 12) lines.push(parts.slice(i, i + 12).join(' '))
  return lines.join('\n  ')
}

/** The whole-number part of a choice, for a solver to begin with. */
export function startOf(p: Programme, chosen: Chosen): Record<string, number> {
  const inPlan = new Set(chosen.flat())
  const ids = new Set(chosen.flat().map((place) => drillAt(p, place)))
  return {
    ...Object.fromEntries(p.options.map((_, place) => [x(place), inPlan.has(place) ? 1 : 0])),
    ...Object.fromEntries(p.pins.map((id, i) => [`p${i}`, ids.has(id) ? 0 : 1])),
  }
}

function chosenOf(p: Programme, values: Readonly<Record<string, number>>): Chosen {
  return stages.map((_, phase) =>
    p.options.flatMap((o, place) => (o.phase === phase && (values[x(place)] ?? 0) > 0.5 ? [place] : [])),
  )
}

export type Solved = { plan: TrainingPlan; programme: Programme | undefined; chosen: Chosen; first: number }

const usualLimits = { nodes: 4000, gap: 0.02 }
const percent = 100

/**
 * The best plan the solver proves within its limits: never worse than the quick one.
 * @param solve a mixed-integer solver; the same answers give the same plan
 * @returns the plan with its proof: objective, bound, gap in %, nodes
 */
export function solvePlan(input: PlanInput, solve: SolverCall, limits = usualLimits): Solved {
  const nothing = nothingOf(input)
  if (nothing) return { plan: nothing, programme: undefined, chosen: [], first: 0 }
  const p = programmeOf(input)
  const first = firstChoice(p)
  const firstValue = valueOf(p, first)
  const { lp, constant } = lpOf(p)
  const isStart = broken(p, first).length === 0
  const answer = solve(lp, limits, isStart ? startOf(p, first) : undefined)
  const found = answer.isFeasible ? chosenOf(p, answer.values) : undefined
  const isBetter =
    found && broken(p, found).length === 0 && (!isStart || valueOf(p, found) > firstValue + 1e-7)
  const chosen = isBetter ? found : first
  const objective = valueOf(p, chosen)
  const bound = Math.max(objective, answer.bound + constant)
  // nothing is proven by a solver that found no plan
  const proof: Proof | undefined =
    answer.isFeasible && Number.isFinite(bound)
      ? { objective, bound, gapPct: gapPct(objective, bound), nodes: answer.nodes }
      : undefined
  return { plan: planOf(p, chosen, proof), programme: p, chosen, first: firstValue }
}

function gapPct(objective: number, bound: number): number {
  return bound <= 0 ? 0 : (percent * (bound - objective)) / bound
}

/**
 * What a drill that is not in a plan would cost there: each phase polished to gap 0 with the others kept, then the
 * drill forced into the phase where it costs least. Never below 0, since forcing is one condition more.
 * @returns undefined where no phase can hold it
 */
export function priceOf(
  solved: Solved,
  id: string,
  solve: SolverCall,
): (Price & { phase: number }) | undefined {
  const { programme: p, chosen } = solved
  if (!p?.at.has(id)) return undefined
  const exact = { nodes: 20_000, gap: 0 }
  const prices = stages.flatMap((_, phase) => {
    if (p.at.get(id)![phase]!.length === 0) return []
    const others = new Set(stages.map((_, k) => k).filter((k) => k !== phase))
    const fixed = { chosen, phases: others }
    const polished = polishedPhase(solved, phase, () => solve(lpOf(p, { fixed }).lp, exact, undefined))
    const forced = solve(lpOf(p, { fixed, force: { id, phase } }).lp, exact, undefined)
    if (!polished.isFeasible || !forced.isFeasible) return []
    const [before, after] = [chosenOf(p, polished.values), chosenOf(p, forced.values)]
    const costs = valueOf(p, before) - valueOf(p, after)
    // nothing but what sums of sixteen digits differ by
    const objective = Math.abs(costs) < 1e-9 ? 0 : costs
    return [{ phase, objective, before, after }]
  })
  const best = prices.sort((a, b) => a.objective - b.objective)[0]
  if (!best) return undefined
  const { phase, objective, before, after } = best
  const whole = Math.max(1e-9, phaseValue(p, before[phase]!))
  const stays = new Set(after[phase]!.map((place) => drillAt(p, place)))
  return {
    phase,
    objective,
    share: objective / whole,
    pushedOut: before[phase]!.map((place) => drillAt(p, place)).filter(
      (other) => !stays.has(other) && p.drills.has(other),
    ),
    filledLess: filledLess(p, phase, before, after),
  }
}

/** One phase polished with the others kept: the same for every drill that is asked about. */
function polishedPhase(
  solved: Solved,
  phase: number,
  polish: () => ReturnType<SolverCall>,
): ReturnType<SolverCall> {
  const known = polished.get(solved) ?? []
  polished.set(solved, known)
  return (known[phase] ??= polish())
}
const polished = new WeakMap<Solved, ReturnType<SolverCall>[]>()

/** The two needs that a forced drill takes most from, as parts of what was filled before. */
function filledLess(p: Programme, phase: number, before: Chosen, after: Chosen): Price['filledLess'] {
  const [was, is] = [filledOf(p, before, phase), filledOf(p, after, phase)]
  return [...was]
    .map(([capacity, filled]) => ({ capacity, share: filled > 0 ? 1 - (is.get(capacity) ?? 0) / filled : 0 }))
    .filter(({ share }) => share > p.input.references.filledLessShown)
    .sort((a, b) => b.share - a.share)
    .slice(0, 2)
}
