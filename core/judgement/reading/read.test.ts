import fc from 'fast-check'
import { classChances } from '../../foot/arch'
import { emptyFoot, type FootValues } from '../../foot/measures'
import { referenceValues } from '../../groundwork/reference'
import { worstRegion } from '../../plan/story'
import { choosePlan } from '../../plan/training'
import { defaultSettings, expectedGain, read, type VisitFacts } from './index'
import { bareFacts, noRedFlags } from './testing/bareFacts'

const references = referenceValues()
const foot = (
  numbers: FootValues['numbers'],
  words: FootValues['words'] = {},
  states: FootValues['states'] = {},
): FootValues => ({ numbers, words, states })
const empty = bareFacts()
const print = {
  lengthMm: 250,
  toelessLengthMm: 200,
  ballWidthMm: 92,
  heelWidthMm: 55,
  toeWidthMm: undefined,
  archIndex: { value: 0.29, error: 0.001 },
  printKind: 'bridged' as const,
}
const readNow = (facts: Partial<VisitFacts>, settings = defaultSettings) =>
  read({ ...empty, ...facts }, references, settings)
const ids = (facts: Partial<VisitFacts>) => readNow(facts).findings.map((f) => f.id)

test('an empty visit says nothing, plans nothing to train, and is not blocked', () => {
  const reading = readNow({})
  expect(reading.findings).toEqual([])
  expect(reading.planInput && choosePlan(reading.planInput).nothing).toBe('nothingShort')
  expect(reading).toMatchObject({
    transition: undefined,
    valueCount: 0,
    spacing: { use: 'notNow', because: 'unknown' },
  })
})

test('a low arch that moves much and has nothing left is told in that order', () => {
  const right = foot({ navicularSit: 42, navicularStand: 31, navicularSingle: 30.5 })
  const found = ids({ feet: { left: emptyFoot, right }, prints: { left: undefined, right: print } })
  expect(found).toEqual(
    expect.arrayContaining(['motion.right', 'reserve.right', 'position.right', 'print.right']),
  )
  expect(found.indexOf('motion.right')).toBeLessThan(found.indexOf('print.right'))
})

test('the sitting height is where the arch wants to be; without it the usual height of other feet stands in', () => {
  const { grades } = readNow({
    feet: { left: foot({ navicularSit: 43, navicularStand: 31 }), right: foot({ navicularStand: 31 }) },
    prints: { left: undefined, right: print },
  })
  expect(grades.left.archTargetMm).toBe(43)
  expect(grades.right.archTargetMm).toBeCloseTo(250 * 0.725 * 0.27, 6)
})

test('left and right are read alike', () => {
  const values = foot({
    navicularSit: 42,
    navicularStand: 31,
    kneeToWall: 70,
    heelRest: 12,
    heelActive: 10,
    heelPassive: 3,
  })
  const left = readNow({ feet: { left: values, right: emptyFoot } })
  const right = readNow({ feet: { left: emptyFoot, right: values } })
  const strip = (findings: typeof left.findings) => JSON.stringify(findings).replaceAll(/left|right/g, 'side')
  expect(strip(left.findings)).toBe(strip(right.findings))
})

test('who tried and could not counts as zero; who was not tested counts as nothing', () => {
  const cannot = readNow({ feet: { left: foot({}, {}, { singleLegOpen: 'cannot' }), right: emptyFoot } })
  expect(cannot.findings).toMatchObject([{ kind: 'balance', seconds: 0, cannot: true }])
  expect(cannot.priorities.deficits.balance.left).toBe(1)
  const notTested = readNow({
    feet: { left: foot({}, {}, { singleLegOpen: 'notTested' }), right: emptyFoot },
  })
  expect(notTested.findings).toEqual([])
})

test('a stop blocks plan, spacing and transition; a limit only shapes them', () => {
  const feet = { left: foot({ kneeToWall: 70, halluxAngle: 26 }), right: foot({ kneeToWall: 70 }) }
  const stop = readNow({ feet, hoursStanding: 20, cautionAnswers: { ...noRedFlags, hotSwollen: true } })
  expect(stop).toMatchObject({
    planInput: undefined,
    transition: undefined,
    spacing: { use: 'notNow', because: 'caution' },
  })
  const limit = readNow({ feet, hoursStanding: 20, cautionAnswers: { ...noRedFlags, boneHistory: true } })
  expect(limit.planInput).toBeDefined()
  expect(limit.transition).toMatchObject({ factors: ['bone'], shortestWeeks: 15 })
})

test('settings decide: target of the tripod, goal of the big toe, symmetry', () => {
  const loads = foot({ scaleHeel: 10, scaleInner: 10, scaleOuter: 10, bigToeExtension: 62 })
  const feet = { left: loads, right: foot({ bigToeExtension: 70 }) }
  expect(readNow({ feet }).load.tripods.left?.kind).not.toBe('even')
  expect(readNow({ feet }, { ...defaultSettings, loadTarget: 'equalThirds' }).load.tripods.left?.kind).toBe(
    'even',
  )
  expect(readNow({ feet }).priorities.deficits.bigToeExtension.left).toBe(0)
  const wide = readNow({ feet }, { ...defaultSettings, bigToeGoal: 'sixtyFive' }).priorities.deficits
    .bigToeExtension.left
  expect(wide).toBeGreaterThan(0)
  expect(
    readNow({ feet }, { ...defaultSettings, bigToeGoal: 'sixtyFive', precision: 'symmetry' }).priorities
      .deficits.bigToeExtension.left,
  ).toBeGreaterThan(wide)
})

test('scales of both feet give the side share, a negative load a named problem', () => {
  const scales = (h: number) => foot({ scaleHeel: h, scaleInner: 10, scaleOuter: 10 })
  expect(readNow({ feet: { left: scales(20), right: scales(20) } }).load.leftShare).toBeCloseTo(0.5, 9)
  expect(readNow({ feet: { left: scales(-4), right: scales(20) } }).load.problems).toMatchObject([
    { code: 'negativeLoad', side: 'left' },
  ])
})

test('what would make it surer is named and goes away once it is there', () => {
  const standing = { left: foot({ navicularStand: 31 }), right: emptyFoot }
  expect(readNow({ feet: standing }).testNext).toContainEqual(
    expect.objectContaining({ measure: 'navicularSit', side: 'left', decides: 'motion' }),
  )
  const both = { left: foot({ navicularStand: 31, navicularSit: 42 }), right: emptyFoot }
  const left = readNow({ feet: both }).testNext.filter((t) => t.side === 'left')
  expect(left.map((t) => t.measure)).not.toContain('navicularSit')
  // what was left out on purpose is not asked for again
  const skipped = {
    left: foot({ navicularStand: 31 }, {}, { navicularSit: 'notTested' }),
    right: emptyFoot,
  }
  expect(readNow({ feet: skipped }).testNext.map((t) => `${t.measure}.${t.side}`)).not.toContain(
    'navicularSit.left',
  )
})

test('the measure with the smaller error is expected to make the class surer, and none makes it less sure', () => {
  const best = (z: number, errorZ: number) =>
    Math.max(...Object.values<number>(classChances(z, errorZ, references)))
  const gain = (known: { z: number; weight: number; error: number }[], error: number) =>
    expectedGain(known, { weight: 1, error }, best)
  expect(gain([], 0.3)).toBeGreaterThan(gain([], 0.6))
  fc.assert(
    fc.property(
      fc.double({ min: -2.5, max: 2.5, noNaN: true }),
      fc.double({ min: 0.2, max: 0.9, noNaN: true }),
      (z, error) => {
        // a measure as good as what is known, weighted alike, cannot be expected to hurt
        expect(gain([{ z, weight: 1, error }], error)).toBeGreaterThan(-0.01)
      },
    ),
  )
  // a foot far inside a class needs nothing more; one on the limit does
  expect(gain([{ z: -3, weight: 1, error: 0.3 }], 0.3)).toBeLessThan(0.01)
  expect(gain([{ z: -1, weight: 1, error: 0.5 }], 0.35)).toBeGreaterThan(0.08)
})

test('a finding on the sore side, where it hurts and on the way to the goal comes first', () => {
  const both = { halluxAngle: 24 }
  const order = (facts: Partial<VisitFacts>) =>
    readNow({ feet: { left: foot(both), right: foot({ ...both, kneeToWall: 80 }) }, ...facts }).findings.map(
      (f) => f.id,
    )
  const mark = { side: 'left', view: 'top', along: 0.9, kind: 'pain', worst: 5, when: [] } as const
  expect(order({ marks: [mark] })[0]).toBe('hallux.left')
  expect(order({ marks: [{ ...mark, side: 'right' }] })[0]).toBe('hallux.right')
  const weightOf = (goal: VisitFacts['goal']) =>
    readNow({ feet: { left: foot(both), right: emptyFoot }, goal }).findings.find(
      (f) => f.id === 'hallux.left',
    )!.weight
  expect(weightOf('toeShape')).toBeCloseTo(weightOf('check') * references.relevanceGoal, 9)
  expect(weightOf('run')).toBeCloseTo(weightOf(undefined), 9)
})

test.each([
  ['halluxAngle', 14, 'straight'],
  ['halluxAngle', 15, 'slight'],
  ['halluxAngle', 20, 'moderate'],
  ['halluxAngle', 40, 'marked'],
  ['halluxAngle', -5, 'straight'],
] as const)('%s of %s° is %s', (measure, value, lean) => {
  const found = readNow({ feet: { left: foot({ [measure]: value }), right: emptyFoot } }).findings
  expect(found).toContainEqual(expect.objectContaining({ kind: 'hallux', side: 'left', lean }))
})

test('outline, toes, cross and outer arch each say their piece, and usual values keep quiet', () => {
  const kinds = (numbers: FootValues['numbers'], words: FootValues['words'] = {}) =>
    readNow({ feet: { left: emptyFoot, right: foot(numbers, words) } }).findings.map((f) => f.kind)
  expect(kinds({ ballWidth: 100, toeWidth: 93 })).toEqual(['fan'])
  expect(
    readNow({ feet: { left: foot({ ballWidth: 100, toeWidth: 101 }), right: emptyFoot } }).findings[0],
  ).toMatchObject({ fan: 'fanned', concern: 'fine' })
  expect(kinds({ fifthToeAngle: 10 })).toEqual([])
  expect(kinds({ fifthToeAngle: 11 })).toEqual(['fifthToe'])
  expect(kinds({ ballWidth: 100, ballWidthSit: 95 })).toEqual([])
  expect(kinds({ ballWidth: 102, ballWidthSit: 95 })).toEqual(['crossArch'])
  expect(kinds({ eversionRange: 6 })).toEqual(expect.arrayContaining(['noRollIn', 'archMotion']))
  expect(kinds({ eversionRange: 9 })).not.toContain('noRollIn')
  expect(
    kinds({}, { outerArch: 'none', swelling: 'some', toeGround3: 'lifts', toe2: 'bent, soft' }).sort(),
  ).toEqual(['outerArch', 'swelling', 'toes', 'toesOff'])
  const [room] = readNow({
    feet: { left: foot({ gapSpread1: 9, gapSpread3: 4, gapRest3: 1 }), right: emptyFoot },
  }).findings
  expect(room).toMatchObject({
    kind: 'toeRoom',
    narrowest: { gap: 3, spreadMm: 4, restMm: 1 },
    concern: 'watch',
  })
})

describe('values raise cautions by themselves', () => {
  const raised = (facts: Partial<VisitFacts>) => readNow(facts).cautions.cautions.map((c) => c.id)
  const pain = (side: 'left' | 'right', when: 'night' | 'firstStep') =>
    ({ side, view: 'sole', along: 0.1, kind: 'pain', worst: undefined, when: [when] }) as const
  test.each([
    [
      'a thin fat pad seen in Look',
      { feet: { left: foot({}, { fatPadHeel: 'thin' }), right: emptyFoot } },
      'thinFatPad',
    ],
    ['pain at night on the map', { marks: [pain('left', 'night')] }, 'nightPain'],
    ['pain on one side', { marks: [pain('left', 'firstStep')] }, 'twoSided'],
    ['a sore spot', { marks: [pain('left', 'firstStep')] }, 'soreSpots'],
    [
      'an operation 8 weeks ago',
      { events: [{ kind: 'operation', side: 'left', weeksAgo: 8 }] },
      'recentOperation',
    ],
    [
      'a stress fracture',
      { events: [{ kind: 'stressFracture', side: 'left', weeksAgo: 300 }] },
      'boneHistory',
    ],
    ['a sprain', { events: [{ kind: 'sprain', side: 'left', weeksAgo: 30 }] }, 'oldInjury'],
    ['a sprain five weeks ago', { events: [{ kind: 'sprain', side: 'left', weeksAgo: 5 }] }, 'freshSprain'],
    [
      'a stress fracture last month',
      { events: [{ kind: 'stressFracture', side: 'right', weeksAgo: 5 }] },
      'freshBreak',
    ],
    [
      'a break of this year whose month nobody knows',
      { events: [{ kind: 'brokenToe', side: 'right', weeksAgo: 40, weeksAtLeast: 0 }] },
      'freshBreak',
    ],
    [
      'an operation whose month nobody knows',
      { events: [{ kind: 'operation', side: 'right', weeksAgo: 40, weeksAtLeast: 0 }] },
      'recentOperation',
    ],
    ['a blood thinner by its name', { medicines: ['Apixaban 5 mg'] }, 'anticoagulants'],
    ['insulin', { medicines: ['insulin'] }, 'feeling'],
    ['cortisone', { medicines: ['cortisone'] }, 'boneHistory'],
    ['a medicine for thin bones', { medicines: ['osteoporosis medicine'] }, 'boneHistory'],
    ['a medicine for gout', { medicines: ['allopurinol'] }, 'inflammatory'],
    [
      'a foot that is clearly swollen',
      { feet: { left: foot({}, { swelling: 'clear' }), right: emptyFoot } },
      'hotSwollen',
    ],
    ['fifteen years', { ageYears: 15 }, 'child'],
    ['sixteen this year, the birthday not known', { ageYears: 16 }, 'child'],
    ['sixty-five years', { ageYears: 65 }, 'balanceRisk'],
    [
      'a low arch that no hand lifts',
      {
        feet: {
          left: foot(
            { navicularStand: 20, truncatedLength: 185 },
            {
              archRestWord: 'lowered',
              archActiveWord: 'cannot',
              archPassiveWord: 'cannot',
              archSeen: 'none',
            },
          ),
          right: emptyFoot,
        },
      },
      'fixedFlat',
    ],
  ] as [string, Partial<VisitFacts>, string][])('%s', (_, facts, id) => expect(raised(facts)).toContain(id))
  test('and do not where they should not', () => {
    expect(raised({ marks: [pain('left', 'firstStep'), pain('right', 'firstStep')] })).toEqual(['soreSpots'])
    expect(raised({ events: [{ kind: 'operation', side: 'left', weeksAgo: 12 }] })).toEqual([])
    expect(raised({ events: [{ kind: 'birth', side: 'both', weeksAgo: 2 }] })).toEqual([])
    expect(raised({ ageYears: 17 })).toEqual([])
    expect(raised({ medicines: ['blood pressure', 'thyroid'] })).toEqual([])
    expect(raised({ events: [{ kind: 'stressFracture', side: 'left', weeksAgo: 12 }] })).toEqual([
      'boneHistory',
    ])
    expect(raised({ feet: { left: foot({}, { swelling: 'some' }), right: emptyFoot } })).toEqual([])
    expect(raised({ feet: { left: foot({}, { fatPadHeel: 'usual' }), right: emptyFoot } })).toEqual([])
  })
})

test('no finding ever holds NaN or Infinity, whatever was entered', () => {
  const any = fc.double({ min: 0, max: 110, noNaN: true })
  fc.assert(
    fc.property(any, any, any, any, any, (a, b, c, d, e) => {
      const numbers = {
        navicularSit: a,
        navicularStand: b,
        navicularSingle: c,
        navicularActive: d,
        scaleHeel: e,
        scaleInner: a,
        scaleOuter: b,
        heelRest: c,
        heelActive: d,
      }
      const text = JSON.stringify(
        readNow({
          feet: { left: foot(numbers), right: foot(numbers) },
          prints: { left: print, right: print },
        }),
        (_, v: unknown) => (typeof v === 'number' && !Number.isFinite(v) ? 'BROKEN' : v),
      )
      expect(text).not.toContain('BROKEN')
    }),
  )
})

describe('the angle of the shin', () => {
  const ankleOf = (numbers: Record<string, number>) =>
    read(
      { ...empty, feet: { left: { ...emptyFoot, numbers }, right: emptyFoot } },
      references,
      defaultSettings,
    ).findings.find((f) => f.id === 'kneeToWall.left')
  test('stands in for the tape where nobody used one', () => {
    expect(ankleOf({ shinAngle: 27 })).toMatchObject({
      kind: 'range',
      value: expect.closeTo(75, 6),
      concern: 'work',
    })
    expect(ankleOf({ shinAngle: 46 })).toMatchObject({ concern: 'fine' })
  })
  test('gives way to the tape', () =>
    expect(ankleOf({ shinAngle: 27, kneeToWall: 130 })).toMatchObject({ value: 130 }))
})
test('it hurts most on this side, or else anywhere', () => {
  const pain = (side: 'left' | 'right', along: number, worst: number) =>
    ({ side, view: 'sole', along, kind: 'pain', worst, when: [] }) as const
  const marks = [pain('left', 0.1, 3), pain('left', 0.7, 6), pain('right', 0.9, 9)]
  expect(worstRegion(marks, 'left', references)).toBe('ball')
  expect(worstRegion(marks.slice(0, 2), 'right', references)).toBe('ball')
  expect(worstRegion([], 'left', references)).toBeUndefined()
})

describe('grades in what follows', () => {
  const both = (numbers: FootValues['numbers'], words: FootValues['words'] = {}) => ({
    left: foot(numbers, words),
    right: foot(numbers, words),
  })
  const rolledIn = { heelRest: 14, heelActive: 13, heelPassive: 3 }
  const rolledOut = { heelRest: -8, heelActive: -7, heelPassive: 2 }

  test('a heel that rolled out is graded, but never trained as if it had rolled in', () => {
    expect(readNow({ feet: both(rolledIn) }).priorities.deficits.insideAnkle.left).toBeGreaterThan(0.5)
    const out = readNow({ feet: both(rolledOut) })
    expect(out.grades.left.heel).toMatchObject({ grade: 2, leans: 'out' })
    expect(out.priorities.deficits.insideAnkle.left).toBe(0)
    expect(out.priorities.deficits.delay.left).toBe(0)
  })

  test('the transition is as long as the effects beside the grade say', () => {
    const reasons = (numbers: FootValues['numbers']) => {
      const reading = readNow({ feet: both(numbers), hoursStanding: 20, hoursWalking: 10 })
      const shown = Object.values(reading.grades.left.effects).some((e) => e.paceFactor > 1)
      return { shown, counted: reading.transition!.factors.some((f) => f === 'grade') }
    }
    expect(reasons(rolledIn)).toEqual({ shown: true, counted: true })
    expect(reasons(rolledOut)).toEqual({ shown: false, counted: false })
  })

  const weeksAgo = (weeks: number, halluxAngle: number) => {
    const then = { numbers: { halluxAngle }, trials: {}, weeksAgo: weeks }
    return { earlier: { left: then, right: then } }
  }
  test.each([
    ['really worse within half a year', weeksAgo(20, 16), 'rapid'],
    ['worse within the error', weeksAgo(20, 23), false],
    ['really worse, but slowly', weeksAgo(60, 16), false],
    ['really better', weeksAgo(20, 36), false],
  ])('a big toe that got %s', (_, earlier, refer) => {
    const reading = readNow({ feet: both({ halluxAngle: 25 }), ...earlier })
    expect(reading.grades.right.effects.bigToe!.refer).toBe(refer)
  })

  test('a mean of several trials makes a grade and a side difference surer', () => {
    const trials = { heelActive: 4, heelRest: 4, heelPassive: 4, kneeToWall: 4 }
    const edge = { heelRest: 14, heelActive: 7, heelPassive: 2 }
    const once = readNow({ feet: both(edge) }).grades.left.heel
    const often = readNow({ feet: { left: { ...foot(edge), trials }, right: emptyFoot } }).grades.left.heel
    expect(often.chances[2]).toBeGreaterThan(once.chances[2])
    const change = (more: object) =>
      readNow({
        feet: {
          left: { ...foot({ kneeToWall: 80 }), ...more },
          right: { ...foot({ kneeToWall: 101 }), ...more },
        },
      }).findings.find((f) => f.kind === 'sideDifference')
    expect(change({ trials })!.change.mdc).toBeCloseTo(change({})!.change.mdc / 2, 9)
  })

  test('the support view of the practice decides what stands beside a grade 1', () => {
    const support = (archSupport: 'trainFirst' | 'whileTraining' | 'supportFirst') =>
      readNow(
        { feet: both({ heelRest: 14, heelActive: 3, heelPassive: 3 }) },
        { ...defaultSettings, archSupport },
      ).grades.left.effects.heel!.support
    expect(support('trainFirst')).toBe('none')
    expect(support('whileTraining')).toBe('whileTraining')
    expect(support('supportFirst')).toBe('first')
  })
})
