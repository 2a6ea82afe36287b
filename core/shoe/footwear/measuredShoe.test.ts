import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { lastLengthMm, sizesOf } from './shoeSize'
import { shelfProfile } from './shelfProfile'
import { readShelf } from './shelf'
import { minimalShoeScore } from './minimalShoeScore'
import { soleZones, type Shoe } from './shoe'
import { tippingAngleDeg } from './tipping'
import { wearHint } from './wearHint'

const references = referenceValues()

test('the tipping angle, hand-worked; taller tips sooner, wider later', () => {
  const shoe = { soleWidthMm: 80, stackHeelMm: 20 }
  expect(tippingAngleDeg(shoe, references)).toBeCloseTo((Math.atan(40 / 90) * 180) / Math.PI, 9)
  // the heel's own base stands over the width of the sole
  expect(tippingAngleDeg({ ...shoe, heelBaseWidthMm: 60 }, references)).toBeCloseTo(18.43, 2)
  expect(tippingAngleDeg({ stackHeelMm: 20 }, references)).toBeUndefined()
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 60, noNaN: true }),
      fc.double({ min: 1, max: 40, noNaN: true }),
      (stack, more) => {
        const at = (s: number, w: number) => tippingAngleDeg({ soleWidthMm: w, stackHeelMm: s }, references)!
        expect(at(stack + more, 80)).toBeLessThan(at(stack, 80))
        expect(at(stack, 80 + more)).toBeGreaterThan(at(stack, 80))
      },
    ),
  )
})

test.each([
  [['outerHeel'], 'usual'],
  [['innerHeel', 'innerBall', 'outerHeel'], 'rollsInLate'],
  [['innerWaist', 'innerBall'], 'rollsInLate'],
  [['innerHeel'], 'rollsInEarly'],
  [['outerHeel', 'outerBall'], 'staysOutside'],
  [['middleBall'], 'loadsMiddle'],
  [['bigToe', 'smallToes'], 'dragsToes'],
  [['bigToe'], 'pushesBigToe'],
  [[], undefined],
] as const)('sole worn at %j hints at %s', (zones, hint) => {
  expect(wearHint([...zones])).toBe(hint)
})
test('the order in which the zones were painted changes nothing', () => {
  fc.assert(
    fc.property(fc.subarray([...soleZones]), fc.nat(), (zones, turn) => {
      const k = zones.length === 0 ? 0 : turn % zones.length
      expect(wearHint([...zones.slice(k), ...zones.slice(0, k)])).toBe(wearHint(zones))
    }),
  )
})

test('sizes stand for a last by the formula, and go there and back', () => {
  expect(lastLengthMm(42, 'eu', references)).toBeCloseTo(280, 9)
  expect(lastLengthMm(8, 'uk', references)).toBeCloseTo(279.4, 9)
  expect(lastLengthMm(9, 'us', references)).toBeCloseTo(279.4, 9)
  expect(lastLengthMm(265, 'mm', references)).toBe(280)
  fc.assert(
    fc.property(fc.integer({ min: 70, max: 100 }), (half) => {
      expect(sizesOf(lastLengthMm(half / 2, 'eu', references), references).eu).toBe(half / 2)
    }),
  )
})

describe('the shelf profile', () => {
  const worn = (hours: number, shoe: Partial<Shoe>, toesMarginMm?: number) => ({
    hours,
    toesMarginMm,
    shoe: { id: 'x', name: 'x', ...shoe },
  })
  test('hand-worked: 30 h tall and steep, 10 h thin and level', () => {
    const [stack, drop, bend, room] = shelfProfile(
      [
        worn(30, { stackHeelMm: 34, stackForefootMm: 20, bendStiffness: 4 }, -6),
        worn(10, { stackHeelMm: 8, stackForefootMm: 8, bendStiffness: 0 }, 6),
      ],
      references,
    )
    expect(stack!.mean.value).toBeCloseTo((34 * 30 + 8 * 10) / 40, 9)
    expect(stack!.bands.map((b) => b.share)).toEqual([0.25, 0, 0, 0.75])
    expect(drop!.bands.map((b) => b.share)).toEqual([0.25, 0, 0, 0.75])
    expect(bend!.bands.map((b) => b.share)).toEqual([0.25, 0, 0.75])
    expect(room!.bands.map((b) => b.share)).toEqual([0.75, 0, 0.25])
  })
  test('shares of a row sum to 1, whatever is worn', () => {
    const shoe = fc.record({
      stackHeelMm: fc.option(fc.integer({ min: 0, max: 60 }), { nil: undefined }),
      stackForefootMm: fc.option(fc.integer({ min: 0, max: 60 }), { nil: undefined }),
      bendStiffness: fc.option(fc.integer({ min: 0, max: 5 }), { nil: undefined }),
    })
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), shoe), { maxLength: 6 }), (all) => {
        for (const row of shelfProfile(
          all.map(([hours, s]) => worn(hours, s)),
          references,
        )) {
          expect(row.bands.reduce((sum, b) => sum + b.share, 0)).toBeCloseTo(1, 9)
          expect(row.mean.knownShare).toBeLessThanOrEqual(1)
        }
      }),
    )
  })
  test('nobody wears a ghost or a retired shoe', () => {
    const feet = { left: {}, right: {} }
    const boot = { id: 'a', name: 'boot', stackHeelMm: 40, stackForefootMm: 20, hoursPerWeek: 20 }
    const shelf = readShelf(
      [
        { ...boot, id: 'b', isGhost: true },
        { ...boot, id: 'c', isRetired: true, hoursPerWeek: 90 },
        { ...boot, stackHeelMm: 10 },
      ],
      feet,
      references,
    )
    expect(shelf.hoursPerWeek).toBe(20)
    expect(shelf.stackHeel.value).toBe(10)
    expect(shelf.shoes.map((r) => r.shoe.id)).toEqual(['a', 'b', 'c'])
  })
})

test('listed support features count one each and stand over the bare number', () => {
  const pointsOf = (shoe: Partial<Shoe>) =>
    minimalShoeScore({ id: 'x', name: 'x', ...shoe }, references).items.support
  expect(pointsOf({ supports: ['rocker', 'plate'], supportFeatures: 5 })).toBe(3)
  expect(pointsOf({ supports: [] })).toBe(5)
  expect(pointsOf({ supportFeatures: 5 })).toBe(0)
  expect(pointsOf({})).toBeUndefined()
})
test.each([0, 1, 2, 3, 4, 5, 6])('%d support features', (supportFeatures) => {
  expect(minimalShoeScore({ id: 'x', name: 'x', supportFeatures }, references).items.support).toBe(
    Math.max(0, 5 - supportFeatures),
  )
})
test.each([
  [0, 0, 5],
  [5, 5, 0],
  [1, 4, 2.5],
  [3, 2, 2.5],
])('bend %d and twist %d give %d', (bendStiffness, twistStiffness, points) => {
  expect(
    minimalShoeScore({ id: 'x', name: 'x', bendStiffness, twistStiffness }, references).items.flexibility,
  ).toBe(points)
})
