import type { PressureJob, PressureReading, RecordingMeta } from '@sturvo/core/pressure'
import { recordingPipelineVersion, type RecordingOnMat, type RecordingReading } from './recording'

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

/** A fresh recording as the visit keeps it. */
export function recordingOnMat(input: {
  fileId: string
  job: PressureJob
  meta: RecordingMeta
  source: string
  isMadeUp: boolean
  takenAt: Date
  points: 'heads' | 'pads'
  reading: PressureReading
}): RecordingOnMat {
  const { reading, takenAt, ...rest } = input
  return {
    ...rest,
    pipeline: recordingPipelineVersion,
    takenAt: takenAt.toISOString(),
    moments: [],
    reading: keptReading(reading),
  }
}
