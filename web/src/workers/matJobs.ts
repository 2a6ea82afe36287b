import { wrap, type Remote } from 'comlink'
import type { MatJobs } from './matWorker'

/** Starts the worker that listens to a mat; ended by the room that started it. */
export function startMatWorker(): { jobs: Remote<MatJobs>; end: () => void } {
  const worker = new Worker(new URL('./matWorker.ts', import.meta.url), { type: 'module', name: 'mat' })
  return { jobs: wrap<MatJobs>(worker), end: () => worker.terminate() }
}
