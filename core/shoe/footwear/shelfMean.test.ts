import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { readShelf, shelfMean } from './index'

const references = referenceValues()
const noFeet = { left: {}, right: {} }

test('a score known for the lesser part of the hours is no number, but says where it can lie', () => {
  // clogs worn 63 % of the hours with nothing but a stack, thin shoes known in full: the mean is not that of the thin ones
  const shelf = readShelf(
    [
      {
        id: 'a',
        name: 'Clogs',
        hoursPerWeek: 63,
        stackHeelMm: 55,
        stackForefootMm: 30,
        weightG: 600,
        supportFeatures: 6,
      },
      {
        id: 'b',
        name: 'Thin shoes',
        hoursPerWeek: 37,
        stackHeelMm: 6,
        stackForefootMm: 6,
        weightG: 120,
        supportFeatures: 0,
        bendStiffness: 0,
        twistStiffness: 1,
      },
    ],
    noFeet,
    references,
  )
  expect(shelf.score.value).toBeUndefined()
  expect(shelf.score.knownShare).toBeCloseTo(0.37, 9)
  expect(shelf.score.range!.low).toBeLessThan(45)
  expect(shelf.score.range!.high).toBeLessThan(60)
})

test('known for all hours there is a number and no range; for none there is neither', () => {
  expect(shelfMean([{ hours: 1, value: 4 }], references)).toEqual({
    value: 4,
    knownShare: 1,
    range: undefined,
  })
  expect(shelfMean([{ hours: 0, value: 4 }], references)).toEqual({
    value: undefined,
    knownShare: 0,
    range: undefined,
  })
  expect(shelfMean([{ hours: 1, value: undefined }], references, { low: 0, high: 1 })).toEqual({
    value: undefined,
    knownShare: 0,
    range: { low: 0, high: 1 },
  })
})

test('whatever the missing values turn out to be, the mean of all lies in the range that was said', () => {
  const shoe = fc.record({
    hours: fc.integer({ min: 0, max: 40 }),
    truth: fc.integer({ min: 0, max: 100 }),
    isKnown: fc.boolean(),
  })
  fc.assert(
    fc.property(fc.array(shoe, { minLength: 1, maxLength: 8 }), (shoes) => {
      const mean = shelfMean(
        shoes.map(({ hours, truth, isKnown }) => ({
          hours,
          value: isKnown ? truth : undefined,
          low: Math.max(0, truth - 10),
          high: Math.min(100, truth + 10),
        })),
        references,
        { low: 0, high: 100 },
      )
      const hours = shoes.reduce((sum, s) => sum + s.hours, 0)
      if (hours === 0) return expect(mean.knownShare).toBe(0)
      const whole = shoes.reduce((sum, s) => sum + s.hours * s.truth, 0) / hours
      if (mean.range) {
        expect(whole).toBeGreaterThanOrEqual(mean.range.low - 1e-9)
        expect(whole).toBeLessThanOrEqual(mean.range.high + 1e-9)
      } else expect(mean.value).toBeCloseTo(whole, 9)
      expect(mean.value !== undefined).toBe(mean.knownShare >= 0.5)
    }),
  )
})
