import fc from 'fast-check'
import {
  amountIn,
  choosePlan,
  drillsWith,
  exerciseFrom,
  exerciseOf,
  exerciseTraits,
  gateIds,
  kitItems,
  library,
  ownDrillProblem,
  type OwnDrill,
} from './index'
import { inputOf, shortOfAll, usualSettings } from './testing/arbitraryClient'
import { forbidden } from './testing/forbidden'
import { cases } from '../../groundwork/testing/cases'

const ownFrom = (basis: string, more: Partial<OwnDrill> = {}): OwnDrill => {
  const from = exerciseOf(basis)!
  return {
    id: `own.${basis}`,
    basis,
    name: 'Harbour rope pull',
    client: 'Pull the rope in',
    cue: 'Slowly.',
    slip: 'Too fast.',
    easier: 'Less.',
    harder: 'More.',
    note: 'our own practice',
    kit: [],
    traits: [],
    sets: from.sets,
    start: amountIn(from.start),
    most: amountIn(from.most),
    ...more,
  }
}
const openTo = (own: OwnDrill[], more: Parameters<typeof inputOf>[1] = {}) => {
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
      own,
      pinned: own.map((one) => one.id),
      ...more,
    },
  )
}
const idsIn = (plan: ReturnType<typeof choosePlan>) =>
  plan.phases.flatMap((phase) => phase.picks.map((pick) => pick.exercise.id))

test('an own drill is chosen, dosed and named as its own', () => {
  const plan = choosePlan(openTo([ownFrom('dome', { sets: 1 })]))
  const pick = plan.phases[0]!.picks.find((p) => p.exercise.id === 'own.dome')!
  expect(pick.exercise.name).toBe('Harbour rope pull')
  expect(pick.dose.sets).toBe(1)
  expect(exerciseFrom(ownFrom('dome')).basis).toBe('dome')
})

test.each(forbidden)('%s keeps an own drill out whose basis is %s, pinned or not', (effect, trait) => {
  const bases = library.filter((e) => e.traits.includes(trait))
  expect(bases.length).toBeGreaterThan(0)
  for (const { id } of bases) {
    const plan = choosePlan(openTo([ownFrom(id)], { effects: [effect] }))
    expect(idsIn(plan)).not.toContain(`own.${id}`)
    expect(plan.relax).toContainEqual(expect.objectContaining({ wish: 'pinForbidden', id: `own.${id}` }))
  }
})

test.each(forbidden)('%s keeps an own drill out that was said to be %s', (effect, trait) => {
  const plan = choosePlan(openTo([ownFrom('dome', { traits: [trait] })], { effects: [effect] }))
  expect(idsIn(plan)).not.toContain('own.dome')
})

test('rules that name one drill of the library hold for what was made from it', () => {
  const pinched = choosePlan(openTo([ownFrom('kneeOverToe')], { hasPinch: true }))
  expect(idsIn(pinched)).not.toContain('own.kneeOverToe')
  const careful = openTo([ownFrom('runIn')])
  const plan = choosePlan({ ...careful, settings: { ...careful.settings, barefoot: 'cautious' } })
  expect(idsIn(plan)).not.toContain('own.runIn')
})

test('whatever is added, an own drill never asks for less than its basis and is never dosed over it', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...library),
      fc.record({
        traits: fc.subarray([...exerciseTraits]),
        kit: fc.subarray([...kitItems]),
        gate: fc.option(fc.constantFrom(...gateIds), { nil: undefined }),
        sets: fc.integer({ min: -1, max: 8 }),
        start: fc.integer({ min: -1, max: 200 }),
        most: fc.integer({ min: -1, max: 200 }),
      }),
      (basis, more) => {
        const own = ownFrom(basis.id, more)
        if (ownDrillProblem(own)) {
          expect(drillsWith([own])).toHaveLength(library.length)
          return
        }
        const made = exerciseFrom(own)
        expect(made.traits).toEqual(expect.arrayContaining([...basis.traits, ...more.traits]))
        expect(made.kit).toEqual(expect.arrayContaining([...basis.kit, ...more.kit]))
        expect(made.gate).toBe(basis.gate ?? more.gate)
        expect(made.bound).toBe(basis.bound)
        expect(made.load).toEqual(basis.load)
        expect(made.sets).toBeLessThanOrEqual(basis.sets)
        expect(amountIn(made.most)).toBeLessThanOrEqual(amountIn(basis.most))
        expect(amountIn(made.start)).toBeLessThanOrEqual(amountIn(made.most))
      },
    ),
    { numRuns: cases(120, 500) },
  )
})

test.each([
  [{ basis: 'nothing' }, { what: 'basis' }],
  [{ name: '  ' }, { what: 'empty', field: 'name' }],
  [{ note: '' }, { what: 'empty', field: 'note' }],
  [{ sets: 9 }, { what: 'sets' }],
  [{ start: 0 }, { what: 'amount' }],
  [{ most: 10_000 }, { what: 'amount' }],
  [{ start: 5, most: 4 }, { what: 'order' }],
] as const)('%j is refused', (change, problem) => {
  expect(ownDrillProblem(ownFrom('dome', change))).toMatchObject(problem)
  expect(() => exerciseFrom(ownFrom('dome', change))).toThrow(RangeError)
})

test('a drill behind a gate keeps that gate, and one without may get one', () => {
  const gated = library.find((e) => e.gate === 'bounce')!
  expect(ownDrillProblem(ownFrom(gated.id, { gate: 'ankleBend' }))).toEqual({ what: 'gate' })
  expect(exerciseFrom(ownFrom('dome', { gate: 'bounce' })).gate).toBe('bounce')
})

test('a retired drill is in no plan, and what was pinned of it asks for nothing', () => {
  const plan = choosePlan(openTo([ownFrom('dome', { isRetired: true })]))
  expect(idsIn(plan)).not.toContain('own.dome')
  expect(plan.relax).toEqual([])
})
