import fc from 'fast-check'
import { cautionEffects, type CautionEffect } from '../cautions'
import { referenceValues } from '../../groundwork/reference'
import { bySide } from '../../groundwork/side'
import {
  choosePlan,
  kitItems,
  library,
  readDeficits,
  type ExerciseTrait,
  type PlanInput,
  type TrainingPlan,
} from './index'

const references = referenceValues()
const everythingShort = readDeficits(
  bySide(() => ({
    kneeToWallMm: 55,
    bigToeExtensionDeg: 30,
    singleLegOpenS: 29,
    singleLegShutS: 3,
    heelRaises: 14,
    archIndex: 0.31,
    travelMm: 12,
    halluxAngleDeg: 32,
    archGrade: 2,
  })),
  references,
  references.bigToeGoal,
)
/** A client for whom every drill is open unless something forbids it. */
const openInput = (changed: Partial<PlanInput> = {}): PlanInput => ({
  deficits: everythingShort,
  minutesPerSession: 60,
  kit: kitItems,
  effects: new Set(),
  settings: { toeCurl: 'allowed', plantarFascia: 'lengthen', hipDrills: 'always' },
  measured: {
    singleLegOpenS: 30,
    heelRaises: 14,
    worstPain: 0,
    isAnkleShort: false,
    isBigToeShort: true,
    kneeComesIn: true,
  },
  pinned: [],
  banned: [],
  references,
  ...changed,
})
const drillsOf = (plan: TrainingPlan) => plan.phases.flatMap((phase) => phase.picks.map((p) => p.exercise))
const withTrait = (trait: ExerciseTrait) => library.filter((e) => e.traits.includes(trait))

/** What each effect must keep out of every plan, as the spec of cautions has it: written here by hand, not read from the rules. */
const forbidden: [CautionEffect, ExerciseTrait][] = [
  ['noBounce', 'bounce'],
  ['noBigToeExtension', 'bigToeExtension'],
  ['noBall', 'ball'],
  ['noEyesShutAlone', 'eyesShut'],
  ['midRangeOnly', 'endRange'],
  ['nothingForced', 'endRange'],
  ['noNewExtremes', 'endRange'],
  ['bigToeInComfort', 'bigToeForced'],
  ['surgeonRules', 'oneLeg'],
  ['surgeonRules', 'bounce'],
  ['noLoadPlan', 'bounce'],
]

describe.each(forbidden)('%s', (effect, trait) => {
  test(`keeps every drill that is ${trait} out, even a pinned one, and says that a caution does`, () => {
    const drills = withTrait(trait)
    expect(drills.length).toBeGreaterThan(0)
    for (const drill of drills) {
      const asked = { pinned: [drill.id] }
      // without the caution the pin brings it in: so it is the caution that keeps it out below
      expect(drillsOf(choosePlan(openInput(asked))).map((e) => e.id)).toContain(drill.id)
      const plan = choosePlan(openInput({ ...asked, effects: new Set([effect]) }))
      expect(drillsOf(plan).flatMap((e) => e.traits)).not.toContain(trait)
      expect(plan.relax).toContainEqual({ wish: 'pinForbidden', id: drill.id })
    }
  })
  test(`of a client with everything short, with any other cautions, no drill is ${trait}`, () => {
    fc.assert(
      fc.property(
        fc.subarray([...cautionEffects].filter((e) => e !== 'blocksPlan')),
        fc.integer({ min: 5, max: 60 }),
        fc.subarray(
          library.map((e) => e.id),
          { maxLength: 5 },
        ),
        (others, minutesPerSession, pinned) => {
          const effects = new Set([...others, effect])
          const plan = choosePlan(openInput({ effects, minutesPerSession, pinned }))
          expect(drillsOf(plan).flatMap((e) => e.traits)).not.toContain(trait)
        },
      ),
      { numRuns: 30 },
    )
  })
})

test('a drill left out for a caution is listed with that caution', () => {
  const plan = choosePlan(openInput({ effects: new Set(['nothingForced']) }))
  const forced = plan.leftOut.filter((l) => l.exercise.traits.includes('endRange'))
  expect(forced.length).toBeGreaterThan(0)
  for (const { because } of forced) expect(because).toEqual({ why: 'caution', effect: 'nothingForced' })
})

test('the order in which kit, cautions, pins and bans were ticked changes nothing', () => {
  const ids = library.map((e) => e.id)
  fc.assert(
    fc.property(
      fc.subarray([...kitItems]),
      fc.subarray([...cautionEffects].filter((e) => e !== 'blocksPlan')),
      fc.subarray(ids, { maxLength: 4 }),
      fc.subarray(ids, { maxLength: 4 }),
      (kit, effects, pinned, banned) => {
        const one = choosePlan(openInput({ kit, effects: new Set(effects), pinned, banned }))
        const other = choosePlan(
          openInput({
            kit: [...kit].reverse(),
            effects: new Set([...effects].reverse()),
            pinned: [...pinned].reverse(),
            banned: [...banned].reverse(),
          }),
        )
        expect(other.phases).toEqual(one.phases)
        expect(other.leftOut).toEqual(one.leftOut)
      },
    ),
    { numRuns: 40 },
  )
})

test('not measured opens nothing that can hurt: no hops without heel raises, none without a word on pain', () => {
  const hops = withTrait('bounce').map((e) => e.id)
  const idsWith = (measured: Partial<PlanInput['measured']>) =>
    drillsOf(choosePlan(openInput({ pinned: hops, measured: { ...openInput().measured, ...measured } }))).map(
      (e) => e.id,
    )
  expect(idsWith({}).some((id) => hops.includes(id))).toBe(true)
  for (const unknown of [
    { heelRaises: undefined },
    { worstPain: undefined },
    { worstPain: 9 },
    { heelRaises: 4 },
  ])
    expect(idsWith(unknown).some((id) => hops.includes(id))).toBe(false)
})

test('a deep squat waits while the ankle is short and was not worked on', () => {
  const squats = withTrait('deepSquat').map((e) => e.id)
  const plan = choosePlan(
    openInput({ pinned: squats, measured: { ...openInput().measured, isAnkleShort: true } }),
  )
  const first = plan.phases.findIndex((phase) => phase.picks.some((p) => squats.includes(p.exercise.id)))
  const ankle = plan.phases.findIndex((phase) =>
    phase.picks.some((p) => p.exercise.targets.some(([c]) => c === 'ankleBend')),
  )
  if (first >= 0) expect(ankle).toBeLessThan(first)
})
