import { errorSchema } from '@sturvo/schema'

/** One clear sentence for anything that came back wrong: the server's own, or what the browser met. */
export function failureText(failure: unknown): string {
  if (typeof failure === 'object' && failure !== null && 'data' in failure) {
    const parsed = errorSchema.safeParse(failure.data)
    if (parsed.success) return parsed.data.error.message
  }
  if (
    typeof failure === 'object' &&
    failure !== null &&
    'status' in failure &&
    failure.status === 'FETCH_ERROR'
  )
    return 'Sturvo cannot be reached. What you typed is kept here and is sent when it is back.'
  return 'Something went wrong here. What was saved before is safe; please try again.'
}

/** The code of what the server refused. */
export function codeOf(failure: unknown): string | undefined {
  if (typeof failure !== 'object' || failure === null || !('data' in failure)) return undefined
  const parsed = errorSchema.safeParse(failure.data)
  return parsed.success ? parsed.data.error.code : undefined
}

export function statusOf(failure: unknown): number | undefined {
  return typeof failure === 'object' &&
    failure !== null &&
    'status' in failure &&
    typeof failure.status === 'number'
    ? failure.status
    : undefined
}
