import { planDays } from '../../plan/days'
import { choosePlan, exerciseOf } from '../../plan/training'
import { referenceValues } from '../../groundwork/reference'
import { daysAsked, defaultSettings, read, type VisitFacts } from './index'
import { bareFacts } from './testing/bareFacts'

const references = referenceValues()
const asked = (changed: Partial<VisitFacts> = {}, wishes: Partial<VisitFacts['plan']> = {}) => {
  const bare = bareFacts()
  const facts = bareFacts({
    goal: 'walkLonger',
    hoursStanding: 20,
    hoursWalking: 10,
    feet: {
      left: { ...bare.feet.left, numbers: { heelRaises: 8, kneeToWall: 70, singleLegOpen: 6 } },
      right: { ...bare.feet.right, numbers: { heelRaises: 11, kneeToWall: 90, singleLegOpen: 14 } },
    },
    ...changed,
    plan: { ...bare.plan, ...wishes },
  })
  const reading = read(facts, references, defaultSettings)
  const plan = reading.planInput && choosePlan(reading.planInput)
  return { reading, plan, input: daysAsked({ reading, plan, facts, visitOn: '2026-05-06' }) }
}

test('a plan begins on the Monday after the visit, or where it was put', () => {
  expect(asked().input!.startsOn).toBe('2026-05-11')
  expect(asked({}, { startsOn: '2026-06-01' }).input!.startsOn).toBe('2026-06-01')
})

test('every drill of the plan comes on days; what waits for a gate is stood in for', () => {
  const { plan, input } = asked({}, { horizon: 24 })
  const done = new Set(
    planDays(input!).weeks.flatMap((w) => w.days.flatMap((d) => d.parts.flat().map((p) => p.id))),
  )
  const wanted = plan!.phases.flatMap((p) =>
    p.picks.flatMap((pick) =>
      pick.gate ? (pick.fallback ? [pick.fallback.exercise.id] : []) : [pick.exercise.id],
    ),
  )
  expect([...new Set(wanted)].filter((id) => !done.has(id))).toEqual([])
  // a gated drill itself never stands on a day
  const gated = plan!.phases.flatMap((p) =>
    p.picks.filter((pick) => pick.gate).map((pick) => pick.exercise.id),
  )
  expect(gated.filter((id) => done.has(id) && !wanted.includes(id))).toEqual([])
})

test('heavy drills are heavy on days too, and no day is over its ceiling', () => {
  const { input } = asked({}, { horizon: 24 })
  const days = planDays(input!).weeks.flatMap((w) => w.days)
  for (const day of days) {
    for (const drill of day.parts.flat())
      expect(drill.isHeavy).toBe(exerciseOf(drill.id)!.traits.includes('heavy'))
    expect(Math.max(...Object.values(day.load))).toBeLessThanOrEqual(1 + 1e-9)
  }
})

test('what has to be looked at again has its week: first look, judging, harder ground', () => {
  const { input } = asked({}, { horizon: 24 })
  const weekOf = (kind: string) => input!.checks.filter((c) => c.kind === kind).map((c) => c.week)
  expect(weekOf('firstCheck')).toEqual([references.firstCheckWeeks])
  expect(weekOf('judge')).toEqual([references.judgeWeeks, 2 * references.judgeWeeks])
  expect(weekOf('shoes').length).toBeGreaterThan(0)
  expect(weekOf('end')).toEqual([24])
})

test('while no plan may be made there are no days', () => {
  expect(asked({ cautionAnswers: {} }).input).toBeUndefined()
})
