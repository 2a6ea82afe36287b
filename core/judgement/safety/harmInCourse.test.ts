import fc from 'fast-check'
import {
  adjustedWeeks,
  dayAsEarned,
  earnedOn,
  followUp,
  holdLimits,
  loggedDays,
  stopSigns,
  type AdjustableDay,
  type AdjustableWeek,
  type LogEntry,
} from '../../followup'
import { dayAfter } from '../../groundwork/calendar'
import { referenceValues } from '../../groundwork/reference'
import { cases } from '../../groundwork/testing/cases'
import { harmInCourse, type Course, type CourseDay } from './testing/harmInCourse'

const r = referenceValues()
const start = '2026-03-02'
const weeksOfPlan = 10
const lastDay = 7 * weeksOfPlan
const growth = 0.15

/** A plan as the planner may make it: minutes grow by its pace, two new drills in every third week. */
function planOf(first: number): AdjustableWeek<AdjustableDay>[] {
  return Array.from({ length: weeksOfPlan }, (_, w) => {
    const shoesMin = Math.floor(first * (1 + growth) ** w)
    const drills = Array.from({ length: 3 + 2 * Math.floor(w / 3) }, (_, d) => `drill${d}`)
    return {
      week: w + 1,
      stage: 'wake',
      days: Array.from({ length: 7 }, (_, d) => ({
        date: dayAfter(start, 7 * w + d),
        wish: 'free',
        trainMin: 12,
        parts: [drills],
        spacersMin: 10,
        shoesMin,
        shoesMostMin: shoesMin,
        checks: [],
      })),
    }
  })
}

type Told = {
  writes: number
  pains: readonly number[]
  gaps: readonly [number, number][]
  stopOn: number | undefined
}

/** A client lives through a plan: writes or not, hurts or not; the practitioner takes what is asked each Monday, or not. */
function lived(
  { writes, pains, gaps, stopOn }: Told,
  { painAtVisit, takes, first }: { painAtVisit: number; takes: boolean; first: number },
): Course {
  let weeks = planOf(first)
  let from = start
  let lastStepOn = start
  const log: LogEntry[] = []
  const days: CourseDay[] = []
  const decided = new Set<string>()
  for (let n = 0; n < lastDay; n++) {
    const date = dayAfter(start, n)
    const isGap = gaps.some(([at, long]) => n >= at && n < at + long)
    if (!isGap && (n * 7919) % 100 < writes)
      log.push({
        id: `entry${n}`,
        day: date,
        at: `${date}T19:00:00Z`,
        training: 'done',
        shoesMin: days.at(-1)?.shoesMin ?? first,
        spacersMin: 10,
        pain: pains[n % pains.length]!,
        morning: Math.max(0, pains[n % pains.length]! - 1),
        ...(n === stopOn && { stops: [stopSigns[n % stopSigns.length]!] }),
      })
    const planned = weeks.flatMap((week) => week.days.map((day) => ({ ...day, week: week.week })))
    if (!planned.some((day) => day.date === date)) break
    const written = loggedDays(log)
    const limits = holdLimits({ from, level: painAtVisit, painAtVisit, growth }, r)
    const earned = earnedOn(planned, written, date, limits)!
    const offered = dayAsEarned(planned, date, earned)!
    const said = followUp({ log, planned, startsOn: start, today: date, painAtVisit, lastStepOn }, r)
    days.push({
      date,
      shoesMin: offered.shoesMin,
      drills: offered.parts.flat(),
      setsShare: offered.setsShare ?? 1,
      asked: said.action,
      said: said.fired,
    })
    const { action } = said
    if (takes && n % 7 === 6 && action && action !== 'stop') {
      decided.add(dayAfter(date, 1))
      lastStepOn = date
      from = dayAfter(date, 1)
      const behind = planned.find((day) => day.date === date)!.week - earned.week
      if (planned.some((day) => day.date === from) && (action !== 'advance' || earned.why !== 'asPlanned'))
        weeks = adjustedWeeks(weeks, {
          action,
          from,
          ...(behind > 0 && { standsAt: earned.week }),
          setsShare: Math.min(earned.share, said.setsShare),
          minutes: said.minutes,
          growth,
        }).weeks
    }
  }
  return { days, log: loggedDays(log), painAtVisit, decided }
}

const arbitraryCourse = fc.record({
  told: fc.record({
    writes: fc.constantFrom(0, 40, 70, 90, 100),
    pains: fc.array(fc.integer({ min: 0, max: 10 }), { minLength: 1, maxLength: 20 }),
    gaps: fc.array(fc.tuple(fc.nat({ max: 60 }), fc.constantFrom(3, 9, 16, 25)), { maxLength: 2 }),
    stopOn: fc.option(fc.nat({ max: 69 }), { nil: undefined }),
  }),
  how: fc.record({
    painAtVisit: fc.integer({ min: 0, max: 8 }),
    takes: fc.boolean(),
    first: fc.integer({ min: 5, max: 60 }),
  }),
})

test('whatever is written over ten weeks, taken or left alone: nothing a careful colleague would refuse', () => {
  fc.assert(
    fc.property(arbitraryCourse, ({ told, how }) => {
      expect(harmInCourse(lived(told, how))).toEqual([])
    }),
    { numRuns: cases(25, 2000) },
  )
})

describe('each look can fail', () => {
  const calm = { writes: 100, pains: [0], gaps: [], stopOn: undefined }
  const well = lived(calm, { painAtVisit: 0, takes: false, first: 20 })
  const with_ = (n: number, changed: Partial<CourseDay>, more: Partial<Course> = {}): string =>
    harmInCourse({
      ...well,
      ...more,
      days: well.days.map((d, i) => (i === n ? { ...d, ...changed } : d)),
    }).join()
  const logged = (change: (day: Course['log'][number], n: number) => Course['log'][number] | undefined) =>
    well.log.flatMap((day, n) => change(day, n) ?? [])
  test.each([
    ['nothing, where nothing is wrong', with_(0, {}), /^$/],
    [
      'a stop that is not heard',
      with_(0, {}, { log: logged((d, n) => (n === 20 ? { ...d, stops: ['fever'] } : d)) }),
      /is not heard/,
    ],
    [
      'two things at once',
      with_(30, { asked: 'advance', said: [{ rule: 'painSome', action: 'hold' }] }),
      /goes on beside painSome/,
    ],
    [
      'going on in silence',
      with_(30, { asked: 'advance' }, { log: logged((d, n) => (n > 26 ? undefined : d)) }),
      /goes on, 3 days known/,
    ],
    [
      'going on with pain',
      with_(
        30,
        { asked: 'advance', said: [] },
        { log: logged((d, n) => (n === 29 ? { ...d, pain: 7 } : d)) },
      ),
      /goes on with 7/,
    ],
    [
      'much pain for four days, and nothing asked',
      with_(30, { asked: undefined }, { log: logged((d, n) => (n > 26 ? { ...d, pain: 8 } : d)) }),
      /four days at 8/,
    ],
    [
      'more minutes on the day of a flare',
      with_(30, { shoesMin: 60 }, { log: logged((d, n) => (n === 30 ? { ...d, pain: 9 } : d)) }),
      /more minutes than the day before/,
    ],
    ['too many minutes at once', with_(30, { shoesMin: 90 }), /90 min after/],
    [
      'growing in silence',
      with_(36, { shoesMin: 45 }, { log: logged((d, n) => (n > 24 ? undefined : d)) }),
      /grows in silence/,
    ],
    ['four new drills', with_(30, { drills: ['a', 'b', 'c', 'd'] }), /more than three new drills/],
  ])('%s', (_, found, expected) => {
    expect(found).toMatch(expected)
  })
})
