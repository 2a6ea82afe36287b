import fc from 'fast-check'
import { emptyFoot, isNumberMeasure, measureIds, measureTable, type FootValues } from '../../foot/measures'
import { referenceValues } from '../../groundwork/reference'
import { driverTable, measuresOf, readDrivers, type DriverExtras, type DriverId } from './index'

const references = referenceValues()
const foot = (numbers: FootValues['numbers'], words: FootValues['words'] = {}): FootValues => ({
  ...emptyFoot,
  numbers,
  words,
})
const top = (values: FootValues, extras: DriverExtras = {}) =>
  readDrivers(values, extras, references).chains[0]
const find = (id: DriverId, values: FootValues, extras: DriverExtras = {}) =>
  readDrivers(values, extras, references).chains.find((c) => c.id === id)

/** For each chain: what makes it the first, and what must not raise it. */
const cases: Record<DriverId, { fires: [FootValues, DriverExtras?]; silent: [FootValues, DriverExtras?] }> = {
  ankle: {
    fires: [foot({ kneeToWall: 70 }, { kneeToWallFeel: 'pinch in front', walkTurnedOut: 'clear' })],
    silent: [foot({ kneeToWall: 130 }, { kneeToWallFeel: 'nothing' })],
  },
  bigToe: {
    fires: [foot({ bigToeExtension: 30, bigToeStanding: 15 }, { walkLatePush: 'clear' })],
    silent: [foot({ bigToeExtension: 70 }, { walkLatePush: 'no' })],
  },
  firstRay: {
    fires: [foot({ firstRay: -1 }, { toesUp: 'does not' }), { m1Missing: 0.15 }],
    silent: [foot({ firstRay: 6 }, { toesUp: 'appears' }), { m1Missing: -0.05 }],
  },
  hip: {
    fires: [foot({}, { kneesOut: 'arch rises', squatFirst: 'knee goes in' }), { kneeComesIn: true }],
    silent: [foot({}, { kneesOut: 'little change', walkWaddle: 'no' })],
  },
  footMuscles: {
    fires: [foot({ dexterityDome: 0 }, { archHold: 'loses', heelPlay: 'little change', toeGrip: 'slips' })],
    silent: [foot({ dexterityDome: 2 }, { archHold: 'holds', heelPlay: 'steadies' })],
  },
  shin: {
    fires: [foot({ forefootLift: 3 }, { walkToesUp: 'clear' })],
    silent: [foot({ forefootLift: 12 }, { walkToesUp: 'no' })],
  },
  calf: {
    fires: [foot({ heelRaises: 5, inversionStrength: 3 }, { raisePath: 'rolls in' })],
    silent: [foot({ heelRaises: 27, inversionStrength: 5 }, { raisePath: 'straight' })],
  },
  shoe: {
    fires: [foot({ halluxAngle: 24 }), { narrowShare: 0.9, shoeDropMm: 12, shoeScorePct: 20 }],
    silent: [foot({ halluxAngle: 6 }), { narrowShare: 0, shoeDropMm: 0, shoeScorePct: 90 }],
  },
}

test('a heel that cannot roll in gives nowhere: no chain ends in an arch that gives', () => {
  const [values, extras] = cases.ankle.fires
  const free = find('ankle', values, extras)
  const locked = find('ankle', { ...values, numbers: { ...values.numbers, eversionRange: 1 } }, extras)
  expect(free?.links).toContain('archGives')
  expect(locked?.links).toEqual(free!.links.filter((link) => link !== 'archGives'))
})

describe.each(driverTable.map((rule) => [rule.id, rule] as const))('%s', (id, rule) => {
  test('comes first where everything speaks for it', () => {
    const chain = top(...cases[id].fires)
    expect(chain?.id).toBe(id)
    expect(chain!.strength).toBeGreaterThan(0.5)
    expect(chain!.against).toEqual([])
  })
  test('is not there where nothing does', () => expect(find(id, ...cases[id].silent)).toBeUndefined())
  test('asks for rows that exist, with words that they have', () => {
    for (const measure of measuresOf(rule)) expect(measureIds).toContain(measure)
    for (const clue of rule.clues)
      if ('words' in clue && !isNumberMeasure(clue.from))
        for (const word of Object.keys(clue.words)) expect(measureTable[clue.from].words).toContain(word)
    expect(rule.clues.reduce((sum, c) => sum + c.weight, 0)).toBeCloseTo(1, 9)
  })
})

test('what speaks against lowers a chain and stays in sight', () => {
  const alone = find('ankle', foot({ kneeToWall: 80 }))!
  const both = find('ankle', foot({ kneeToWall: 80 }, { walkTurnedOut: 'no' }))!
  expect(both.against.map((e) => e.from)).toEqual(['walkTurnedOut'])
  expect(both.strength / both.completeness).toBeLessThan(alone.strength / alone.completeness)
})
test('one value alone is not as strong as the whole evidence', () => {
  const one = find('ankle', foot({ kneeToWall: 70 }))!
  const more = find(
    'ankle',
    foot({ kneeToWall: 70 }, { walkTurnedOut: 'clear', kneeToWallFeel: 'pinch in front' }),
  )!
  expect(more.strength).toBeGreaterThan(one.strength)
})
test('tried and could not is the least there can be', () => {
  expect(top({ ...emptyFoot, states: { heelRaises: 'cannot' } })?.id).toBe('calf')
})
test('strength stays between 0 and 1, and more of the same never weakens', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 200, noNaN: true }),
      fc.double({ min: 0, max: 200, noNaN: true }),
      (a, b) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)].map(
          (mm) => find('ankle', foot({ kneeToWall: mm }))?.strength ?? 0,
        )
        expect(less).toBeGreaterThanOrEqual(more!)
        expect(less).toBeLessThanOrEqual(1)
      },
    ),
  )
})

describe('what to test next', () => {
  test('lies between the two strongest and was not measured yet', () => {
    const values = foot({ kneeToWall: 90, bigToeExtension: 42 })
    const { chains, testNext } = readDrivers(values, {}, references)
    expect(chains.slice(0, 2).map((c) => c.id)).toEqual(expect.arrayContaining(['ankle', 'bigToe']))
    expect(testNext!.gain).toBeGreaterThan(0)
    expect(['kneeToWall', 'bigToeExtension']).not.toContain(testNext!.measure)
    expect(testNext!.between).toEqual(chains.slice(0, 2).map((c) => c.id))
  })
  test('is not asked for where one chain stands alone or a row was marked as not tested', () => {
    expect(readDrivers(foot({ kneeToWall: 60 }), {}, references).testNext).toBeUndefined()
    const values = foot({ kneeToWall: 90, bigToeExtension: 42 })
    const first = readDrivers(values, {}, references).testNext!.measure
    const skipped = readDrivers({ ...values, states: { [first]: 'notTested' } }, {}, references)
    expect(skipped.testNext?.measure).not.toBe(first)
  })
})
