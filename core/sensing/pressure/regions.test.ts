import { referenceValues } from '../../groundwork/reference'
import {
  arbitraryPressureClient,
  pressureScene,
  recordScene,
  regionTruth,
  squareGrid,
  usualPressureFaults,
  type PressureClient,
} from '../../madeUp/synthetic'
import { analysePressure, framesInMemory } from './index'

const references = referenceValues()
const rateHz = 25
const regions = ['heel', 'midfoot', 'forefoot', 'toes'] as const

function worstPoints(client: PressureClient, seed: number, side: 'left' | 'right'): number {
  const scene = pressureScene(client, { task: 'single', side, seconds: 1, seed, grid: squareGrid })
  const { timesS, kpa } = recordScene(scene, rateHz, usualPressureFaults, seed)
  const meta = { ...squareGrid, rateHz, task: 'single' as const, side }
  const outcome = analysePressure(framesInMemory(meta, timesS, kpa), references)
  if (!outcome.ok) throw new Error(outcome.problem.code)
  const truth = regionTruth(scene, side, rateHz)!
  return Math.max(...regions.map((r) => Math.abs(outcome.value[side]!.regionsPct[r] - truth[r])))
}

test('the regions of one foot are within two points of the load that was put there', () => {
  for (const [seed, side] of [
    [1, 'left'],
    [4, 'right'],
  ] as const)
    expect(worstPoints(arbitraryPressureClient(seed), seed, side)).toBeLessThan(2)
})

test('a foot that lifts all its toes carries nothing on them, narrow or broad, arched or flat', () => {
  const toesLifted = [0, 1, 2, 3, 4]
  for (const seed of [3, 6, 9])
    expect(worstPoints({ ...arbitraryPressureClient(seed), toesLifted }, seed, 'left')).toBeLessThan(2)
})
