import { dealtSchema } from '@sturvo/schema'
import { dayAsRead } from '@sturvo/words'
import { importFault } from './importFault'
import type { Row } from './kinds'

const mostWords = 1000

/** What was dealt with elsewhere, as whoever takes it in signs for it. */
export function signedFor(row: Row, by: string, today: string): Row {
  const { release, words, by: there, on } = row
  const read = dealtSchema.safeParse({ by: there, on, words, ...(release !== null && { release }) })
  // as it was written there it has to be possible: a new day makes nothing right
  if (!read.success) throw importFault('A caution that was dealt with in it cannot be.', 'dealt')
  const from = ` (Taken in from a file; signed there by ${read.data.by} on ${dayAsRead(read.data.on)}.)`
  return { ...row, by, on: today, words: `${read.data.words.slice(0, mostWords - from.length)}${from}` }
}

/** Whether a caution here is the one of a file as it was taken in before. */
export const wasSignedFor = (here: Row, there: Row): boolean =>
  String(here.words).startsWith(`${String(there.words)} (Taken in from a file;`) &&
  JSON.stringify(here.release ?? null) === JSON.stringify(there.release ?? null) &&
  (here.deletedOn ?? null) === (there.deletedOn ?? null)
