import { proxy, wrap } from 'comlink'
import type { Simulation, SimulationInput } from '@sturvo/core/simulation'
import type { References } from '@sturvo/core/reference'
import type { SimulationJobs } from './simulationWorker'

export type RunningSimulation = { done: Promise<Simulation>; cancel: () => void }

/** Simulates away from the screen, each run in a worker of its own: cancelling ends it. */
export function simulateAway(
  input: SimulationInput,
  references: References,
  onProgress: (share: number) => void,
): RunningSimulation {
  const worker = new Worker(new URL('./simulationWorker.ts', import.meta.url), {
    type: 'module',
    name: 'simulation',
  })
  const broken = new Promise<never>((_, reject) => {
    const fail = () => reject(new Error('the simulation broke'))
    worker.addEventListener('error', fail)
    worker.addEventListener('messageerror', fail)
  })
  broken.catch(() => undefined)
  const jobs = wrap<SimulationJobs>(worker)
  const done = Promise.race([jobs.simulate(input, references, proxy(onProgress)), broken]).finally(() =>
    worker.terminate(),
  )
  return { done, cancel: () => worker.terminate() }
}
