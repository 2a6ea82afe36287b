import fc from 'fast-check'
import { emptyFoot, postureMeasures, type FootValues } from '../measures'
import { referenceValues } from '../../groundwork/reference'
import { postureKindOf, postureScore } from './index'

const references = referenceValues()
const scored = (items: readonly number[]): FootValues => ({
  ...emptyFoot,
  numbers: Object.fromEntries(postureMeasures.map((id, i) => [id, items[i]])),
})

test('six items are added up, and stay within −12 and +12', () => {
  const item = fc.integer({ min: -2, max: 2 })
  fc.assert(
    fc.property(fc.tuple(item, item, item, item, item, item), (items) => {
      const score = postureScore(scored(items), references)!
      expect(score.sum).toBe(items.reduce((a, b) => a + b))
      expect(Math.abs(score.sum)).toBeLessThanOrEqual(12)
      expect(score.z).toBeCloseTo((score.sum - 2.5) / 2.5, 9)
    }),
  )
})
test('five items are no score', () => {
  const five = scored([1, 1, 1, 1, 1, 1])
  delete five.numbers.postureBulge
  expect(postureScore(five, references)).toBeUndefined()
})
test.each([
  [-12, 'muchLess'],
  [-5, 'muchLess'],
  [-4, 'less'],
  [-1, 'less'],
  [0, 'usual'],
  [5, 'usual'],
  [6, 'more'],
  [9, 'more'],
  [10, 'much'],
  [12, 'much'],
] as const)('%i is %s', (sum, kind) => expect(postureKindOf(sum, references)).toBe(kind))
