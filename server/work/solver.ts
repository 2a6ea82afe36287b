import loadHighs from 'highs'
import { highsSolver, solvePlan, type PlanInput, type Solved, type SolverCall } from '@sturvo/core/training'

let loading: Promise<SolverCall> | undefined

/** The solver of this thread, loaded at its first use. */
export function solver(): Promise<SolverCall> {
  return (loading ??= loadHighs().then(highsSolver))
}

/** The proven plan of a visit; undefined while none may be made. Seconds of work: never on the thread that answers. */
export async function solvedPlan(input: PlanInput | undefined): Promise<Solved | undefined> {
  return input && solvePlan(input, await solver())
}
