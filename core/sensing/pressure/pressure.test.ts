import { referenceValues } from '../../groundwork/reference'
import { bySide, sides } from '../../groundwork/side'
import {
  arbitraryPressureClient,
  defaultPressureClient,
  pressureScene,
  recordScene,
  squareGrid,
  squatLossesS,
  standTruth,
  stepTruth,
  twoFootGrid,
  usualPressureFaults,
  type PressureFaults,
  type PressureScene,
} from '../../madeUp/synthetic'
import {
  analysePressure,
  framesInMemory,
  type Frames,
  type PressureWishes,
  type RecordingTask,
} from './index'

const references = referenceValues()
const rateHz = 50

function recorded(
  scene: PressureScene,
  task: RecordingTask,
  faults: Partial<PressureFaults> = {},
  seed = 1,
): Frames {
  const { timesS, kpa } = recordScene(scene, rateHz, { ...usualPressureFaults, ...faults }, seed)
  return framesInMemory({ ...scene.grid, rateHz, task, side: 'both' }, timesS, kpa)
}
function read(frames: Frames, wishes: PressureWishes = {}) {
  const outcome = analysePressure(frames, references, wishes)
  if (!outcome.ok) throw new Error(outcome.problem.code)
  return outcome.value
}
const mirrored = (frames: Frames): Frames => {
  const { rows, cols } = frames.meta
  const timesS: number[] = []
  const kpa = new Float32Array(frames.count * rows * cols)
  frames.forEach((tS, from, offset) => {
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < cols; c++)
        kpa[timesS.length * rows * cols + r * cols + c] = from[offset + r * cols + cols - 1 - c]!
    timesS.push(tS)
  })
  return framesInMemory(frames.meta, timesS, kpa)
}

describe('standing on two feet', () => {
  const client = arbitraryPressureClient(5)
  const scene = pressureScene(client, { task: 'stance', seconds: 12, seed: 5, grid: twoFootGrid })
  const frames = recorded(scene, 'stance')
  const reading = read(frames)
  const truth = standTruth(scene, rateHz)
  test('share, tripod, centre and sway are those that were put on the mat', () => {
    const both = truth.left!.loadN + truth.right!.loadN
    for (const side of sides) {
      const [foot, want] = [reading[side]!, truth[side]!]
      expect(Math.abs(foot.share! - want.loadN / both)).toBeLessThan(0.02)
      for (const leg of ['h', 'm1', 'm5'] as const)
        expect(Math.abs(foot.tripod[leg] - want.tripod[leg])).toBeLessThan(0.05)
      const mean = foot.cop!.meanMm
      expect(Math.hypot(mean.x - want.copMeanMatMm.x, mean.y - want.copMeanMatMm.y)).toBeLessThan(2)
      expect(Math.abs(foot.cop!.pathMm / want.pathMm - 1)).toBeLessThan(0.08)
      expect(Math.abs(foot.cop!.ellipse95Mm2 / want.ellipseMm2 - 1)).toBeLessThan(0.12)
    }
  })
  test('landmarks given bring the tripod closer', () => {
    const landmarks = bySide((side) => {
      const { toMat, pointsFootMm } = scene.feet![side]
      return {
        heelMatMm: toMat(pointsFootMm.heel),
        m1MatMm: toMat(pointsFootMm.m1),
        m5MatMm: toMat(pointsFootMm.m5),
      }
    })
    const given = read(frames, { landmarks })
    for (const side of sides)
      for (const leg of ['h', 'm1', 'm5'] as const)
        expect(Math.abs(given[side]!.tripod[leg] - truth[side]!.tripod[leg])).toBeLessThan(0.01)
  })
  test('toe pads lie in front of the joint heads, so the same load rests more on the heel', () => {
    const pads = read(frames, { points: 'pads' })
    for (const side of sides) expect(pads[side]!.tripod.h).toBeGreaterThan(reading[side]!.tripod.h + 0.03)
  })
  test('the mat mirrored is the other side in every number', () => {
    const other = read(mirrored(frames))
    for (const side of sides) {
      const [a, b] = [reading[side]!, other[side === 'left' ? 'right' : 'left']!]
      expect(b.share).toBeCloseTo(a.share!, 9)
      expect(b.cop!.pathMm).toBeCloseTo(a.cop!.pathMm, 3)
      expect(b.archIndex).toBeCloseTo(a.archIndex, 2)
      for (const leg of ['h', 'm1', 'm5'] as const)
        expect(Math.abs(b.tripod[leg] - a.tripod[leg])).toBeLessThan(0.01)
    }
  })
  test('twice the pressure is twice the load and the same shares', () => {
    const kpa = new Float32Array(frames.count * 48 * 96)
    const timesS: number[] = []
    frames.forEach((tS, from, offset) => {
      for (let c = 0; c < 48 * 96; c++) kpa[timesS.length * 48 * 96 + c] = from[offset + c]! * 2
      timesS.push(tS)
    })
    const double = read(framesInMemory(frames.meta, timesS, kpa))
    for (const side of sides) {
      expect(double[side]!.loadN / reading[side]!.loadN).toBeCloseTo(2, 6)
      expect(double[side]!.share).toBeCloseTo(reading[side]!.share!, 6)
      expect(double[side]!.peakKpa / reading[side]!.peakKpa).toBeCloseTo(2, 6)
    }
  })
  test('regions make up the whole foot, and three legs the whole load', () => {
    for (const side of sides) {
      const { heel, midfoot, forefoot, toes } = reading[side]!.regionsPct
      expect(heel + midfoot + forefoot + toes).toBeCloseTo(100, 6)
      const { h, m1, m5 } = reading[side]!.tripod
      expect(h + m1 + m5).toBeCloseTo(1, 9)
    }
  })
})

describe('a mat with faults', () => {
  const scene = pressureScene(defaultPressureClient(), {
    task: 'stance',
    seconds: 12,
    seed: 2,
    grid: twoFootGrid,
  })
  const whole = read(recorded(scene, 'stance'))
  test('a dead cell is filled from its neighbours and named', () => {
    const heel = whole.left!.landmarks.heelMatMm
    const [row, col] = [Math.floor(heel.y / 7), Math.floor(heel.x / 7)]
    const reading = read(recorded(scene, 'stance', { deadCells: [row * 96 + col] }))
    expect(reading.deadCells).toEqual([{ row, col }])
    expect(Math.abs(reading.left!.loadN / whole.left!.loadN - 1)).toBeLessThan(0.01)
  })
  test('a gap is named, left out and never filled', () => {
    const reading = read(recorded(scene, 'stance', { dropOutsS: [[4, 5]] }))
    expect(reading.gaps).toHaveLength(1)
    expect(reading.gaps[0]!.fromS).toBeCloseTo(3.98, 6)
    expect(reading.gaps[0]!.toS).toBeCloseTo(5, 6)
    expect(reading.left!.cop!.usedS).toBeCloseTo(whole.left!.cop!.usedS - 1.02, 6)
  })
  test('too short for sway: the rest is there and what is missing is said', () => {
    const short = pressureScene(defaultPressureClient(), {
      task: 'stance',
      seconds: 3,
      seed: 2,
      grid: twoFootGrid,
    })
    const reading = read(recorded(short, 'stance'))
    expect(reading.left!.cop).toBeUndefined()
    expect(reading.left!.share).toBeDefined()
    expect(reading.missing).toContainEqual(
      expect.objectContaining({ what: 'sway', side: 'left', neededS: 5 }),
    )
  })
  test('one foot on a mat for two says which is missing', () => {
    const one = pressureScene(defaultPressureClient(), {
      task: 'single',
      side: 'right',
      seconds: 6,
      seed: 2,
      grid: twoFootGrid,
    })
    const reading = read(recorded(one, 'single'))
    expect([reading.left, reading.right].filter((f) => f !== undefined)).toHaveLength(1)
    expect(reading.missing.filter((m) => m.what === 'foot')).toHaveLength(1)
  })
  test('an empty mat and a handful of frames are refused in words', () => {
    const meta = { ...twoFootGrid, rateHz, task: 'stance', side: 'both' } as const
    const nothing = framesInMemory(
      meta,
      Array.from({ length: 30 }, (_, i) => i / rateHz),
      new Float32Array(30 * 48 * 96),
    )
    expect(analysePressure(nothing, references)).toMatchObject({
      ok: false,
      problem: { code: 'noFootOnMat' },
    })
    expect(
      analysePressure(
        { ...nothing, count: 3, forEach: (v) => v(0, new Float32Array(48 * 96), 0) },
        references,
      ),
    ).toMatchObject({ ok: false, problem: { code: 'tooFewFrames', frames: 1 } })
  })
})

describe('squat', () => {
  const client = defaultPressureClient({
    squat: { reps: 2, repS: 5, bottomPct: 90, lostAtPct: { left: 55, right: 200 } },
  })
  const scene = pressureScene(client, { task: 'squat', seconds: 13, seed: 4 })
  const depth = Array.from({ length: 130 }, (_, i) => ({
    atS: i / 10,
    depthPct: scene.truthAt(i / 10).depthPct,
  }))
  const reading = read(recorded(scene, 'squat'), { depth })
  test('the foot that is lost is found with its moment and depth', () => {
    const { loss } = reading.left!
    expect(Math.abs(loss!.atS - squatLossesS(client.squat, 'left')[0]!)).toBeLessThan(0.15)
    expect(Math.abs(loss!.depthPct! - 55)).toBeLessThan(8)
  })
  test('the foot that is kept is not said to be lost', () => expect(reading.right!.loss).toBeUndefined())
})

describe('walking', () => {
  const client = arbitraryPressureClient(9)
  const scene = pressureScene(client, { task: 'walk', seconds: 0, seed: 9, grid: squareGrid })
  const { timesS, kpa } = recordScene(scene, 100, usualPressureFaults, 9)
  const frames = framesInMemory({ ...squareGrid, rateHz: 100, task: 'walk', side: 'both' }, timesS, kpa)
  const reading = read(frames)
  test('every step is found with its side, time and excursion', () => {
    expect(reading.steps.map((s) => s.side)).toEqual(scene.steps.map((s) => s.side))
    reading.steps.forEach((step, i) => {
      const truth = stepTruth(client, scene.steps[i]!)
      expect(Math.abs(step.stanceS - truth.stanceS)).toBeLessThan(0.02)
      expect(Math.abs(step.copExcursionPct! - truth.copExcursionPct)).toBeLessThan(2.5)
    })
    expect(reading.missing).toEqual([])
  })
  test('too few steps of a side give what there is and say what is missing', () => {
    const until = timesS.findIndex((t) => t > scene.steps[3]!.startS - 0.1)
    const part = read(framesInMemory(frames.meta, timesS.slice(0, until), kpa.subarray(0, until * 4096)))
    expect(part.steps).toHaveLength(3)
    expect(part.missing.map((m) => m.what)).toEqual(['steps', 'steps'])
  })
})
