import {
  activityLoad,
  byTissue,
  factorProduct,
  onFeetMin,
  stepRatio,
  surfaceLoad,
  wearOn,
  weekUnits,
  type TransitionInput,
  type TransitionWeek,
} from '../transition'
import { tissues, type Tissue } from '../training'
import type { References } from '../../groundwork/reference'
import { normalQuantile } from '../../groundwork/statistics'
import { capacityCourse } from './capacity'
import { countOverloads, overloadedShare, simulatedDays, type PlanInput } from './damage'
import { normals } from './normals'

export const simulatedPlans = ['atOnce', 'brisk', 'usual', 'slow', 'edited', 'kept'] as const
export type SimulatedPlan = (typeof simulatedPlans)[number]

/** What the model assumes and nobody knows well; each outer draw has its own. */
export const assumptionIds = [
  'exponent',
  'capacitySpread',
  'shoeEffect',
  'repair',
  'background',
  'adaptation',
] as const
export type AssumptionId = (typeof assumptionIds)[number]
/** Each as a part of its usual value. */
export type Assumptions = Record<AssumptionId, number>
export const usualAssumptions: Assumptions = {
  exponent: 1,
  capacitySpread: 1,
  shoeEffect: 1,
  repair: 1,
  background: 1,
  adaptation: 1,
}

export type SimulationInput = {
  /** weeks of each plan, in the order of `simulatedPlans`; edited and kept may be left out */
  plans: Partial<Record<SimulatedPlan, readonly TransitionWeek[]>>
  asked: Pick<TransitionInput, 'from' | 'to' | 'factors'>
  clients: number
  /** outer draws of the assumptions */
  draws: number
  seed: number
}

export type PlanOutcome = {
  /** part of the clients with any tissue overloaded in 26 weeks, mean of the draws, 0..1 */
  overloadedShare: number
  /** 95 % of the draws */
  interval: [low: number, high: number]
  byTissue: Record<Tissue, number>
  /** clients first overloaded in each week, summed over tissues, mean of the draws */
  byWeek: number[]
  limiting: Tissue
  finishWeek: number | undefined
}
export type Simulation = {
  seed: number
  clients: number
  draws: number
  plans: Partial<Record<SimulatedPlan, PlanOutcome>>
  /** of the same clients under two plans: the first less the second */
  differences: {
    plans: [SimulatedPlan, SimulatedPlan]
    share: number
    interval: [low: number, high: number]
  }[]
  /** part of the draws in which the plans stand in the order they stand in on the whole; equal ones have no order */
  orderHoldsShare: number
  /** part of the draws in which some of them are equal and none stands the other way round */
  orderTiesShare: number
  /** what the difference between at once and usual is where one assumption is low and where it is high */
  sensitivity: { name: AssumptionId; low: number; high: number }[]
}

/** How steeply damage grows with load, in the order of published exponents. */
const exponents = (r: References): Record<Tissue, number> => ({
  forefootBone: r.boneExponent,
  plantarFascia: r.fasciaExponent,
  calfAchilles: r.calfExponent,
  archMuscle: r.archExponent,
})
const adaptDays = (r: References): Record<Tissue, number> => ({
  forefootBone: r.boneAdaptDays,
  plantarFascia: r.fasciaAdaptDays,
  calfAchilles: r.calfAdaptDays,
  archMuscle: r.archAdaptDays,
})

/**
 * Made-up clients with this client's factors under several plans, the same clients under each. Calibrated so that the
 * usual week in the usual shoes gives the stated background to a client without factors. A generator: each yield is the
 * part that is done, so that a worker can say it and stop.
 * @returns the same bits for the same seed, whatever the machine
 * @source simulation of the footwear transition; compares plans under assumptions, says nothing about a person
 */
export function* simulation(input: SimulationInput, r: References): Generator<number, Simulation> {
  const { draws, seed } = input
  const names = simulatedPlans.filter((name) => input.plans[name])
  const perDraw = Math.max(1, Math.round(input.clients / draws))
  const count = tissues.length
  const firstDay = new Uint8Array(perDraw * count)
  const k = new Float64Array(perDraw * count)
  const z = new Float64Array(perDraw * count)
  const outcomes = names.map(() => ({
    share: new Float64Array(draws),
    tissue: new Float64Array(count),
    week: new Float64Array(simulatedDays / 7),
  }))
  const drawn: Assumptions[] = []
  for (let draw = 0; draw < draws; draw++) {
    const chance = normals(seed * 1000003 + draw)
    const a = draws === 1 ? usualAssumptions : drawAssumptions(chance, r)
    drawn.push(a)
    for (let i = 0; i < z.length; i++) z[i] = chance.next()
    const kept = keptDays(chance.uniform, r)
    const scale = usualDamage(a, r)
    const factor = factorProduct(input.asked.factors, r)
    const steep = exponents(r)
    for (let i = 0; i < k.length; i++) {
      const t = tissues[i % count]!
      k[i] =
        factor * scale[t] * Math.exp(-steep[t] * a.exponent * r.capacitySpread * a.capacitySpread * z[i]!)
    }
    names.forEach((name, n) => {
      const plan = planInput(input.plans[name]!, input.asked, a, r, name === 'kept' ? kept : undefined)
      countOverloads(
        plan,
        k,
        byTissue(() => r.repairADay * a.repair),
        firstDay,
      )
      const into = outcomes[n]!
      into.share[draw] = overloadedShare(firstDay)
      for (let i = 0; i < firstDay.length; i++)
        if (firstDay[i]! > 0) {
          into.tissue[i % count]! += 1 / (perDraw * draws)
          into.week[Math.floor((firstDay[i]! - 1) / 7)]! += 1 / (perDraw * draws)
        }
    })
    yield (draw + 1) / draws
  }
  return summary(input, names, outcomes, drawn, perDraw)
}

/** Damage a usual day does to the usual client, so that the usual week gives the background. */
function usualDamage(a: Assumptions, r: References): Record<Tissue, number> {
  const rho = r.repairADay * a.repair
  // a constant day overloads within the half year exactly where it does more than is repaired, by 1 in all the days
  const limit = rho + 1 / simulatedDays
  // tissues are drawn apart: each has its own part of the background
  const background = Math.min(0.5, (r.backgroundPct / 100) * a.background)
  const each = 1 - (1 - background) ** (1 / tissues.length)
  const zAt = -normalQuantile(each)
  return byTissue(
    (t) => limit * Math.exp(-exponents(r)[t] * a.exponent * r.capacitySpread * a.capacitySpread * zAt),
  )
}

function drawAssumptions(chance: ReturnType<typeof normals>, r: References): Assumptions {
  const spread = r.assumptionSpread
  const one = () => 1 + spread * (2 * chance.uniform() - 1)
  return {
    exponent: one(),
    capacitySpread: one(),
    shoeEffect: one(),
    repair: one(),
    background: one(),
    adaptation: one(),
  }
}

/** Days as they are really kept: some missed, some longer than planned. */
function keptDays(uniform: () => number, r: References): Float64Array {
  const kept = new Float64Array(simulatedDays)
  for (let day = 0; day < simulatedDays; day++) {
    const u = uniform()
    kept[day] = u < r.keptMissedShare ? 0 : u > 1 - r.keptEagerShare ? r.keptEagerTimes : 1
  }
  return kept
}

/**
 * One plan day by day: the usual steps in the usual shoes, of which the new minutes are taken in the new ones.
 * @param kept part of each day's new minutes that is really worn
 */
export function planInput(
  weeks: readonly TransitionWeek[],
  { from, to }: Pick<TransitionInput, 'from' | 'to'>,
  a: Assumptions,
  r: References,
  kept?: Float64Array,
): PlanInput {
  const onFeet = onFeetMin(from.minutes)
  const daysAWeek = 7
  const worn = wornMinutes(weeks, kept)
  return byTissue((t) => {
    const b = exponents(r)[t] * a.exponent
    const whole = Math.max(1e-9, weekUnits(t, from.minutes))
    const walkUnits = weekUnits(t, {
      stand: from.minutes.stand,
      walk: from.minutes.walk,
      train: from.minutes.train,
    })
    const perMinute = onFeet > 0 ? walkUnits / onFeet : 0
    const perRunMinute = activityLoad.run.stepsAMinute * activityLoad.run.base[t]
    const runStep = activityLoad.run.base[t]
    // the usual day is 1 whatever it is made of, so that running weighs against walking by its own load
    const usualRun = from.minutes.run * perRunMinute
    const weigh = (walked: number, ran: number) => walked + ran * runStep ** (b - 1)
    const usual = Math.max(1e-9, weigh(walkUnits, usualRun))
    const newStep = stepRatio(t, from.usual, to.sole, r)
    const known = from.newMinutes / daysAWeek
    const dose = new Float64Array(simulatedDays)
    const x = new Float64Array(simulatedDays)
    for (let day = 0; day < simulatedDays; day++) {
      const week = weeks[Math.min(weeks.length - 1, Math.floor(day / daysAWeek))]
      const ran = week ? Math.max(0, week.runMinutes - from.newRunMinutes) / daysAWeek : 0
      const more = Math.max(0, worn[day]! - known)
      const ratio = 1 + a.shoeEffect * (newStep * surfaceLoad[week?.surface ?? 'wood'][t] - 1)
      const changed = Math.max(0.01, ratio)
      const newWalk = Math.min(walkUnits / daysAWeek, more * perMinute)
      const newRun = Math.min(usualRun / daysAWeek, ran * perRunMinute)
      dose[day] = 1 + ((newWalk + newRun) * (changed - 1) * daysAWeek) / whole
      x[day] = 1 + (weigh(newWalk, newRun) * (changed ** b - 1) * daysAWeek) / usual
    }
    const course = capacityCourse(t, dose, {
      days: adaptDays(r)[t],
      gain: r.adaptationGain * a.adaptation,
      cap: r.adaptationCap,
      dip: r.boneDip,
    })
    for (let day = 0; day < simulatedDays; day++) x[day]! /= course[day]! ** b
    return x
  })
}

/** Minutes in the new shoes on each day, the wearing days spread over the week; the last week goes on. */
function wornMinutes(weeks: readonly TransitionWeek[], kept?: Float64Array): Float64Array {
  const daysAWeek = 7
  const worn = new Float64Array(simulatedDays)
  if (weeks.length === 0) return worn
  for (let from = 0; from < simulatedDays; from += daysAWeek) {
    const week = weeks[Math.min(weeks.length - 1, from / daysAWeek)]!
    wearOn(week).forEach((place, i) => {
      const day = from + place
      if (day < simulatedDays) worn[day] = (week.dayMinutes[i] ?? 0) * (kept?.[day] ?? 1)
    })
  }
  return worn
}

type Outcomes = { share: Float64Array; tissue: Float64Array; week: Float64Array }[]

function summary(
  input: SimulationInput,
  names: readonly SimulatedPlan[],
  outcomes: Outcomes,
  drawn: readonly Assumptions[],
  perDraw: number,
): Simulation {
  const { draws, seed } = input
  const mean = (values: Float64Array) => values.reduce((sum, v) => sum + v, 0) / values.length
  const plans = Object.fromEntries(
    names.map((name, n) => {
      const { share, tissue, week } = outcomes[n]!
      const limiting = tissues[tissue.indexOf(Math.max(...tissue))]!
      return [
        name,
        {
          overloadedShare: mean(share),
          interval: interval(share),
          byTissue: byTissue((t) => tissue[tissues.indexOf(t)]!),
          byWeek: [...week],
          limiting,
          finishWeek: input.plans[name]!.find((w) => w.minutes >= input.asked.to.minutes)?.week,
        } satisfies PlanOutcome,
      ]
    }),
  ) as Simulation['plans']
  const differences = names.flatMap((a, i) =>
    names.slice(i + 1).map((b, j) => {
      const by = outcomes[i]!.share.map((share, draw) => share - outcomes[i + 1 + j]!.share[draw]!)
      return { plans: [a, b] as [SimulatedPlan, SimulatedPlan], share: mean(by), interval: interval(by) }
    }),
  )
  const order = names.map((_, n) => n).sort((a, b) => mean(outcomes[b]!.share) - mean(outcomes[a]!.share))
  let [holds, ties] = [0, 0]
  for (let draw = 0; draw < draws; draw++) {
    const steps = order.slice(1).map((n, i) => outcomes[order[i]!]!.share[draw]! - outcomes[n]!.share[draw]!)
    if (steps.every((step) => step > 0)) holds++
    else if (steps.every((step) => step >= 0)) ties++
  }
  return {
    seed,
    clients: perDraw * draws,
    draws,
    plans,
    differences,
    orderHoldsShare: holds / draws,
    orderTiesShare: ties / draws,
    sensitivity: sensitivityOf(names, outcomes, drawn),
  }
}

function interval(values: Float64Array): [number, number] {
  const sorted = Float64Array.from(values).sort()
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))]!
  return [at(0.025), at(0.975)]
}

/** Means of the draws in which an assumption is in its lower and in its upper half, the one that moves most first. */
function sensitivityOf(
  names: readonly SimulatedPlan[],
  outcomes: Outcomes,
  drawn: readonly Assumptions[],
): Simulation['sensitivity'] {
  const [first, second] = [names.indexOf('atOnce'), names.indexOf('usual')]
  if (first < 0 || second < 0 || drawn.length < 4) return []
  const by = outcomes[first]!.share.map((share, draw) => share - outcomes[second]!.share[draw]!)
  const of = (draws: readonly number[]) =>
    draws.reduce((sum, d) => sum + by[d]!, 0) / Math.max(1, draws.length)
  return assumptionIds
    .map((name) => {
      const order = drawn.map((_, d) => d).sort((a, b) => drawn[a]![name] - drawn[b]![name])
      const half = Math.floor(order.length / 2)
      return { name, low: of(order.slice(0, half)), high: of(order.slice(-half)) }
    })
    .sort((a, b) => Math.abs(b.high - b.low) - Math.abs(a.high - a.low))
}

/** All of it at once, for those who need no progress. */
export function simulate(input: SimulationInput, r: References): Simulation {
  const steps = simulation(input, r)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}
