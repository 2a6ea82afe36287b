import { wrap, type Remote } from 'comlink'
import type { PhotoJobs } from './photoWorker'

let jobs: Remote<PhotoJobs> | undefined
let worker: Worker | undefined

/** The photo worker, started when the first photo is opened. */
export function photoJobs(): Remote<PhotoJobs> {
  if (!jobs) {
    worker = new Worker(new URL('./photoWorker.ts', import.meta.url), { type: 'module', name: 'photo' })
    jobs = wrap<PhotoJobs>(worker)
  }
  return jobs
}

/** Ends a running job; the next one starts a fresh worker. */
export function stopPhotoJobs(): void {
  worker?.terminate()
  worker = undefined
  jobs = undefined
}
