import { errorSchema, recordingFileSchema, type RecordingFile } from '@sturvo/schema'
import { csrfHeaders } from '../../../app/csrf'

/** Sends a packed recording. @returns the file as kept, or one sentence */
export async function sendRecording(visitId: string, packed: Blob): Promise<RecordingFile | string> {
  let response: Response
  try {
    response = await fetch(`/api/visits/${visitId}/recordings`, {
      method: 'POST',
      headers: csrfHeaders(new Headers({ 'content-type': 'application/gzip' })),
      body: packed,
    })
  } catch {
    return 'Sturvo cannot be reached, so the recording is not saved yet. It is kept here: save it again when it is back.'
  }
  const answer: unknown = await response.json().catch(() => undefined)
  const stored = recordingFileSchema.safeParse(answer)
  if (response.ok && stored.success) return stored.data
  const error = errorSchema.safeParse(answer)
  return error.success ? error.data.error.message : 'The recording was not saved. Please save it again.'
}
