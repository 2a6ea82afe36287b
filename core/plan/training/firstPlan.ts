import { stages } from './capacities'
import type { Programme } from './programme'
import { broken, drillAt, phaseValue, valueOf, type Chosen } from './value'

const rounds = 40
const least = 1e-6

/**
 * A good plan at once: what must be in, then what fills most a minute, then exchanges as long as they pay. The solver
 * begins with it.
 * @returns a choice that breaks no limit, but for pins that do not fit
 */
export function firstChoice(p: Programme): Chosen {
  const chosen: number[][] = stages.map(() => [])
  if (p.options.length === 0) return chosen
  stages.forEach((_, phase) => fillPhase(p, chosen, phase))
  keepPins(p, chosen)
  for (let round = 0; round < rounds; round++) {
    const isBetter = stages.map((_, phase) => exchange(p, chosen, phase)).some(Boolean)
    if (!isBetter) break
  }
  return chosen
}

/** Limits that a part of a choice can break already: what must be in is not missed before it is chosen. */
function isAllowed(p: Programme, chosen: Chosen): boolean {
  return broken(p, chosen).every((limit) => limit.startsWith('foundation') || limit.startsWith('mobility'))
}

function placesAt(p: Programme, phase: number): number[] {
  return [...p.at.values()].flatMap((phases) => phases[phase]!)
}

function withPlace(chosen: readonly number[][], phase: number, places: readonly number[]): number[][] {
  return chosen.map((old, k) => (k === phase ? [...places] : old))
}

function fillPhase(p: Programme, chosen: number[][], phase: number): void {
  const open = placesAt(p, phase)
  // pins and musts first, in their shortest form: the rest of the minutes is for what pays most
  for (const must of p.musts.filter((m) => m.phase === phase)) {
    if (must.ids.some((id) => chosen[phase]!.some((place) => drillAt(p, place) === id))) continue
    const fitting = open
      .filter((place) => must.ids.includes(drillAt(p, place)))
      .sort((a, b) => shortRank(p, a) - shortRank(p, b))
    const place = fitting.find((each) => isAllowed(p, withPlace(chosen, phase, [...chosen[phase]!, each])))
    if (place !== undefined) chosen[phase]!.push(place)
  }
  for (const id of p.pins) {
    if (chosen.some((places) => places.some((place) => drillAt(p, place) === id))) continue
    const shortestFirst = p.at.get(id)![phase]!.toSorted((a, b) => shortRank(p, a) - shortRank(p, b))
    const place = shortestFirst.find((each) =>
      isAllowed(p, withPlace(chosen, phase, [...chosen[phase]!, each])),
    )
    if (place !== undefined) chosen[phase]!.push(place)
  }
  for (;;) {
    const now = phaseValue(p, chosen[phase]!)
    const rated = open
      .filter((place) => !chosen[phase]!.some((other) => drillAt(p, other) === drillAt(p, place)))
      .map((place) => ({ place, gain: gainOf(p, chosen[phase]!, now, place) }))
      .filter(({ gain }) => gain > least)
      .map(({ place, gain }) => ({ place, rate: gain / Math.sqrt(p.options[place]!.dose.minutes) }))
      .sort((a, b) => b.rate - a.rate || a.place - b.place)
    const best = rated.find(({ place }) => isAllowed(p, withPlace(chosen, phase, [...chosen[phase]!, place])))
    if (!best) return
    chosen[phase]!.push(best.place)
  }
}

function gainOf(p: Programme, places: readonly number[], now: number, place: number): number {
  return phaseValue(p, [...places, place]) - now - p.input.references.newPrice
}

/** Short and useful first. */
function shortRank(p: Programme, place: number): number {
  return p.options[place]!.dose.minutes - phaseValue(p, [place])
}

/** Puts pins that are not in yet into their first phase, in place of what is worth least, where that is allowed. */
function keepPins(p: Programme, chosen: number[][]): void {
  for (const id of p.pins) {
    if (chosen.some((places) => places.some((place) => drillAt(p, place) === id))) continue
    for (const [phase, places] of p.at.get(id)!.entries()) {
      const found = places
        .map((place) => makeRoom(p, chosen, phase, place))
        .filter((choice) => choice !== undefined)
        .sort((a, b) => valueOf(p, b) - valueOf(p, a))[0]
      if (!found) continue
      found.forEach((each, k) => (chosen[k] = [...each]))
      break
    }
  }
}

/** The choice with one option more, as little as possible taken out for it; undefined where nothing makes room. */
function makeRoom(
  p: Programme,
  chosen: readonly number[][],
  phase: number,
  place: number,
): number[][] | undefined {
  const isPin = (each: number) => p.pins.includes(drillAt(p, each))
  const isMust = (each: number) =>
    p.musts.some((must) => must.phase === phase && must.ids.includes(drillAt(p, each))) ? 1 : 0
  let kept = [...chosen[phase]!]
  for (;;) {
    const tried = withPlace(chosen, phase, [...kept, place])
    if (broken(p, tried).length === 0) return tried
    const out = kept
      .filter((each) => !isPin(each))
      .sort((a, b) => isMust(a) - isMust(b) || phaseValue(p, [a]) - phaseValue(p, [b]))[0]
    if (out === undefined) return undefined
    kept = kept.filter((each) => each !== out)
  }
}

/**
 * One step in one phase: a drill in, out, or in another's place; the best one that breaks no limit.
 * @returns whether one paid
 */
function exchange(p: Programme, chosen: number[][], phase: number): boolean {
  const places = chosen[phase]!
  const links = linksOf(p, chosen, phase)
  const minutes = (list: readonly number[]) =>
    list.reduce((sum, place) => sum + p.options[place]!.dose.minutes, 0)
  const worth = (list: readonly number[]) => phaseValue(p, list) + links(list)
  const budget = p.input.minutesPerSession + 1e-9
  const was = worth(places)
  const steps: { places: number[]; gain: number }[] = []
  const offer = (tried: number[]) => {
    if (minutes(tried) > budget) return
    const gain = worth(tried) - was
    if (gain > least) steps.push({ places: tried, gain })
  }
  for (const place of placesAt(p, phase)) {
    if (places.includes(place)) continue
    const others = places.filter((other) => drillAt(p, other) !== drillAt(p, place))
    offer([...others, place])
    for (const out of others) offer([...others.filter((other) => other !== out), place])
  }
  for (const out of places) offer(places.filter((other) => other !== out))
  steps.sort((a, b) => b.gain - a.gain)
  const step = steps.find((each) => broken(p, withPlace(chosen, phase, each.places)).length === 0)
  if (!step) return false
  chosen[phase] = step.places
  return true
}

/** What a phase's drills cost by what stands in the other phases: starts here and after it, drills dropped, pins missed. */
function linksOf(
  p: Programme,
  chosen: readonly number[][],
  phase: number,
): (places: readonly number[]) => number {
  const { newPrice, dropPrice, pinPrice } = p.input.references
  const idsAt = (k: number) => new Set((chosen[k] ?? []).map((place) => drillAt(p, place)))
  const before = phase === 0 ? new Set(p.input.inForce) : idsAt(phase - 1)
  const after = idsAt(phase + 1)
  const elsewhere = new Set(
    chosen.flatMap((places, k) => (k === phase ? [] : places.map((place) => drillAt(p, place)))),
  )
  const wantedPins = p.pins.filter((id) => !elsewhere.has(id))
  const wantedInForce = p.input.inForce.filter((id) => p.at.has(id) && !elsewhere.has(id))
  return (places) => {
    const here = new Set(places.map((place) => drillAt(p, place)))
    let cost = 0
    for (const id of here) if (!before.has(id)) cost += newPrice
    for (const id of after) if (!here.has(id)) cost += newPrice
    for (const id of wantedPins) if (!here.has(id)) cost += pinPrice
    for (const id of wantedInForce) if (!here.has(id)) cost += dropPrice
    return -cost
  }
}
