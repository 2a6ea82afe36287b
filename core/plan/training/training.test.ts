import fc from 'fast-check'
import { cautionEffects } from '../cautions'
import { exerciseFigure } from '../../figure/drawing'
import { referenceValues } from '../../groundwork/reference'
import { bySide } from '../../groundwork/side'
import {
  choosePlan,
  figureIds,
  kitItems,
  library,
  minutesOf,
  readDeficits,
  stages,
  type DeficitFacts,
  type PlanInput,
} from './index'

const references = referenceValues()
const deficitsOf = (facts: Partial<DeficitFacts['left']>) =>
  readDeficits(
    bySide(() => facts),
    references,
    references.bigToeGoal,
  )
const shortEverywhere = {
  kneeToWallMm: 70,
  bigToeExtensionDeg: 45,
  singleLegOpenS: 12,
  heelRaises: 9,
  archIndex: 0.29,
  travelMm: 11,
  halluxAngleDeg: 24,
}
const input = (changed: Partial<PlanInput> = {}): PlanInput => ({
  deficits: deficitsOf(shortEverywhere),
  minutesPerSession: 15,
  kit: ['band', 'wall', 'step'],
  effects: new Set(),
  settings: {
    toeCurl: 'pointedOnly',
    plantarFascia: 'strengthen',
    hipDrills: 'always',
  },
  measured: {
    singleLegOpenS: 12,
    heelRaises: 9,
    worstPain: 0,
    isAnkleShort: true,
    isBigToeShort: true,
    kneeComesIn: false,
  },
  pinned: [],
  banned: [],
  references,
  ...changed,
})
const idsOf = (changed: Partial<PlanInput> = {}) =>
  choosePlan(input(changed)).phases.flatMap((p) => p.picks.map((pick) => pick.exercise.id))

test('the library: at least sixteen drills, each with words, a dose and a drawing', () => {
  expect(library.length).toBeGreaterThanOrEqual(16)
  expect(new Set(library.map((e) => e.id)).size).toBe(library.length)
  for (const e of library) {
    expect([e.cue, e.slip, e.easier, e.harder].every((text) => text.length > 3)).toBe(true)
    expect(minutesOf(e, references)).toBeGreaterThan(0.5)
  }
  for (const id of figureIds) {
    const points = exerciseFigure(id).strokes.flatMap((s) => s.points)
    expect(points.length).toBeGreaterThan(10)
    for (const p of points) expect(p.x > -5 && p.x < 205 && p.y > -8 && p.y < 158).toBe(true)
  }
})

test('minutes by hand: three holds of 30 s a side are six bouts with ten seconds between', () => {
  const stretch = library.find((e) => e.id === 'calfStretch')!
  expect(minutesOf(stretch, references)).toBeCloseTo((6 * 30 + 6 * 10) / 60, 9)
})

const arbitraryInput = fc.record({
  minutesPerSession: fc.integer({ min: 5, max: 60 }),
  kit: fc.subarray([...kitItems]),
  effects: fc.subarray([...cautionEffects].filter((e) => e !== 'blocksPlan')).map((list) => new Set(list)),
  banned: fc.subarray(
    library.map((e) => e.id),
    { maxLength: 6 },
  ),
})

test('whatever is asked: budget, kit, cautions, bans and two of a kind are kept', () => {
  fc.assert(
    fc.property(arbitraryInput, (changed) => {
      const plan = choosePlan(input(changed))
      for (const phase of plan.phases) {
        expect(phase.minutes).toBeLessThanOrEqual(changed.minutesPerSession)
        expect(phase.picks.reduce((sum, p) => sum + p.minutes, 0)).toBeCloseTo(phase.minutes, 9)
        const mains = phase.picks.map((p) => p.exercise.targets[0]![0])
        for (const main of mains) expect(mains.filter((m) => m === main).length).toBeLessThanOrEqual(2)
        for (const { exercise } of phase.picks) {
          expect(exercise.kit.every((item) => changed.kit.includes(item))).toBe(true)
          expect(changed.banned).not.toContain(exercise.id)
          if (changed.effects.has('noBounce')) expect(exercise.traits).not.toContain('bounce')
          if (changed.effects.has('noBall')) expect(exercise.traits).not.toContain('ball')
          if (changed.effects.has('noBigToeExtension'))
            expect(exercise.traits).not.toContain('bigToeExtension')
          if (changed.effects.has('noEyesShutAlone')) expect(exercise.traits).not.toContain('eyesShut')
        }
      }
    }),
    { numRuns: 60 },
  )
})

test('an arch drill and an ankle drill come first where both are short', () => {
  const wake = choosePlan(input()).phases[0]!
  expect(wake.picks.some((p) => p.fills.includes('arch'))).toBe(true)
  expect(wake.picks.some((p) => p.fills.includes('ankleBend'))).toBe(true)
})

test('each pick carries its evidence', () => {
  const pick = choosePlan(input()).phases[0]!.picks.find((p) => p.fills.includes('ankleBend'))!
  expect(pick.because).toContainEqual({ measure: 'kneeToWall', side: 'left', value: 70, goal: 125 })
})

test('bounce opens only with ten one-legged raises and little pain', () => {
  const bouncy = {
    deficits: { ...deficitsOf(shortEverywhere), bounce: { left: 1, right: 1, evidence: [] } },
    minutesPerSession: 40,
  }
  expect(idsOf(bouncy)).not.toContain('spotHops')
  expect(idsOf({ ...bouncy, measured: { ...input().measured, heelRaises: 14 } })).toContain('spotHops')
  expect(
    idsOf({ ...bouncy, measured: { ...input().measured, heelRaises: 14, worstPain: undefined } }),
  ).not.toContain('spotHops')
})

test('eyes shut waits for balance with eyes open, in an earlier phase', () => {
  const plan = choosePlan(input({ kit: [...kitItems], minutesPerSession: 45 }))
  const phaseOf = (id: string) =>
    plan.phases.findIndex((p) => p.picks.some((pick) => pick.exercise.id === id))
  expect(phaseOf('oneLegShut')).toBeGreaterThan(phaseOf('oneLegStand'))
  expect(phaseOf('oneLegStand')).toBeGreaterThanOrEqual(0)
})

test('a pinned drill is in, a banned one is left out with its reason', () => {
  expect(idsOf({ pinned: ['hipBridge'] })).toContain('hipBridge')
  const plan = choosePlan(input({ banned: ['dome'] }))
  expect(plan.leftOut).toContainEqual({
    exercise: expect.objectContaining({ id: 'dome' }),
    because: { why: 'banned' },
  })
})

test('pins beyond the budget are said, not hidden', () => {
  const plan = choosePlan(input({ minutesPerSession: 5, pinned: ['dome', 'hipBridge', 'calfStretch'] }))
  expect(plan.relax).toContainEqual(expect.objectContaining({ wish: 'pinsOverBudget', budget: 5 }))
})

test('settings keep drills out and say so', () => {
  const clothFirst = { kit: [...kitItems], minutesPerSession: 60 }
  expect(choosePlan(input(clothFirst)).leftOut).toContainEqual({
    exercise: expect.objectContaining({ id: 'clothPull' }),
    because: { why: 'setting', setting: 'toeCurl' },
  })
  const avoided = { ...input().settings, toeCurl: 'avoided' as const }
  expect(idsOf({ ...clothFirst, settings: avoided })).not.toContain('pointedCurl')
})

test('nothing short, nothing but what is pinned', () => {
  const plan = choosePlan(input({ deficits: deficitsOf({}), pinned: [] }))
  expect(plan.phases.every((p) => p.picks.length <= 1)).toBe(true)
  expect(plan.phases.map((p) => p.stage)).toEqual([...stages])
})

test('the deficit table is straight between fine and clearly short', () => {
  expect(deficitsOf({ kneeToWallMm: 125 }).ankleBend.left).toBe(0)
  expect(deficitsOf({ kneeToWallMm: 92.5 }).ankleBend.left).toBeCloseTo(0.5, 9)
  expect(deficitsOf({ kneeToWallMm: 40 }).ankleBend.right).toBe(1)
  expect(
    readDeficits(
      bySide(() => ({ bigToeExtensionDeg: 62 })),
      references,
      65,
    ).bigToeExtension.left,
  ).toBeGreaterThan(0)
})

test('every piece of kit that can be ticked opens at least one drill', () => {
  for (const item of kitItems) expect(library.some((e) => e.kit.includes(item))).toBe(true)
})
