import { AsyncLocalStorage } from 'node:async_hooks'
import { fault } from '../http/faults'

/** Whose request is being answered: an account, or the address of whoever has none; '' for the program itself. */
export const asker = new AsyncLocalStorage<string>()

export type FairLine = {
  run: <T>(work: () => Promise<T>) => Promise<T>
  waiting: (who: string) => { own: number; others: number }
}

/**
 * Lets a few things run at once. Of those that wait, askers take turns, each with the one they asked for first: a
 * hundred papers of one person are before nobody else's first.
 *
 * @param width how many run at once
 * @param mostEach how many of one asker may wait: papers of a long day; more than that is a page gone wild
 * @returns run: a piece of work when its turn comes, it throws the Fault muchAtOnce where too many wait already, and
 * what the work throws. waiting: how long the line is, for one of those who stand in it
 */
export function fairLine(width: number, mostEach = 200): FairLine {
  // in the order of their next turn
  const waiting = new Map<string, (() => void)[]>()
  let running = 0
  const letIn = () => {
    while (running < width) {
      const [next] = waiting
      if (!next) return
      const [who, line] = next
      const begin = line.shift()
      waiting.delete(who)
      if (line.length > 0) waiting.set(who, line)
      running++
      begin?.()
    }
  }
  const run: FairLine['run'] = async (work) => {
    const who = asker.getStore() ?? ''
    const line = waiting.get(who) ?? []
    if (line.length >= mostEach) throw fault('muchAtOnce')
    await new Promise<void>((begin) => {
      line.push(begin)
      waiting.set(who, line)
      letIn()
    })
    try {
      return await work()
    } finally {
      running--
      letIn()
    }
  }
  return {
    run,
    waiting: (who) => {
      const own = waiting.get(who)?.length ?? 0
      const all = [...waiting.values()].reduce((sum, line) => sum + line.length, 0)
      return { own, others: all - own }
    },
  }
}
