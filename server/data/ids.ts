import { randomBytes } from 'node:crypto'

const timeDigits = 9
const randomLength = 12

/** Sortable by time, in small letters and digits. */
export function newId(at: Date = new Date()): string {
  const random = [...randomBytes(randomLength)].map((b) => (b % 36).toString(36)).join('')
  return at.getTime().toString(36).padStart(timeDigits, '0') + random
}
