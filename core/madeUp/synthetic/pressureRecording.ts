import { bySide } from '../../groundwork/side'
import { arbitraryFoot } from './arbitraryFoot'
import {
  defaultPressureClient,
  sensedFrame,
  type PressureClient,
  type PressureFaults,
  type PressureScene,
} from './pressureClient'
import { chanceFrom } from './random'

/** What a mat sent: the moments and, one behind the other, the frames of them, kPa. */
export type RecordedScene = { timesS: number[]; kpa: Float32Array }

/** Lets a mat record a scene from its start to its end; same seed, same noise. */
export function recordScene(
  scene: PressureScene,
  rateHz: number,
  faults: PressureFaults,
  seed: number,
): RecordedScene {
  const cells = scene.grid.rows * scene.grid.cols
  const count = Math.round(scene.durationS * rateHz)
  const chance = chanceFrom(seed)
  const timesS: number[] = []
  const kpa = new Float32Array(count * cells)
  for (let i = 0; i < count; i++) {
    const into = kpa.subarray(timesS.length * cells, (timesS.length + 1) * cells)
    if (sensedFrame(scene, i / rateHz, faults, chance, into)) timesS.push(i / rateHz)
  }
  return { timesS, kpa: kpa.subarray(0, timesS.length * cells) }
}

/** Somebody within the usual: light or heavy, leaning, swaying, losing the arch in a squat, walking in their own way. */
export function arbitraryPressureClient(seed: number): PressureClient {
  const chance = chanceFrom(seed * 31)
  const base = arbitraryFoot(seed, { toeGapMm: 2 })
  return defaultPressureClient({
    shapes: bySide((side) => ({ ...base, side, liftedToes: [] })),
    bodyMassKg: chance.between(50, 105),
    leftShare: chance.between(0.42, 0.58),
    copFootMm: bySide(() => ({ x: chance.between(-12, 3), y: base.lengthMm * chance.between(0.33, 0.48) })),
    swayMm: { across: chance.between(0.6, 1.9), along: chance.between(2, 5) },
    squat: { reps: 3, repS: 5, bottomPct: 90, lostAtPct: bySide(() => chance.between(35, 70)) },
    walk: bySide(() => ({
      excursionMm: chance.between(3, 16),
      medialPeakAt: chance.between(0.3, 0.6),
      medialMm: chance.between(3, 7),
      stanceS: chance.between(0.55, 0.75),
      toeOutDeg: chance.between(0, 12),
    })),
  })
}
