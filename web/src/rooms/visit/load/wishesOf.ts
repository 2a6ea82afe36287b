import type { PressureLandmarks, PressureWishes } from '@sturvo/core/pressure'
import { sides, type Side } from '@sturvo/core/side'
import type { RecordingOnMat } from '@sturvo/schema'

/** What was set by hand on a recording, as the analysis takes it. */
export function wishesOf({
  points,
  landmarks,
  depth,
}: Pick<RecordingOnMat, 'points' | 'landmarks' | 'depth'>): PressureWishes {
  const moved: Partial<Record<Side, Partial<PressureLandmarks>>> = {}
  for (const side of sides) {
    // a key that holds nothing would stand in the way of what is found
    const own = Object.fromEntries(
      Object.entries(landmarks?.[side] ?? {}).filter(([, point]) => point !== undefined),
    )
    if (Object.keys(own).length > 0) moved[side] = own
  }
  return { points, landmarks: moved, depth }
}
