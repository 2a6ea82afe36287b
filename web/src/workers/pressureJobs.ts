import { wrap, type Remote } from 'comlink'
import type { PressureWorkerJobs } from './pressureWorker'

/** Starts the worker that listens to a mat; ended by the room that started it. */
export function startPressureWorker(): {
  jobs: Remote<PressureWorkerJobs>
  /** told when the worker cannot be started or breaks */
  onBroken: (listener: () => void) => void
  end: () => void
} {
  const worker = new Worker(new URL('./pressureWorker.ts', import.meta.url), {
    type: 'module',
    name: 'pressure',
  })
  return {
    jobs: wrap<PressureWorkerJobs>(worker),
    onBroken: (listener) => worker.addEventListener('error', listener),
    end: () => worker.terminate(),
  }
}
