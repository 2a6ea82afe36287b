import { nextRise, sessionsOfWeek, type CountedDay } from './index'

const day = (date: string, week: number, more: Partial<CountedDay> = {}): CountedDay => ({
  date,
  week,
  parts: [['toeFan']],
  spacersMin: 10,
  shoesMin: 0,
  ...more,
})

test('the next rise is the first later day with more, however it goes in between', () => {
  const days = [
    day('2026-05-04', 1, { spacersMin: 20 }),
    day('2026-05-05', 1),
    day('2026-05-06', 1, { spacersMin: 5 }),
    day('2026-05-07', 1, { spacersMin: 15, shoesMin: 5 }),
    day('2026-05-08', 1, { spacersMin: 15 }),
  ]
  expect(nextRise(days, days[1]!, 'spacers')).toEqual({ date: '2026-05-07', minutes: 15 })
  expect(nextRise(days, days[1]!, 'shoes')).toEqual({ date: '2026-05-07', minutes: 5 })
  expect(nextRise(days, days[0]!, 'spacers')).toBeUndefined()
})

test('sessions are counted in their own week; a day of rest is none', () => {
  const days = [
    day('2026-05-04', 1),
    day('2026-05-05', 1, { parts: [] }),
    day('2026-05-06', 1, { parts: [['a'], ['b']] }),
    day('2026-05-11', 2),
  ]
  expect(sessionsOfWeek(days, 1, () => true)).toEqual({ done: 2, planned: 2 })
  expect(sessionsOfWeek(days, 1, (date) => date === '2026-05-11')).toEqual({ done: 0, planned: 2 })
  expect(sessionsOfWeek(days, undefined, () => true)).toEqual({ done: 0, planned: 0 })
})
