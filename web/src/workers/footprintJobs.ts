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

/** Measures a print away from the screen. Stopping ends the worker: a running loop hears no message. */
export async function readPrint(
  job: ReadJob,
  onProgress: (share: number) => void,
): Promise<Outcome<FootprintReading>> {
  const { jobs } = started()
  const stopped = new Promise<Outcome<FootprintReading>>((resolve) => {
    stop = () => resolve({ ok: false, problem: { code: 'cancelled', path: 'picture' } })
  })
  return Promise.race([jobs.read(job, proxy(onProgress)), stopped]).finally(() => {
    stop = undefined
  })
}

export function cancelReading(): void {
  running?.worker.terminate()
  running = undefined
  stop?.()
}

export const scanPrint: FootprintJobs['scan'] = (input) => started().jobs.scan(input)
export const findCorners: FootprintJobs['findCorners'] = (url) => started().jobs.findCorners(url)
