import type { MatJob, PressureReading, RecordingMeta } from '@sturvo/core/pressure'
import {
  errorSchema,
  recordingFileSchema,
  recordingPipelineVersion,
  type RecordingFile,
  type RecordingOnMat,
  type RecordingReading,
} from '@sturvo/schema'
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

/** The measured part of a recording as it is kept: without the paths, which can be read again. */
export function keptReading(reading: PressureReading): RecordingReading {
  const foot = (side: 'left' | 'right') => {
    const f = reading[side]
    if (!f) return undefined
    const { loadN, share, cop, tripod, regionsPct, peakKpa, archIndex, landmarks, loss } = f
    return { loadN, share, cop, tripod, regionsPct, peakKpa, archIndex, landmarks, loss }
  }
  return {
    durationS: reading.durationS,
    frames: reading.frames,
    left: foot('left'),
    right: foot('right'),
    both: reading.both,
    steps: reading.steps.map(({ pathFootMm: _, ...step }) => step),
    gaps: reading.gaps,
    deadCells: reading.deadCells,
    missing: reading.missing,
  }
}

export function newRecording(input: {
  file: RecordingFile
  job: MatJob
  meta: RecordingMeta
  source: string
  isMadeUp: boolean
  takenAt: Date
  points: 'heads' | 'pads'
  reading: PressureReading
}): RecordingOnMat {
  const { file, reading, takenAt, ...rest } = input
  return {
    ...rest,
    fileId: file.id,
    pipeline: recordingPipelineVersion,
    takenAt: takenAt.toISOString(),
    moments: [],
    reading: keptReading(reading),
  }
}
