import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { baseOfShoe, baseUnderLeg } from './baseUnderLeg'

const references = referenceValues()
const barefoot = { halfWidthMm: 31.5, flareMm: 0, stackMm: 0 }

test('hand-worked: the line 34 mm inwards over a heel of 63 mm', () => {
  const base = baseUnderLeg({ atFootMm: 34, leanDeg: 0 }, barefoot, 70, references)
  expect(base.marginMm).toBeCloseTo(-2.5, 9)
  expect(base.neededFlareMm).toBeCloseTo(7.5, 9)
  // 70 kg × 9.80665 N × 2.5 mm
  expect(base.tippingNm).toBeCloseTo(1.716, 3)
})

test('while the line falls on the base nothing tips; without a body mass nothing is said of it', () => {
  expect(baseUnderLeg({ atFootMm: 10, leanDeg: 0 }, barefoot, 70, references).tippingNm).toBe(0)
  expect(
    baseUnderLeg({ atFootMm: 40, leanDeg: 0 }, barefoot, undefined, references).tippingNm,
  ).toBeUndefined()
})

test('a leg whose top leans outwards meets the ground further in the taller it stands', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 10, noNaN: true }),
      fc.double({ min: 1, max: 60, noNaN: true }),
      (lean, stackMm) => {
        const on = (stack: number, leanDeg: number) =>
          baseUnderLeg({ atFootMm: 15, leanDeg }, { ...barefoot, stackMm: stack }, 70, references).marginMm
        expect(on(stackMm, -lean)).toBeLessThan(on(0, -lean))
        expect(on(stackMm, lean)).toBeGreaterThan(on(0, lean))
      },
    ),
  )
})

test('flare by what is needed gives the wanted margin', () => {
  fc.assert(
    fc.property(fc.double({ min: -20, max: 60, noNaN: true }), (atFootMm) => {
      const leg = { atFootMm, leanDeg: 0 }
      const { neededFlareMm } = baseUnderLeg(leg, barefoot, undefined, references)
      const { marginMm } = baseUnderLeg(leg, { ...barefoot, flareMm: neededFlareMm }, undefined, references)
      expect(marginMm).toBeGreaterThanOrEqual(references.baseMarginMm - 1e-9)
    }),
  )
})

test('the base of a shoe: its heel before its sole; no width, no base', () => {
  expect(baseOfShoe({ soleWidthMm: 90, heelBaseWidthMm: 60, heelFlareMm: 4, stackHeelMm: 30 })).toEqual({
    halfWidthMm: 30,
    flareMm: 4,
    stackMm: 30,
  })
  expect(baseOfShoe({ stackHeelMm: 30 })).toBeUndefined()
})
