/**
 * Lets so many through at once and the rest wait in the order they came.
 * @returns runs a job when its turn comes
 */
export function inLine(atOnce: number): <T>(job: () => Promise<T>) => Promise<T> {
  let running = 0
  const waiting: (() => void)[] = []
  return async (job) => {
    if (running >= atOnce) await new Promise<void>((go) => waiting.push(go))
    else running++
    try {
      return await job()
    } finally {
      // the place is handed on, not given up and fought for again
      const next = waiting.shift()
      if (next) next()
      else running--
    }
  }
}
