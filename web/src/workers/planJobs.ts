import { wrap, type Remote } from 'comlink'
import type { PlanInput, Price, TrainingPlan } from '@sturvo/core/training'
import type { PlanJobs } from './planWorker'

type Running = { worker: Worker; jobs: Remote<PlanJobs> }
let running: Running | undefined

function started(): Running {
  if (!running) {
    const worker = new Worker(new URL('./planWorker.ts', import.meta.url), { type: 'module', name: 'plan' })
    running = { worker, jobs: wrap<PlanJobs>(worker) }
  }
  return running
}

/** Proves the best plan away from the screen. */
export const solveAway = (input: PlanInput): Promise<TrainingPlan> => started().jobs.solve(input)

export const pricesAway = (input: PlanInput, ids: readonly string[]): Promise<Record<string, Price>> =>
  started().jobs.prices(input, ids)

/** A running proof hears no message: stopping ends its worker, and the next question starts another. */
export function stopSolving(): void {
  running?.worker.terminate()
  running = undefined
}
