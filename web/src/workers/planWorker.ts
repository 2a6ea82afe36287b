import { expose } from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import {
  highsSolver,
  priceOf,
  solvePlan,
  type PlanInput,
  type Price,
  type Solved,
  type SolverCall,
  type TrainingPlan,
} from '@sturvo/core/training'

let loading: Promise<SolverCall> | undefined
const solver = () => (loading ??= loadHighs({ locateFile: () => wasmUrl }).then(highsSolver))
let last: { key: string; solved: Solved } | undefined

async function solved(input: PlanInput): Promise<Solved> {
  const key = JSON.stringify(input)
  if (last?.key !== key) last = { key, solved: solvePlan(input, await solver()) }
  return last.solved
}

const jobs = {
  solve: async (input: PlanInput): Promise<TrainingPlan> => (await solved(input)).plan,
  /** What each of some drills would cost in this plan; those that fit nowhere are left out. */
  prices: async (input: PlanInput, ids: readonly string[]): Promise<Record<string, Price>> => {
    const plan = await solved(input)
    const solve = await solver()
    return Object.fromEntries(
      ids.flatMap((id) => {
        const price = priceOf(plan, id, solve)
        return price ? [[id, price]] : []
      }),
    )
  },
}
export type PlanJobs = typeof jobs
expose(jobs)
