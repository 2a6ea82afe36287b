import fc from 'fast-check'
import loadHighs from 'highs'
import {
  broken,
  choosePlan,
  firstChoice,
  highsSolver,
  kitItems,
  library,
  priceOf,
  programmeOf,
  solvePlan,
  stages,
  valueOf,
  type PlanInput,
  type Programme,
  type SolverCall,
} from './index'
import { arbitraryInput, inputOf, shortOfAll } from './testing/arbitraryClient'
import { cases } from '../../groundwork/testing/cases'

let solve: SolverCall
beforeAll(async () => {
  solve = highsSolver(await loadHighs())
})
const exact = { nodes: 100_000, gap: 0 }

/** The best choice of a small programme by trying every one: a computation that shares nothing with the solver's model. */
function byTrying(p: Programme): number {
  const perPhase = stages.map((_, phase) => subsets(p, phase))
  let best = -Infinity
  const walk = (chosen: number[][], phase: number) => {
    if (phase === stages.length) {
      if (broken(p, chosen).length === 0) best = Math.max(best, valueOf(p, chosen))
      return
    }
    for (const places of perPhase[phase]!) walk([...chosen, places], phase + 1)
  }
  walk([], 0)
  return best
}

function subsets(p: Programme, phase: number): number[][] {
  let all: number[][] = [[]]
  for (const places of p.at.values())
    all = all.flatMap((list) => [list, ...places[phase]!.map((place) => [...list, place])])
  return all.filter(
    (list) =>
      list.reduce((sum, place) => sum + p.options[place]!.dose.minutes, 0) <= p.input.minutesPerSession,
  )
}

/** A client with a handful of drills: the rest is banned. */
function small(ids: readonly string[], changed: Partial<PlanInput> = {}): PlanInput {
  return inputOf(
    { left: { ...shortOfAll, heelRaises: 5 }, right: shortOfAll },
    {
      kit: [...kitItems],
      minutesPerSession: 7,
      banned: library.map((e) => e.id).filter((id) => !ids.includes(id)),
      ...changed,
    },
  )
}
// drills of the last two phases only, so that trying every choice ends
const smallSets = [
  ['wedgeRise', 'slopeStand', 'innerHeelSplit'],
  ['oneLegSwing', 'deepSquatHeld', 'stepThrough'],
  ['domeOneLeg', 'oneLegShut', 'runIn'],
]

test.each(smallSets)('small programmes are solved exactly: %s, %s, %s', (...ids) => {
  for (const minutesPerSession of [4, 6]) {
    const input = small(ids, { minutesPerSession })
    const best = byTrying(programmeOf(input))
    const solved = solvePlan(input, solve, exact)
    expect(best).toBeGreaterThan(-Infinity)
    expect(solved.plan.proof!.objective).toBeCloseTo(best, 6)
    expect(solved.plan.proof!.bound).toBeCloseTo(best, 5)
  }
})

test('pins that do not fit: the fewest are let go, as trying every choice says', () => {
  const ids = ['wedgeRise', 'slopeStand', 'innerHeelSplit']
  for (const minutesPerSession of [1.2, 2.2, 3.4]) {
    const input = small(ids, { minutesPerSession, pinned: ids })
    const p = programmeOf(input)
    const lists = stages.map((_, phase) => subsets(p, phase))
    let most = 0
    for (const third of lists[2]!)
      for (const fourth of lists[3]!) {
        if (broken(p, [[], [], third, fourth]).length > 0) continue
        most = Math.max(
          most,
          new Set([...third, ...fourth].map((place) => p.options[place]!.exercise.id)).size,
        )
      }
    const plan = solvePlan(input, solve, exact).plan
    const unpinned = plan.relax.flatMap((wish) => (wish.wish === 'unpin' ? wish.ids : []))
    expect(unpinned.length).toBe(ids.length - most)
  }
})

test('what is proven is true: the plan keeps every limit, and its bound lies above it and above the first plan', () => {
  fc.assert(
    fc.property(arbitraryInput, (input) => {
      const solved = solvePlan(input, solve, { nodes: 200, gap: 0.05 })
      if (!solved.programme) return
      const { proof } = solved.plan
      expect(proof!.objective).toBeCloseTo(valueOf(solved.programme, solved.chosen), 9)
      expect(proof!.bound).toBeGreaterThanOrEqual(proof!.objective - 1e-9)
      expect(proof!.objective).toBeGreaterThanOrEqual(solved.first - 1e-6)
      if (broken(solved.programme, firstChoice(solved.programme)).length === 0)
        expect(broken(solved.programme, solved.chosen)).toEqual([])
    }),
    { numRuns: cases(6, 12), endOnFailure: true },
  )
})

test('a solver that finds nothing proves nothing: the quick plan stands without a proof', () => {
  const input = inputOf({ left: shortOfAll, right: shortOfAll })
  const { plan } = solvePlan(input, () => ({ isFeasible: false, bound: NaN, nodes: 0, values: {} }))
  expect(plan.proof).toBeUndefined()
  expect(plan.phases).toEqual(choosePlan(input).phases)
})

test('the same question gives the same plan, to the byte', () => {
  const input = inputOf({ left: shortOfAll, right: { ...shortOfAll, heelRaises: 4 } })
  expect(JSON.stringify(solvePlan(input, solve).plan)).toBe(JSON.stringify(solvePlan(input, solve).plan))
})

test('more minutes and more kit: never worse than the tighter problem proves', () => {
  const tight = inputOf({ left: shortOfAll, right: {} }, { minutesPerSession: 8, kit: [] })
  const objective = (input: PlanInput) => solvePlan(input, solve, { nodes: 2000, gap: 0.02 }).plan.proof!
  const base = objective(tight)
  for (const roomier of [
    { ...tight, minutesPerSession: 12 },
    { ...tight, kit: [...kitItems] },
  ]) {
    const more = objective(roomier)
    expect(more.bound).toBeGreaterThanOrEqual(base.objective - 1e-6)
    expect(more.objective).toBeGreaterThanOrEqual(base.objective * (1 - more.gapPct / 100) - 1e-6)
  }
})

test('of thirty drills and more (200 with --long) that were left out none has a price below nothing, and dear ones say what they push out', () => {
  const chance = fc.sample(
    fc.record({
      ids: fc.shuffledSubarray(
        library.map((e) => e.id),
        { minLength: 6, maxLength: 6 },
      ),
      minutesPerSession: fc.integer({ min: 2, max: 5 }),
    }),
    { numRuns: 400, seed: fc.readConfigureGlobal().seed ?? 1 },
  )
  const wanted = cases(30, 200)
  let asked = 0
  let pushing = 0
  for (const { ids, minutesPerSession } of chance) {
    if (asked >= wanted) break
    const solved = solvePlan(small(ids, { minutesPerSession }), solve)
    for (const { exercise, because } of solved.plan.leftOut) {
      if (because.why !== 'others') continue
      const price = priceOf(solved, exercise.id, solve)
      if (!price) continue
      asked++
      expect(price.objective).toBeGreaterThanOrEqual(0)
      // a price has a reason: whoever costs something pushes out, fills less or takes time
      expect(price.objective === 0 || price.share > 0).toBe(true)
      if (price.pushedOut.length > 0) pushing++
    }
  }
  expect(asked).toBeGreaterThanOrEqual(wanted)
  expect(pushing).toBeGreaterThan(wanted / 10)
})

test('a plan in force is kept where nothing speaks for another', () => {
  const input = inputOf({ left: shortOfAll, right: shortOfAll })
  const before = solvePlan(input, solve)
  const inForce = [...new Set(before.plan.phases.flatMap((p) => p.picks.map((pick) => pick.exercise.id)))]
  const after = solvePlan({ ...input, inForce }, solve)
  const kept = new Set(after.plan.phases.flatMap((p) => p.picks.map((pick) => pick.exercise.id)))
  expect(inForce.filter((id) => kept.has(id)).length).toBeGreaterThanOrEqual(inForce.length * 0.8)
})

test('the first plan breaks nothing and lies within 15 % of what is proven possible', () => {
  for (const minutesPerSession of [5, 15, 30]) {
    const solved = solvePlan(
      inputOf({ left: shortOfAll, right: { heelRaises: 6 } }, { minutesPerSession }),
      solve,
    )
    expect(solved.first).toBeGreaterThan(solved.plan.proof!.bound * 0.85)
  }
  expect(choosePlan(inputOf({ left: shortOfAll, right: shortOfAll })).proof).toBeUndefined()
})
