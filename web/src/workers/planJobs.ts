import { wrap, type Remote } from 'comlink'
import type { PlanInput, Price, TrainingPlan } from '@sturvo/core/training'
import type { PlanJobs } from './planWorker'

type Running = { worker: Worker; jobs: Remote<PlanJobs>; over: Promise<never>; end: (why: string) => void }
let running: Running | undefined

function started(): Running {
  if (running) return running
  const worker = new Worker(new URL('./planWorker.ts', import.meta.url), { type: 'module', name: 'plan' })
  let end: Running['end'] = () => undefined
  const over = new Promise<never>((_, reject) => {
    end = (why) => {
      worker.terminate()
      if (running?.worker === worker) running = undefined
      reject(new Error(why))
    }
  })
  // whoever asked hears of it; where nobody waits, nobody has to
  over.catch(() => undefined)
  // a worker that cannot be loaded, as on a tablet without the network, would otherwise never answer
  worker.addEventListener('error', () => end('the solver broke'))
  worker.addEventListener('messageerror', () => end('the solver could not be understood'))
  running = { worker, jobs: wrap<PlanJobs>(worker), over, end }
  return running
}

/** Proves the best plan away from the screen. @throws Error where the solver cannot run, or is stopped */
export function solveAway(input: PlanInput): Promise<TrainingPlan> {
  const { jobs, over } = started()
  return Promise.race([jobs.solve(input), over])
}

/** What some drills would cost in a plan; those that fit nowhere are left out. @throws Error as `solveAway` */
export function pricesAway(input: PlanInput, ids: readonly string[]): Promise<Record<string, Price>> {
  const { jobs, over } = started()
  return Promise.race([jobs.prices(input, ids), over])
}

/** A running proof hears no message: stopping ends its worker, whoever waits is told, the next question starts another. */
export function stopSolving(): void {
  running?.end('stopped')
}
