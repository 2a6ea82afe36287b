import { dayAfter } from '@sturvo/core/followup'
import type { ClientAnswer, ClientDay, LogEntryAnswer } from '@sturvo/schema'
import { heldDay } from './held'
import { dayHere, type Phone } from './usePhone'

const start = dayAfter(dayHere(new Date()), -28)
const on = (n: number) => dayAfter(start, n)
/** Eight weeks that grow by ten minutes of shoes a week. */
const days: ClientDay[] = Array.from({ length: 56 }, (_, i) => {
  const week = Math.floor(i / 7) + 1
  return {
    date: on(i),
    week,
    parts: [[`drill${week}`]],
    trainMin: 10,
    spacersMin: 0,
    shoesMin: 10 * week,
    shoesMostMin: 10,
    checks: [],
    tests: [],
  }
})
const hold = {
  from: start,
  calmMean: 2,
  calmDay: 2,
  dayNoise: 1,
  once: 6,
  twice: 4,
  daysLeast: 4,
  judgedDays: 4,
  backShare: 0.6,
  growth: 0.15,
  staleDays: 7,
}
const wrote = (n: number, pain: number): LogEntryAnswer => ({
  id: `entry${String(n).padStart(7, '0')}`,
  day: on(n),
  at: `${on(n)}T18:00:00Z`,
  training: 'done',
  pain,
})
const phoneWith = (more: {
  logged?: ClientAnswer['logged']
  written?: LogEntryAnswer[]
  askedAt?: string
  isFile?: boolean
  hold?: ClientAnswer['hold']
}) =>
  ({
    answer: { plan: { days }, logged: more.logged ?? [], ...('hold' in more ? {} : { hold }) },
    written: more.written ?? [],
    isFile: more.isFile ?? false,
    askedAt: more.askedAt ?? new Date().toISOString(),
  }) as unknown as Phone
const every = (from: number, to: number, pain: number) =>
  Array.from({ length: to - from }, (_, i) => wrote(from + i, pain))

test('a silent phone stays at the first week; one that writes has the calendar’s', () => {
  expect(heldDay(phoneWith({}), on(28))).toMatchObject({ day: { shoesMin: 10, week: 1 }, why: 'silence' })
  const known = heldDay(phoneWith({ written: every(0, 28, 1) }), on(28))
  expect(known).toMatchObject({ day: days[28], why: undefined })
})

test('what another phone or the practice wrote counts as well, and of two pains the worse', () => {
  const logged = every(0, 28, 1).map(({ day, pain }) => ({ day, pain: pain!, training: 'done' as const }))
  expect(heldDay(phoneWith({ logged }), on(28)).why).toBeUndefined()
  const worse = heldDay(phoneWith({ logged, written: [wrote(27, 9)] }), on(28))
  expect(worse).toMatchObject({ why: 'stepBack', day: { isEasier: true } })
  const told = logged.map((d, i) => (i === 27 ? { ...d, pain: 9 } : d))
  expect(heldDay(phoneWith({ logged: told, written: [wrote(27, 0)] }), on(28)).why).toBe('stepBack')
})

test('out of reach for longer than a week: the exercises alone, little and easy; a file never was in reach', () => {
  const askedAt = new Date(Date.now() - 9 * 86_400_000).toISOString()
  const written = every(0, 28, 1)
  expect(heldDay(phoneWith({ written, askedAt }), on(28))).toMatchObject({
    why: 'stale',
    day: { shoesMin: 0, spacersMin: 0, isEasier: true, setsShare: 0.6 },
  })
  expect(heldDay(phoneWith({ written, askedAt, isFile: true }), on(28)).why).toBeUndefined()
})

test('an answer kept from before phones held by themselves goes by the calendar; a day outside the plan is none', () => {
  expect(heldDay(phoneWith({ hold: undefined }), on(28))).toEqual({ day: days[28], why: undefined, days: [] })
  expect(heldDay(phoneWith({}), on(99)).day).toBeUndefined()
})
