export type WriteQueue = {
  /** Runs when every earlier write has ended, whether that one failed or not. */
  <T>(job: () => Promise<T>): Promise<T>
  idle: () => Promise<void>
}

/** Two write transactions at once in one process end in SQLITE_BUSY, so writes stand in line. */
export function createWriteQueue(): WriteQueue {
  let last: Promise<unknown> = Promise.resolve()
  const queue = <T>(job: () => Promise<T>): Promise<T> => {
    const next = last.then(job, job)
    last = next.catch(() => undefined)
    return next
  }
  queue.idle = async () => {
    await last
  }
  return queue
}
