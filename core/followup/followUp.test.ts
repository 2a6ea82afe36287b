import fc from 'fast-check'
import { referenceValues } from '../groundwork/reference'
import { uniforms } from '../groundwork/statistics'
import {
  channels,
  daysBetween,
  followActions,
  followRules,
  followUp,
  needsLook,
  loggedDays,
  replay,
  selfTestsOf,
  stopSigns,
  type FollowInput,
  type FollowUp,
  type LogEntry,
} from './index'
import { dayOf, entry, goodDay, goodDays, plannedDays, startsOn } from './testing/aLog'
import { cases as casesOf } from '../groundwork/testing/cases'

const r = referenceValues()
const on = (n: number, log: LogEntry[], more: Partial<FollowInput> = {}): FollowUp =>
  followUp({ log, planned: plannedDays(84), startsOn, today: dayOf(n), ...more }, r)
const fired = (f: FollowUp) => f.fired.map(({ rule }) => rule)
const rank = (f: FollowUp) =>
  f.action === undefined ? followActions.length : followActions.indexOf(f.action)
const calmWeeks = goodDays(0, 21)

/** Each rule by a log on which it must fire and one, as near as can be, on which it must not. */
const cases: Record<string, { n: number; fires: LogEntry[]; not: LogEntry[] }> = {
  stopSign: {
    n: 21,
    fires: [...calmWeeks, entry(21, { stops: ['hopPain'] })],
    not: [...calmWeeks, entry(21, { words: 'hopped about, no pain' })],
  },
  painFlare: { n: 21, fires: [...calmWeeks, goodDay(21, 5)], not: [...calmWeeks, goodDay(21, 4)] },
  painTwice: {
    n: 21,
    fires: [...calmWeeks, entry(20, { id: 'later0020', pain: 3 }), entry(21, { pain: 3 })],
    not: [...calmWeeks, entry(20, { id: 'later0020', pain: 2 }), entry(21, { pain: 3 })],
  },
  painLately: {
    n: 22,
    fires: [...goodDays(0, 20, 1), goodDay(20, 2), goodDay(21, 4), goodDay(22, 3)],
    not: [...goodDays(0, 20, 1), goodDay(20, 2), goodDay(21, 3), goodDay(22, 3)],
  },
  painClimbs: {
    n: 42,
    fires: [...goodDays(0, 22, 1), ...goodDays(22, 36, 1), ...goodDays(36, 43, 2)],
    not: [...goodDays(0, 22, 1), ...goodDays(22, 43, 1)],
  },
  painDays: {
    n: 22,
    fires: [...goodDays(0, 14, 1), ...goodDays(14, 19, 1), goodDay(19, 3), goodDay(20, 3), goodDay(22, 3)],
    not: [...goodDays(0, 14, 1), ...goodDays(14, 19, 1), goodDay(19, 3), goodDay(20, 2), goodDay(22, 3)],
  },
  painOften: {
    n: 22,
    fires: [...goodDays(0, 16, 2), ...[16, 18, 20, 22].map((n) => goodDay(n, 4))],
    not: [...goodDays(0, 16, 2), ...[18, 20, 22].map((n) => goodDay(n, 4))],
  },
  painRefer: {
    n: 29,
    fires: [...goodDays(0, 16, 2), ...[16, 17, 19, 20, 22, 24, 26, 29].map((n) => goodDay(n, 4))],
    not: [...goodDays(0, 16, 2), ...[17, 19, 20, 22, 24, 26, 29].map((n) => goodDay(n, 4))],
  },
  relapse: {
    n: 34,
    fires: [...goodDays(0, 14, 5), ...goodDays(14, 28, 1), ...goodDays(28, 35, 3)],
    not: [...goodDays(0, 14, 5), ...goodDays(14, 28, 1), ...goodDays(28, 35, 2)],
  },
  farOverSpacers: {
    n: 20,
    fires: calmWeeks.map((e) => ({ ...e, spacersMin: 33 })),
    not: calmWeeks.map((e) => ({ ...e, spacersMin: 32 })),
  },
  farOverShoes: {
    n: 20,
    fires: calmWeeks.map((e) => ({ ...e, shoesMin: 33 })),
    not: calmWeeks.map((e) => ({ ...e, shoesMin: 32 })),
  },
  morningWorse: {
    n: 21,
    fires: [...calmWeeks, entry(16, { id: 'later0016', morning: 3 }), entry(21, { morning: 3 })],
    not: [...calmWeeks, entry(21, { morning: 3 })],
  },
  missedWeek: {
    n: 30,
    fires: [...calmWeeks, goodDay(29), goodDay(30)],
    not: [...calmWeeks, goodDay(27), goodDay(30)],
  },
  missedLong: {
    n: 43,
    fires: [...calmWeeks, goodDay(43)],
    not: [...calmWeeks, goodDay(41), goodDay(42), goodDay(43)],
  },
  painSome: { n: 21, fires: [...calmWeeks, goodDay(21, 4)], not: [...calmWeeks, goodDay(21, 2)] },
  painSteady: { n: 20, fires: goodDays(0, 21, 3), not: goodDays(0, 21, 2) },
  tooHard: {
    n: 21,
    fires: [...calmWeeks, ...[18, 19, 21].map((n) => entry(n, { id: `later00${n}`, hadTwoMore: false }))],
    not: [...calmWeeks, ...[19, 21].map((n) => entry(n, { id: `later00${n}`, hadTwoMore: false }))],
  },
  silent: { n: 28, fires: calmWeeks, not: [...calmWeeks, entry(22, { words: 'away' })] },
  littleKnown: { n: 23, fires: calmWeeks.slice(0, 20), not: calmWeeks },
  notSettled: {
    n: 20,
    fires: calmWeeks.map(({ morning: _m, ...e }) => e),
    not: calmWeeks,
  },
  calm: { n: 20, fires: calmWeeks, not: calmWeeks.slice(0, 16) },
  overSpacers: {
    n: 20,
    fires: calmWeeks.map((e) => ({ ...e, spacersMin: 27 })),
    not: calmWeeks.map((e) => ({ ...e, spacersMin: 26 })),
  },
  overShoes: {
    n: 20,
    fires: calmWeeks.map((e) => ({ ...e, shoesMin: 27 })),
    not: calmWeeks.map((e) => ({ ...e, shoesMin: 26 })),
  },
  cramp: {
    n: 21,
    fires: [...calmWeeks, entry(21, { cramp: true })],
    not: [...calmWeeks, entry(21, { cramp: false })],
  },
  oneSided: {
    n: 21,
    fires: calmWeeks.map((e) => ({ ...e, places: [{ side: 'left' as const, across: 0.3, along: 0.1 }] })),
    not: calmWeeks.map((e, i) => ({
      ...e,
      places: [{ side: i % 2 ? ('left' as const) : ('right' as const), across: 0.3, along: 0.1 }],
    })),
  },
  painMoves: {
    n: 20,
    fires: calmWeeks.map((e, i) => ({
      ...e,
      places: [{ side: 'left' as const, across: 0.3, along: i < 16 ? 0.1 : 0.9 }],
    })),
    not: calmWeeks.map((e) => ({ ...e, places: [{ side: 'left' as const, across: 0.3, along: 0.1 }] })),
  },
}

test('every rule has a case', () => {
  expect(Object.keys(cases).sort()).toEqual(followRules.map(({ id }) => id).sort())
})
describe.each(Object.entries(cases))('rule %s', (id, { n, fires, not }) => {
  test('fires', () => expect(fired(on(n, fires))).toContain(id))
  test('does not', () => expect(fired(on(n, not))).not.toContain(id))
})

test('the more careful wins, and every reason stays', () => {
  const f = on(21, [...calmWeeks, entry(21, { stops: ['numb'], pain: 9 })])
  expect(f.action).toBe('stop')
  expect(fired(f)).toEqual(expect.arrayContaining(['stopSign', 'painFlare', 'painSome']))
  expect(f.minutes).toEqual({ spacers: 0, shoes: 0 })
  expect(f.setsShare).toBe(0)
})

test('a stop stays until a practitioner settles it, whatever is written afterwards', () => {
  const stopped = entry(7, { stops: ['restPain'] })
  const log = [...goodDays(0, 7), stopped, ...goodDays(8, 21)]
  expect(on(20, log).action).toBe('stop')
  expect(on(20, [...log, entry(20, { id: 'correction', replaces: ['entry0007'], stops: [] })]).action).toBe(
    'stop',
  )
  const settled = log.map((e) => (e === stopped ? { ...e, isSettled: true } : e))
  expect(on(20, settled).action).toBe('advance')
  // the same sign on the same day, written after it was settled, stops again
  expect(on(20, [...settled, entry(7, { id: 'again0007', stops: ['restPain'] })]).action).toBe('stop')
})

test('who has to be looked at: a stop always, less load on news, a hold once a week, quiet weeks not at all', () => {
  const flare = on(21, [...calmWeeks, goodDay(21, 5)])
  expect(needsLook(flare, undefined, dayOf(21))).toBe(true)
  expect(needsLook(flare, dayOf(21), dayOf(22))).toBe(false)
  expect(needsLook(flare, dayOf(20), dayOf(21))).toBe(true)
  // decided in the morning, worse in the evening of the same day
  expect(needsLook(flare, dayOf(21), dayOf(21), [dayOf(21)])).toBe(true)
  expect(needsLook(flare, dayOf(21), dayOf(21), [dayOf(13)])).toBe(false)
  const some = on(21, [...calmWeeks, goodDay(21, 3)])
  expect(needsLook(some, dayOf(16), dayOf(21))).toBe(false)
  expect(needsLook(some, dayOf(14), dayOf(21))).toBe(true)
  expect(needsLook(on(35, calmWeeks), undefined, dayOf(35))).toBe(false)
  expect(needsLook(on(20, calmWeeks), undefined, dayOf(20))).toBe(false)
  const stop = on(21, [...calmWeeks, entry(21, { stops: ['numb'] })])
  expect(needsLook(stop, dayOf(21), dayOf(21))).toBe(true)
})

test('who comes with 7 is not backed off on the first day, nor moved on', () => {
  const log = goodDays(0, 6, 7)
  for (let n = 0; n < 6; n++)
    expect(on(n, log.slice(0, n + 1), { painAtVisit: 7 }).action).not.toBe('backOff')
  expect(on(14, goodDays(0, 15, 7), { painAtVisit: 7 }).action).toBe('hold')
  expect(on(14, [...goodDays(0, 13, 7), goodDay(13, 10), goodDay(14, 10)], { painAtVisit: 7 }).action).toBe(
    'backOff',
  )
})

test('who came with nothing and hurts 6 of 10 every day is backed off within four days, and referred in two weeks', () => {
  const sore = goodDays(0, 28, 6)
  const days = replay({ log: sore, planned: plannedDays(28), startsOn, painAtVisit: 0 }, dayOf(27), r)
  expect(days[3]!.followUp.action).toBe('backOff')
  // whatever it goes on like, it never becomes the client's own level
  expect(days.slice(3).every((d) => d.followUp.action === 'backOff')).toBe(true)
  expect(days[14]!.followUp.fired.map((f) => f.rule)).toContain('painRefer')
})

test('better from 5 to 1 and back to 5 is backed off, however slowly it comes back', () => {
  for (const back of [
    goodDays(28, 34, 5),
    Array.from({ length: 28 }, (_, k) => goodDay(28 + k, 1 + Math.floor(k / 7))),
  ]) {
    const log = [...goodDays(0, 14, 5), ...goodDays(14, 28, 1), ...back]
    const last = 28 + back.length - 1
    const days = replay({ log, planned: plannedDays(60), startsOn, painAtVisit: 5 }, dayOf(last), r)
    expect(days.slice(28).some((d) => d.followUp.action === 'backOff')).toBe(true)
  }
})

test('pain that was always there, at or under the visit’s and 3, does not hold anybody for ever', () => {
  const steady = Array.from({ length: 21 }, (_, n) => goodDay(n, 2 + (n % 2)))
  expect(on(20, steady, { painAtVisit: 3 }).action).toBe('advance')
  expect(on(20, steady, { painAtVisit: 1 }).action).not.toBe('advance')
  expect(on(20, goodDays(0, 21, 4), { painAtVisit: 4 }).action).toBe('hold')
})

test('three times the planned minutes hold, and never go on', () => {
  const over = calmWeeks.map((e) => ({ ...e, shoesMin: 60 }))
  const f = on(20, over)
  expect([f.action, f.lanes]).toEqual(['hold', ['shoes']])
})

test('a slow climb is seen against the first days, a flare after better weeks against the better ones', () => {
  const climb = Array.from({ length: 42 }, (_, n) => goodDay(n, Math.floor(n / 10)))
  expect(on(41, climb).action).toBe('backOff')
  const better = [...goodDays(0, 7, 6), ...goodDays(7, 28, 1), goodDay(28, 4), goodDay(29, 4)]
  expect(on(29, better).action).toBe('backOff')
})

test('a step a lane a week: nothing goes on within seven days of the last step; being careful does not wait', () => {
  expect(on(20, calmWeeks, { lastStepOn: dayOf(15) }).action).toBeUndefined()
  expect(on(20, calmWeeks, { lastStepOn: dayOf(13) }).action).toBe('advance')
  expect(on(21, [...calmWeeks, goodDay(21, 6)], { lastStepOn: dayOf(20) }).action).toBe('backOff')
})

test('minutes after a back-off are 0.6 of the smaller of logged and planned', () => {
  const log = [...calmWeeks.map((e) => ({ ...e, shoesMin: 10, spacersMin: 40 })), goodDay(21, 6)]
  const f = on(
    21,
    log.map((e) => ({ ...e, shoesMin: 10, spacersMin: 40 })),
  )
  expect(f.action).toBe('backOff')
  expect(f.minutes).toEqual({ shoes: 6, spacers: 12 })
  expect(f.setsShare).toBe(r.backOffTimes)
})

test('before the first day of the plan only a stop says anything', () => {
  expect(on(-1, [entry(-1, { pain: 9 })]).action).toBeUndefined()
  expect(on(-1, [entry(-1, { stops: ['fever'] })]).action).toBe('stop')
})

const anyEntry = fc.record(
  {
    n: fc.integer({ min: 0, max: 34 }),
    pain: fc.integer({ min: 0, max: 10 }),
    morning: fc.integer({ min: 0, max: 10 }),
    firstSteps: fc.integer({ min: 0, max: 10 }),
    training: fc.constantFrom('done' as const, 'partly' as const, 'not' as const),
    shoesMin: fc.integer({ min: 0, max: 60 }),
    spacersMin: fc.integer({ min: 0, max: 60 }),
    hadTwoMore: fc.boolean(),
    stops: fc.subarray([...stopSigns], { maxLength: 1 }),
  },
  { requiredKeys: ['n'] },
)
const anyLog = fc
  .array(anyEntry, { maxLength: 60 })
  .map((entries) =>
    entries.map(({ n, ...more }, i) => entry(n, { ...more, id: `any${String(i).padStart(6, '0')}` })),
  )

test('order of arrival and doubled entries change nothing', () => {
  fc.assert(
    fc.property(anyLog, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (log, chance) => {
      const shuffled = [...log, ...log.slice(0, 5)]
        .map((e) => ({ e, key: chance.next().value as number }))
        .sort((a, b) => a.key - b.key)
        .map(({ e }) => e)
      expect(on(34, shuffled)).toEqual(on(34, log))
      expect(loggedDays(shuffled)).toEqual(loggedDays(log))
    }),
    { numRuns: casesOf(80, 200) },
  )
})

test('more pain in the last week never proposes more load', () => {
  fc.assert(
    fc.property(
      anyLog,
      fc.integer({ min: 28, max: 34 }),
      fc.constantFrom(...channels),
      fc.integer({ min: 1, max: 10 }),
      (log, n, channel, more) => {
        const worse = log.map((e) =>
          e.day === dayOf(n) && e[channel] !== undefined
            ? { ...e, [channel]: Math.min(10, e[channel] + more) }
            : e,
        )
        const [before, after] = [on(34, log), on(34, worse)]
        // the client's own level is of the days before
        if (channels.some((c) => before.level[c] !== after.level[c])) return
        expect(rank(after)).toBeLessThanOrEqual(rank(before))
        expect(after.setsShare).toBeLessThanOrEqual(before.setsShare)
      },
    ),
    { numRuns: casesOf(150, 500) },
  )
})

test('a day that is missing is no good day: taking days away never moves anything on', () => {
  fc.assert(
    fc.property(anyLog, fc.integer({ min: 0, max: 59 }), (log, at) => {
      const without = log.filter((e, i) => i !== at || (e.pain ?? 9) > 0 || (e.morning ?? 9) > 0)
      const before = on(34, log)
      const after = on(
        34,
        without.filter((e) => e.day <= dayOf(34)),
      )
      if (channels.some((c) => before.level[c] !== after.level[c])) return
      if (after.action === 'advance') expect(['advance']).toContain(before.action)
    }),
    { numRuns: casesOf(100, 300) },
  )
  // silence never moves on
  for (let n = 21; n < 60; n++) expect(on(n, n > 23 ? calmWeeks.slice(0, 19) : []).action).not.toBe('advance')
})

test('of entries after today only a stop sign counts: it may be tomorrow already where the phone is', () => {
  expect(on(20, [...calmWeeks, entry(25, { pain: 9 })]).action).toBe('advance')
  expect(on(20, [...calmWeeks, entry(21, { stops: ['numb'] })]).action).toBe('stop')
})

test('noise alone makes a back-off in at most 5 % of client weeks', () => {
  const chance = uniforms(20)
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
  let weeks = 0
  let backed = 0
  for (let client = 0; client < 60; client++) {
    const usual = 1 + (client % 5)
    const noisy = () => Math.min(10, Math.max(0, Math.round(usual + normal())))
    const log = Array.from({ length: 42 }, (_, n) =>
      entry(n, { training: 'done', pain: noisy(), morning: noisy(), firstSteps: noisy() }),
    )
    const days = replay({ log, planned: plannedDays(42), startsOn, painAtVisit: usual }, dayOf(41), r)
    for (let week = 1; week < 6; week++) {
      weeks++
      if (days.slice(week * 7, week * 7 + 7).some(({ followUp: f }) => f.action === 'backOff')) backed++
    }
  }
  expect(backed / weeks).toBeLessThanOrEqual(0.05)
})

test('a replay says each day what was known then', () => {
  const log = [...goodDays(0, 10), entry(10, { stops: ['fever'] })]
  const days = replay({ log, planned: plannedDays(21), startsOn }, dayOf(12), r)
  expect(days).toHaveLength(13)
  expect(days.map(({ followUp: f }) => f.action).indexOf('stop')).toBe(10)
  expect(daysBetween(startsOn, days[12]!.day)).toBe(12)
})

test('a day asks for the tests its plan looks at, and for no other', () => {
  expect(
    selfTestsOf([{ kind: 'gaps' }, { kind: 'gate', about: 'bounce' }, { kind: 'gate', about: 'bounce' }]),
  ).toEqual(['heelRaises', 'toeGap'])
  expect(
    selfTestsOf([
      { kind: 'judge' },
      { kind: 'gate' },
      { kind: 'gate', about: 'bigToeBend' },
      { kind: 'fade', about: 'bounce' },
    ]),
  ).toEqual([])
})

test('of two tries of a day on one side the later stands, the other side stays', () => {
  const tried = (side: 'left' | 'right', value: number) => ({ test: 'kneeToWall' as const, side, value })
  const [day] = loggedDays([
    entry(3, { tests: [tried('left', 80), tried('right', 90)] }),
    entry(3, { id: 'later0003', at: `${dayOf(3)}T21:00:00.000Z`, tests: [tried('left', 95)] }),
  ])
  expect(day!.tests).toEqual([tried('right', 90), tried('left', 95)])
  // a try is no training and no pain: nothing is proposed by it
  const log = [...calmWeeks, entry(20, { id: 'tried0020', tests: [tried('left', 500)] })]
  expect(on(20, log).action).toBe(on(20, calmWeeks).action)
})

test('what always hurt by 3, give or take a point, goes on; by a point more it is held', () => {
  const days = Array.from({ length: 21 }, (_, n) => goodDay(n, [3, 2, 4, 3, 2, 4, 3][n % 7]))
  expect(on(20, days, { painAtVisit: 3 }).action).toBe('advance')
  expect(on(20, days, { painAtVisit: 2 }).action).toBe('hold')
  const more = days.map((day) => ({ ...day, pain: day.pain! + 1 }))
  expect(on(20, more, { painAtVisit: 3 }).action).not.toBe('advance')
})

test('a second day clearly above so soon holds, a single one does not', () => {
  const calm = goodDays(0, 19, 1)
  expect(fired(on(20, [...calm, goodDay(19, 1), goodDay(20, 3)]))).not.toContain('painSome')
  expect(on(20, [...calm, goodDay(19, 3), goodDay(20, 3)]).action).toBe('hold')
})

test('one list never says two things: nothing goes on beside something that holds it', () => {
  const held = [3, 4, 6, 9].map((pain) =>
    on(21, [...calmWeeks, entry(20, { pain, training: 'done' }), entry(21, { pain, training: 'done' })]),
  )
  expect(held.some((f) => f.action !== 'advance' && f.action !== undefined)).toBe(true)
  for (const f of held)
    if (f.action !== 'advance') expect(f.fired.map((one) => one.action)).not.toContain('advance')
})
