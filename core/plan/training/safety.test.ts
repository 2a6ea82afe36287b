import fc from 'fast-check'
import { cautionEffects, type CautionEffect } from '../cautions'
import {
  choosePlan,
  effectRules,
  kitItems,
  library,
  type ExerciseTrait,
  type KitItem,
  type LineId,
  type PlanInput,
  type TrainingPlan,
} from './index'
import { arbitraryInput, inputOf, shortOfAll, usualSettings } from './testing/arbitraryClient'

/** A client for whom nearly every drill is open unless something forbids it. */
const openInput = (changed: Partial<PlanInput> = {}): PlanInput => {
  const ready = {
    ...shortOfAll,
    singleLegOpenS: 25,
    heelRaises: 12,
    kneeToWallMm: 98,
    bigToeExtensionDeg: 47,
  }
  return inputOf(
    { left: ready, right: ready, goal: 'run', places: { left: ['top'], right: [] }, pain: 2 },
    {
      kit: [...kitItems],
      minutesPerSession: 14,
      settings: {
        ...usualSettings,
        toeCurl: 'allowed',
        plantarFascia: 'lengthen',
        pressureTools: 'firmAllowed',
        correction: 'localFirst',
        licence: 'podiatrist',
      },
      ...changed,
    },
  )
}
const drillsOf = (plan: TrainingPlan) =>
  plan.phases.flatMap((phase) =>
    phase.picks.flatMap((p) => [p.exercise, ...(p.fallback ? [p.fallback.exercise] : [])]),
  )

/** What must never be in a plan, as the spec of cautions has it: written here by hand, not read from the rules. */
const forbidden: [CautionEffect, ExerciseTrait][] = [
  ['noBounce', 'bounce'],
  ['noBigToeExtension', 'bigToeExtension'],
  ['bigToeInComfort', 'bigToeForced'],
  ['noBall', 'ball'],
  ['noBall', 'firmBall'],
  ['noFirmBall', 'firmBall'],
  ['noCrossRub', 'crossRub'],
  ['noCold', 'cold'],
  ['noEyesShutAlone', 'eyesShut'],
  ['oneLegSupported', 'eyesShut'],
  ['midRangeOnly', 'endRange'],
  ['nothingForced', 'endRange'],
  ['noNewExtremes', 'endRange'],
  ['noNewExtremes', 'deepSquat'],
  ['noBarefootOutside', 'barefootOutside'],
  ['keepCushion', 'impact'],
  ['keepCushion', 'longWalk'],
  ['checkKitSkin', 'rubber'],
  ['surgeonRules', 'oneLeg'],
  ['surgeonRules', 'bounce'],
  ['surgeonRules', 'deepSquat'],
  ['surgeonRules', 'heavy'],
]

test('without a caution, each of these drills comes in where it is pinned', () => {
  for (const drill of library.filter((e) => forbidden.some(([, trait]) => e.traits.includes(trait))))
    expect(drillsOf(choosePlan(openInput({ pinned: [drill.id] }))).map((e) => e.id)).toContain(drill.id)
})

test.each(forbidden)(
  '%s keeps every drill that is %s out, even a pinned one, and says so',
  (effect, trait) => {
    const pinned = library.filter((e) => e.traits.includes(trait)).map((e) => e.id)
    expect(pinned.length).toBeGreaterThan(0)
    const plan = choosePlan(openInput({ pinned, effects: [effect] }))
    expect(drillsOf(plan).flatMap((e) => e.traits)).not.toContain(trait)
    for (const id of pinned)
      expect(plan.relax).toContainEqual(
        expect.objectContaining({
          wish: 'pinForbidden',
          id,
          because: expect.objectContaining({ why: 'caution' }),
        }),
      )
  },
)

test('on 500 clients, no plan carries what an effect in force forbids, not even as a fallback', () => {
  fc.assert(
    fc.property(arbitraryInput, (input) => {
      const traits = drillsOf(choosePlan(input)).flatMap((e) => e.traits)
      for (const [effect, trait] of forbidden)
        if (input.effects.includes(effect)) expect(traits).not.toContain(trait)
    }),
    { numRuns: 500, endOnFailure: true },
  )
}, 120_000)

test('lost feeling: nothing on one leg without something to hold, and always a line about it', () => {
  const effects: CautionEffect[] = ['oneLegSupported']
  const without = kitItems.filter((item): item is Exclude<KitItem, 'support'> => item !== 'support')
  for (const e of drillsOf(choosePlan(openInput({ effects, kit: without }))))
    expect(e.position).not.toBe('one leg')
  const held = choosePlan(openInput({ effects }))
    .phases.flatMap((p) => p.picks)
    .filter((p) => p.exercise.position === 'one leg')
  for (const pick of held) expect(pick.lines).toContain('besideSupport')
})

/** Lines a caution has to bring along, so that paper and phone carry them. */
const told: [CautionEffect, LineId][] = [
  ['supportAtHand', 'besideSupport'],
  ['keepCushion', 'cushion'],
  ['bigToeInComfort', 'comfortOnly'],
  ['midRangeOnly', 'midRange'],
  ['surgeonRules', 'comfortOnly'],
  ['noBarefootOutside', 'indoors'],
  ['goLightly', 'lightly'],
  ['softGround', 'softGround'],
]
test.each(told)('%s puts "%s" on a drill', (effect, line) => {
  const linesWith = (effects: CautionEffect[]) =>
    choosePlan(openInput({ effects, pinned: ['fingersBetween'] })).phases.flatMap((p) =>
      p.picks.flatMap((pick) => pick.lines),
    )
  expect(linesWith([effect])).toContain(line)
  expect(linesWith([])).not.toContain(line)
})

test('support at hand stands on every drill done upright', () => {
  for (const pick of choosePlan(openInput({ effects: ['supportAtHand'] })).phases.flatMap((p) => p.picks))
    if (pick.exercise.position === 'standing' || pick.exercise.position === 'one leg')
      expect(pick.lines).toContain('besideSupport')
})

test('every effect is declared; one that claims to work in the training changes a plan, one that is only said does not', () => {
  expect(Object.keys(effectRules).sort()).toEqual([...cautionEffects].sort())
  for (const effect of cautionEffects) {
    const rule = effectRules[effect]
    if (rule.does === 'blocks') continue
    const touched =
      rule.does === 'filters' ? library.filter((e) => rule.forbids?.some((t) => e.traits.includes(t))) : []
    const pinned = touched.length > 0 ? [touched[0]!.id] : ['fingersBetween']
    const told = (effects: CautionEffect[]) => JSON.stringify(choosePlan(openInput({ pinned, effects })))
    expect([effect, told([effect]) !== told([])]).toEqual([
      effect,
      rule.does === 'filters' || effect === 'longerTransition',
    ])
  }
})

test('after a stress fracture the bone ceiling is halved', () => {
  const bone = (effects: CautionEffect[]) =>
    Math.max(
      ...choosePlan(openInput({ effects })).phases.map((phase) =>
        phase.picks.reduce(
          (sum, { exercise, dose }) =>
            sum + (exercise.load.forefootBone ?? 0) * (dose.sets / exercise.sets) * (dose.perWeek / 5),
          0,
        ),
      ),
    )
  expect(bone(['longerTransition'])).toBeLessThanOrEqual((1.6 + 0.4 * 3) / 2 + 1e-9)
})
