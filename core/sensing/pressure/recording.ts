export const recordingTasks = ['stance', 'single', 'walk', 'squat'] as const
export type RecordingTask = (typeof recordingTasks)[number]
export const recordingSides = ['left', 'right', 'both'] as const
export type RecordingSide = (typeof recordingSides)[number]

/** What a recording says of itself. Row 0 nearest the heels, column 0 at the client's left. */
export type RecordingMeta = {
  rows: number
  cols: number
  pitchMm: number
  rateHz: number
  side: RecordingSide
  task: RecordingTask
}

/** Called for each frame in order: the values lie in the array from the offset on and may be used only during the call. */
export type FrameVisitor = (tS: number, kpa: Float32Array, offset: number) => void

/** Frames that can be gone through more than once, wherever they are kept. */
export type Frames = { meta: RecordingMeta; count: number; forEach: (visit: FrameVisitor) => void }

/** Frames lying one behind the other in one array. */
export function framesInMemory(meta: RecordingMeta, timesS: ArrayLike<number>, kpa: Float32Array): Frames {
  const cells = meta.rows * meta.cols
  return {
    meta,
    count: timesS.length,
    forEach: (visit) => {
      for (let i = 0; i < timesS.length; i++) visit(timesS[i]!, kpa, i * cells)
    },
  }
}
