import loadHighs from 'highs'
import { highsSolver, solvePlan, type PlanInput, type Solved, type SolverCall } from '@sturvo/core/training'

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
