import fc from 'fast-check'
import { bySide } from '../../groundwork/side'
import { choosePlan, library, painPlaces, painStep, stages, type Exercise, type PainPlace } from './index'
import { optionsOf, type DoseInput } from './options'
import { arbitraryInput, inputOf, references, shortOfAll } from './testing/arbitraryClient'

// What may be done with a sore place, written down apart from the rule: by what a hand on the drill would say.
const loadedBy: Record<PainPlace, readonly string[]> = {
  heel: ['plantarFascia'],
  arch: ['plantarFascia', 'archMuscle'],
  ball: ['forefootBone'],
  top: ['forefootBone'],
  achilles: ['calfAchilles'],
  insideAnkle: ['calfAchilles', 'archMuscle'],
}
const loadsPlace = (e: Exercise, place: PainPlace) =>
  Object.entries(e.load).some(([tissue, load]) => loadedBy[place].includes(tissue) && load > 0)
const soothes = (e: Exercise) => e.targets[0]![0] === 'comfort'

const sore = (place: PainPlace, pain: number, pinned: readonly string[] = []) =>
  inputOf(
    { left: shortOfAll, right: shortOfAll, goal: 'run', places: { left: [place], right: [] }, pain },
    { minutesPerSession: 20, kit: ['band', 'wall', 'step', 'support', 'towel', 'softBall'], pinned },
  )
const doneIn = (input: ReturnType<typeof sore>) =>
  choosePlan(input).phases.flatMap((phase) =>
    phase.picks.flatMap((p) => [
      { exercise: p.exercise, dose: p.dose, level: p.level },
      ...(p.fallback ? [{ exercise: p.fallback.exercise, dose: p.fallback.dose, level: 0 }] : []),
    ]),
  )

test.each([
  [0, 'asPlanned'],
  [2, 'asPlanned'],
  [3, 'lowestDose'],
  [5, 'lowestDose'],
  [6, 'unloadedOnly'],
  [7, 'unloadedOnly'],
  [8, 'comfortOnly'],
  [10, 'comfortOnly'],
] as const)('pain %i of 10: %s', (pain, step) => expect(painStep(pain, references)).toBe(step))

/** What the doses of a client are made from. */
const doseInputOf = (input: DoseInput): DoseInput => input

describe.each(painPlaces)('a sore %s', (place) => {
  // pinned too: no wish goes over pain
  const pinned = library.filter((e) => loadsPlace(e, place)).map((e) => e.id)

  test('at 3 to 5: what loads it is done at its lowest, nothing to the end of its range, no hops', () => {
    for (const { exercise, dose, level } of doneIn(sore(place, 4, pinned))) {
      if (!loadsPlace(exercise, place)) continue
      expect([exercise.id, level, dose.sets]).toEqual([exercise.id, 0, 1])
      expect(exercise.traits).not.toEqual(expect.arrayContaining(['endRange']))
      expect(exercise.traits).not.toContain('bounce')
    }
  })

  test('at its lowest it comes no earlier than its stage, and ends with its last', () => {
    choosePlan(sore(place, 4, pinned)).phases.forEach((phase, k) => {
      for (const { exercise } of phase.picks) {
        const [first, last] = [exercise.stage, exercise.until].map((stage) => stages.indexOf(stage))
        expect([exercise.id, first! <= k && k <= last!]).toEqual([exercise.id, true])
      }
    })
    for (const exercise of library)
      for (const [k, stage] of stages.entries())
        if (k < stages.indexOf(exercise.stage))
          expect([exercise.id, stage, optionsOf(exercise, k, doseInputOf(sore(place, 4))).length]).toEqual([
            exercise.id,
            stage,
            0,
          ])
  })

  test('at 6 and 7: nothing that loads it on the feet', () => {
    for (const { exercise } of doneIn(sore(place, 6, pinned)))
      if (loadsPlace(exercise, place) && !soothes(exercise))
        expect([exercise.id, ['sitting', 'lying'].includes(exercise.position)]).toEqual([exercise.id, true])
  })

  test('from 8: what soothes, and the hips, alone', () => {
    for (const { exercise } of doneIn(sore(place, 9, pinned)))
      expect([exercise.id, soothes(exercise) || exercise.traits.includes('hip')]).toEqual([exercise.id, true])
  })
})

test('whatever was measured and wished: no side that hurts from 3 on is given one set more than the other', () => {
  fc.assert(
    fc.property(
      arbitraryInput,
      fc.constantFrom('left' as const, 'right' as const),
      fc.constantFrom(...painPlaces),
      fc.integer({ min: 3, max: 10 }),
      (input, side, place, pain) => {
        const hurt = {
          ...input,
          painPlaces: { left: [], right: [], [side]: [place] },
          pain: { ...bySide(() => 0), [side]: pain },
        }
        for (const { dose } of choosePlan(hurt).phases.flatMap((p) => p.picks))
          expect(dose.extraSets[side]).toBe(0)
      },
    ),
    { numRuns: 25 },
  )
})
