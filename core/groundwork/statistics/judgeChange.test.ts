import fc from 'fast-check'
import { referenceValues } from '../reference'
import { chanceFrom } from '../../madeUp/synthetic'
import { changeError, chiSquareQuantile, fisherCdf, judgeChange, normalMean, studentQuantile } from './index'

const references = referenceValues()
const navicular = changeError('semNavicularMm', references)
const judge = (before: number, after: number, sem = 1.2) =>
  judgeChange({ value: before }, { value: after }, { ...navicular, sem })
const size = fc.double({ min: 0, max: 50, noNaN: true })

test('by hand: navicular SEM 1.2 mm, real from 3.33, likely from 2.17', () => {
  expect(judge(31, 34.4)).toMatchObject({ judged: 'real', because: undefined })
  expect(judge(31, 34.2).judged).toBe('likely')
  expect(judge(31, 33).judged).toBe('withinError')
  expect(judge(31, 34).mdc).toBeCloseTo(1.96 * Math.SQRT2 * 1.2, 9)
  expect(judge(34, 31).difference).toBe(-3)
})

test('the order of the two does not matter, and a larger difference is never judged less sure', () => {
  const order = ['withinError', 'likely', 'real']
  fc.assert(
    fc.property(size, size, fc.double({ min: 0.1, max: 6, noNaN: true }), (a, b, sem) => {
      expect(judge(0, a, sem).judged).toBe(judge(a, 0, sem).judged)
      const [small, large] = [Math.min(a, b), Math.max(a, b)].map((d) =>
        order.indexOf(judge(0, d, sem).judged),
      )
      expect(large).toBeGreaterThanOrEqual(small!)
    }),
  )
})

test('means of several trials are judged with the smaller error they have', () => {
  const once = judgeChange({ value: 30 }, { value: 33 }, navicular)
  const twice = judgeChange({ value: 30, trials: 2 }, { value: 33, trials: 2 }, navicular)
  expect(once.judged).toBe('likely')
  expect(twice.judged).toBe('real')
  expect(twice.mdc).toBeCloseTo(once.mdc / Math.SQRT2, 9)
  // a fixed value has no error of its own
  expect(judgeChange({ value: 0.5, trials: Infinity }, { value: 0.6 }, navicular).mdc).toBeCloseTo(
    1.96 * 1.2,
    9,
  )
})

test('different methods or references cannot be compared, whatever the size', () => {
  const with_ = (a: object, b: object) => judgeChange({ value: 1, ...a }, { value: 90, ...b }, navicular)
  expect(with_({ method: 'mat' }, { method: 'felt' })).toMatchObject({
    judged: 'notComparable',
    because: 'method',
  })
  expect(with_({ reference: 'sit' }, { reference: 'usual' }).because).toBe('reference')
  expect(with_({ method: 'mat' }, {}).judged).toBe('real')
})

test('of two readings of one unchanged thing about one in twenty differ "really"', () => {
  const chance = chanceFrom(11)
  const pairs = 4000
  let real = 0
  for (let i = 0; i < pairs; i++)
    if (judge(chance.normal(40, 1.2), chance.normal(40, 1.2)).judged === 'real') real++
  expect(real / pairs).toBeGreaterThan(0.035)
  expect(real / pairs).toBeLessThan(0.065)
})

test('quantiles against printed tables', () => {
  expect(chiSquareQuantile(0.975, 10)).toBeCloseTo(20.483, 3)
  expect(chiSquareQuantile(0.025, 5)).toBeCloseTo(0.831, 3)
  expect(studentQuantile(0.975, 7)).toBeCloseTo(2.365, 3)
  expect(fisherCdf(3.18, 9, 9)).toBeCloseTo(0.95, 2)
})

test('the mean over a normal error equals the closed forms', () => {
  expect(normalMean({ mean: 3, sd: 2 }, (x) => x)).toBeCloseTo(3, 6)
  expect(normalMean({ mean: 3, sd: 2 }, (x) => x * x)).toBeCloseTo(13, 3)
  expect(normalMean({ mean: 3, sd: 0 }, (x) => x * x)).toBe(9)
})
