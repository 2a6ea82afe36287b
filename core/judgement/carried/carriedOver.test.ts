import { stopSigns, type LoggedDay } from '../../followup'
import { referenceValues } from '../../groundwork/reference'
import { stopQuestions } from '../../plan/cautions'
import { carriedOver, questionOfSign, wornLately } from './index'

const r = referenceValues()
const day = (date: string, more: Partial<LoggedDay> = {}): LoggedDay => ({ day: date, stops: [], ...more })

test('every sign is asked again by a red flag', () => {
  expect(Object.keys(questionOfSign).sort()).toEqual([...stopSigns].sort())
  for (const question of Object.values(questionOfSign)) expect(stopQuestions).toContain(question)
})

test('the weeks before the visit count, what came later belongs to its plan', () => {
  const log = [
    day('2026-04-06', { stops: ['numb'], pain: 9 }),
    day('2026-04-07', { pain: 2 }),
    day('2026-05-01', { stops: ['boneTender'], firstSteps: 5 }),
    day('2026-05-03', { stops: ['boneTender'], pain: 4 }),
    day('2026-05-04', { pain: 5 }),
    day('2026-05-05', { pain: 10, stops: ['fever'] }),
  ]
  expect(carriedOver(log, '2026-05-04', r)).toEqual({
    signs: [{ sign: 'boneTender', day: '2026-05-03', question: 'tenderBone' }],
    worst: { channel: 'pain', value: 5, day: '2026-05-04' },
    days: 4,
  })
})

test('no pain is none, and nothing written says nothing', () => {
  expect(carriedOver([day('2026-05-01', { pain: 0 })], '2026-05-04', r).worst).toBeUndefined()
  expect(carriedOver([], '2026-05-04', r)).toEqual({ signs: [], worst: undefined, days: 0 })
})

test('new shoes count as they were worn on the days that were written down', () => {
  const worn = Array.from({ length: 10 }, (_, i) => day(`2026-04-${20 + i}`, { shoesMin: i % 2 ? 60 : 20 }))
  expect(wornLately(worn, '2026-05-04', r)).toEqual({ minutesAWeek: 280, days: 10 })
  // a day without a word changes nothing, too few days say nothing, and what is long ago either
  expect(wornLately([...worn, day('2026-05-01')], '2026-05-04', r)).toEqual({ minutesAWeek: 280, days: 10 })
  expect(wornLately(worn.slice(0, 6), '2026-05-04', r)).toBeUndefined()
  expect(wornLately(worn, '2026-07-01', r)).toBeUndefined()
})
