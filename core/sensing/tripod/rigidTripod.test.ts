import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { rigidTripod, tripodPoints, type RigidFoot } from './index'

const references = referenceValues()
const neutral: RigidFoot = {
  tripod: tripodPoints({ lengthMm: 250, ballWidthMm: 100 }, 'heads'),
  ballWidthMm: 72,
  forefootDeg: 0,
  firstRayMm: 0,
  wedgesMm: { m1: 0, m5: 0, heel: 0 },
  loadN: 350,
  copFootMm: { x: -4, y: 105 },
  shankMm: 390,
  areToesLifted: false,
}
const read = (change: Partial<RigidFoot>) => rigidTripod({ ...neutral, ...change }, references)

test('an even foot stands on three points without rolling', () => {
  const answer = read({})
  expect(answer).toMatchObject({ gapM1Mm: 0, gapM5Mm: 0, rollDeg: 0, kneeDriftMm: 0 })
  expect(answer.shares).toEqual(answer.heldShares)
})
test('the gap is ball width times the tangent, less play and wedge, never below nothing', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 20, noNaN: true }),
      fc.double({ min: 0, max: 10, noNaN: true }),
      fc.double({ min: 0, max: 10, noNaN: true }),
      (forefootDeg, firstRayMm, m1) => {
        const answer = read({ forefootDeg, firstRayMm, wedgesMm: { m1, m5: 0, heel: 0 } })
        const want = Math.max(0, 72 * Math.tan((forefootDeg * Math.PI) / 180) - firstRayMm - m1)
        expect(answer.gapM1Mm).toBeCloseTo(want, 9)
        expect(answer.rollDeg).toBeCloseTo((Math.atan(want / 72) * 180) / Math.PI, 9)
        expect(answer.shares.h + answer.shares.m1 + answer.shares.m5).toBeCloseTo(1, 9)
      },
    ),
  )
})
test('the outer border up mirrors: the foot rolls out, the knee too', () => {
  const [inner, outer] = [read({ forefootDeg: 6 }), read({ forefootDeg: -6 })]
  expect(outer.gapM5Mm).toBeCloseTo(inner.gapM1Mm, 9)
  expect(outer.rollDeg).toBeCloseTo(-inner.rollDeg, 9)
  expect(outer.kneeDriftMm).toBeCloseTo(-inner.kneeDriftMm, 9)
})
test('held level, the ball in the air carries nothing and the others carry it all', () => {
  const { heldShares } = read({ forefootDeg: 8 })
  expect(heldShares.m1).toBe(0)
  expect(heldShares.h + heldShares.m5).toBeCloseTo(1, 9)
})
test('rolling in loads the inner ball more; lifted toes and a wedge roll it less', () => {
  const rolled = read({ forefootDeg: 8 })
  expect(rolled.shares.m1).toBeGreaterThan(read({}).shares.m1)
  expect(rolled.kneeDriftMm).toBeCloseTo(390 * Math.sin((rolled.rollDeg * Math.PI) / 180), 9)
  expect(read({ forefootDeg: 8, areToesLifted: true }).rollDeg).toBeLessThan(rolled.rollDeg)
  expect(read({ forefootDeg: 8, wedgesMm: { m1: 6, m5: 0, heel: 0 } }).rollDeg).toBeLessThan(rolled.rollDeg)
})
test('the loads are the shares of the load', () => {
  const { shares, loadsN } = read({ forefootDeg: 5, loadN: 400 })
  for (const leg of ['h', 'm1', 'm5'] as const) expect(loadsN[leg]).toBeCloseTo(shares[leg] * 400, 9)
})
test('a raised heel takes load off the heel', () => {
  expect(read({ wedgesMm: { m1: 0, m5: 0, heel: 10 } }).shares.h).toBeLessThan(read({}).shares.h)
})
