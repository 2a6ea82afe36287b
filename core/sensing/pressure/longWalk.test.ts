import { referenceValues } from '../../groundwork/reference'
import {
  arbitraryPressureClient,
  longGrid,
  pressureScene,
  recordScene,
  squareGrid,
  usualPressureFaults,
  type WalkAlong,
} from '../../madeUp/synthetic'
import { analysePressure, framesInMemory, type RecordingMeta } from './index'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const rateHz = 100
const cells = squareGrid.rows * squareGrid.cols

/**
 * A walk over a long mat, laid together from single steps on a small one: step after step further on, each coming down
 * before the one before has left. The generator knows nothing of long mats, so it cannot help to read one.
 */
function longWalk(
  seed: number,
  count: number,
  options: { overlapS: number; rowsApart: number; turnCols?: number },
) {
  const scene = pressureScene(arbitraryPressureClient(seed), {
    task: 'walk',
    seconds: 0,
    seed,
    grid: squareGrid,
  })
  const { timesS, kpa } = recordScene(scene, rateHz, usualPressureFaults, seed)
  const rows = squareGrid.rows + options.rowsApart * (count - 1)
  const steps = scene.steps.slice(0, count)
  const startOf: number[] = []
  steps.forEach((_, k) =>
    startOf.push(k === 0 ? 0.2 : startOf[k - 1]! + steps[k - 1]!.stanceS - options.overlapS),
  )
  const lastS = startOf[count - 1]! + steps[count - 1]!.stanceS + 0.3
  const frames = Math.ceil(lastS * rateHz)
  const wide = new Float32Array(frames * rows * squareGrid.cols)
  steps.forEach((step, k) => {
    const first = timesS.findIndex((t) => t >= step.startS - 0.02)
    const last = timesS.findIndex((t) => t > step.startS + step.stanceS + 0.02)
    const shift = Math.round((options.turnCols ?? 0) * k)
    for (let i = first; i < (last < 0 ? timesS.length : last); i++) {
      const at = Math.round((timesS[i]! - step.startS + startOf[k]!) * rateHz)
      if (at < 0 || at >= frames) continue
      for (let c = 0; c < cells; c++) {
        const v = kpa[i * cells + c]!
        const row = Math.floor(c / squareGrid.cols) + k * options.rowsApart
        const col = (c % squareGrid.cols) + shift
        if (v > 0 && col < squareGrid.cols) wide[(at * rows + row) * squareGrid.cols + col]! += v
      }
    }
  })
  const meta: RecordingMeta = { ...squareGrid, rows, rateHz, task: 'walk', side: 'both' }
  const times = Float64Array.from({ length: frames }, (_, i) => i / rateHz)
  return { frames: framesInMemory(meta, times, wide), sides: steps.map((s) => s.side), steps }
}

test.each([1, 2, 3, 4, 5, 6])(
  '%i steps over a long mat, with both feet down between them, are all found',
  (count) => {
    let wrong = 0
    for (const seed of cases(1, 3) === 3 ? [3, 5, 7] : [3 + 2 * (count % 3)]) {
      const walk = longWalk(seed, count, { overlapS: 0.1, rowsApart: 64 })
      const outcome = analysePressure(walk.frames, references)
      if (!outcome.ok) throw new Error(outcome.problem.code)
      const steps = outcome.value.steps
      expect(steps).toHaveLength(count)
      if (steps.map((s) => s.side).join() !== walk.sides.join()) wrong++
      steps.forEach((s, k) => expect(Math.abs(s.stanceS - walk.steps[k]!.stanceS)).toBeLessThan(0.03))
    }
    expect(wrong).toBe(0)
  },
)

test.each([
  ['slow, with a long time on both feet', { overlapS: 0.18, rowsApart: 60 }],
  ['fast, with hardly any', { overlapS: 0.03, rowsApart: 72 }],
  ['turned to one side', { overlapS: 0.1, rowsApart: 66, turnCols: 3 }],
])('%s: three steps in their order', (_, options) => {
  for (const seed of [3, 8, 9].slice(0, cases(1, 3))) {
    const walk = longWalk(seed, 3, options)
    const outcome = analysePressure(walk.frames, references)
    if (!outcome.ok) throw new Error(outcome.problem.code)
    expect(outcome.value.steps.map((s) => s.side)).toEqual(walk.sides)
  }
})

test.each([-15, 8])('a way that runs %i° to the side of the mat keeps every step', (turnDeg) => {
  const paces: Partial<WalkAlong>[] = [
    { overlapS: 0.18, stepMm: 420, steps: 3 },
    { overlapS: 0.03, stepMm: 560, steps: 4 },
  ]
  for (const pace of paces) {
    const along = { steps: 3, stepMm: 480, widthMm: 110, overlapS: 0.1, turnDeg, ...pace }
    const grid = longGrid(along)
    const scene = pressureScene(arbitraryPressureClient(5), {
      task: 'walk',
      seconds: 0,
      seed: 5,
      grid,
      along,
    })
    const { timesS, kpa } = recordScene(scene, rateHz, usualPressureFaults, 5)
    const frames = framesInMemory({ ...grid, rateHz, task: 'walk', side: 'both' }, timesS, kpa)
    const outcome = analysePressure(frames, references)
    if (!outcome.ok) throw new Error(outcome.problem.code)
    const steps = outcome.value.steps
    expect(steps.map((s) => s.side)).toEqual(scene.steps.map((s) => s.side))
    steps.forEach((s, k) => expect(Math.abs(s.stanceS - scene.steps[k]!.stanceS)).toBeLessThan(0.03))
  }
})
