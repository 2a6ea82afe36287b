import { gzipSync } from 'node:zlib'
import { selfTestIds, selfTests } from '@sturvo/core/followup'
import { referenceValues } from '@sturvo/core/reference'
import { movementIds } from '@sturvo/core/movement'
import { library } from '@sturvo/core/training'
import { clientFiguresSchema, clientPlanSchema, type KeptPlan } from '@sturvo/schema'
import { clientWhyText } from '@sturvo/words'
import { clientFiguresOf, clientPlanOf } from './index'

const dose = { sets: 2, extraSets: { left: 1 }, holdS: 20, perWeek: 5, minutes: 3 }
const kept = (ids: readonly string[]): KeptPlan => ({
  id: 'plan00000001',
  number: 3,
  visitId: 'visit0000001',
  personId: 'person000001',
  madeOn: '2026-05-04',
  by: 'Ilse Marrack',
  minutesPerSession: 12,
  sessionsPerWeek: 5,
  drills: [...ids],
  visitVersion: 4,
  coreVersion: '0',
  settings: {},
  references: {},
  inputs: { secret: 'what was found' },
  because: {
    action: 'hold',
    rule: 'painSome',
    from: '2026-05-12',
    words: 'for the practitioner only',
    before: 'plan00000000',
  },
  days: {
    startsOn: '2026-05-11',
    weeks: [
      {
        week: 1,
        stage: 'wake',
        days: [
          {
            date: '2026-05-11',
            wish: 'free',
            trainMin: 12,
            parts: [[...ids]],
            spacersMin: 10,
            shoesMin: 0,
            shoesMostMin: 0,
            checks: [{ kind: 'judge' }, { kind: 'gaps' }],
            setsShare: 0.6,
            isEasier: true,
          },
        ],
      },
    ],
    conflicts: [],
  },
  papers: { handout: { drills: [{ name: 'My own word for it' }], care: ['Go lightly.'] }, sheet: {} },
  plan: {
    phases: [
      {
        stage: 'wake',
        fromWeek: 1,
        weeks: 3,
        minutesPerSession: 12,
        drills: ids.map((id) => ({
          ...dose,
          id,
          name: id,
          sides: 'each',
          kit: [],
          lines: [],
          because: ['deficit of the arch'],
          fallback: {
            ...dose,
            id: 'toeLifts',
            name: 'toe lifts',
            reps: 10,
            secondsPerRep: 3,
            holdS: undefined,
          },
        })),
      },
    ],
    leftOut: [],
  },
})

const all = library.map(({ id }) => id)

test('the page gets what the client does, in the client’s words, and nothing of why', () => {
  const plan = clientPlanOf(kept(all.slice(0, 3)), [], referenceValues())!
  expect(clientPlanSchema.parse(plan)).toEqual(plan)
  expect(plan).toMatchObject({
    version: 3,
    care: ['Go lightly.'],
    changed: expect.stringContaining('once more'),
  })
  expect(plan.drills[all[0]!]!.name).toBe('My own word for it')
  expect(plan.days[0]).toMatchObject({ setsShare: 0.6, isEasier: true, checks: ['Measure again together'] })
  // what the plan looks at may be tried at home, and its picture comes with the plan
  expect(plan.days[0]!.tests).toEqual(['toeGap'])
  expect(clientFiguresOf(kept(all.slice(0, 1)), []).figures).toHaveProperty(selfTests.toeGap.drill)
  expect(plan.phases[0]!.drills.find((d) => d.id === all[0])).toMatchObject({ setS: 20, sides: 'each' })
  expect(plan.phases[0]!.drills.find((d) => d.reps === 10)).toMatchObject({ setS: 30 })
  expect(JSON.stringify(plan)).not.toMatch(
    /secret|found|practitioner only|deficit|Ilse|visit0000001|person000001/,
  )
})

test('every line of a caution that stands on paper stands on the phone, on fallbacks and on easier days too', () => {
  const made = kept(all.slice(0, 2))
  const held = 'Beside something to hold.'
  for (const drill of made.plan.phases[0]!.drills) drill.lines = [held]
  made.plan.phases[0]!.drills[1]!.fallback!.lines = ['Within comfort.']
  const { drills } = clientPlanOf(made, [], referenceValues())!
  expect(drills[all[0]!]!.lines).toEqual([held])
  // one fallback was kept before fallbacks had lines of their own: it gets those of its drill
  expect(drills.toeLifts!.lines).toEqual([held, 'Within comfort.'])
})

test('every drill has a reason in plain words, and pictures fit a phone', () => {
  const plan = clientPlanOf(kept(all), [], referenceValues())!
  for (const id of all) expect(Object.values(clientWhyText)).toContain(plan.drills[id]!.why)
  const pictures = clientFiguresOf(kept(all), [])
  expect(clientFiguresSchema.parse(pictures)).toEqual(pictures)
  expect(Object.keys(pictures.figures).length).toBe(all.filter((id) => movementIds.includes(id)).length)
  for (const [, figure] of Object.entries(pictures.figures)) {
    expect(figure.frames[0]!.length).toBeGreaterThan(3)
    expect(JSON.stringify(figure)).not.toMatch(/NaN|Infinity|undefined/)
  }
  // fifteen drills, as a plan has, are a picture each of a few kilobytes
  const fifteen = clientFiguresOf(kept(all.slice(0, 15)), [])
  expect(gzipSync(JSON.stringify(fifteen)).length).toBeLessThan(60_000)
})

test('a drill for the toes that soothes as well is given for the toes', () => {
  const { drills } = clientPlanOf(kept(['betweenBones', 'fingersBetween']), [], referenceValues())!
  for (const { id, why } of Object.values(drills).filter((d) => d.id !== 'toeLifts'))
    expect([id, why]).toEqual([id, clientWhyText.toeSpread])
})

test('a plan of before the days has no page', () => {
  const { days: _days, ...old } = kept(all.slice(0, 1))
  expect(clientPlanOf(old, [], referenceValues())).toBeUndefined()
})

test('every small test has a picture', () => {
  for (const test of selfTestIds) expect(movementIds).toContain(selfTests[test].drill)
})
