import { conflictSchema, errorSchema, visitWrittenSchema } from '@sturvo/schema'
import { csrfHeaders } from '../app/csrf'
import type { Answer } from './edit'
import type { Batch } from './outboxMachine'

// the browser lets requests of this size outlive their page
const mostKeptAliveBytes = 60_000

/** One PATCH with the version known here, and what its answer means. */
export async function sendChanges({ visitId, version, edits }: Batch): Promise<Answer> {
  const headers = csrfHeaders(new Headers({ 'content-type': 'application/json', 'if-match': `"${version}"` }))
  const body = JSON.stringify({
    changes: edits.map(({ path, value, base, id, replaces }) => ({ path, value, base, edit: id, replaces })),
  })
  let response: Response
  try {
    response = await fetch(`/api/visits/${visitId}`, {
      method: 'PATCH',
      headers,
      body,
      keepalive: body.length < mostKeptAliveBytes,
    })
  } catch {
    return { kind: 'unreachable' }
  }
  const answer: unknown = await response.json().catch(() => undefined)
  if (response.ok) {
    const written = visitWrittenSchema.safeParse(answer)
    return written.success ? { kind: 'written', ...written.data } : { kind: 'unreachable' }
  }
  return refusalOf(response, answer)
}

function refusalOf(response: Response, answer: unknown): Answer {
  const error = errorSchema.safeParse(answer).data?.error
  switch (response.status) {
    case 401:
      return { kind: 'signedOut' }
    case 409: {
      const conflict = conflictSchema.safeParse(answer)
      if (conflict.success) return { kind: 'clash', ...conflict.data }
      break
    }
    case 404:
    case 410:
      return { kind: 'gone', message: error?.message ?? 'This visit is not there any more.' }
    case 413:
      return { kind: 'tooLarge', message: error?.message ?? 'This is too much at once.' }
    case 403:
      if (error?.code === 'badToken') return { kind: 'staleToken' }
      break
  }
  // 429 and 5xx pass by themselves; what else is refused stays refused
  if (response.status === 429 || response.status >= 500 || response.status < 400) {
    const seconds = Number(response.headers.get('retry-after') ?? 0)
    return { kind: 'unreachable', ...(seconds > 0 ? { retryAfterMs: seconds * 1000 } : {}) }
  }
  return {
    kind: 'refused',
    path: error?.path ?? '',
    message: error?.message ?? 'The server did not take this. It is kept here.',
  }
}
