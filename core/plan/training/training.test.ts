import fc from 'fast-check'
import { bySide } from '../../groundwork/side'
import type { GoalKind } from '../story'
import {
  capacities,
  choosePlan,
  exerciseTraits,
  foundationOf,
  gateIds,
  kitItems,
  library,
  minutesOf,
  numberRows,
  readDeficits,
  stages,
  wordRows,
  worst,
  type FootFacts,
  type PlanInput,
  type TrainingPlan,
} from './index'
import { arbitraryInput, inputOf, references, shortOfAll, usualSettings } from './testing/arbitraryClient'

const short = { left: shortOfAll, right: shortOfAll }
const idsOf = (plan: TrainingPlan, phase?: number) =>
  plan.phases
    .filter((_, k) => phase === undefined || k === phase)
    .flatMap((p) => p.picks.map((pick) => pick.exercise.id))
const deficitsOf = (facts: Partial<FootFacts>) =>
  readDeficits(
    bySide(() => facts),
    references,
    references.bigToeGoalDeg,
  )

describe('the library', () => {
  test('sixty drills and more, each with words, a pose, a note, doses that grow, and a drawing', () => {
    expect(library.length).toBeGreaterThanOrEqual(60)
    expect(new Set(library.map((e) => e.id)).size).toBe(library.length)
    expect(new Set(library.map((e) => e.name)).size).toBe(library.length)
    for (const e of library) {
      for (const text of [e.cue, e.slip, e.easier, e.client, e.pose, e.note])
        expect(text.length).toBeGreaterThan(3)
      expect(e.targets.length).toBeGreaterThan(0)
      for (const [, weight] of e.targets) expect(weight > 0 && weight <= 1).toBe(true)
      for (const load of Object.values(e.load)) expect(load > 0 && load <= 1).toBe(true)
      expect(stages.indexOf(e.until)).toBeGreaterThanOrEqual(stages.indexOf(e.stage))
      const size = (work: typeof e.start) => ('holdS' in work ? work.holdS : work.reps)
      expect('holdS' in e.start).toBe('holdS' in e.most)
      expect(size(e.most)).toBeGreaterThanOrEqual(size(e.start))
      // what stands on one leg says so to whoever has to forbid it, and is held down by what was measured
      expect(e.traits.includes('oneLeg')).toBe(e.position === 'one leg')
      if (e.position === 'one leg') expect([e.id, e.bound]).not.toEqual([e.id, undefined])
    }
  })

  test('every capacity has a drill and a row of the deficit table, every kit and trait and gate a drill', () => {
    for (const capacity of capacities) {
      expect(library.some((e) => e.targets[0]![0] === capacity)).toBe(true)
      // bounce is asked for by the goal, never by a measure
      if (capacity !== 'bounce')
        expect([...numberRows, ...wordRows].some((row) => row.fills.some(([c]) => c === capacity))).toBe(true)
    }
    for (const item of kitItems) expect(library.some((e) => e.kit.includes(item))).toBe(true)
    for (const trait of exerciseTraits)
      expect([trait, library.some((e) => e.traits.includes(trait))]).toEqual([trait, true])
    for (const gate of gateIds) expect(library.some((e) => e.gate === gate)).toBe(true)
  })

  test('minutes by hand: three holds of 30 s a side and one more are seven bouts with ten seconds after each', () => {
    expect(minutesOf('each', 3, 1, { holdS: 30 }, references)).toBeCloseTo((7 * 40) / 60, 9)
    expect(minutesOf('both', 2, 0, { reps: 8, secondsPerRep: 4 }, references)).toBeCloseTo((2 * 42) / 60, 9)
  })
})

describe('deficits', () => {
  test('straight between fine and clearly short, by side', () => {
    expect(deficitsOf({ kneeToWallMm: 125 }).ankleBend.left).toBe(0)
    expect(deficitsOf({ kneeToWallMm: 92.5 }).ankleBend.left).toBeCloseTo(0.5, 9)
    expect(deficitsOf({ kneeToWallMm: 40 }).ankleBend.right).toBe(1)
    expect(readDeficits({ left: { heelRaises: 8 }, right: {} }, references, 60).calf).toMatchObject({
      left: 1,
      right: 0,
    })
    expect(
      readDeficits(
        bySide(() => ({ bigToeExtensionDeg: 62 })),
        references,
        65,
      ).bigToeExtension.left,
    ).toBeGreaterThan(0)
  })

  test('what is usual raises nothing: travel of 4 to 10 mm, a usual print, a heel that can roll in', () => {
    for (const usual of [
      { travelMm: 4 },
      { travelMm: 9.9 },
      { archIndex: 0.25 },
      { eversionRangeDeg: 8 },
      { dexterityShare: 0.9 },
      { pain: 0 },
    ])
      for (const capacity of capacities) expect(worst(deficitsOf(usual)[capacity])).toBe(0)
  })

  test('words count as much as the table says, and no other word counts', () => {
    expect(deficitsOf({ archHold: 'loses' }).delay.left).toBeCloseTo(0.8, 9)
    expect(deficitsOf({ archHold: 'wavers' }).delay.left).toBeCloseTo(0.4, 9)
    for (const word of ['holds', '', 'constructor', 'toString'])
      expect(worst(deficitsOf({ archHold: word }).delay)).toBe(0)
  })

  test('each carries the fact, the side, the value and the goal', () => {
    expect(deficitsOf({ kneeToWallMm: 70 }).ankleBend.evidence).toContainEqual({
      measure: 'kneeToWallMm',
      side: 'left',
      value: 70,
      goal: 125,
    })
  })
})

describe('whatever client, kit, cautions and wishes', () => {
  test('a weaker side is never given less, and one set more only where the sides differ', () => {
    const uneven = inputOf(
      { left: { ...shortOfAll, heelRaises: 4, bigToeExtensionDeg: 20 }, right: {} },
      { kit: [...kitItems], minutesPerSession: 25 },
    )
    const each = choosePlan(uneven)
      .phases.flatMap((p) => p.picks)
      .filter((p) => p.exercise.sides === 'each')
    expect(each.some((p) => p.dose.extraSets.left === 1)).toBe(true)
    expect(each.every((p) => p.dose.extraSets.right === 0)).toBe(true)
    const even = choosePlan(inputOf(short, { kit: [...kitItems], minutesPerSession: 25 }))
    for (const { dose } of even.phases.flatMap((p) => p.picks))
      expect(dose.extraSets).toEqual({ left: 0, right: 0 })
  })

  test('the order in which things were ticked changes nothing', () => {
    fc.assert(
      fc.property(arbitraryInput, (input) => {
        const turned = {
          ...input,
          kit: [...input.kit].reverse(),
          effects: [...input.effects].reverse(),
          pinned: [...input.pinned].reverse(),
          banned: [...input.banned].reverse(),
        }
        expect(choosePlan(turned)).toEqual(choosePlan(input))
      }),
      { numRuns: 20, endOnFailure: true },
    )
  })
})

describe('doses from the person', () => {
  const holdsOf = (plan: TrainingPlan, bound: string) =>
    plan.phases.flatMap((phase, k) =>
      phase.picks
        .filter(
          (p) =>
            p.exercise.bound === bound &&
            !plan.phases.slice(0, k).some((q) => q.picks.some((o) => o.exercise.id === p.exercise.id)),
        )
        .map((p) => ({ pick: p, work: p.dose.work })),
    )

  test.each([2, 4, 9, 20, 45])(
    'who stands %i s on one leg starts at 70 % of it, or 3 s, never over it',
    (best) => {
      const plan = choosePlan(
        inputOf(
          { left: { ...shortOfAll, singleLegOpenS: best }, right: { ...shortOfAll, singleLegOpenS: best } },
          { minutesPerSession: 25 },
        ),
      )
      const starts = holdsOf(plan, 'singleLegOpen')
      expect(starts.length).toBeGreaterThan(0)
      for (const { pick, work } of starts) {
        if ('holdS' in work) expect(work.holdS).toBeLessThanOrEqual(Math.min(best, Math.max(3, 0.7 * best)))
        if (best < 10) expect(pick.lines).toContain('holdSteady')
      }
    },
  )

  test('who cannot stand on one leg does nothing on one leg, held or not, pinned or not', () => {
    const none = { ...shortOfAll, singleLegOpenS: 0 }
    const pinned = library.filter((e) => e.position === 'one leg').map((e) => e.id)
    const plan = choosePlan(
      inputOf({ left: shortOfAll, right: none }, { kit: [...kitItems], minutesPerSession: 25, pinned }),
    )
    const done = plan.phases.flatMap((p) => p.picks.flatMap((x) => [x.exercise, x.fallback?.exercise]))
    expect(done.filter((e) => e?.position === 'one leg')).toEqual([])
    expect(plan.leftOut.find((l) => l.exercise.id === 'oneLegRise')?.because).toEqual({ why: 'cannotYet' })
  })

  test('what a practitioner’s hands do is nobody’s homework', () => {
    const settings = { ...usualSettings, correction: 'localFirst', licence: 'podiatrist' } as const
    const plan = choosePlan(
      inputOf({ left: shortOfAll, right: shortOfAll }, { settings, pinned: ['handMobilising'] }),
    )
    expect(idsOf(plan)).not.toContain('handMobilising')
    expect(plan.leftOut.find((l) => l.exercise.id === 'handMobilising')?.because).toEqual({ why: 'atVisit' })
  })

  test.each([0, 2, 4, 9, 20])(
    'who stands %i s: nothing on one leg asks for longer at a time, holds or repetitions',
    (best) => {
      const foot = { ...shortOfAll, singleLegOpenS: best, heelRaises: 0 }
      const plan = choosePlan(
        inputOf(
          { left: foot, right: foot },
          { kit: [...kitItems], minutesPerSession: 25, pinned: ['slowControl', 'oneLegRise'] },
        ),
      )
      const first = new Set<string>()
      for (const { exercise, dose } of plan.phases.flatMap((p) => p.picks)) {
        // who cannot rise once on one leg is not asked to
        expect(exercise.bound).not.toBe('heelRaises')
        if (exercise.bound !== 'singleLegOpen' || first.has(exercise.id)) continue
        first.add(exercise.id)
        const { work } = dose
        const seconds = 'holdS' in work ? work.holdS : work.reps * work.secondsPerRep
        expect(seconds).toBeLessThanOrEqual(Math.max(3, 0.7 * best))
      }
      expect(plan.relax).toContainEqual({
        wish: 'pinForbidden',
        id: 'oneLegRise',
        because: { why: 'cannotYet' },
      })
    },
  )

  test('nobody measured: it begins with the easier form and a hand on something', () => {
    const unknown = { ...shortOfAll, singleLegOpenS: undefined }
    const plan = choosePlan(inputOf({ left: unknown, right: unknown }, { minutesPerSession: 25 }))
    for (const { pick, work } of holdsOf(plan, 'singleLegOpen')) {
      expect(pick.lines).toEqual(expect.arrayContaining(['easierFirst', 'holdSteady']))
      if ('holdS' in work) expect(work.holdS).toBeLessThanOrEqual(5)
    }
  })

  test('doses grow over phases and never jump: a level a phase, from the first', () => {
    const plan = choosePlan(inputOf(short, { kit: [...kitItems], minutesPerSession: 25 }))
    const before = new Map<string, number>()
    let grown = 0
    plan.phases.forEach((phase) => {
      for (const { exercise, level } of phase.picks) {
        expect(level).toBeLessThanOrEqual((before.get(exercise.id) ?? -1) + 1)
        if (level > 0) grown++
      }
      before.clear()
      for (const { exercise, level } of phase.picks) before.set(exercise.id, level)
    })
    expect(grown).toBeGreaterThan(3)
  })

  test('heavy drills every second day', () => {
    const plan = choosePlan(inputOf(short, { sessionsPerWeek: 7, minutesPerSession: 25 }))
    const heavy = plan.phases.flatMap((p) => p.picks).filter((p) => p.exercise.traits.includes('heavy'))
    expect(heavy.length).toBeGreaterThan(0)
    for (const { dose, lines } of heavy) {
      expect(dose.perWeek).toBeLessThanOrEqual(3)
      expect(lines).toContain('secondDay')
    }
  })
})

describe('gates', () => {
  const hops = ['spotHops', 'runIn']
  const runner = (changed: Partial<PlanInput['measured']>, pinned: string[] = []) => {
    const input = inputOf({ ...short, goal: 'run' }, { minutesPerSession: 25, pinned })
    return choosePlan({ ...input, measured: { ...input.measured, worstPain: 0, heelRaises: 14, ...changed } })
  }
  const hopsIn = (plan: TrainingPlan) =>
    plan.phases.flatMap((p) => p.picks).filter((p) => hops.includes(p.exercise.id))

  test('pain above 2, or not known, keeps every hop out, pinned or not', () => {
    for (const worstPain of [3, 9, undefined])
      for (const pinned of [[], ['spotHops']]) expect(hopsIn(runner({ worstPain }, pinned))).toEqual([])
    expect(hopsIn(runner({}, ['spotHops'])).length).toBe(1)
  })

  test('a closed gate stands in the plan with what opens it, and with something else in as many minutes until then', () => {
    for (const heelRaises of [4, undefined]) {
      const [hop] = hopsIn(runner({ heelRaises }, ['spotHops']))
      expect(hop!.gate).toMatchObject({ id: 'bounce', isOpen: false, need: 10, value: heelRaises })
      expect(hop!.fallback!.exercise.traits).not.toContain('bounce')
      expect(hop!.fallback!.dose.minutes).toBeLessThanOrEqual(hop!.dose.minutes + 1e-9)
    }
    expect(hopsIn(runner({}, ['spotHops']))[0]!.gate).toBeUndefined()
  })

  test('what stands in for it keeps the sets and the amount that a hand chose', () => {
    const [hop] = hopsIn(runner({ heelRaises: 4 }, ['spotHops']))
    const { id } = hop!.fallback!.exercise
    const input = inputOf({ ...short, goal: 'run' }, { minutesPerSession: 25, pinned: ['spotHops'] })
    const measured = { ...input.measured, worstPain: 0, heelRaises: 4 }
    const plan = choosePlan({ ...input, measured, doses: { [id]: { sets: 1, amount: 2 } } })
    for (const { fallback } of hopsIn(plan))
      if (fallback?.exercise.id === id) {
        expect(fallback.dose.sets).toBe(1)
        const { work } = fallback.dose
        expect('reps' in work ? work.reps : work.holdS).toBeLessThanOrEqual(2)
      }
    expect(hopsIn(plan)).toHaveLength(1)
  })

  test('eyes shut waits for 20 s with eyes open', () => {
    const at = (singleLegOpenS: number) => {
      const foot = { ...shortOfAll, singleLegOpenS }
      const input = inputOf({ left: foot, right: foot }, { minutesPerSession: 25, pinned: ['oneLegShut'] })
      return (
        choosePlan(input)
          .phases.flatMap((p) => p.picks)
          .find((p) => p.exercise.id === 'oneLegShut')?.gate?.isOpen ?? true
      )
    }
    expect(at(19)).toBe(false)
    expect(at(20)).toBe(true)
  })
})

describe('what is asked for', () => {
  test('the foundation is yield where the arch is locked, and no arch drill is chosen for its own sake', () => {
    const locked = { ...shortOfAll, archIndex: 0.16, travelMm: 2, archGrade: 0, archHold: 'holds' }
    const input = inputOf({ left: locked, right: locked, locked: true })
    expect(foundationOf(input)).toBe('yield')
    const wake = choosePlan(input).phases[0]!.picks
    expect(wake.some((p) => p.exercise.targets[0]![0] === 'yield')).toBe(true)
    expect(wake.some((p) => p.exercise.targets[0]![0] === 'arch')).toBe(false)
  })

  test('each goal changes the plan of somebody who is short of nothing else', () => {
    const mild = { left: { heelRaises: 20, kneeToWallMm: 105 }, right: { heelRaises: 20, kneeToWallMm: 105 } }
    const planOf = (goal: GoalKind) => idsOf(choosePlan(inputOf({ ...mild, goal })))
    const plain = idsOf(choosePlan(inputOf(mild)))
    for (const goal of ['run', 'toeShape', 'balance', 'barefoot'] as const)
      expect(planOf(goal)).not.toEqual(plain)
  })

  test('just a check: nothing, unless a hand asks for it', () => {
    expect(choosePlan(inputOf({ ...short, goal: 'check' })).nothing).toBe('annualLook')
    expect(choosePlan(inputOf({}))).toMatchObject({ nothing: 'nothingShort', phases: [] })
    const pinned = choosePlan(inputOf({ ...short, goal: 'check' }, { pinned: ['dome'] }))
    expect(idsOf(pinned)).toContain('dome')
  })

  test('a sore ball is not pushed off from; a pinch in front is not stretched into', () => {
    const sore = choosePlan(
      inputOf(
        { ...short, places: { left: ['ball'], right: [] }, pain: 3 },
        { kit: [...kitItems], minutesPerSession: 25 },
      ),
    )
    for (const { exercise } of sore.phases.flatMap((p) => p.picks))
      expect(exercise.traits).not.toContain('toeOffLoad')
    const pinch = choosePlan(inputOf(short, { kit: [...kitItems], minutesPerSession: 25, hasPinch: true }))
    for (const { exercise } of pinch.phases.flatMap((p) => p.picks)) {
      expect(exercise.traits).not.toContain('calfStretch')
      expect(exercise.traits).not.toContain('ankleFront')
    }
    // the glide is what a pinch asks for: it stays open
    expect(pinch.leftOut.find((l) => l.exercise.id === 'bandGlide')?.because.why ?? 'others').toBe('others')
  })

  test('a pinned drill is in, a banned one is left out with its reason', () => {
    expect(idsOf(choosePlan(inputOf(short, { pinned: ['hipBridge'] })))).toContain('hipBridge')
    expect(choosePlan(inputOf(short, { banned: ['dome'] })).leftOut).toContainEqual({
      exercise: expect.objectContaining({ id: 'dome' }),
      because: { why: 'banned' },
    })
  })

  test('pins beyond the minutes are said, with the minutes in which they would fit', () => {
    const plan = choosePlan(
      inputOf(short, {
        minutesPerSession: 3,
        pinned: [
          'dome',
          'hipBridge',
          'tripodFinder',
          'bigToeAlone',
          'toeFan',
          'oneByOne',
          'sideHipLift',
          'outerEdgeRoll',
          'ankleCircles',
        ],
      }),
    )
    const [wish] = plan.relax
    expect(wish).toMatchObject({ wish: 'unpin' })
    const minutes = wish?.wish === 'unpin' ? wish.minutesInstead : undefined
    expect(minutes).toBeGreaterThan(5)
  })

  test.each([
    ['toeCurl', 'allowed', 'clothPull'],
    ['plantarFascia', 'lengthen', 'pullBack'],
    ['pressureTools', 'firmAllowed', 'firmBallRoll'],
    ['correction', 'localFirst', 'selfMobilise'],
  ] as const)('%s: %s opens %s, and the usual choice says why it is out', (setting, choice, id) => {
    const kit = [...kitItems]
    const usual = usualSettings
    const out = choosePlan(
      inputOf({ ...short, places: { left: ['top'], right: [] }, pain: 4 }, { kit, settings: usual }),
    ).leftOut
    expect(out.find((l) => l.exercise.id === id)?.because).toEqual({ why: 'setting', setting })
    const open = inputOf(
      { ...short, places: { left: ['top'], right: [] }, pain: 4 },
      { kit, settings: { ...usual, [setting]: choice }, pinned: [id], minutesPerSession: 30 },
    )
    expect(idsOf(choosePlan(open))).toContain(id)
  })
})
