import { tissues, type Capacity } from './capacities'
import type { Option } from './options'
import type { PlanInput, Programme } from './programme'

/** Places of options in a programme that are chosen, by phase. */
export type Chosen = readonly (readonly number[])[]

export const drillAt = (p: Programme, place: number) => p.options[place]!.exercise.id

/** What options give to needs, and cost, worked out once: the exchanges ask for it hundreds of thousands of times. */
type Tables = { gives: { need: number; amount: number }[][]; costs: number[]; cover: Float64Array }
const tablesOf = new WeakMap<Programme, Tables>()

function tables(p: Programme): Tables {
  const known = tablesOf.get(p)
  if (known) return known
  const needAt = new Map(p.needs.map((need, i) => [`${need.phase}.${need.capacity}.${need.side}`, i]))
  const made: Tables = {
    gives: p.options.map(({ phase, fills }) =>
      fills.flatMap(({ capacity, side, amount }) => {
        const need = needAt.get(`${phase}.${capacity}.${side}`)
        return need === undefined ? [] : [{ need, amount }]
      }),
    ),
    costs: p.options.map((option) => costOf(option, p.input)),
    cover: new Float64Array(p.needs.length),
  }
  tablesOf.set(p, made)
  return made
}

/** What an option costs by itself: freshness, minutes, and whether the client likes doing it. */
export function costOf({ exercise, dose }: Option, { references: r, liked, disliked }: PlanInput): number {
  const liking = liked.includes(exercise.id) ? r.likeWorth : disliked.includes(exercise.id) ? -r.likeWorth : 0
  return (
    (r.fatiguePrice * exercise.fatigue * dose.sets) / exercise.sets + r.minutePrice * dose.minutes - liking
  )
}

/**
 * What one phase is worth, costs of its drills taken off; prices of starting and dropping drills stand in `valueOf`.
 * The first part of a need pays in full, the second less.
 */
export function phaseValue(p: Programme, places: readonly number[]): number {
  const { coverFull, coverMore, coverMoreWorth } = p.input.references
  const { gives, costs, cover } = tables(p)
  const touched: number[] = []
  let value = 0
  for (const place of places) {
    value -= costs[place]!
    for (const { need, amount } of gives[place]!) {
      if (cover[need] === 0) touched.push(need)
      cover[need]! += amount
    }
  }
  for (const need of touched) {
    const full = Math.min(cover[need]!, coverFull)
    const more = Math.min(coverMore, Math.max(0, cover[need]! - coverFull))
    value += p.needs[need]!.worth * (full + coverMoreWorth * more)
    cover[need] = 0
  }
  return value
}

/** How much of each capacity is filled in one phase, both sides together, what is beyond the need not counted. */
export function filledOf(p: Programme, chosen: Chosen, phase: number): Map<Capacity, number> {
  const { gives } = tables(p)
  const { coverFull, coverMore } = p.input.references
  const cover = new Map<number, number>()
  for (const place of chosen[phase]!)
    for (const { need, amount } of gives[place]!) cover.set(need, (cover.get(need) ?? 0) + amount)
  const filled = new Map<Capacity, number>()
  for (const [need, amount] of cover) {
    const { capacity } = p.needs[need]!
    filled.set(capacity, (filled.get(capacity) ?? 0) + Math.min(amount, coverFull + coverMore))
  }
  return filled
}

/** Part of everything that is short which a choice fills, each need by its worth, 0..1. */
export function filledShare(p: Programme, chosen: Chosen): number {
  const { coverFull, coverMore, coverMoreWorth } = p.input.references
  const most = p.needs.reduce((sum, need) => sum + need.worth * (coverFull + coverMoreWorth * coverMore), 0)
  const { costs } = tables(p)
  const filled = chosen.reduce(
    (sum, places) => sum + phaseValue(p, places) + places.reduce((cost, place) => cost + costs[place]!, 0),
    0,
  )
  return most > 0 ? filled / most : 0
}

/** The objective of a whole choice: phases, less new drills to learn, drills in force that are dropped, pins not kept. */
export function valueOf(p: Programme, chosen: Chosen): number {
  const { newPrice, dropPrice, pinPrice } = p.input.references
  let value = chosen.reduce((sum, places) => sum + phaseValue(p, places), 0)
  const ids = chosen.map((places) => new Set(places.map((place) => drillAt(p, place))))
  chosen.forEach((_, phase) => {
    for (const id of ids[phase]!) if (isNewAt(p, ids, id, phase)) value -= newPrice
  })
  const all = new Set(ids.flatMap((set) => [...set]))
  for (const id of p.input.inForce) if (p.at.has(id) && !all.has(id)) value -= dropPrice
  for (const id of p.pins) if (!all.has(id)) value -= pinPrice
  return value
}

export function isNewAt(
  p: Programme,
  ids: readonly ReadonlySet<string>[],
  id: string,
  phase: number,
): boolean {
  return phase === 0 ? !p.input.inForce.includes(id) : !ids[phase - 1]!.has(id)
}

/** Every limit that a choice breaks; empty for a choice that may be made. Limits of one phase and between phases. */
export function broken(p: Programme, chosen: Chosen): string[] {
  const found: string[] = []
  const { sameCapacityMost } = p.input.references
  const ids = chosen.map((places) => new Set(places.map((place) => drillAt(p, place))))
  chosen.forEach((places, phase) => {
    const frame = p.phases[phase]!
    const picked = places.map((place) => p.options[place]!)
    if (ids[phase]!.size !== places.length) found.push(`twice ${phase}`)
    if (picked.reduce((sum, o) => sum + o.dose.minutes, 0) > p.input.minutesPerSession + 1e-9)
      found.push(`minutes ${phase}`)
    const mains = new Map<string, number>()
    for (const o of picked) {
      const main = o.exercise.targets[0]![0]
      mains.set(main, (mains.get(main) ?? 0) + 1)
    }
    if ([...mains.values()].some((n) => n > sameCapacityMost)) found.push(`capacity ${phase}`)
    for (const tissue of tissues)
      if (picked.reduce((sum, o) => sum + (o.load[tissue] ?? 0), 0) > frame.ceilings[tissue] + 1e-9)
        found.push(`${tissue} ${phase}`)
    if ([...ids[phase]!].filter((id) => isNewAt(p, ids, id, phase)).length > frame.newMost)
      found.push(`new ${phase}`)
    for (const o of picked) {
      if (o.level > 0 && !levelBefore(p, chosen, phase, o.exercise.id, o.level))
        found.push(`level ${o.exercise.id}`)
      const gate = p.gated.get(o.exercise.id)
      if (gate && !p.trainersOf.get(gate.id)!.some((id) => ids.slice(0, phase).some((set) => set.has(id))))
        found.push(`gate ${o.exercise.id}`)
    }
  })
  for (const must of p.musts)
    if (!must.ids.some((id) => ids[must.phase]!.has(id))) found.push(`${must.what} ${must.phase}`)
  return found
}

function levelBefore(p: Programme, chosen: Chosen, phase: number, id: string, level: number): boolean {
  const before = chosen[phase - 1]?.find((place) => drillAt(p, place) === id)
  return before !== undefined && p.options[before]!.level >= level - 1
}
