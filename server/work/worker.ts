import { setPriority } from 'node:os'
import { Fault } from '../http/faults'
import { jobs, type Jobs } from './jobs'

// what is made here can wait for an answer to somebody; on this system a priority belongs to the thread that asks
const lowPriority = 3
if (process.platform === 'linux') setPriority(0, lowPriority)

/** What a thread answers: a Fault keeps its shape on the way back, and everything else thrown is a defect. */
export type WorkAnswer =
  | { isFine: true; value: unknown }
  | { isFine: false; fault: { status: number; code: string; message: string; path: string } }

/** The door of the thread; the pool calls it by this name. */
export async function work<K extends keyof Jobs>(order: {
  job: K
  input: Parameters<Jobs[K]>[0]
}): Promise<WorkAnswer> {
  const job = jobs[order.job] as (input: unknown) => Promise<unknown>
  try {
    return { isFine: true, value: await job(order.input) }
  } catch (error) {
    if (!(error instanceof Fault)) throw error
    const { status, code, message, path } = error
    return { isFine: false, fault: { status, code, message, path } }
  }
}
