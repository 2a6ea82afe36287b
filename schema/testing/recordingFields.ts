import type { PressureJob } from '@sturvo/core/pressure'
import { pressureJobTable } from '@sturvo/core/pressure'
import { bySide, type BySide } from '@sturvo/core/side'
import type { TripodShares } from '@sturvo/core/tripod'
import { recordingPipelineVersion, type RecordingOnMat, type RecordingReading } from '../recording'

type Loss = NonNullable<NonNullable<RecordingReading['left']>['loss']>
const landmarks = {
  heelEndMatMm: { x: 200, y: 20 },
  toeEndMatMm: { x: 200, y: 270 },
  heelMatMm: { x: 200, y: 50 },
  m1MatMm: { x: 230, y: 200 },
  m5MatMm: { x: 165, y: 175 },
}

/** The fields of a visit with one recording of two feet, for tests. */
export function bothFeetOf(
  tripods: BySide<TripodShares>,
  job: PressureJob = 'twoFeet',
  losses: Partial<BySide<Loss>> = {},
): Record<string, unknown> {
  const { task, side } = pressureJobTable[job]
  const feet = bySide((of) => ({
    loadN: 350,
    share: 0.5,
    tripod: tripods[of],
    regionsPct: { heel: 52, midfoot: 7, forefoot: 36, toes: 5 },
    peakKpa: 120,
    archIndex: 0.25,
    landmarks,
    ...(losses[of] && { loss: losses[of] }),
  }))
  const recording: RecordingOnMat = {
    fileId: 'file00000001',
    pipeline: recordingPipelineVersion,
    job,
    meta: { rows: 48, cols: 96, pitchMm: 7, rateHz: 100, side, task },
    source: 'mat',
    takenAt: '2026-05-04T09:00:00.000Z',
    points: 'heads',
    moments: [],
    reading: { durationS: 20, frames: 2000, ...feet, steps: [], gaps: [], deadCells: [], missing: [] },
  }
  return { 'recording.recording001': recording }
}
