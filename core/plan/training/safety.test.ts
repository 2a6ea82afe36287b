import { cautionEffects, type CautionEffect } from '../cautions'
import {
  choosePlan,
  effectRules,
  kitItems,
  library,
  type KitItem,
  type LineId,
  type PlanInput,
  type TrainingPlan,
} from './index'
import { inputOf, shortOfAll, usualSettings } from './testing/arbitraryClient'
import { forbidden } from './testing/forbidden'

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
