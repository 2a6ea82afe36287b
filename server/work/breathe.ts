import { performance } from 'node:perf_hooks'

const everyMs = 10

/**
 * For long work on the thread that answers everybody: called in each round of it, it lets others have their turn now and
 * then. What is written meanwhile waits in its line as before.
 */
export function breathing(): () => Promise<void> {
  let last = performance.now()
  return async () => {
    if (performance.now() - last < everyMs) return
    await new Promise((resolve) => setImmediate(resolve))
    last = performance.now()
  }
}
