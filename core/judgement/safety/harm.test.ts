import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { cases } from '../../groundwork/testing/cases'
import { choosePlan, library, type PlanInput } from '../../plan/training'
import { defaultSettings, read, type PracticeSettings, type VisitFacts } from '../reading'
import { bareFacts } from '../reading/testing/bareFacts'
import { arbitraryVisit } from './testing/arbitraryVisit'
import { harmIn, looks, type Looked } from './testing/harm'

const references = referenceValues()

function planFor({ facts, settings }: { facts: VisitFacts; settings: PracticeSettings }): Looked {
  const reading = read(facts, references, settings)
  return { facts, settings, reading, plan: reading.planInput && choosePlan(reading.planInput) }
}

test('whoever comes, whatever was told, marked, measured and wished: no plan a careful colleague would refuse', () => {
  let planned = 0
  fc.assert(
    fc.property(arbitraryVisit, (visit) => {
      const looked = planFor(visit)
      if (looked.plan) planned++
      expect(harmIn(looked)).toEqual([])
    }),
    { numRuns: cases(120, 2000) },
  )
  // a property that hardly ever sees a plan proves nothing
  expect(planned).toBeGreaterThan(cases(120, 2000) / 5)
})

describe('each look can fail', () => {
  const well = bareFacts({ worstPain: 0, hoursStanding: 5, hoursWalking: 3 })
  const settings: PracticeSettings = { ...defaultSettings, licence: 'podiatrist' }
  const pickOf = (id: string) => {
    const exercise = library.find((e) => e.id === id)!
    const dose = { sets: 1, work: { holdS: 5 }, perWeek: 5, minutes: 1, extraSets: { left: 0, right: 0 } }
    return { exercise, dose, lines: [], level: 0, because: [] }
  }
  const withDrill = (facts: VisitFacts, id: string, wish = settings): Looked =>
    ({
      facts,
      settings: wish,
      reading: { planInput: {}, transition: undefined, spacing: { use: 'notNow', because: 'noReason' } },
      plan: { phases: [{ stage: 'wake', fromWeek: 1, weeks: 3, picks: [pickOf(id)] }] },
    }) as unknown as Looked

  /** A visit for which one row holds. */
  const holding: Record<string, Partial<VisitFacts> & { settings?: Partial<PracticeSettings> }> = {
    'a condition not asked': { cautionAnswers: {} },
    'age not known': { ageYears: undefined },
    'under 16': { ageYears: 16 },
    'operated lately': { events: [{ kind: 'operation', side: 'left', weeksAgo: 3 }] },
    'a bone broken lately': { events: [{ kind: 'stressFracture', side: 'left', weeksAgo: 3 }] },
    'pain at night on the map': {
      marks: [{ side: 'left', view: 'sole', along: 0.5, kind: 'pain', worst: 2, when: ['night'] }],
    },
    'lost feeling, led by a coach': { medicines: ['insulin'], settings: { licence: 'coach' } },
    'lost feeling': { medicines: ['insulin'] },
    'lost feeling, nothing to hold': { medicines: ['insulin'] },
    circulation: { cautionAnswers: { circulation: true } },
    'old bones': { cautionAnswers: { boneHistory: true } },
    'inflamed joints': { cautionAnswers: { inflammatory: true } },
    'blood thinners': { medicines: ['Blood thinners'] },
    pregnant: { cautionAnswers: { pregnancy: true } },
    'big toe fused or stiff': { cautionAnswers: { stiffBigToe: true } },
    'joints that go too far': { cautionAnswers: { hypermobility: true } },
    'thin fat pad': { cautionAnswers: { thinFatPad: true } },
    'falls or 65': { ageYears: 65 },
    skin: { cautionAnswers: { allergy: true } },
    'a sprain of late': { events: [{ kind: 'sprain', side: 'left', weeksAgo: 2 }] },
    'sprained or strained of late, swelling not looked at': {
      events: [{ kind: 'otherInjury', side: 'right', weeksAgo: 1 }],
    },
    'toes nobody released': { events: [{ kind: 'operation', side: 'left', weeksAgo: 3 }] },
    'bounce nobody released': { events: [{ kind: 'brokenToe', side: 'left', weeksAgo: 3 }] },
    'cannot stand on one leg': {
      feet: { ...well.feet, left: { numbers: { singleLegOpen: 0 }, words: {}, states: {} } },
    },
    'a sore heel': { marks: [{ side: 'left', view: 'sole', along: 0.1, kind: 'pain', worst: 4, when: [] }] },
    'pain over 2 or unknown': { worstPain: 5 },
  }
  test.each(looks.noPlan.map((row) => row.what))('no plan at all: %s', (what) => {
    const [flag, ...rest] = what.split(' ')
    const answers =
      rest.join(' ') === 'answered yes'
        ? { [flag!]: true }
        : rest.join(' ') === 'not asked'
          ? { [flag!]: undefined }
          : undefined
    const { settings: changed, ...told } = holding[what] ?? {}
    const facts = {
      ...well,
      ...told,
      ...(answers && { cautionAnswers: { ...well.cautionAnswers, ...answers } }),
    }
    const looked = withDrill(facts, 'dome', { ...settings, ...changed })
    expect(harmIn(looked)).toContain(`${what}: training is planned`)
  })

  test.each(looks.notDone.flatMap(({ what, kinds }) => kinds.map((kind) => [what, kind] as const)))(
    '%s: a drill that is %s',
    (what, kind) => {
      const { settings: changed, ...told } = holding[what] ?? {}
      const answers = { ...well.cautionAnswers, ...told.cautionAnswers }
      const facts = { ...well, ...told, cautionAnswers: answers }
      for (const id of looks.drills[kind])
        expect(harmIn(withDrill(facts, id, { ...settings, ...changed }))).toContain(`${what}: ${id}`)
    },
  )

  test('a hold over the measured best, no word of something to hold, a set more for the sore side, 8 of 10 at the heel', () => {
    const numbers = { singleLegOpen: 4 }
    const feet = { ...well.feet, left: { numbers, words: {}, states: {} } }
    expect(harmIn(withDrill({ ...well, feet }, 'oneLegStand'))).toContain(
      'oneLegStand: 5 s asked, 4 s measured',
    )
    expect(harmIn(withDrill({ ...well, ageYears: 70 }, 'standingDome'))).toContain(
      'standingDome: nothing said of something to hold',
    )
    const marks = [
      { side: 'left' as const, view: 'sole' as const, along: 0.1, kind: 'pain' as const, worst: 8, when: [] },
    ]
    const sore = withDrill({ ...well, marks, worstPain: 8 }, 'dome')
    sore.plan!.phases[0]!.picks[0]!.dose.extraSets.left = 1
    expect(harmIn(sore)).toEqual(
      expect.arrayContaining(['dome: a set more for the left side that hurts', 'dome: 8 of 10 at the heel']),
    )
  })

  test('shoes: thin soles where they are kept, growth with pain, growth too fast, running on old bones', () => {
    const shoes = (facts: Partial<VisitFacts>, minutes: number[], runMinutes = 0) =>
      harmIn({
        ...withDrill({ ...well, ...facts }, 'dome'),
        reading: {
          planInput: {},
          spacing: { use: 'notNow', because: 'noReason' },
          transition: {
            weeks: minutes.map((m, i) => ({ week: i + 1, minutes: m, runMinutes })),
            from: { newMinutes: 0 },
          },
        } as unknown as Looked['reading'],
      })
    expect(shoes({ cautionAnswers: { ...well.cautionAnswers, jointFusion: true } }, [10])).toContain(
      'a stiff big toe: thinner shoes are planned',
    )
    expect(shoes({ worstPain: 9 }, [0, 10])).toContain('week 2 grows with pain of 9')
    expect(shoes({}, [50, 100, 400])).toContain('week 3 grows too fast')
    expect(
      shoes({ runs: true, cautionAnswers: { ...well.cautionAnswers, boneHistory: true } }, [10], 5),
    ).toContain('running in thin soles')
  })

  test('and a real plan of somebody well shows none of it', () => {
    const input: PlanInput | undefined = read(well, references, settings).planInput
    expect(input).toBeDefined()
    expect(harmIn(planFor({ facts: well, settings }))).toEqual([])
  })
})
