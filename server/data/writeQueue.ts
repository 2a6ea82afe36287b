export type WriteQueue<Tx> = {
  /**
   * Runs when its turn comes, in one transaction with what waits beside it. What it wrote is safe on the disk before
   * the answer comes back; a job that fails undoes its own writes and nobody else's. A job may be run again from the
   * start (its neighbour failed, the file was locked): what it changes outside the database must bear that.
   */
  <T>(job: (tx: Tx) => Promise<T>): Promise<T>
  /** Stands in the same line, and runs while nothing is being written: for what needs the whole file. */
  alone: <T>(work: () => Promise<T>) => Promise<T>
  idle: () => Promise<void>
}

/** Opens one transaction, hands out a part of it for each job, and commits when `work` has ended. */
export type GroupOpener<Tx> = (
  work: (part: <T>(job: (tx: Tx) => Promise<T>) => Promise<T>) => Promise<void>,
) => Promise<void>

type Waiting<Tx> = {
  job: (tx: Tx) => Promise<unknown>
  isAlone?: boolean
  done: (value: unknown) => void
  failed: (reason: unknown) => void
}
type Ended = { isFine: true; value: unknown } | { isFine: false; reason: unknown }

const mostInGroup = 64 // a group that is too long would keep its first callers waiting

/**
 * Two write transactions at once in one process end in SQLITE_BUSY, so writes stand in line. Whoever waits goes
 * together: making a commit durable costs the same for one write as for sixty.
 *
 * @param openGroup opens and commits; where it fails as a whole, everybody in the group is told
 */
export function createWriteQueue<Tx>(
  openGroup: GroupOpener<Tx>,
  afterGroup: () => void = () => undefined,
): WriteQueue<Tx> {
  const waiting: Waiting<Tx>[] = []
  let draining: Promise<void> | undefined

  const runGroup = async (group: readonly Waiting<Tx>[]) => {
    const ends = new Map<Waiting<Tx>, Ended>()
    try {
      await openGroup(async (part) => {
        for (const one of group) {
          try {
            ends.set(one, { isFine: true, value: await part(one.job) })
          } catch (reason) {
            ends.set(one, { isFine: false, reason })
          }
        }
      })
    } catch (reason) {
      // nothing of the group is on the disk; a job that failed by itself keeps its own reason
      for (const one of group) {
        const end = ends.get(one)
        one.failed(end?.isFine === false ? end.reason : reason)
      }
      return
    }
    for (const one of group) {
      const end = ends.get(one)!
      if (end.isFine) one.done(end.value)
      else one.failed(end.reason)
    }
  }

  const drain = async () => {
    while (waiting.length > 0) {
      // one turn of the loop, so that requests that have arrived meanwhile go along
      await new Promise((resolve) => setImmediate(resolve))
      const next = waiting.findIndex(({ isAlone }) => isAlone)
      if (next === 0) {
        const [one] = waiting.splice(0, 1)
        await one!.job(undefined as Tx).then(one!.done, one!.failed)
        continue
      }
      const group = waiting.splice(0, next < 0 ? mostInGroup : Math.min(next, mostInGroup))
      await runGroup(group)
      afterGroup()
    }
    draining = undefined
  }

  const standIn = <T>(job: (tx: Tx) => Promise<T>, isAlone: boolean): Promise<T> =>
    new Promise<T>((resolve, reject) => {
      waiting.push({ job, isAlone, done: (value) => resolve(value as T), failed: reject })
      draining ??= drain()
    })
  const queue = <T>(job: (tx: Tx) => Promise<T>): Promise<T> => standIn(job, false)
  queue.alone = <T>(work: () => Promise<T>): Promise<T> => standIn(work, true)
  queue.idle = async () => {
    while (draining) await draining
  }
  return queue
}
