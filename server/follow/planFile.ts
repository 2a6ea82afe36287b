import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { deflateRaw } from 'node:zlib'
import type { PlanFile } from '@sturvo/schema'
import type { Cleared } from '../inForce/inForceOf'

/** Whose log it is, as a file and what comes back from it say it: never a name, nor an id that opens anything. */
export const ownerOf = (personId: string): string =>
  createHash('sha256').update(`plan file of ${personId}`).digest('hex').slice(0, 16)

const deflate = promisify<string, { level: number }, Buffer>(deflateRaw)
const place = '<script type="text/plain" id="plan">'

/** @param page the built page; @param _cleared a file cannot be called back, so it asks first. @returns it with the plan inside, packed as the page unpacks it */
export async function planFileOf(_cleared: Cleared, page: string, file: PlanFile): Promise<string> {
  const [before, after] = page.split(place)
  if (before === undefined || after === undefined)
    throw new Error('the page of the plan file has no place for a plan')
  const packed = await deflate(JSON.stringify(file), { level: 9 })
  return `${before}${place}d${packed.toString('base64url')}${after}`
}
