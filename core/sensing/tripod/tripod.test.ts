import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { copOf, readTripod, sideShare, targetShares, tripodPoints, tripodShares, type Tripod } from './index'

const references = referenceValues()
const within = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const arbitraryTripod = fc
  .record({ lengthMm: within(180, 320), ballWidthMm: within(70, 130) })
  .map((foot) => tripodPoints(foot, 'heads'))
const arbitraryCop = fc.record({ x: within(-60, 60), y: within(-20, 300) })

test('the three shares carry the same load at the same place', () => {
  fc.assert(
    fc.property(arbitraryTripod, arbitraryCop, (tripod, copFootMm) => {
      const shares = tripodShares(tripod, copFootMm)
      expect(shares.h + shares.m1 + shares.m5).toBeCloseTo(1, 9)
      expect(copOf(tripod, shares).x).toBeCloseTo(copFootMm.x, 6)
      expect(copOf(tripod, shares).y).toBeCloseTo(copFootMm.y, 6)
    }),
  )
})

test('a load centre outside the triangle gives a negative share', () => {
  const tripod = tripodPoints({ lengthMm: 250, ballWidthMm: 100 }, 'heads')
  expect(tripodShares(tripod, { x: 60, y: 90 }).m5).toBeLessThan(0)
  expect(tripodShares(tripod, { x: 0, y: 0 }).h).toBeGreaterThan(1)
})

test('each point alone carries everything when the load stands on it', () => {
  const tripod = tripodPoints({ lengthMm: 250, ballWidthMm: 100 }, 'pads')
  expect(tripodShares(tripod, tripod.m1FootMm)).toMatchObject({ m1: expect.closeTo(1, 9) })
  expect(tripodShares(tripod, tripod.heelFootMm)).toMatchObject({ h: expect.closeTo(1, 9) })
})

test('points on one line are a named problem', () => {
  const flat: Tripod = { heelFootMm: { x: 0, y: 0 }, m1FootMm: { x: 0, y: 100 }, m5FootMm: { x: 0, y: 200 } }
  expect(() => tripodShares(flat, { x: 0, y: 50 })).toThrow('collinearPoints')
})

describe('reading three scales', () => {
  const read = (h: number, m1: number, m5: number, target: 'heelHalf' | 'equalThirds' = 'heelHalf') => {
    const outcome = readTripod({ loads: { h, m1, m5 }, method: 'scales', target, side: 'right', references })
    if (!outcome.ok) throw new Error(outcome.problem.code)
    return outcome.value
  }
  test('50, 25 and 25 are even', () => {
    expect(read(20, 10, 10)).toMatchObject({
      kind: 'even',
      distance: expect.closeTo(0, 9),
      lean: 0,
      light: undefined,
    })
  })
  test('the light leg is named, with its chance', () => {
    const reading = read(22, 15, 3)
    expect(reading.kind).toBe('off')
    expect(reading.light).toMatchObject({ leg: 'm5', missing: expect.closeTo(0.175, 3) })
    expect(reading.light!.chance).toBeGreaterThan(0.99)
    expect(reading.lean).toBeCloseTo(12 / 18, 6)
  })
  test('the target decides what is even', () => {
    expect(read(10, 10, 10, 'equalThirds').kind).toBe('even')
    expect(read(10, 10, 10).kind).not.toBe('even')
  })
  test('all on the heel has no lean', () => expect(read(30, 0, 0).lean).toBeUndefined())
  test('targets add up to one', () => {
    for (const target of ['heelHalf', 'equalThirds'] as const) {
      const { h, m1, m5 } = targetShares(target, references)
      expect(h + m1 + m5).toBeCloseTo(1, 9)
    }
  })
  test.each([
    [{ h: 0, m1: 0, m5: 0 }, 'noLoad'],
    [{ h: -1, m1: 3, m5: 3 }, 'negativeLoad'],
    [{ h: NaN, m1: 3, m5: 3 }, 'negativeLoad'],
  ])('%p is refused', (loads, code) => {
    const outcome = readTripod({ loads, method: 'scales', target: 'heelHalf', side: 'left', references })
    expect(outcome).toMatchObject({ ok: false, problem: { code, side: 'left' } })
  })
  test('feet are weighed against each other on scales, never by feel', () => {
    const heavy = read(30, 15, 15)
    const light = read(20, 10, 10)
    expect(sideShare(heavy, light)).toBeCloseTo(0.6, 9)
    expect(sideShare(heavy, { ...light, method: 'felt' })).toBeUndefined()
  })
  test('a felt rating is less sure than a scale of the same shares', () => {
    const loads = { h: 5, m1: 3.6, m5: 1.4 }
    const felt = readTripod({ loads, method: 'felt', target: 'heelHalf', side: 'left', references })
    const weighed = readTripod({ loads, method: 'scales', target: 'heelHalf', side: 'left', references })
    if (!felt.ok || !weighed.ok) throw new Error('unreadable')
    expect(felt.value.light!.chance).toBeLessThan(weighed.value.light!.chance)
  })
})
