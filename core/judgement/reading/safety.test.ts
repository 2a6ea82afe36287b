import { cautionQuestions, cautionTable, type CautionId } from '../../plan/cautions'
import { emptyFoot, type FootValues } from '../../foot/measures'
import { referenceValues } from '../../groundwork/reference'
import { defaultSettings, read, type VisitFacts } from './index'

const references = referenceValues()
const weak: FootValues = {
  numbers: { kneeToWall: 60, bigToeExtension: 40, singleLegOpen: 8, heelRaises: 6, halluxAngle: 25 },
  words: {},
  states: {},
}
const facts = (changed: Partial<VisitFacts> = {}): VisitFacts => ({
  ageYears: 40,
  bodyMassKg: 70,
  goal: undefined,
  marks: [],
  recordings: [],
  events: [],
  feet: { left: weak, right: weak },
  prints: { left: undefined, right: undefined },
  loadMethod: 'scales',
  worstPain: 0,
  soreSides: [],
  hoursStanding: 5,
  hoursWalking: 3,
  runs: false,
  kneeComesIn: false,
  cautionAnswers: {},
  dealtWith: {},
  shoes: [],
  devices: [],
  spacersMm: [0, 0, 0, 0],
  traced: { left: undefined, right: undefined },
  plan: {
    minutesPerSession: 20,
    sessionsPerWeek: 5,
    kit: ['wall', 'step', 'band'],
    pinned: [],
    banned: [],
    pace: 'usual',
  },
  ...changed,
})
const readNow = (changed: Partial<VisitFacts> = {}) => read(facts(changed), references, defaultSettings)

const stops = (Object.keys(cautionTable) as CautionId[]).filter((id) => cautionTable[id].level === 'stop')

test('there are stops to test', () => expect(stops.length).toBeGreaterThan(3))

test.each(stops)('%s blocks plan and transition, and dealing with it opens them again', (id) => {
  const { asks } = cautionTable[id]
  const asked = cautionQuestions.find((q) => q === asks)
  if (!asked) return
  const stopped = readNow({ cautionAnswers: { [asked]: true } })
  expect(stopped.cautions.isBlocked).toBe(true)
  expect(stopped.plan).toBeUndefined()
  expect(stopped.transition).toBeUndefined()
  expect(stopped.spacing.use).toBe('notNow')
  const dealt = { by: 'Ilse Marrack', on: '2026-05-04', words: 'seen, fine to go on' }
  const raised = stopped.cautions.cautions.filter((c) => c.level === 'stop').map((c) => c.id)
  const settled = readNow({
    cautionAnswers: { [asked]: true },
    dealtWith: Object.fromEntries(raised.map((r) => [r, dealt])),
  })
  expect(settled.cautions.isBlocked).toBe(false)
  expect(settled.plan).toBeDefined()
})

test('under 16 there is no transition of load, from 16 there is', () => {
  expect(readNow({ ageYears: 15 }).transition).toBeUndefined()
  expect(readNow({ ageYears: 16 }).transition).toBeDefined()
})

test('lost feeling keeps every week of the transition inside', () => {
  const free = readNow().transition!
  expect(free.weeks.some((w) => w.surface === 'outdoor')).toBe(true)
  const numb = readNow({ cautionAnswers: { diabetesOrNumb: true } })
  const weeks = numb.transition?.weeks ?? []
  expect(numb.cautions.effects.has('noBarefootOutside')).toBe(true)
  expect(weeks.every((w) => w.surface !== 'outdoor')).toBe(true)
})

test('heavy and running lengthens the transition; heavy alone, light, or unknown does not', () => {
  const factorsOf = (changed: Partial<VisitFacts>) => readNow(changed).transition!.factors
  expect(factorsOf({ runs: true, bodyMassKg: 95 })).toContain('mass')
  expect(factorsOf({ runs: false, bodyMassKg: 95 })).not.toContain('mass')
  expect(factorsOf({ runs: true, bodyMassKg: 70 })).not.toContain('mass')
  expect(factorsOf({ runs: true, bodyMassKg: undefined })).not.toContain('mass')
  // a tenth more than at the visit before
  expect(factorsOf({ runs: true, bodyMassKg: 77, earlierMassKg: 70 })).toContain('mass')
  expect(factorsOf({ runs: true, bodyMassKg: 76, earlierMassKg: 70 })).not.toContain('mass')
  const plain = readNow({ runs: true, bodyMassKg: 70 }).transition!.weeks.length
  expect(readNow({ runs: true, bodyMassKg: 95 }).transition!.weeks.length).toBeGreaterThanOrEqual(plain)
})

test('hip drills wait for the knee where the practice says so, and come the moment it is ticked', () => {
  const settings = { ...defaultSettings, hipDrills: 'whenKneeIn' as const }
  const hipsOf = (kneeComesIn: boolean) =>
    read(facts({ kneeComesIn }), references, settings).plan!.leftOut.filter(
      (l) => l.because.why === 'setting' && l.because.setting === 'hipDrills',
    )
  expect(hipsOf(false).length).toBeGreaterThan(0)
  expect(hipsOf(true)).toEqual([])
})

test('a wider heel on the print changes the drawn outline and with it the fit', () => {
  const print = (heelWidthMm: number) => ({
    lengthMm: 244,
    toelessLengthMm: 200,
    ballWidthMm: 92,
    heelWidthMm,
    toeWidthMm: undefined,
    archIndex: { value: 0.25, error: 0.001 },
    printKind: 'bridged' as const,
  })
  const shoe = {
    id: 'a',
    name: 'Shoe',
    hoursPerWeek: 20,
    innerLengthMm: 265,
    innerWidthBallMm: 96,
    innerWidthHeelMm: 60,
    innerWidthToesMm: 84,
  }
  const heelOut = (heelWidthMm: number) => {
    const only = { left: print(heelWidthMm), right: undefined }
    const { fits } = readNow({ feet: { left: emptyFoot, right: emptyFoot }, prints: only, shoes: [shoe] })
      .shoes.shoes[0]!
    return Math.max(...fits.left!.regions.filter((o) => o.region === 'heel').map((o) => o.mostMm))
  }
  const narrow = heelOut(50)
  expect(heelOut(64)).toBeGreaterThan(narrow + 3)
  expect(heelOut(50)).toBe(narrow)
})
