import loadHighs from 'highs'
import {
  highsSolver,
  priceOf,
  solvePlan,
  type PlanInput,
  type Price,
  type Solved,
  type SolverCall,
} from '@sturvo/core/training'

let loading: Promise<SolverCall> | undefined

/** The solver of this thread, loaded at its first use. */
function solver(): Promise<SolverCall> {
  return (loading ??= loadHighs().then(highsSolver))
}

// the same page is printed again and again while nothing of its question changes; a proof takes seconds
const mostKept = 40
const kept = new Map<string, Solved>()

/** The proven plan of a visit; undefined while none may be made. Seconds of work: never on the thread that answers. */
export async function solvedPlan(input: PlanInput | undefined): Promise<Solved | undefined> {
  if (!input) return undefined
  const key = JSON.stringify(input)
  const known = kept.get(key)
  if (known) return known
  const solved = solvePlan(input, await solver())
  kept.set(key, solved)
  if (kept.size > mostKept) kept.delete(kept.keys().next().value!)
  return solved
}

/** What the strongest drills that others keep out would cost, by id; kept with the plan they were asked of. */
export async function pricesOf(solved: Solved, most: number): Promise<Record<string, Price>> {
  const known = priced.get(solved)
  if (known) return known
  const ids = solved.plan.leftOut.filter((l) => l.because.why === 'others').map((l) => l.exercise.id)
  const solve = await solver()
  const prices: Record<string, Price> = {}
  for (const id of ids.slice(0, most)) {
    const price = priceOf(solved, id, solve)
    if (price) prices[id] = price
  }
  priced.set(solved, prices)
  return prices
}
const priced = new WeakMap<Solved, Record<string, Price>>()
