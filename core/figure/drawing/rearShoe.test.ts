import fc from 'fast-check'
import { collars, rearLeg, rearLegHeightMm, rearShoe } from './rearShoe'

const usual = { lengthMm: 252, heelWidthMm: 63, loadLineMm: 0, leanDeg: 0 }
const legs = fc.record({
  lengthMm: fc.integer({ min: 200, max: 300 }),
  heelWidthMm: fc.integer({ min: 48, max: 80 }),
  loadLineMm: fc.integer({ min: -15, max: 30 }),
  leanDeg: fc.integer({ min: -8, max: 8 }),
})
const half = (skin: readonly { x: number; y: number }[], low: number, high: number, sign: 1 | -1) =>
  skin.filter((p) => p.y >= low && p.y <= high && p.x * sign > 0)

test('an upright leg: the inner ankle bone stands higher than the outer one, the tendon is the narrowest place', () => {
  const { skinMm } = rearLeg(usual)
  const widestAt = (sign: 1 | -1) =>
    half(skinMm, 50, 95, sign).reduce((a, b) => (b.x * sign > a.x * sign ? b : a)).y
  expect(widestAt(1)).toBeGreaterThan(widestAt(-1) + 5)
  const widthAt = (h: number) => {
    const near = (sign: 1 | -1) =>
      half(skinMm, 0, 200, sign).reduce((a, b) => (Math.abs(b.y - h) < Math.abs(a.y - h) ? b : a)).x
    return near(1) - near(-1)
  }
  expect(widthAt(112)).toBeLessThan(widthAt(75))
  expect(widthAt(112)).toBeLessThan(widthAt(20))
  expect(widthAt(165)).toBeGreaterThan(widthAt(112) * 1.4)
})

test('whatever was measured: the heel stands on the ground in the middle, nothing lies below, the leg follows its line', () => {
  fc.assert(
    fc.property(legs, (leg) => {
      const { skinMm, legMm, linesMm, middleAt } = rearLeg(leg)
      const points = [...skinMm, ...linesMm.flat()]
      expect(points.filter((p) => !(Number.isFinite(p.x) && p.y > -1.5))).toEqual([])
      expect(middleAt(0)).toBeCloseTo(0, 6)
      const top = legMm[1]!
      expect(middleAt(top.y)).toBeCloseTo(top.x, 6)
      const scale = leg.lengthMm / usual.lengthMm
      expect(Math.max(...skinMm.map((p) => p.y))).toBeCloseTo(rearLegHeightMm * scale, 0)
    }),
  )
})

test.each(collars)(
  'a shoe with a %s collar: base to scale, and a leg that leans stays inside its upper',
  (collar) => {
    fc.assert(
      fc.property(
        legs,
        fc.integer({ min: 2, max: 45 }),
        fc.integer({ min: 0, max: 12 }),
        (leg, stackMm, flareMm) => {
          const { middleAt } = rearLeg(leg)
          const shoe = rearShoe({
            baseWidthMm: 70,
            flareMm,
            stackMm,
            insideMm: leg.heelWidthMm,
            collar,
            legAt: middleAt,
          })
          const xs = shoe.soleMm.filter((p) => p.y <= stackMm / 2).map((p) => p.x)
          expect(Math.max(...xs)).toBeCloseTo(35 + flareMm, 0)
          expect(Math.min(...xs)).toBeCloseTo(-35, 0)
          const top = Math.max(...shoe.counterMm.map((p) => p.y))
          const rim = shoe.counterMm.filter((p) => p.y > top - 3).map((p) => p.x)
          const middle = middleAt(top - stackMm)
          expect(Math.min(...rim)).toBeLessThan(middle)
          expect(Math.max(...rim)).toBeGreaterThan(middle)
        },
      ),
    )
  },
)
