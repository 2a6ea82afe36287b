import fc from 'fast-check'
import { cases } from '../../groundwork/testing/cases'
import { referenceValues } from '../../groundwork/reference'
import { choosePlan, drillNamed, type Pick, type TrainingPlan } from '../../plan/training'
import { read, toldSince, type PracticeSettings, type VisitFacts, type VisitReading } from '../reading'
import { arbitraryVisit } from '../safety/testing/arbitraryVisit'
import { harmIn } from '../safety/testing/harm'
import { heldBack, heldTogether, isHeldBack, nothingHeld, type DecidedDrill, type HeldBack } from './heldBack'

const r = referenceValues()
const day = '2026-05-04'
type Visit = { facts: VisitFacts; settings: PracticeSettings }

const dosed = (exercise: Pick['exercise'], { sets, extraSets, work, minutes }: Pick['dose']) => ({
  id: exercise.id,
  sets,
  extraSets,
  minutes,
  ...work,
})
const doneId = (pick: Pick) => (pick.gate ? pick.fallback?.exercise.id : pick.exercise.id) ?? ''

/** A plan as it is kept: a week a phase, everything of it on one day. */
function decided(reading: VisitReading, plan: TrainingPlan) {
  const minutes = reading.transition?.weeks.at(0)?.minutes ?? 0
  return {
    phases: plan.phases.map((phase, i) => ({
      fromWeek: i + 1,
      weeks: 1,
      drills: phase.picks.map((pick): DecidedDrill => ({
        ...dosed(pick.exercise, pick.dose),
        ...(pick.gate && { gate: pick.gate.id }),
        ...(pick.fallback && { fallback: dosed(pick.fallback.exercise, pick.fallback.dose) }),
      })),
    })),
    weeks: plan.phases.map((phase, i) => ({
      week: i + 1,
      days: [
        {
          date: day,
          trainMin: phase.minutes,
          parts: [[...new Set(phase.picks.map(doneId))].filter(Boolean)].filter((part) => part.length > 0),
          spacersMin: reading.spacing.use === 'start' ? 20 : 0,
          shoesMin: minutes / 7,
          shoesMostMin: minutes / 7,
          checks: [],
        },
      ],
    })),
    from: { effects: reading.known.effects, worstPain: reading.known.measured.worstPain },
  }
}

function planned({ facts, settings }: Visit) {
  const reading = read(facts, r, settings)
  const plan = reading.planInput && choosePlan(reading.planInput)
  return plan && { reading, plan, decided: decided(reading, plan) }
}
const tell = ({ facts, settings }: Visit) => toldSince(read(facts, r, settings), { facts, settings, day }, r)

test('held against the very facts it was made from, a plan stays as it is', () => {
  fc.assert(
    fc.property(arbitraryVisit, (visit) => {
      const made = planned(visit)
      if (!made) return
      const { held, phases, weeks } = heldBack(made.decided, tell(visit), r)
      expect({ ...held, lines: {} }).toEqual(nothingHeld)
      expect(isHeldBack(held)).toBe(false)
      expect({ phases, weeks }).toEqual({ phases: made.decided.phases, weeks: made.decided.weeks })
    }),
    { numRuns: cases(60, 1000) },
  )
})

test('whatever is told after a plan was kept: what is left of it a careful colleague would not refuse', () => {
  let held = 0
  fc.assert(
    fc.property(arbitraryVisit, arbitraryVisit, (then, told) => {
      const made = planned(then)
      // what was not asked or measured takes nothing back
      if (!made || told.facts.worstPain === undefined) return
      const left = heldBack(made.decided, tell(told), r)
      if (isHeldBack(left.held)) held++
      const phases = made.plan.phases.map((phase, p) => {
        const done = new Set(left.weeks[p]!.days[0]!.parts.flat())
        return {
          ...phase,
          picks: left.phases[p]!.drills.flatMap((drill) => {
            const one = drill.gate === undefined ? drill : drill.fallback
            if (!one || !done.has(one.id)) return []
            const exercise = drillNamed(one.id, [])!
            const work =
              one.holdS === undefined
                ? { reps: one.reps!, secondsPerRep: one.secondsPerRep! }
                : { holdS: one.holdS }
            return [
              { exercise, dose: { ...one, work }, lines: left.held.lines[one.id] ?? [] } as unknown as Pick,
            ]
          }),
        }
      })
      const spacersMin = Math.max(0, ...left.weeks.flatMap((w) => w.days.map((d) => d.spacersMin)))
      const shoesMin = Math.max(0, ...left.weeks.flatMap((w) => w.days.map((d) => d.shoesMin)))
      const found = harmIn({
        ...told,
        reading: {
          planInput: {},
          spacing: spacersMin > 0 ? made.reading.spacing : { use: 'notNow', because: 'noReason' },
          transition: shoesMin > 0 ? ({ weeks: [{ runMinutes: 0 }], from: {} } as never) : undefined,
        },
        plan: { phases },
      })
      // a stop and what has to be asked first are asked at every door by themselves
      expect(
        found.filter((what) => !/: (training is|other shoes are|spacers are) planned$/.test(what)),
      ).toEqual([])
    }),
    { numRuns: cases(120, 2000) },
  )
  expect(held).toBeGreaterThan(cases(120, 2000) / 6)
})

test('nothing of two visits is nothing; of both what holds more', () => {
  const a: HeldBack = { ...nothingHeld, lowered: ['dome'], shoes: 'noMore' }
  const b: HeldBack = { ...nothingHeld, drills: [{ id: 'dome', because: { why: 'pinch' } }], shoes: 'wait' }
  expect(heldTogether(nothingHeld, nothingHeld)).toEqual(nothingHeld)
  expect(heldTogether(a, b)).toMatchObject({ shoes: 'wait', lowered: ['dome'], drills: b.drills })
  expect(heldTogether(b, a)).toMatchObject({ shoes: 'wait', lowered: ['dome'], drills: b.drills })
})
