import fc from 'fast-check'
import { referenceValues } from '../reference'
import { chanceFrom } from '../synthetic'
import { judgeDifference } from './index'

const references = referenceValues()

test('the sign does not matter, and a larger difference is never judged less sure', () => {
  const order = ['withinError', 'likely', 'real']
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0.1, max: 6, noNaN: true }),
      (a, b, sem) => {
        expect(judgeDifference(a, sem, references)).toBe(judgeDifference(-a, sem, references))
        const [small, large] = [Math.min(a, b), Math.max(a, b)].map((d) =>
          order.indexOf(judgeDifference(d, sem, references)),
        )
        expect(large).toBeGreaterThanOrEqual(small!)
      },
    ),
  )
})

test('of two readings of one unchanged thing about one in twenty differ "really"', () => {
  const chance = chanceFrom(11)
  const normal = () =>
    Math.sqrt(-2 * Math.log(Math.max(1e-12, chance.unit()))) * Math.cos(2 * Math.PI * chance.unit())
  const sem = 1.2
  const pairs = 4000
  let real = 0
  for (let i = 0; i < pairs; i++)
    if (judgeDifference(normal() * sem - normal() * sem, sem, references) === 'real') real++
  expect(real / pairs).toBeGreaterThan(0.035)
  expect(real / pairs).toBeLessThan(0.065)
})
