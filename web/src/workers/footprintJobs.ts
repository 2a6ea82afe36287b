import { proxy, wrap, type Remote } from 'comlink'
import type { FootprintReading } from '@sturvo/core/footprint'
import type { Outcome } from '@sturvo/core/problem'
import type { FootprintJobs, ReadJob } from './footprintWorker'

type Running = { worker: Worker; jobs: Remote<FootprintJobs> }
let running: Running | undefined
let stop: (() => void) | undefined

function started(): Running {
  if (!running) {
    const worker = new Worker(new URL('./footprintWorker.ts', import.meta.url), {
      type: 'module',
      name: 'footprint',
    })
    running = { worker, jobs: wrap<FootprintJobs>(worker) }
  }
  return running
}

/** A running loop hears no message, so stopping ends the worker; the answer is then that it was stopped. */
function stoppable<T>(work: Promise<Outcome<T>>): Promise<Outcome<T>> {
  const stopped = new Promise<Outcome<T>>((resolve) => {
    stop = () => resolve({ ok: false, problem: { code: 'cancelled', path: 'picture' } })
  })
  return Promise.race([work, stopped]).finally(() => {
    stop = undefined
  })
}

/** Measures a print away from the screen. @param onProgress 0..1 */
export const readPrint = (
  job: ReadJob,
  onProgress: (share: number) => void,
): Promise<Outcome<FootprintReading>> => stoppable(started().jobs.read(job, proxy(onProgress)))

export const readAllPrints = (job: ReadJob): Promise<Outcome<FootprintReading[]>> =>
  stoppable(started().jobs.readAll(job))

export function cancelReading(): void {
  running?.worker.terminate()
  running = undefined
  stop?.()
}

export const flatPicture: FootprintJobs['flat'] = (job) => started().jobs.flat(job)
export const scanPrint: FootprintJobs['scan'] = (input) => started().jobs.scan(input)
export const lookForSheet: FootprintJobs['lookForSheet'] = (url) => started().jobs.lookForSheet(url)
