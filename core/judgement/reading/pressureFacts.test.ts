import { pressureSummary, type PressureFootFacts, type PressureRecordingFacts } from './pressureFacts'

const foot = (change: Partial<PressureFootFacts> = {}): PressureFootFacts => ({
  loadN: 340,
  share: 0.5,
  tripod: { h: 0.5, m1: 0.25, m5: 0.25 },
  regionsPct: { heel: 55, midfoot: 6, forefoot: 34, toes: 5 },
  sway: { pathMm: 100, meanVelocityMmS: 5, ellipse95Mm2: 60 },
  loss: undefined,
  ...change,
})
const recording = (change: Partial<PressureRecordingFacts>): PressureRecordingFacts => ({
  id: 'one',
  job: 'twoFeet',
  feet: { left: foot(), right: foot() },
  steps: [],
  ...change,
})
const wide = foot({
  share: 0.6,
  tripod: { h: 0.4, m1: 0.4, m5: 0.2 },
  sway: { pathMm: 200, meanVelocityMmS: 10, ellipse95Mm2: 150 },
})
const two = [recording({}), recording({ id: 'two', feet: { left: wide, right: foot() } })]

describe('several recordings of one task', () => {
  test('the mean of all', () => {
    const { left } = pressureSummary(two, 'mean').stance
    expect(left).toMatchObject({ trials: 2, share: 0.55, sway: { pathMm: 150, meanVelocityMmS: 7.5 } })
    expect(left!.tripod.h).toBeCloseTo(0.45, 9)
    expect(left!.tripod.h + left!.tripod.m1 + left!.tripod.m5).toBeCloseTo(1, 9)
  })
  test('the steadiest', () =>
    expect(pressureSummary(two, 'best').stance.left).toMatchObject({ share: 0.5, trials: 2 }))
  test('the last', () =>
    expect(pressureSummary(two, 'last').stance.left).toMatchObject({ share: 0.6, trials: 2 }))
  test('one without sway does not count as the steadiest, and leaves no hole in the mean', () => {
    const short = recording({
      id: 'short',
      feet: { left: foot({ share: 0.7, sway: undefined }), right: undefined },
    })
    expect(pressureSummary([short, ...two], 'best').stance.left!.share).toBe(0.5)
    expect(pressureSummary([short, ...two], 'mean').stance.left!.sway!.pathMm).toBe(150)
    expect(pressureSummary([short], 'best').stance.left!.sway).toBeUndefined()
  })
})
test('nothing recorded is nothing known', () => {
  const { stance, single, squat, walk } = pressureSummary([], 'mean')
  expect([stance.left, single.left.open, single.right.shut, squat.left, walk.right]).toEqual(
    Array(5).fill(undefined) as undefined[],
  )
})
test('each task goes to its own place', () => {
  const { single, stance } = pressureSummary(
    [recording({ job: 'leftLeg' }), recording({ job: 'rightShut' }), recording({ job: 'heelRaise' })],
    'mean',
  )
  expect(single.left.open).toBeDefined()
  expect(single.left.shut).toBeUndefined()
  expect(single.right.shut).toBeDefined()
  // rising on the toes is no quiet standing
  expect(stance.left).toBeUndefined()
})
test('a squat counts how often each foot was lost and how deep', () => {
  const lost = (depthPct: number | undefined) => foot({ loss: { atS: 4, depthPct } })
  const { squat } = pressureSummary(
    [
      recording({ job: 'squat', feet: { left: lost(40), right: foot() } }),
      recording({ job: 'squat', feet: { left: lost(60), right: lost(undefined) } }),
    ],
    'mean',
  )
  expect(squat.left).toEqual({ trials: 2, lost: 2, depthPct: 50 })
  expect(squat.right).toEqual({ trials: 2, lost: 1, depthPct: undefined })
})
test('walking is the mean of whole steps; a step half beside the mat does not count', () => {
  const step = (side: 'left' | 'right', copExcursionPct: number | undefined, isPartial = false) => ({
    side,
    stanceS: 0.6,
    copExcursionPct,
    peakMedialAtPct: 40,
    pushOff: side === 'left' ? ('bigToe' as const) : ('lesserToes' as const),
    isPartial,
  })
  const { walk } = pressureSummary(
    [
      recording({
        job: 'walk',
        steps: [step('left', 10), step('left', 14), step('left', undefined, true), step('right', 8)],
      }),
    ],
    'mean',
  )
  expect(walk.left).toMatchObject({ steps: 2, copExcursionPct: 12, bigToePushShare: 1 })
  expect(walk.right).toMatchObject({ steps: 1, bigToePushShare: 0 })
})
