import fc from 'fast-check'
import { dayAfter } from '../groundwork/calendar'
import { referenceValues } from '../groundwork/reference'
import { reopening } from './reopening'

const r = referenceValues()
const startsOn = '2026-05-04'
// a plan that goes on growing while nobody trains
const planned = Array.from({ length: 84 }, (_, n) => ({
  date: dayAfter(startsOn, n),
  trainMin: 10,
  spacersMin: 10 + n,
  shoesMin: 10 + 3 * n,
}))
const day = (n: number, more: object = {}) => ({ day: dayAfter(startsOn, n), stops: [], ...more })
const at = (n: number, days: Parameters<typeof reopening>[0]['days']) =>
  reopening({ days, planned, startsOn, today: dayAfter(startsOn, n) }, r)

test('60 % of what was worn, not of what the calendar had come to', () => {
  const days = Array.from({ length: 10 }, (_, n) =>
    day(n, { training: 'done', shoesMin: 20, spacersMin: 15 }),
  )
  expect(at(24, days)).toEqual({ how: 'restart', setsShare: 0.6, minutes: { shoes: 12, spacers: 9 } })
})

test('what was never done begins under the first day of it; over three weeks nothing is begun again', () => {
  expect(at(14, [day(3, { training: 'done' })])).toMatchObject({ minutes: { shoes: 6, spacers: 6 } })
  expect(at(25, [day(3, { training: 'done' })])).toEqual({ how: 'anew', days: 22 })
  // being there and doing nothing is no training
  expect(at(25, [day(3, { training: 'done' }), day(24, { training: 'not', pain: 1 })])).toMatchObject({
    how: 'anew',
  })
  expect(at(22, [])).toMatchObject({ how: 'anew' })
})

test('never more than the most that was ever done', () => {
  const anyDay = fc.record({ n: fc.integer({ min: 0, max: 40 }), min: fc.integer({ min: 1, max: 90 }) })
  fc.assert(
    fc.property(
      fc.array(anyDay, { minLength: 1, maxLength: 30 }),
      fc.integer({ min: 0, max: 60 }),
      (log, today) => {
        const days = log.sort((a, b) => a.n - b.n).map(({ n, min }) => day(n, { shoesMin: min }))
        const found = at(today, days)
        if (found.how === 'restart')
          expect(found.minutes.shoes).toBeLessThanOrEqual(0.6 * Math.max(...log.map(({ min }) => min)))
      },
    ),
  )
})
