import { emptyFoot, postureMeasures, type FootValues } from '../measures'
import { referenceValues } from '../../groundwork/reference'
import { pronationProfile, type PronationInput } from './index'

const references = referenceValues()
const foot = (change: Partial<FootValues>): FootValues => ({ ...emptyFoot, ...change })
const profile = (change: Partial<PronationInput>) =>
  pronationProfile(
    { foot: emptyFoot, walk: undefined, matLossDepthPct: undefined, matKept: false, ...change },
    references,
  )
const walk = { steps: 3, copExcursionPct: 12, peakMedialAtPct: 40, stanceS: 0.62, bigToePushShare: 1 }

test('nothing measured answers nothing', () => {
  expect(profile({})).toEqual({
    amount: undefined,
    available: undefined,
    timing: undefined,
    control: undefined,
  })
})
describe('amount', () => {
  const heel = (deg: number) => profile({ foot: foot({ numbers: { heelRest: deg } }) }).amount?.kind
  test('a heel everted 0 to 6° is usual', () =>
    expect([-1, 0, 6, 7].map(heel)).toEqual(['less', 'usual', 'usual', 'more']))
  test('six things looked at outweigh one line on the heel', () => {
    const numbers = { heelRest: 3, ...Object.fromEntries(postureMeasures.map((id) => [id, 2])) }
    expect(profile({ foot: foot({ numbers }) }).amount).toMatchObject({ kind: 'much', heelDeg: 3 })
  })
})
describe('available', () => {
  const range = (deg: number) => profile({ foot: foot({ numbers: { eversionRange: deg } }) }).available!
  test('8° or more can roll in', () => {
    expect(range(8).canRollIn).toBe(true)
    expect(range(7).canRollIn).toBe(false)
  })
  test('at the limit it is a coin, far from it nearly sure', () => {
    expect(range(8).chance).toBeCloseTo(0.5, 6)
    expect(range(2).chance).toBeGreaterThan(0.99)
  })
})
describe('timing', () => {
  test.each([
    [15, 'early'],
    [40, 'usual'],
    [55, 'usual'],
    [60, 'late'],
  ] as const)('furthest in at %i %% is %s', (peakMedialAtPct, kind) => {
    expect(profile({ walk: { ...walk, peakMedialAtPct } }).timing).toMatchObject({ from: 'mat', kind })
  })
  test('steps without a clear turn still say where the load runs', () => {
    const { timing } = profile({ walk: { ...walk, peakMedialAtPct: undefined } })
    expect(timing).toMatchObject({ kind: undefined, peakAtPct: undefined, path: 'usual' })
  })
  test('an angle series is nearer the heel than the load on a mat', () => {
    const series = foot({ numbers: { eversionPeakAt: 61, eversionPeak: 9 } })
    expect(profile({ foot: series, walk }).timing).toMatchObject({
      from: 'angles',
      kind: 'late',
      copExcursionPct: 12,
    })
  })
  test.each([
    [3, 'inside'],
    [12, 'usual'],
    [25, 'outside'],
  ] as const)('an excursion index of %i %% runs %s', (copExcursionPct, path) => {
    expect(profile({ walk: { ...walk, copExcursionPct } }).timing?.path).toBe(path)
  })
})
describe('control', () => {
  const control = (change: Partial<PronationInput>) => profile(change).control?.kind
  test('held on one leg and in the squat', () => {
    expect(control({ foot: foot({ words: { archHold: 'holds' } }) })).toBe('holds')
    expect(control({ matKept: true })).toBe('holds')
  })
  test('lost early in the squat is lost, late is wavering', () => {
    expect(control({ matLossDepthPct: 40 })).toBe('loses')
    expect(control({ matLossDepthPct: 70 })).toBe('wavers')
    expect(control({ foot: foot({ numbers: { squatLostAt: 95 } }) })).toBe('holds')
  })
  test('the mat is believed before the eye', () =>
    expect(control({ foot: foot({ numbers: { squatLostAt: 95 } }), matLossDepthPct: 30 })).toBe('loses'))
})
