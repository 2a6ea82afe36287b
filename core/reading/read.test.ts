import fc from 'fast-check'
import { emptyFoot, type FootValues } from '../measures'
import { referenceValues } from '../reference'
import { createReader, defaultSettings, read, type VisitFacts } from './index'

const references = referenceValues()
const foot = (
  numbers: FootValues['numbers'],
  words: FootValues['words'] = {},
  states: FootValues['states'] = {},
): FootValues => ({ numbers, words, states })
const empty: VisitFacts = {
  ageYears: undefined,
  feet: { left: emptyFoot, right: emptyFoot },
  prints: { left: undefined, right: undefined },
  loadMethod: 'scales',
  worstPain: undefined,
  soreSides: [],
  hoursStanding: undefined,
  hoursWalking: undefined,
  runs: false,
  kneeComesIn: false,
  cautionAnswers: {},
  dealtWith: {},
  shoes: [],
  plan: {
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    kit: ['wall', 'step', 'band'],
    pinned: [],
    banned: [],
    pace: 'usual',
  },
}
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
  expect(reading.plan?.phases.every((p) => p.picks.length === 0)).toBe(true)
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
  expect(cannot.deficits.balance.left).toBe(1)
  const notTested = readNow({
    feet: { left: foot({}, {}, { singleLegOpen: 'notTested' }), right: emptyFoot },
  })
  expect(notTested.findings).toEqual([])
})

test('a stop blocks plan, spacing and transition; a limit only shapes them', () => {
  const feet = { left: foot({ kneeToWall: 70, halluxAngle: 26 }), right: foot({ kneeToWall: 70 }) }
  const stop = readNow({ feet, hoursStanding: 20, cautionAnswers: { hotSwollen: true } })
  expect(stop).toMatchObject({
    plan: undefined,
    transition: undefined,
    spacing: { use: 'notNow', because: 'caution' },
  })
  const limit = readNow({ feet, hoursStanding: 20, cautionAnswers: { boneHistory: true } })
  expect(limit.plan).toBeDefined()
  expect(limit.transition).toMatchObject({ factors: ['bone'], shortestWeeks: 15 })
})

test('settings decide: target of the tripod, goal of the big toe, symmetry', () => {
  const loads = foot({ scaleHeel: 10, scaleInner: 10, scaleOuter: 10, bigToeExtension: 62 })
  const feet = { left: loads, right: foot({ bigToeExtension: 70 }) }
  expect(readNow({ feet }).load.tripods.left?.kind).not.toBe('even')
  expect(readNow({ feet }, { ...defaultSettings, loadTarget: 'equalThirds' }).load.tripods.left?.kind).toBe(
    'even',
  )
  expect(readNow({ feet }).deficits.bigToeExtension.left).toBe(0)
  const wide = readNow({ feet }, { ...defaultSettings, bigToeGoal: 'sixtyFive' }).deficits.bigToeExtension
    .left
  expect(wide).toBeGreaterThan(0)
  expect(
    readNow({ feet }, { ...defaultSettings, bigToeGoal: 'sixtyFive', precision: 'symmetry' }).deficits
      .bigToeExtension.left,
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
    expect.objectContaining({ measure: 'navicularSit', side: 'left', decides: 'travel' }),
  )
  const both = { left: foot({ navicularStand: 31, navicularSit: 42 }), right: emptyFoot }
  expect(readNow({ feet: both }).testNext.map((t) => t.decides)).not.toContain('travel')
})

test('a reader with memory says the same as one without, whatever changes', () => {
  const reader = createReader()
  const height = fc.option(fc.double({ min: 10, max: 70, noNaN: true }), { nil: undefined })
  fc.assert(
    fc.property(
      height,
      height,
      fc.boolean(),
      fc.integer({ min: 5, max: 40 }),
      (sit, stand, hot, minutesPerSession) => {
        const numbers = {
          ...(sit === undefined ? {} : { navicularSit: sit }),
          ...(stand === undefined ? {} : { navicularStand: stand }),
        }
        const facts: VisitFacts = {
          ...empty,
          feet: { left: foot(numbers), right: foot({ kneeToWall: 80 }) },
          cautionAnswers: { hotSwollen: hot },
          plan: { ...empty.plan, minutesPerSession },
        }
        expect(reader(facts, references, defaultSettings)).toEqual(read(facts, references, defaultSettings))
      },
    ),
    { numRuns: 40 },
  )
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
