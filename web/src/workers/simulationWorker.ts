import { expose } from 'comlink'
import { simulation, type Simulation, type SimulationInput } from '@sturvo/core/simulation'
import type { References } from '@sturvo/core/reference'

const jobs = {
  /** @param onProgress part that is done, 0..1 */
  simulate(input: SimulationInput, references: References, onProgress: (share: number) => void): Simulation {
    const steps = simulation(input, references)
    for (;;) {
      const step = steps.next()
      if (step.done) return step.value
      onProgress(step.value)
    }
  },
}
export type SimulationJobs = typeof jobs
expose(jobs)
