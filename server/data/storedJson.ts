/** Stands for a stored value that cannot be read; it never reaches anything but the place that reports it. */
export const unreadable = Symbol('unreadable')

/** Text of the database as the value it stands for, or `unreadable`. */
export function readStored(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return unreadable
  }
}
