import { wrap, type Remote } from 'comlink'
import type { MatJobs } from './matWorker'

/** Starts the worker that listens to a mat; ended by the room that started it. */
export function startMatWorker(): {
  jobs: Remote<MatJobs>
  /** told when the worker cannot be started or breaks */
  onBroken: (listener: () => void) => void
  end: () => void
} {
  const worker = new Worker(new URL('./matWorker.ts', import.meta.url), { type: 'module', name: 'mat' })
  return {
    jobs: wrap<MatJobs>(worker),
    onBroken: (listener) => worker.addEventListener('error', listener),
    end: () => worker.terminate(),
  }
}
