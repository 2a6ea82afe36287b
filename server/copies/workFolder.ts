import { mkdirSync, mkdtempSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { workPrefix } from '../data/sweep'

/**
 * A folder for what is open for a moment: beside the practice, with the same rights and on the same disk, never in a
 * place that others share. What a broken run leaves is swept when the practice is next served.
 */
export function workFolder(file: string): string {
  const folder = dirname(resolve(file))
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  return mkdtempSync(join(folder, workPrefix))
}
