import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { Piscina } from 'piscina'
import { rootFolder } from '../data/places'
import { Fault, fault } from '../http/faults'
import { fairLine, type FairLine } from './fairLine'
import type { Jobs } from './jobs'
import type { WorkAnswer } from './worker'

export type Work = {
  run: <K extends keyof Jobs>(job: K, input: Parameters<Jobs[K]>[0]) => Promise<Awaited<ReturnType<Jobs[K]>>>
  /** papers wait before anything is gathered: what a hundred need of the database would hold up everybody else */
  inPaperTurn: FairLine['run']
  /** how many jobs and papers of one who asks wait for their turn, and of all others */
  waiting: FairLine['waiting']
  close: () => Promise<void>
}

const threads = 2
const papersAtOnce = 3 // one is gathered while two are drawn
const longestMs = 30_000
const memoryMb = 768
const idleMs = 30_000
const builtWorker = join(rootFolder, 'server', 'dist', 'worker.mjs')

/**
 * Threads for the heavy work, with a line in front of them in which people take turns, a limit of time and one of
 * memory; time in the line does not count. A job that goes over a limit ends with its thread; the next one gets a fresh
 * one, and whoever is served beside it notices nothing.
 */
export function createWork(limits: { longestMs?: number; memoryMb?: number } = {}): Work {
  let pool: Piscina | undefined
  const line = fairLine(threads)
  const papers = fairLine(papersAtOnce)
  const opened = () => {
    if (!existsSync(builtWorker)) throw new Error('the threads are not built: node scripts/build.mjs server')
    if (pool) return pool
    pool = new Piscina({
      filename: builtWorker,
      name: 'work',
      minThreads: 0,
      maxThreads: threads,
      idleTimeout: idleMs,
      resourceLimits: { maxOldGenerationSizeMb: limits.memoryMb ?? memoryMb },
    })
    // a thread that falls over tells whoever waits for its job; the pool itself has nothing to add
    pool.on('error', () => undefined)
    return pool
  }
  const run: Work['run'] = async (job, input) => {
    const inThread = () =>
      opened().run({ job, input }, { signal: AbortSignal.timeout(limits.longestMs ?? longestMs) })
    const answer = (await line.run(inThread).catch((error: unknown) => {
      throw limitFault(error) ?? error
    })) as WorkAnswer
    if (!answer.isFine) {
      const { status, code, message, path } = answer.fault
      throw new Fault(status, code, message, path)
    }
    // the thread ran this very job
    return answer.value as never
  }
  return {
    run,
    inPaperTurn: papers.run,
    waiting: (who) => {
      const [jobs, sheets] = [line.waiting(who), papers.waiting(who)]
      return { own: jobs.own + sheets.own, others: jobs.others + sheets.others }
    },
    close: async () => {
      await pool?.destroy()
    },
  }
}

function limitFault(error: unknown): Fault | undefined {
  const { name, code } = (error ?? {}) as { name?: string; code?: string }
  if (name === 'AbortError' || name === 'TimeoutError') return fault('tookTooLong')
  if (code === 'ERR_WORKER_OUT_OF_MEMORY') return fault('tookTooMuch')
  return undefined
}
