import type { RecordingSide, RecordingTask } from './recording'

/** What a client is asked to do on the mat. */
export const pressureJobs = [
  'twoFeet',
  'leftLeg',
  'rightLeg',
  'leftShut',
  'rightShut',
  'squat',
  'lunge',
  'heelRaise',
  'walk',
] as const
export type PressureJob = (typeof pressureJobs)[number]

/** How each is recorded. seconds: until it stops by itself. */
export const pressureJobTable: Record<
  PressureJob,
  { task: RecordingTask; side: RecordingSide; seconds: number; eyes: 'open' | 'shut' }
> = {
  twoFeet: { task: 'stance', side: 'both', seconds: 20, eyes: 'open' },
  leftLeg: { task: 'single', side: 'left', seconds: 20, eyes: 'open' },
  rightLeg: { task: 'single', side: 'right', seconds: 20, eyes: 'open' },
  leftShut: { task: 'single', side: 'left', seconds: 15, eyes: 'shut' },
  rightShut: { task: 'single', side: 'right', seconds: 15, eyes: 'shut' },
  squat: { task: 'squat', side: 'both', seconds: 19, eyes: 'open' },
  lunge: { task: 'squat', side: 'both', seconds: 19, eyes: 'open' },
  heelRaise: { task: 'stance', side: 'both', seconds: 15, eyes: 'open' },
  walk: { task: 'walk', side: 'both', seconds: 12, eyes: 'open' },
}

/** The job a file of unknown origin fits best. */
export function jobOf(task: RecordingTask, side: RecordingSide): PressureJob {
  if (task === 'squat') return 'squat'
  if (task === 'walk') return 'walk'
  if (side === 'both') return 'twoFeet'
  return side === 'left' ? 'leftLeg' : 'rightLeg'
}
