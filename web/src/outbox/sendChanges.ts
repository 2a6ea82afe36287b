import { conflictSchema, errorSchema, visitWrittenSchema, type Clash, type Fields } from '@sturvo/schema'
import { csrfHeaders } from '../app/csrf'

export type SendResult =
  | { kind: 'written'; version: number; fields: Fields }
  | { kind: 'clash'; version: number; clashes: Clash[] }
  | { kind: 'refused'; path: string; message: string }
  | { kind: 'unreachable' }

/** One PATCH with the version known here. Anything that may pass by itself counts as unreachable and is tried again. */
export async function sendChanges(visitId: string, version: number, changes: Fields): Promise<SendResult> {
  const headers = csrfHeaders(new Headers({ 'content-type': 'application/json', 'if-match': `"${version}"` }))
  const body = JSON.stringify({ changes: Object.entries(changes).map(([path, value]) => ({ path, value })) })
  let response: Response
  try {
    response = await fetch(`/api/visits/${visitId}`, { method: 'PATCH', headers, body })
  } catch {
    return { kind: 'unreachable' }
  }
  const answer: unknown = await response.json().catch(() => undefined)
  const written = visitWrittenSchema.safeParse(answer)
  if (response.ok && written.success) return { kind: 'written', ...written.data }
  const conflict = conflictSchema.safeParse(answer)
  if (response.status === 409 && conflict.success)
    return { kind: 'clash', version: conflict.data.version, clashes: conflict.data.clashes }
  const error = errorSchema.safeParse(answer)
  if (response.status === 422 && error.success)
    return { kind: 'refused', path: error.data.error.path, message: error.data.error.message }
  return { kind: 'unreachable' }
}
