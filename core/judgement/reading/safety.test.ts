import {
  cautionQuestions,
  cautionTable,
  heldBackBy,
  openableOf,
  stopQuestions,
  type CautionEffect,
  type CautionId,
  type ReleasePart,
} from '../../plan/cautions'
import { choosePlan } from '../../plan/training'
import { emptyFoot, type FootValues } from '../../foot/measures'
import { referenceValues } from '../../groundwork/reference'
import { defaultSettings, read, type VisitFacts } from './index'
import { bareFacts, noRedFlags } from './testing/bareFacts'

const references = referenceValues()
const weak: FootValues = {
  numbers: { kneeToWall: 60, bigToeExtension: 40, singleLegOpen: 8, heelRaises: 6, halluxAngle: 25 },
  words: {},
  states: {},
}
const facts = (changed: Partial<VisitFacts> = {}) =>
  bareFacts({
    ageYears: 40,
    bodyMassKg: 70,
    feet: { left: weak, right: weak },
    worstPain: 0,
    hoursStanding: 5,
    hoursWalking: 3,
    ...changed,
  })
// led by somebody licensed
const settings = { ...defaultSettings, licence: 'podiatrist' as const }
const readNow = (changed: Partial<VisitFacts> = {}) => read(facts(changed), references, settings)

const stops = (Object.keys(cautionTable) as CautionId[]).filter((id) => cautionTable[id].level === 'stop')

test('there are stops to test', () => expect(stops.length).toBeGreaterThan(3))

test.each(stops)('%s blocks plan and transition, and dealing with it opens them again', (id) => {
  const { asks } = cautionTable[id]
  const asked = cautionQuestions.find((q) => q === asks)
  if (!asked) return
  const stopped = readNow({ cautionAnswers: { ...noRedFlags, [asked]: true } })
  expect(stopped.cautions.isBlocked).toBe(true)
  expect(stopped.planInput).toBeUndefined()
  expect(stopped.transition).toBeUndefined()
  expect(stopped.spacing.use).toBe('notNow')
  const dealt = { by: 'Ilse Marrack', on: '2026-05-04', words: 'seen, fine to go on' }
  const raised = stopped.cautions.cautions.filter((c) => c.level === 'stop').map((c) => c.id)
  const settled = readNow({
    cautionAnswers: { ...noRedFlags, [asked]: true },
    dealtWith: Object.fromEntries(raised.map((r) => [r, dealt])),
  })
  expect(settled.cautions.isBlocked).toBe(false)
  expect(settled.planInput).toBeDefined()
})

test('while one red flag is unanswered there is no plan, no spacing and no way into other shoes; it is named', () => {
  for (const open of stopQuestions.filter((q) => q !== 'childLimping')) {
    const { [open]: _, ...answered } = noRedFlags
    const reading = readNow({ cautionAnswers: answered })
    expect(reading.cautions.block).toEqual({ openQuestions: [open], isAgeUnknown: false, stops: [] })
    expect(reading.planInput).toBeUndefined()
    expect(reading.transition).toBeUndefined()
    expect(reading.spacing.use).toBe('notNow')
  }
  expect(readNow().cautions.block).toBeUndefined()
})

test('under 16 there is no plan of any kind; after an operation none until a release is written down by name', () => {
  expect(readNow({ ageYears: 15 }).cautions.block?.stops).toEqual(['child'])
  expect(readNow({ ageYears: 15 }).planInput).toBeUndefined()
  const operated = { cautionAnswers: { ...noRedFlags, recentOperation: true } }
  expect(readNow(operated).cautions.block?.stops).toEqual(['recentOperation'])
  const released = readNow({
    ...operated,
    dealtWith: {
      recentOperation: { by: 'Ilse Marrack', on: '2026-05-04', words: 'Surgeon released for seated work.' },
    },
  })
  expect(released.cautions.block).toBeUndefined()
  const traits = choosePlan(released.planInput!).phases.flatMap((p) =>
    p.picks.flatMap((pick) => pick.exercise.traits),
  )
  for (const trait of ['oneLeg', 'bounce', 'heavy', 'deepSquat'] as const) expect(traits).not.toContain(trait)
})

describe('a sprain of late goes stage by stage, opened by what is measured', () => {
  const side = (numbers: Partial<FootValues['numbers']>, swelling?: string): FootValues => ({
    numbers: { kneeToWall: 100, bigToeExtension: 60, singleLegOpen: 20, heelRaises: 20, ...numbers },
    words: swelling === undefined ? {} : { swelling },
    states: {},
  })
  const picks = (left: FootValues, more: Partial<VisitFacts> = {}) => {
    const reading = readNow({
      feet: { left, right: side({}, 'none') },
      events: [{ kind: 'sprain', side: 'left', weeksAgo: 2 }],
      goal: 'balance',
      hoursStanding: 10,
      hoursWalking: 10,
      ...more,
    })
    const plan = choosePlan({ ...reading.planInput!, minutesPerSession: 40 })
    return { reading, picks: plan.phases.flatMap((phase) => phase.picks) }
  }
  const positions = (of: ReturnType<typeof picks>) => new Set(of.picks.map((pick) => pick.exercise.position))
  test('swollen, or not looked at: nothing upright, and no thin soles', () => {
    for (const swelling of ['some', undefined]) {
      const swollen = picks(side({}, swelling))
      expect([...positions(swollen)].filter((p) => p === 'standing' || p === 'one leg')).toEqual([])
      expect(swollen.reading.transition?.to.end).toBe('fits')
    }
  })
  test('moving as far but weaker: on two legs, never on one', () => {
    const weakSide = positions(picks(side({ heelRaises: 10 }, 'none')))
    expect(weakSide).toContain('standing')
    expect(weakSide).not.toContain('one leg')
  })
  test('the injured side is given nothing more for being weaker, and no dose of the sound one', () => {
    for (const { dose } of picks(side({ heelRaises: 18, singleLegOpen: 2 }, 'none')).picks)
      expect(dose.extraSets.left).toBe(0)
    const { singleLegOpen: _open, ...others } = side({}, 'none').numbers
    const { reading } = picks({ ...side({}, 'none'), numbers: others })
    expect(reading.planInput?.measured.best.singleLegOpen).toBeUndefined()
    const long = picks({ ...side({}, 'none'), numbers: others }, { events: [] })
    expect(long.reading.planInput?.measured.best.singleLegOpen).toBe(20)
  })
})

describe('a release names what it opens', () => {
  const { plan: base } = bareFacts()
  const readReleased = (opens: ReleasePart[]) =>
    readNow({
      cautionAnswers: { ...noRedFlags, recentOperation: true },
      hoursStanding: 10,
      hoursWalking: 10,
      plan: { ...base, transition: { ...base.transition, end: 'mostThin' } },
      dealtWith: {
        recentOperation: {
          by: 'Ilse Marrack',
          on: '2026-05-04',
          words: 'Surgeon released it.',
          release: { opens, from: '2026-05-01' },
        },
      },
    })
  const shutBy: Record<ReleasePart, CautionEffect> = {
    toes: 'noBigToeLoad',
    thinSoles: 'noThinSoles',
    spacers: 'noSpacers',
    fullLoad: 'surgeonRules',
    bounce: 'noBounce',
  }
  test.each(openableOf('recentOperation'))('%s stays shut unless it is named', (part) => {
    const without = openableOf('recentOperation').filter((p) => p !== part && p !== 'bounce')
    expect(readReleased(without).cautions.effects).toContain(shutBy[part])
    expect(readReleased([part]).cautions.effects).not.toContain(shutBy[part])
  })
  test('thin soles are no end before toes and soles are open', () => {
    expect(readReleased(['fullLoad']).transition?.to.end).toBe('fits')
    expect(readReleased(['toes', 'thinSoles']).transition?.to.end).toBe('mostThin')
  })
  test('no big toe is loaded or stretched by a plan of a release that does not name it', () => {
    const toes = (opens: ReleasePart[]) =>
      choosePlan({ ...readReleased(opens).planInput!, minutesPerSession: 40 }).phases.flatMap((phase) =>
        phase.picks.filter(({ exercise }) =>
          exercise.traits.some((trait) => trait === 'bigToeLoaded' || trait === 'bigToeExtension'),
        ),
      )
    expect(toes(['fullLoad', 'bounce', 'thinSoles', 'spacers'])).toEqual([])
  })
  test('what waits for nobody is opened by nobody', () => {
    expect(openableOf('feeling')).toEqual([])
    expect(openableOf('freshBreak')).not.toContain('spacers')
  })
})

test('one side that nobody measured opens no gate, however well the other does', () => {
  const strong: FootValues = { ...weak, numbers: { ...weak.numbers, singleLegOpen: 45, heelRaises: 30 } }
  const { singleLegOpen: _open, heelRaises: _raises, ...others } = weak.numbers
  const hops = ['spotHops', 'runIn', 'oneLegShut']
  const gatedIn = (right: FootValues) => {
    const reading = readNow({ feet: { left: strong, right }, goal: 'run' })
    const plan = choosePlan({ ...reading.planInput!, pinned: hops, minutesPerSession: 40 })
    return plan.phases.flatMap((p) => p.picks).filter((p) => hops.includes(p.exercise.id))
  }
  const half = gatedIn({ ...weak, numbers: others })
  expect(half.length).toBeGreaterThan(0)
  for (const pick of half) expect(pick.gate?.isOpen).toBe(false)
  for (const pick of gatedIn(strong)) expect(pick.gate).toBeUndefined()
})

test('what holds every plan back is what the letter is about: a child and an operation too', () => {
  expect(heldBackBy(readNow({ ageYears: 12 }).cautions).map((c) => c.see)).toEqual(['childDoctor'])
  const operated = readNow({ cautionAnswers: { ...noRedFlags, recentOperation: true } })
  expect(heldBackBy(operated.cautions).map((c) => c.see)).toEqual(['surgeon'])
  expect(heldBackBy(readNow().cautions)).toEqual([])
})

test('a nine on the pain map is not softened by a two that was typed', () => {
  const marks = [
    { side: 'left' as const, view: 'sole' as const, along: 0.7, kind: 'pain' as const, worst: 9, when: [] },
  ]
  const input = readNow({ marks, worstPain: 9 }).planInput!
  expect(input.painPlaces.left).toEqual(['ball'])
  const traits = choosePlan(input).phases.flatMap((p) => p.picks.flatMap((pick) => pick.exercise.traits))
  expect(traits).not.toContain('bounce')
  expect(traits).not.toContain('toeOffLoad')
})

test('under 16 there is no transition of load; who is 16 this year may be 15 still', () => {
  expect(readNow({ ageYears: 16 }).transition).toBeUndefined()
  expect(readNow({ ageYears: 17 }).transition).toBeDefined()
})

test('lost feeling leaves shoes that fit: no minute in thin soles, whatever a hand chose', () => {
  const free = readNow().transition!
  expect(free.weeks.some((w) => w.surface === 'paving')).toBe(true)
  const numb = readNow({ cautionAnswers: { ...noRedFlags, diabetesOrNumb: true } })
  expect(numb.cautions.effects.has('noBarefootOutside')).toBe(true)
  expect(numb.transition).toMatchObject({ to: { end: 'fits', minutes: 0 }, weeks: [], allowed: ['fits'] })
})

test('lost feeling with a coach: words and a referral, no plan of any kind', () => {
  const asked = facts({ cautionAnswers: { ...noRedFlags, diabetesOrNumb: true } })
  const { cautions, planInput, transition, spacing } = read(asked, references, defaultSettings)
  expect(cautions.block?.stops).toEqual(['feeling'])
  expect([planInput, transition, spacing.use]).toEqual([undefined, undefined, 'notNow'])
})

test('with a fused or a stiff sore big toe no thin bendy sole; with old bones nobody runs in thin soles', () => {
  for (const question of ['jointFusion', 'stiffBigToe'])
    expect(readNow({ cautionAnswers: { ...noRedFlags, [question]: true } }).transition).toMatchObject({
      allowed: ['fits'],
      weeks: [],
    })
  for (const question of ['boneHistory', 'inflammatory'])
    expect(
      readNow({ runs: true, cautionAnswers: { ...noRedFlags, [question]: true } }).transition!
        .runTargetMinutes,
    ).toBe(0)
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
  const wish = bareFacts().plan
  const plan = { ...wish, transition: { ...wish.transition, hours: 12 } }
  const lengthOf = (bodyMassKg: number) => readNow({ runs: true, bodyMassKg, plan }).transition!
  expect(lengthOf(95).shortestWeeks).toBeGreaterThan(lengthOf(70).shortestWeeks)
})

test('hip drills wait for the knee where the practice says so, and come the moment it is ticked', () => {
  const settings = { ...defaultSettings, hipDrills: 'whenKneeIn' as const }
  const hipsOf = (kneeComesIn: boolean) =>
    choosePlan(read(facts({ kneeComesIn }), references, settings).planInput!).leftOut.filter(
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

test('grade 2, a device of every day and "support first" keep the shoes as they are, whatever a hand chose', () => {
  const wish = bareFacts().plan
  const chosen = { ...wish, transition: { ...wish.transition, end: 'mostThin' as const, hours: 30 } }
  const kept = { to: { end: 'fits', minutes: 0 }, weeks: [], allowed: ['fits'] }
  expect(readNow({ plan: chosen }).transition).toMatchObject({ to: { end: 'mostThin' }, keptFor: undefined })
  const device = { id: 'd', kind: 'custom', volume: 'full', reason: 'grade', hoursPerDay: 8 } as const
  expect(readNow({ plan: chosen, orthoses: [device] }).transition).toMatchObject({
    ...kept,
    keptFor: 'device',
  })
  expect(readNow({ plan: chosen, orthoses: [{ ...device, hoursPerDay: 0 }] }).transition).toMatchObject({
    keptFor: undefined,
  })
})

test.each([
  [2, 0],
  [3, 1],
  [5, 1],
  [6, 2],
  [9, 2],
])(
  'with pain of %i the change of shoes waits %i weeks, with today’s minutes until then',
  (worstPain, held) => {
    const wish = bareFacts().plan
    const plan = { ...wish, transition: { ...wish.transition, end: 'mostThin' as const, hours: 30 } }
    const calm = readNow({ plan }).transition!
    const sore = readNow({ plan, worstPain }).transition!
    expect(sore.weeks.slice(0, held).map((w) => w.minutes)).toEqual(Array(held).fill(sore.startMinutes))
    // and then no more than without pain, week for week
    sore.weeks.slice(held).forEach((week, i) => {
      expect(week.week).toBe(held + i + 1)
      expect(week.minutes).toBeLessThanOrEqual(calm.weeks[Math.min(i, calm.weeks.length - 1)]!.minutes)
    })
  },
)
