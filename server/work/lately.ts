export type Lately<T> = { get: (key: string) => T | undefined; put: (key: string, value: T) => void }

const usualMost = 200

/** What was worked out last, by a key that says everything it was made from; the oldest goes first. */
export function lately<T>(most = usualMost): Lately<T> {
  const kept = new Map<string, T>()
  return {
    get: (key) => kept.get(key),
    put: (key, value) => {
      kept.set(key, value)
      if (kept.size > most) kept.delete(kept.keys().next().value!)
    },
  }
}
