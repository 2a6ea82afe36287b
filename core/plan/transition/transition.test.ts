import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import {
  allowedEnds,
  askedIf,
  exposureOf,
  paces,
  planTransition,
  proposedEnd,
  stepRatio,
  unaccustomed,
  whatIfsOf,
  type TransitionInput,
} from './index'
import { arbitraryWalker, walker } from './testing/arbitraryWalker'
import { brokenRules } from './testing/brokenRules'
import { cases } from '../../groundwork/testing/cases'

const references = referenceValues()
const plan = (input: TransitionInput) => planTransition(input, references)
const series = (input: TransitionInput) => plan(input).weeks.map((w) => w.minutes)
const runs = { numRuns: cases(200, 500) }
const fewer = { numRuns: cases(80, 200) }

describe('any client', () => {
  test('no week is over a limit, read off by rules written apart', () => {
    fc.assert(
      fc.property(arbitraryWalker, (input) => {
        expect(brokenRules(input, plan(input))).toEqual([])
      }),
      runs,
    )
  })

  test('the rules can fail: a minute more in any growing week is seen', () => {
    const input = walker(18)
    const whole = plan(input)
    let seen = 0
    for (const week of whole.weeks.slice(0, 15)) {
      const more = whole.weeks.map((w) =>
        w.week === week.week
          ? { ...w, minutes: w.minutes + 8, dayMinutes: w.dayMinutes.map((m, i) => (i === 0 ? m + 8 : m)) }
          : w,
      )
      if (brokenRules(input, { ...whole, weeks: more }).length > 0) seen++
    }
    expect(seen).toBe(15)
  })

  test('more factors never make it faster, and the shortest length only grows', () => {
    fc.assert(
      fc.property(arbitraryWalker, fc.constantFrom('age', 'bone', 'sore' as const), (input, factor) => {
        const one = { ...input, factors: input.factors.filter((f) => f !== factor) }
        const [less, more] = [plan(one), plan({ ...one, factors: [...one.factors, factor] })]
        expect(more.shortestWeeks).toBeGreaterThanOrEqual(less.shortestWeeks)
        expect(more.reachedWeek ?? Infinity).toBeGreaterThanOrEqual(less.reachedWeek ?? Infinity)
      }),
      fewer,
    )
  })

  test('slow is never done before usual, usual never before brisk, and their minutes never cross', () => {
    fc.assert(
      fc.property(arbitraryWalker, (input) => {
        const [slow, usual, brisk] = paces.map((pace) => plan({ ...input, pace, isCautious: false }))
        const ends = [slow, usual, brisk].map((p) => p!.reachedWeek ?? Infinity)
        expect(ends[0]).toBeGreaterThanOrEqual(ends[1]!)
        expect(ends[1]).toBeGreaterThanOrEqual(ends[2]!)
        const sums = [slow, usual, brisk].map((p) => {
          let sum = 0
          return p!.weeks.map((w) => (sum += w.minutes))
        })
        sums[0]!.forEach((sum, i) => expect(sum).toBeLessThanOrEqual(sums[1]![i] ?? Infinity))
        sums[1]!.forEach((sum, i) => expect(sum).toBeLessThanOrEqual(sums[2]![i] ?? Infinity))
      }),
      fewer,
    )
  })

  test('the same question has the same answer; a plan that ends has reached its target', () => {
    fc.assert(
      fc.property(arbitraryWalker, (input) => {
        const one = plan(input)
        expect(plan(input)).toEqual(one)
        if (one.reachedWeek !== undefined)
          expect(Math.max(...one.weeks.map((w) => w.minutes))).toBe(one.targetMinutes)
        else if (one.weeks.length > 0 && one.weeks.every((w) => w.minutes < one.targetMinutes))
          expect(one.smaller?.targetMinutes).toBeLessThan(one.targetMinutes)
      }),
      fewer,
    )
  })

  test('who wears thin shoes already goes on from there', () => {
    fc.assert(
      fc.property(arbitraryWalker, fc.integer({ min: 60, max: 1200 }), (input, newMinutes) => {
        const known = {
          ...input,
          away: [],
          from: { ...input.from, newMinutes, longestBoutMin: 20, surface: 'paving' as const },
          to: { ...input.to, minutes: Math.max(newMinutes, input.to.minutes) },
        }
        const { weeks, startMinutes } = plan(known)
        expect(startMinutes).toBe(newMinutes)
        expect(weeks[0]!.minutes).toBeGreaterThanOrEqual(newMinutes)
      }),
      fewer,
    )
  })

  test('a missed week is begun again lower, after more than three from the first exposure', () => {
    fc.assert(
      fc.property(
        arbitraryWalker,
        fc.integer({ min: 2, max: 12 }),
        fc.integer({ min: 1, max: 6 }),
        (input, at, n) => {
          const away = Array.from({ length: n }, (_, i) => at + i)
          const { weeks } = plan({ ...input, away })
          const [before, after] = [weeks[at - 2], weeks[at + n - 1]]
          if (!before || !after) return
          if (n > 3) expect(after.dayMinutes[0] ?? 0).toBeLessThanOrEqual(10)
          else expect(after.minutes).toBeLessThanOrEqual(Math.max(before.minutes * 0.6, 0))
        },
      ),
      fewer,
    )
  })

  test('more load from heavier training leaves no more minutes to the shoes', () => {
    fc.assert(
      fc.property(arbitraryWalker, (input) => {
        const light = series({ ...input, trainingMinAWeek: 0 })
        const heavy = series({ ...input, trainingMinAWeek: 300 })
        heavy.forEach((minutes, i) => {
          if (light[i] !== undefined) expect(minutes).toBeLessThanOrEqual(light[i])
        })
      }),
      fewer,
    )
  })
})

test('the longest in one go grows from what was worn in one go, not from what might have been', () => {
  const { weeks } = planTransition(walker(10, { pace: 'slow' }), references)
  expect(weeks.slice(0, 5).map((w) => w.longestBoutMin)).toEqual([5, 6, 7, 9, 11])
})

test('held by pain: no more than today for so many weeks, then the same way as without it', () => {
  fc.assert(
    fc.property(arbitraryWalker, fc.integer({ min: 1, max: 3 }), (input, heldWeeks) => {
      const later = {
        ...input,
        heldWeeks,
        away: input.away.map((w) => w + heldWeeks),
        edits: input.edits.map((e) => ({ ...e, week: e.week + heldWeeks })),
      }
      const [free, held] = [plan(input), plan(later)]
      if (input.to.minutes === 0) return expect(held).toEqual(free)
      const first = held.weeks.slice(0, heldWeeks)
      expect(first.every((w) => w.minutes === held.startMinutes)).toBe(true)
      expect(first.every((w) => w.runMinutes <= input.from.newRunMinutes && !w.opens)).toBe(true)
      expect(held.weeks.slice(heldWeeks).map((w) => [w.week - heldWeeks, w.dayMinutes, w.surface])).toEqual(
        free.weeks.map((w) => [w.week, w.dayMinutes, w.surface]),
      )
      expect(held.reachedWeek).toBe(free.reachedWeek && free.reachedWeek + heldWeeks)
      return undefined
    }),
    { numRuns: cases(40, 200) },
  )
})

describe('from none, without a factor', () => {
  test.each([
    ['usual', 12, 20],
    ['brisk', 10, 16],
    ['slow', 12, 32],
  ] as const)('16 to 20 hours a week at the %s pace end in weeks %d to %d', (pace, least, most) => {
    for (const hours of [16, 17, 18, 19, 20]) {
      const { reachedWeek } = plan(walker(hours, { pace }))
      expect(reachedWeek).toBeGreaterThanOrEqual(least)
      expect(reachedWeek).toBeLessThanOrEqual(most)
    }
  })
  test('a third of the running is reached in 16 to 28 weeks, after four weeks of an hour a day', () => {
    const one = walker(16)
    const runner = { ...one, from: { ...one.from, minutes: { ...one.from.minutes, run: 120 } } }
    const { reachedWeek, weeks, runTargetMinutes } = plan(runner)
    expect(runTargetMinutes).toBe(40)
    expect(reachedWeek).toBeGreaterThanOrEqual(16)
    expect(reachedWeek).toBeLessThanOrEqual(28)
    const first = weeks.findIndex((w) => w.runMinutes > 0)
    for (const week of weeks.slice(first - 4, first))
      expect(week.minutes / week.wearingDays).toBeGreaterThanOrEqual(60)
  })
  test('where no landing is allowed nobody runs in them', () => {
    const one = walker(16, { noImpact: true })
    const runner = { ...one, from: { ...one.from, minutes: { ...one.from.minutes, run: 120 } } }
    expect(plan(runner).weeks.every((w) => w.runMinutes === 0)).toBe(true)
  })
  test('harder ground opens in lighter weeks, one step at a time', () => {
    const { weeks } = plan(walker(18, { softStart: true }))
    const opened = weeks.filter((w) => w.opens)
    expect(opened.map((w) => w.opens!.to)).toEqual(['wood', 'train', 'paving', 'briskWalk'])
    expect(opened.every((w) => w.isLighter && w.wearingDays <= 6)).toBe(true)
    expect(weeks[0]!.surface).toBe('carpet')
  })
  test('a plan that takes too long offers the smaller target that fits', () => {
    const { reachedWeek, smaller } = plan(walker(34, { factors: ['bone', 'age'] }))
    expect(reachedWeek).toBeUndefined()
    expect(smaller!.weeks).toBeLessThanOrEqual(26)
    expect(smaller!.targetMinutes).toBeGreaterThan(100)
    const fitting = plan(walker(smaller!.targetMinutes / 60, { factors: ['bone', 'age'] }))
    expect(fitting.reachedWeek).toBeDefined()
  })
})

describe('weeks set by hand', () => {
  test('over a limit it is kept and said: which rule, by how much, what would do; nothing grows from it', () => {
    const free = plan(walker(18))
    const { weeks, broken } = plan(walker(18, { edits: [{ week: 5, minutes: 700 }] }))
    expect(weeks[4]!.minutes).toBe(700)
    expect(broken).toEqual([{ week: 5, rule: 'growth', byMin: 700 - 250, nearestMin: 250 }])
    expect(weeks[5]!.minutes).toBe(free.weeks[5]!.minutes)
  })
  test('less than allowed is no fault, and the weeks after follow it', () => {
    const free = plan(walker(18))
    const { weeks, broken } = plan(walker(18, { edits: [3, 5, 6, 7].map((week) => ({ week, minutes: 60 })) }))
    expect(broken).toEqual([])
    expect(weeks[8]!.minutes).toBeLessThan(free.weeks[8]!.minutes)
  })
})

describe('a week of nothing', () => {
  test('set by hand at the beginning it opens nothing: first exposures are still first ones', () => {
    const { weeks } = plan(walker(18, { edits: [{ week: 1, minutes: 0 }] }))
    expect(weeks[0]).toMatchObject({ minutes: 0, isMissed: true, wearingDays: 0 })
    expect(weeks[1]).toMatchObject({ isFirst: true, longestBoutMin: 10 })
    expect(weeks[1]!.wearingDays).toBeLessThanOrEqual(4)
  })
  test('set by hand later, what comes after begins at 60 %, and no harder ground opens in it', () => {
    const free = plan(walker(18))
    const { weeks } = plan(walker(18, { edits: [{ week: 7, minutes: 0 }] }))
    expect(weeks[7]!.minutes).toBe(Math.floor(free.weeks[5]!.minutes * 0.6))
    expect(free.weeks[7]!.opens).toBeDefined()
    expect(weeks[7]!.opens).toBeUndefined()
  })
  test('after more than three, the kindest ground again', () => {
    const { weeks } = plan(walker(18, { softStart: true, away: [14, 15, 16, 17] }))
    expect(weeks[12]!.surface).toBe('paving')
    expect(weeks[17]).toMatchObject({ surface: 'carpet', isFirst: true })
  })
})

test('a caution that starts on soft ground does so for who walks outside in thin shoes today', () => {
  const one = walker(18, { softStart: true })
  const { weeks } = plan({
    ...one,
    from: { ...one.from, newMinutes: 180, longestBoutMin: 30, surface: 'paving' },
  })
  expect(weeks[0]!.surface).toBe('carpet')
})

test('what if: only what makes sense of this client is asked, and each makes nothing faster', () => {
  const one = walker(18)
  expect(whatIfsOf(one, references)).not.toContain('heavier')
  const runner = { ...one, from: { ...one.from, minutes: { ...one.from.minutes, run: 120 } } }
  const { reachedWeek } = plan(runner)
  for (const what of whatIfsOf(runner, references).filter((w) => w !== 'job'))
    expect(plan(askedIf(runner, what)).reachedWeek ?? Infinity).toBeGreaterThanOrEqual(reachedWeek!)
})

describe('load of a step', () => {
  const usual = { stackMm: 28, dropMm: 9, bend: 3 }
  test('1 in the usual shoe; 10 mm of drop lost is 16 % more for the calf and 11 % for the forefoot', () => {
    expect(stepRatio('archMuscle', usual, usual, references)).toBe(1)
    const level = { ...usual, dropMm: -1 }
    expect(stepRatio('calfAchilles', usual, level, references)).toBeCloseTo(Math.exp(0.15))
    expect(stepRatio('forefootBone', usual, level, references)).toBeCloseTo(Math.exp(0.1))
    expect(stepRatio('archMuscle', usual, level, references)).toBe(1)
  })
  test('ten millimetres of stack lost: arch muscle most, forefoot least, the fascia between', () => {
    const low = { ...usual, stackMm: 18 }
    const [bone, fascia, arch] = (['forefootBone', 'plantarFascia', 'archMuscle'] as const).map((t) =>
      stepRatio(t, usual, low, references),
    )
    expect(bone).toBeCloseTo(1.105, 3)
    expect(arch).toBeCloseTo(1.221, 3)
    expect(fascia).toBeGreaterThan(bone!)
    expect(fascia).toBeLessThan(arch!)
  })
  test('half of the walking in new shoes is half of their surplus', () => {
    const frame = {
      usual: { walk: 600 },
      from: usual,
      to: { ...usual, stackMm: 18 },
      surface: 'wood' as const,
    }
    expect(unaccustomed('archMuscle', { walk: 300 }, frame, references)).toBeCloseTo((Math.exp(0.2) - 1) / 2)
    expect(unaccustomed('archMuscle', { walk: 0 }, frame, references)).toBe(0)
  })
})

describe('today', () => {
  const thin = {
    id: 'thin',
    name: 'Thin',
    use: 'walk',
    stackHeelMm: 7,
    stackForefootMm: 7,
    hoursPerWeek: 18,
  } as const
  const boots = {
    id: 'b',
    name: 'Boots',
    use: 'work',
    stackHeelMm: 36,
    stackForefootMm: 22,
    hoursPerWeek: 40,
  } as const
  const slippers = {
    id: 's',
    name: 'S',
    use: 'home',
    stackHeelMm: 9,
    stackForefootMm: 8,
    hoursPerWeek: 40,
  } as const
  const target = { stackMm: 10, dropMm: 0, bend: 1 }
  const told = { stand: 30, walk: 28, train: 0, runs: false }
  const at = (
    shoes: Parameters<typeof exposureOf>[0]['shoes'],
    week: Parameters<typeof exposureOf>[0]['week'] = [],
  ) => exposureOf({ shoes, week, told, target }, references)

  test('18 hours in 7 mm are 18 hours of new minutes; the boots are the usual shoe', () => {
    const now = at([thin, boots, slippers])
    expect(now.newMinutes).toBe(18 * 60)
    expect(now.usual).toMatchObject({ stackMm: 36, dropMm: 14 })
  })
  test('slippers are worn sitting, unless somebody said otherwise', () => {
    expect(at([boots, slippers]).newMinutes).toBe(0)
    const walked = { ...slippers, wear: [{ activity: 'walk', surface: 'hard', hours: 3 }] } as const
    expect(at([boots, walked]).newMinutes).toBe(180)
  })
  test('barefoot blocks of the painted week count, and their longest is the longest bout', () => {
    const week = [
      { day: 6, from: 18, to: 24, kind: 'barefoot', surface: 'indoor' },
      { day: 0, from: 12, to: 22, kind: 'standing', surface: 'hard' },
    ] as const
    expect(at([boots], week)).toMatchObject({ newMinutes: 180, longestBoutMin: 180 })
  })
  test('a shoe that is only thought of, or whose sole nobody knows, is no exposure', () => {
    const { stackHeelMm: _h, ...unknown } = thin
    expect(at([boots, unknown]).newMinutes).toBe(0)
    expect(at([unknown]).isUsualKnown).toBe(false)
  })
})

describe('where it may end', () => {
  test('lost feeling and a stiff sore big toe leave shoes that fit', () => {
    for (const effect of ['noBarefootOutside', 'bigToeInComfort'] as const) {
      expect(allowedEnds(new Set([effect]))).toEqual(['fits'])
      expect(proposedEnd({ goal: 'barefoot', barefoot: 'most', effects: new Set([effect]) })).toBe('fits')
    }
  })
  test('a check changes nothing; settings decide the rest', () => {
    const none = new Set<never>()
    expect(proposedEnd({ goal: 'check', barefoot: 'most', effects: none })).toBe('fits')
    expect(proposedEnd({ goal: 'run', barefoot: 'most', effects: none })).toBe('mostThin')
    expect(proposedEnd({ goal: 'run', barefoot: 'gradual', effects: none })).toBe('thinPart')
    for (const barefoot of ['gradual', 'most'] as const)
      expect(proposedEnd({ goal: 'barefoot', barefoot, effects: none })).toBe('barefootTraining')
    expect(
      proposedEnd({ goal: 'barefoot', barefoot: 'most', effects: new Set(['keepCushion'] as const) }),
    ).toBe('lowerStack')
  })
})
