import fc from 'fast-check'
import { cautionQuestions, conditionQuestions, releaseParts, type ReleasePart } from '../../../plan/cautions'
import { eventKinds, goalKinds, markViews, painMoments } from '../../../plan/story'
import { kitItems, library } from '../../../plan/training'
import { defaultSettings, licences, type PracticeSettings, type VisitFacts } from '../../reading'
import { bareFacts } from '../../reading/testing/bareFacts'

const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined })
const foot = fc.record({
  kneeToWall: maybe(fc.integer({ min: 20, max: 140 })),
  bigToeExtension: maybe(fc.integer({ min: 0, max: 80 })),
  singleLegOpen: maybe(fc.constantFrom(0, 1, 2, 4, 8, 20, 45)),
  singleLegShut: maybe(fc.integer({ min: 0, max: 20 })),
  heelRaises: maybe(fc.integer({ min: 0, max: 25 })),
})
const known = (numbers: Record<string, number | undefined>) =>
  Object.fromEntries(Object.entries(numbers).filter(([, value]) => value !== undefined)) as Record<
    string,
    number
  >

const mark = fc.record({
  side: fc.constantFrom('left' as const, 'right' as const),
  view: fc.constantFrom(...markViews),
  along: fc.double({ min: 0, max: 0.99, noNaN: true }),
  kind: fc.constant('pain' as const),
  worst: maybe(fc.integer({ min: 1, max: 10 })),
  when: fc.subarray(
    painMoments.filter((moment) => moment !== 'night'),
    { maxLength: 2 },
  ),
})
const letGo = (opens: readonly ReleasePart[]) => ({
  by: 'Ilse Marrack',
  on: '2026-05-04',
  words: 'Let go by the surgeon.',
  release: { opens, from: '2026-05-01' },
})
const rarely = <T>(of: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> =>
  fc.oneof({ weight: 11, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: of })
const seldom = fc.integer({ min: 0, max: 11 }).map((n) => n === 0)

/** Anybody who may come: what was told, measured, marked and wished, as it comes; sometimes something was not asked. */
export const arbitraryVisit: fc.Arbitrary<{ facts: VisitFacts; settings: PracticeSettings }> = fc
  .record({
    ageYears: fc.oneof(
      { weight: 1, arbitrary: fc.constantFrom(undefined, 12, 16) },
      { weight: 9, arbitrary: fc.constantFrom(17, 25, 40, 55, 64, 65, 82) },
    ),
    conditions: fc.array(fc.constantFrom(...conditionQuestions), { maxLength: 2 }),
    unasked: rarely(fc.constantFrom(...cautionQuestions)),
    flag: rarely(fc.constantFrom(...cautionQuestions)),
    night: seldom,
    medicines: fc.subarray(['insulin', 'blood thinners', 'cortisone', 'osteoporosis medicine', 'thyroid'], {
      maxLength: 1,
    }),
    events: fc.array(
      fc.record({
        kind: fc.constantFrom(...eventKinds),
        side: fc.constant('left' as const),
        weeksAgo: fc.constantFrom(2, 7, 14, 60, 200, 400),
      }),
      { maxLength: 1 },
    ),
    /** what whoever looks after it let go; often nobody did */
    opens: maybe(fc.subarray(Object.keys(releaseParts) as ReleasePart[])),
    marks: fc.array(mark, { maxLength: 3 }),
    worstPain: maybe(fc.integer({ min: 0, max: 10 })),
    left: foot,
    right: foot,
    goal: maybe(fc.constantFrom(...goalKinds)),
    runs: fc.boolean(),
    hours: fc.record({ stand: fc.integer({ min: 1, max: 40 }), walk: fc.integer({ min: 1, max: 30 }) }),
    kit: fc.subarray([...kitItems]),
    minutes: fc.integer({ min: 5, max: 40 }),
    pinned: fc.subarray(
      library.map((e) => e.id),
      { maxLength: 4 },
    ),
    end: maybe(fc.constantFrom('mostThin' as const, 'thinPart' as const, 'barefootTraining' as const)),
    chosen: maybe(fc.integer({ min: 1, max: 60 })),
    settings: fc.record({
      licence: fc.constantFrom(...licences),
      toeCurl: fc.constantFrom('pointedOnly', 'allowed', 'avoided'),
      plantarFascia: fc.constantFrom('strengthen', 'lengthen'),
      pressureTools: fc.constantFrom('softOnly', 'firmAllowed'),
      correction: fc.constantFrom('wholeChain', 'localFirst'),
      barefoot: fc.constantFrom('gradual', 'cautious', 'most'),
      archSupport: fc.constantFrom('trainFirst', 'supportFirst'),
    }),
    device: seldom,
  })
  .map((v) => {
    const asked = Object.fromEntries(cautionQuestions.map((q) => [q, false])) as Partial<
      Record<string, boolean>
    >
    for (const condition of v.conditions) asked[condition] = true
    if (v.flag) asked[v.flag] = true
    if (v.unasked) asked[v.unasked] = undefined
    const marks = v.night
      ? [...v.marks.slice(0, 1).map((m) => ({ ...m, when: ['night' as const] }))]
      : v.marks
    const typed = v.worstPain ?? (marks.length > 0 ? Math.max(...marks.map((m) => m.worst ?? 0)) : undefined)
    const base = bareFacts()
    const answers = Object.fromEntries(Object.entries(asked).filter(([, value]) => value !== undefined))
    const facts = bareFacts({
      ageYears: v.ageYears,
      cautionAnswers: answers,
      medicines: v.medicines,
      events: v.events,
      dealtWith: v.opens ? { recentOperation: letGo(v.opens), freshBreak: letGo(v.opens) } : {},
      marks,
      worstPain: typed === undefined ? undefined : Math.max(typed, ...marks.map((m) => m.worst ?? 0)),
      soreSides: [...new Set(marks.map((m) => m.side))],
      feet: {
        left: { numbers: known(v.left), words: {}, states: {} },
        right: { numbers: known(v.right), words: {}, states: {} },
      },
      goal: v.goal,
      runs: v.runs,
      hoursStanding: v.hours.stand,
      hoursWalking: v.hours.walk,
      orthoses: v.device
        ? [{ id: 'd', kind: 'custom', volume: 'full', reason: 'grade', hoursPerDay: 8 }]
        : [],
      plan: {
        ...base.plan,
        kit: v.kit,
        minutesPerSession: v.minutes,
        pinned: v.pinned,
        transition: { ...base.plan.transition, end: v.end, hours: v.chosen },
      },
    })
    return { facts, settings: { ...defaultSettings, ...v.settings } }
  })
