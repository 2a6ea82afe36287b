import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { tissues } from '../training'
import {
  checksOnCalendar,
  copyWeek,
  dayAfter,
  daysBetween,
  isDay,
  laneMinutes,
  letGo,
  mondayAfter,
  movedTo,
  nearestToCeiling,
  noWishes,
  planDays,
  stagesOnCalendar,
  weekMinutes,
  weekdayOf,
  weeksOn,
  type DayDrill,
  type DaysInput,
  type DaysPlan,
  type Lane,
  type WeekWishes,
} from './index'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const drill = (id: string, more: Partial<DayDrill> = {}): DayDrill => ({
  id,
  minutes: 4,
  perWeek: 5,
  isHeavy: false,
  needsKit: false,
  isNew: true,
  standsFor: undefined,
  load: { archMuscle: 0.1 },
  ...more,
})
const ceilings = { forefootBone: 1, plantarFascia: 1, calfAchilles: 1, archMuscle: 1 }
const asked = (more: Partial<DaysInput> = {}): DaysInput => ({
  startsOn: '2026-05-11',
  weeks: 12,
  phases: [
    {
      stage: 'wake',
      fromWeek: 1,
      weeks: 3,
      drills: [drill('a'), drill('b'), drill('c'), drill('d')],
      ceilings,
    },
    {
      stage: 'build',
      fromWeek: 4,
      weeks: 5,
      drills: [drill('a', { isNew: false }), drill('h', { isHeavy: true, perWeek: 3 })],
      ceilings,
    },
  ],
  minutesPerSession: 20,
  sessionsPerWeek: 5,
  spacing: { startMin: 10, growMin: 5, growEveryDays: 3, ceilingMin: 30 },
  shoes: [],
  checks: [],
  wishes: noWishes,
  references,
  ...more,
})
const sessionsOf = (plan: DaysPlan, week: number) =>
  plan.weeks[week - 1]!.days.flatMap((day, i) => (day.trainMin > 0 ? [i] : []))
const heavyDays = (plan: DaysPlan) =>
  plan.weeks.flatMap(({ days }, w) =>
    days.flatMap((day, i) => (day.parts.flat().some((d) => d.isHeavy) ? [w * 7 + i] : [])),
  )

describe('days', () => {
  test('the calendar counts days, over the end of months and years and over changes of the clock', () => {
    expect(dayAfter('2026-12-31', 1)).toBe('2027-01-01')
    expect(dayAfter('2026-03-28', 2)).toBe('2026-03-30')
    expect(weekdayOf('2026-05-11')).toBe(0)
    expect(mondayAfter('2026-05-10')).toBe('2026-05-11')
    expect(mondayAfter('2026-05-11')).toBe('2026-05-18')
    expect(daysBetween('2026-05-11', '2026-05-04')).toBe(-7)
    expect([isDay('2026-02-30'), isDay('2028-02-29'), isDay('soon')]).toEqual([false, true, false])
  })

  test('a new phase brings no more heel raises at once than the weeks before allow, and comes to all of them', () => {
    const raises = (sets: number) => ({
      raises: { sets, perSet: 12 },
      isHeavy: true,
      perWeek: 3,
      isNew: false,
    })
    const phases = asked().phases.map((phase, p) => ({
      ...phase,
      weeks: p === 0 ? 3 : 9,
      drills: [drill('h', raises(p === 0 ? 1 : 4)), ...(p === 0 ? [] : [drill('i', raises(3))])],
    }))
    const { weeks } = planDays(asked({ phases }))
    const done = weeks.map(({ days }, w) =>
      days.reduce(
        (sum, day) =>
          sum +
          day.parts.flat().reduce((of, { id }) => {
            const { sets, perSet } = phases[w < 3 ? 0 : 1]!.drills.find((d) => d.id === id)!.raises!
            return of + Math.max(1, Math.round(sets * (day.setsShare ?? 1))) * perSet
          }, 0),
        0,
      ),
    )
    expect(done.slice(0, 3)).toEqual([36, 36, 36])
    done.slice(1).forEach((of, i) => {
      const peak = Math.max(...done.slice(Math.max(0, i - 3), i + 1))
      // one set of each on its days is the least there is
      expect(of).toBeLessThanOrEqual(Math.max(72, peak + Math.max(0.15 * peak, 8 * 3)))
    })
    expect(done.at(-1)).toBe(7 * 12 * 3)
    expect(weeks.at(-1)!.days.every((day) => day.setsShare === undefined)).toBe(true)
    for (const day of weeks[3]!.days) expect(day.trainMin).toBeLessThanOrEqual(8)
  })

  test('five sessions a week lie apart; heavy drills stand 48 hours apart', () => {
    const plan = planDays(asked())
    expect(plan.conflicts).toEqual([])
    for (const { week } of plan.weeks) expect(sessionsOf(plan, week)).toHaveLength(5)
    const heavy = heavyDays(plan)
    expect(heavy.length).toBeGreaterThan(20)
    expect(Math.min(...heavy.slice(1).map((day, i) => day - heavy[i]!))).toBeGreaterThanOrEqual(2)
  })

  test('new drills begin three a week at most, in their order', () => {
    const plan = planDays(asked())
    const inWeek = (week: number) =>
      new Set(plan.weeks[week - 1]!.days.flatMap((d) => d.parts.flat().map((p) => p.id)))
    expect([...inWeek(1)]).toEqual(['a', 'b', 'c'])
    expect([...inWeek(2)]).toEqual(['a', 'b', 'c', 'd'])
  })

  test('the last phase goes on to the end of the horizon', () => {
    const plan = planDays(asked({ weeks: 24 }))
    expect(plan.weeks).toHaveLength(24)
    expect(plan.weeks[23]).toMatchObject({ week: 24, stage: 'build' })
    expect(plan.weeks[23]!.days[0]!.date).toBe(dayAfter('2026-05-11', 23 * 7))
  })

  test('spacers grow by wearing days, not by the calendar: an illness does not grow them', () => {
    const well = planDays(asked())
    const ill = planDays(
      asked({ wishes: { ...noWishes, absences: [{ from: '2026-05-11', to: '2026-05-17', kind: 'ill' }] } }),
    )
    const worn = (plan: DaysPlan) =>
      plan.weeks.flatMap(({ days }) => days.map((d) => d.spacersMin)).filter((m) => m > 0)
    expect(worn(well).slice(0, 7)).toEqual([10, 10, 10, 15, 15, 15, 20])
    expect(worn(ill)).toEqual(worn(well).slice(0, worn(ill).length))
    expect(ill.weeks[0]!.days.every((d) => d.trainMin === 0 && d.spacersMin === 0)).toBe(true)
    expect(Math.max(...worn(well))).toBe(30)
  })

  test('on a journey no drill needs kit; a short day is short; twice a day is two halves of one session', () => {
    const daily = { isNew: false, perWeek: 7 }
    const drills = [
      drill('a', daily),
      drill('kit', { ...daily, needsKit: true }),
      drill('c', { ...daily, minutes: 3 }),
    ]
    const phases = [{ stage: 'wake' as const, fromWeek: 1, weeks: 12, drills, ceilings }]
    const plan = planDays(
      asked({
        phases,
        sessionsPerWeek: 7,
        wishes: {
          ...noWishes,
          isTwiceADay: true,
          usual: ['free', 'short', 'free', 'free', 'free', 'free', 'free'],
          absences: [{ from: '2026-05-14', to: '2026-05-15', kind: 'travel' }],
        },
      }),
    )
    const day = (i: number) => plan.weeks[0]!.days[i]!
    expect(day(0).parts.map((part) => part.map((d) => d.id))).toEqual([['a'], ['kit', 'c']])
    expect(day(1).trainMin).toBeLessThanOrEqual(5)
    expect(day(1).trainMin).toBeGreaterThan(0)
    expect(
      day(3)
        .parts.flat()
        .map((d) => d.id),
    ).toEqual(['a', 'c'])
    expect(day(3).wish).toBe('travel')
  })

  test('what leaves no room is said, with the single wishes that would do, and the nearest is planned', () => {
    const usual = ['free', 'rest', 'free', 'rest', 'free', 'rest', 'free'] as const
    const plan = planDays(asked({ wishes: { ...noWishes, usual } }))
    expect(sessionsOf(plan, 1)).toEqual([0, 2, 4, 6])
    expect(plan.conflicts[0]).toMatchObject({ week: 1, what: 'sessions', wanted: 5, given: 4 })
    expect(plan.conflicts[0]!.alternatives).toEqual([
      { wish: 'restDay', day: 1 },
      { wish: 'restDay', day: 3 },
      { wish: 'restDay', day: 5 },
    ])
    const freed = planDays(
      asked({ wishes: { ...noWishes, usual: usual.map((kind, day) => (day === 3 ? 'free' : kind)) } }),
    )
    expect(freed.conflicts).toEqual([])
  })

  test('three free days in a row have room for two heavy sessions, not three', () => {
    const usual = ['free', 'free', 'free', 'rest', 'rest', 'rest', 'rest'] as const
    const plan = planDays(asked({ sessionsPerWeek: 3, wishes: { ...noWishes, usual } }))
    expect(plan.conflicts.filter((c) => c.week === 4)).toMatchObject([{ what: 'heavy', wanted: 3, given: 2 }])
    expect(plan.conflicts.find((c) => c.week === 4)!.alternatives.length).toBeGreaterThan(0)
  })

  test('a knot dragged on to a day of rest does not stand there, and it is said', () => {
    const wishes: WeekWishes = {
      ...noWishes,
      usual: ['free', 'free', 'rest', 'free', 'free', 'free', 'free'],
      moves: [{ lane: 'train', week: 1, from: 0, to: 2 }],
    }
    const plan = planDays(asked({ wishes }))
    expect(sessionsOf(plan, 1)).not.toContain(2)
    expect(plan.conflicts).toMatchObject([{ week: 1, what: 'move', move: { to: 2 } }])
    expect(plan.conflicts[0]!.alternatives).toContainEqual({ wish: 'restDay', day: 2 })
  })

  test('a dragged knot stays; dragged on it goes on from where it stood; copied it is in every later week', () => {
    const free = (plan: DaysPlan) => [0, 1, 2, 3, 4, 5, 6].find((day) => !sessionsOf(plan, 2).includes(day))!
    const before = planDays(asked())
    const [from, to] = [sessionsOf(before, 2)[0]!, free(before)]
    const moves = movedTo([], { lane: 'train', week: 2, from, to })
    const after = planDays(asked({ wishes: { ...noWishes, moves } }))
    expect(sessionsOf(after, 2)).toContain(to)
    expect(sessionsOf(after, 2)).not.toContain(from)
    expect(sessionsOf(after, 3)).toEqual(sessionsOf(before, 3))
    const copied = planDays(asked({ wishes: { ...noWishes, moves: copyWeek(moves, 2, 12) } }))
    for (const week of [3, 7, 12]) expect(sessionsOf(copied, week)).toContain(to)
    expect(sessionsOf(copied, 1)).toEqual(sessionsOf(before, 1))
    expect(movedTo(moves, { lane: 'train', week: 2, from: to, to: from })).toEqual([])
  })
})

describe('weeks in which nothing is done', () => {
  const ill = (from: string, to: string): WeekWishes => ({
    ...noWishes,
    absences: [{ from, to, kind: 'ill' }],
  })
  const stages = (plan: DaysPlan) => plan.weeks.map((w) => w.stage)

  test('phases wait for weeks of training, not for the calendar; nobody is told that ill days closed the week', () => {
    const plan = planDays(asked({ wishes: ill('2026-05-18', '2026-06-07') }))
    // one week of waking, three ill ones, then the two weeks that were still to come
    expect(stages(plan).slice(0, 7)).toEqual(['wake', 'wake', 'wake', 'wake', 'wake', 'wake', 'build'])
    expect(plan.conflicts).toEqual([])
    expect(stagesOnCalendar(plan.weeks)).toEqual([
      { stage: 'wake', fromWeek: 1, toWeek: 6 },
      { stage: 'build', fromWeek: 7, toWeek: 12 },
    ])
  })

  test('a gate is looked at where the plan has come to it', () => {
    const gate = { kind: 'gate' as const, week: 3, about: 'bounce', amount: undefined }
    const weeksOf = (plan: DaysPlan) =>
      checksOnCalendar(plan.weeks).map(({ week, check }) => [week, check.kind])
    expect(weeksOf(planDays(asked({ checks: [gate] })))).toEqual([[3, 'gate']])
    const late = planDays(asked({ checks: [gate], wishes: ill('2026-05-18', '2026-06-07') }))
    expect(weeksOf(late)).toEqual([[6, 'gate']])
  })

  const shoes = [10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30, 32].map((minutesPerDay, i) => ({
    week: i + 1,
    dayMinutes: [minutesPerDay, minutesPerDay, minutesPerDay],
    wearingDays: 3,
    longestBoutMin: minutesPerDay,
    isLighter: false,
    isFirst: i === 0,
    surface: 'wood' as const,
  }))
  const worn = (wishes: WeekWishes) =>
    planDays(asked({ shoes, wishes })).weeks.map((w) => w.days.find((d) => d.shoes)?.shoes?.minutes ?? 0)

  test('new shoes go on by weeks that were worn: after missed ones at 60 %, then where they had come to', () => {
    expect(worn(noWishes)).toEqual(shoes.map((w) => w.longestBoutMin))
    // three weeks worn (14 min), two missed: 8 min, then 14 again, then on
    expect(worn(ill('2026-06-01', '2026-06-14')).slice(0, 8)).toEqual([10, 12, 14, 0, 0, 8, 14, 16])
  })

  test('after more than three missed weeks no minute is planned on its own, and the shoes are looked at', () => {
    const wishes = ill('2026-05-25', '2026-06-21')
    expect(worn(wishes)).toEqual([10, 12, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0])
    const plan = planDays(asked({ shoes, wishes }))
    expect(checksOnCalendar(plan.weeks)).toMatchObject([{ week: 6, check: { kind: 'shoes' } }])
  })

  test('first exposures are never on two days in a row, whatever days are closed', () => {
    fc.assert(
      fc.property(fc.subarray([0, 1, 2, 3, 4, 5, 6]), fc.integer({ min: 1, max: 4 }), (ill, most) => {
        const first = { ...shoes[0]!, wearingDays: most, dayMinutes: Array.from({ length: most }, () => 10) }
        const wishes = {
          ...noWishes,
          absences: ill.map((at) => {
            const day = dayAfter('2026-05-11', at)
            return { from: day, to: day, kind: 'ill' as const }
          }),
        }
        const [week] = planDays(asked({ shoes: [first, ...shoes.slice(1)], wishes })).weeks
        const worn = week!.days.flatMap((day, i) => (day.shoes ? [i] : []))
        for (const [k, day] of worn.entries()) if (k > 0) expect(day - worn[k - 1]!).toBeGreaterThanOrEqual(2)
        if (ill.length === 0) expect(worn).toHaveLength(most)
      }),
      { numRuns: cases(100, 300) },
    )
  })

  test('a knot of the first week dragged beside another stays where it was, and it is said with the way back', () => {
    const first = { ...shoes[0]!, wearingDays: 4, dayMinutes: [5, 5, 5, 5] }
    const move = { lane: 'shoes' as const, week: 1, from: 4, to: 3 }
    const plan = planDays(
      asked({ shoes: [first, ...shoes.slice(1)], wishes: { ...noWishes, moves: [move] } }),
    )
    expect(plan.weeks[0]!.days.flatMap((day, i) => (day.shoes ? [i] : []))).toEqual([0, 2, 4, 6])
    expect(plan.conflicts).toContainEqual(
      expect.objectContaining({ week: 1, what: 'move', move, alternatives: [{ wish: 'move', move }] }),
    )
  })

  test('a week of which less than half was worn is worn once more', () => {
    expect(worn(ill('2026-05-12', '2026-05-17')).slice(0, 3)).toEqual([10, 10, 12])
  })
})

test('more sessions than days are not all had, and it is said', () => {
  const daily = asked({ sessionsPerWeek: 14 })
  const plan = planDays({
    ...daily,
    phases: daily.phases.map((phase) => ({
      ...phase,
      drills: phase.drills.map((one) => ({ ...one, isHeavy: false, perWeek: 7 })),
    })),
  })
  expect(sessionsOf(plan, 1)).toHaveLength(7)
  expect(plan.conflicts[0]).toMatchObject({ what: 'sessions', wanted: 14, given: 7, alternatives: [] })
})

test('sums of a week: minutes by lane, the tissue nearest to its ceiling, weeks from the beginning', () => {
  const [week] = planDays(asked()).weeks
  const [first] = week!.days
  expect([
    laneMinutes('train', first!),
    laneMinutes('spacers', first!),
    laneMinutes('shoes', first!),
  ]).toEqual([12, 10, 0])
  expect(weekMinutes(week!)).toBeCloseTo(5 * 12 + 3 * 10 + 2 * 15)
  expect(nearestToCeiling(week!)).toMatchObject({ tissue: 'archMuscle' })
  expect(nearestToCeiling(week!).loads[0]).toBeCloseTo(0.3)
  expect([weeksOn('2026-05-11', '2026-05-25'), weeksOn('2026-05-11', '2026-05-10')]).toEqual([2, undefined])
})

const day = fc.integer({ min: 0, max: 6 })
const wishesOf = fc.record({
  usual: fc.array(fc.constantFrom('free', 'free', 'free', 'short', 'rest' as const), {
    minLength: 7,
    maxLength: 7,
  }),
  shortMin: fc.integer({ min: 1, max: 10 }),
  absences: fc.array(
    fc
      .record({
        at: fc.integer({ min: -5, max: 160 }),
        days: fc.integer({ min: 0, max: 20 }),
        kind: fc.constantFrom('travel', 'holiday', 'ill' as const),
      })
      .map(({ at, days, kind }) => ({
        from: dayAfter('2026-05-11', at),
        to: dayAfter('2026-05-11', at + days),
        kind,
      })),
    { maxLength: 4 },
  ),
  isTwiceADay: fc.boolean(),
  moves: fc.array(
    fc
      .record({
        lane: fc.constantFrom<Lane>('train', 'spacers', 'shoes'),
        week: fc.integer({ min: 1, max: 24 }),
        from: day,
        to: day,
      })
      .filter((m) => m.from !== m.to),
    { maxLength: 6 },
  ),
}) as fc.Arbitrary<WeekWishes>
const drillsOf = (phase: number) =>
  fc
    .array(
      fc.record({
        minutes: fc.double({ min: 0.5, max: 6, noNaN: true }),
        isHeavy: fc.boolean(),
        needsKit: fc.boolean(),
        isNew: fc.boolean(),
        load: fc.record({ calfAchilles: fc.double({ min: 0, max: 0.2, noNaN: true }) }),
      }),
      { minLength: 1, maxLength: 6 },
    )
    .map((list) => list.map((more, i) => drill(`p${phase}d${i}`, { ...more, perWeek: more.isHeavy ? 3 : 5 })))
const anyPlan = fc
  .tuple(
    drillsOf(0),
    drillsOf(1),
    fc.integer({ min: 3, max: 7 }),
    fc.integer({ min: 5, max: 30 }),
    fc.constantFrom(6, 12, 24),
    wishesOf,
  )
  .map(([first, second, sessionsPerWeek, minutesPerSession, weeks, wishes]) =>
    asked({
      weeks,
      sessionsPerWeek,
      minutesPerSession,
      wishes,
      phases: [
        {
          stage: 'wake',
          fromWeek: 1,
          weeks: 4,
          drills: first.map((d) => ({
            ...d,
            perWeek: d.isHeavy ? Math.min(3, Math.ceil(sessionsPerWeek / 2)) : sessionsPerWeek,
          })),
          ceilings,
        },
        {
          stage: 'build',
          fromWeek: 5,
          weeks: 5,
          drills: second.map((d) => ({
            ...d,
            perWeek: d.isHeavy ? Math.min(3, Math.ceil(sessionsPerWeek / 2)) : sessionsPerWeek,
          })),
          ceilings,
        },
      ],
    }),
  )
const runs = { numRuns: cases(120, 500), endOnFailure: true }

/** Every rule that a plan breaks, in words; looked at without the planner's own code. */
function brokenRules(plan: DaysPlan, input: DaysInput): string[] {
  const found: string[] = []
  const say = (isBroken: boolean, rule: string) => isBroken && found.push(rule)
  say(plan.weeks.length !== input.weeks, 'horizon')
  const heavy = heavyDays(plan)
  heavy.slice(1).forEach((d, i) => say(d - heavy[i]! < 2, `heavy on day ${d}`))
  const all = input.phases.flatMap((p) => p.drills)
  for (const { days, week } of plan.weeks) {
    const fresh = days.flatMap((d) =>
      d.parts
        .flat()
        .filter((p) => p.isNew)
        .map((p) => p.id),
    )
    say(new Set(fresh).size > 3, `new in week ${week}`)
    const sessions = days.filter((d) => d.parts.length > 0).length
    say(sessions > input.sessionsPerWeek, `sessions in week ${week}`)
    for (const { wish, trainMin, parts, spacersMin, shoes, load, date } of days) {
      const short = wish === 'short' ? input.wishes.shortMin : input.minutesPerSession
      say(trainMin > Math.min(short, input.minutesPerSession) + 1e-6, `minutes on ${date}`)
      say(['rest', 'holiday', 'ill'].includes(wish) && trainMin > 0, `drills on ${date}`)
      say(wish === 'ill' && (spacersMin > 0 || shoes !== undefined), `ill on ${date}`)
      const ids = parts.flat().map((d) => d.id)
      say(new Set(ids).size !== ids.length, `twice on ${date}`)
      say(wish === 'travel' && ids.some((id) => all.find((d) => d.id === id)!.needsKit), `kit on ${date}`)
      say(
        tissues.some((t) => !(load[t] >= 0)),
        `load on ${date}`,
      )
    }
  }
  return found
}

describe('any plan in any weeks', () => {
  test('keeps every rule of the second stage', () => {
    fc.assert(
      fc.property(anyPlan, (input) => {
        expect(brokenRules(planDays(input), input)).toEqual([])
      }),
      runs,
    )
  })

  test('is the same each time, and a wish that is let go as offered makes its week whole', () => {
    fc.assert(
      fc.property(anyPlan, (input) => {
        const plan = planDays(input)
        expect(JSON.stringify(planDays(input))).toBe(JSON.stringify(plan))
        const conflict = plan.conflicts.find((c) => c.alternatives.length > 0)
        if (!conflict) return
        const way = conflict.alternatives[0]!
        const { wishes } = input
        const changed = letGo(wishes, way)
        // the weeks before are the same, so that the first conflict of all is the one to look at
        if (conflict !== plan.conflicts[0]) return
        expect(
          planDays({ ...input, wishes: changed }).conflicts.filter(
            (c) => c.week === conflict.week && c.what === conflict.what && c.move === conflict.move,
          ),
        ).toEqual([])
      }),
      runs,
    )
  })

  test('dragging a knot away and back restores the old days exactly', () => {
    fc.assert(
      fc.property(anyPlan, fc.integer({ min: 1, max: 6 }), day, day, (input, week, on, off) => {
        fc.pre(on !== off)
        const before = planDays(input)
        const { moves } = input.wishes
        fc.pre(!moves.some((m) => m.week === week))
        const there = movedTo(moves, { lane: 'train', week, from: on, to: off })
        const back = movedTo(there, { lane: 'train', week, from: off, to: on })
        const sort = (list: typeof moves) => [...list].map((m) => JSON.stringify(m)).sort()
        expect(sort(back)).toEqual(sort(moves))
        expect(JSON.stringify(planDays({ ...input, wishes: { ...input.wishes, moves: back } }))).toBe(
          JSON.stringify(before),
        )
      }),
      runs,
    )
  })
})
