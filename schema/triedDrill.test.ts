import { gatesOf } from '@sturvo/core/training'
import { defaultSettings, fieldSchemaOf, parsePath, readingOf, triedOf } from './index'

const read = (fields: Record<string, unknown>) =>
  readingOf({
    fields,
    person: { birthYear: 1980, kit: [] },
    practice: { references: {}, settings: defaultSettings, trialUses: {} },
    startedOn: '2026-05-04',
  })
const measured = { 'measure.kneeToWall.left.1': 40, 'measure.kneeToWall.right.1': 40 }
const tried = {
  'answer.tried:kneeToWall:left': { drill: 'kneeOverToe', value: 140 },
  'answer.tried:kneeToWall:right': { drill: 'kneeOverToe', value: 140 },
}

test('a value after a drill opens no gate and enters no mean: everything reads as without it', () => {
  const [without, with_] = [read(measured), read({ ...measured, ...tried })]
  expect(with_.facts).toEqual(without.facts)
  expect(with_.reading.findings).toEqual(without.reading.findings)
  const open = (numbers: number) =>
    gatesOf({ ...emptyMeasured, kneeToWallMm: numbers }, without.references).filter((gate) => gate.isOpen)
      .length
  // the gate would open with the value after
  expect(open(140)).toBeGreaterThan(open(40))
  expect(triedOf(tried).map(({ side, value }) => [side, value])).toEqual([
    ['left', 140],
    ['right', 140],
  ])
})
const emptyMeasured = {
  kneeToWallMm: undefined,
  bigToeExtensionDeg: undefined,
  singleLegOpenS: undefined,
  heelRaises: undefined,
  best: { singleLegOpen: undefined, singleLegShut: undefined, heelRaises: undefined },
  worstPain: 0,
  kneeComesIn: false,
  isLocked: false,
}

test.each([
  ['answer.tried:kneeToWall:left', true],
  ['answer.tried:kneeToWall:middle', false],
  ['answer.tried:archSeen:left', false],
  ['answer.tried:constructor:left', false],
])('%s is a path: %s', (path, isPath) => {
  expect(parsePath(path) !== undefined).toBe(isPath)
})

test('a value that cannot be is refused in one sentence', () => {
  const schema = fieldSchemaOf(parsePath('answer.tried:kneeToWall:left')!)
  expect(schema.safeParse({ drill: 'dome', value: 90 }).success).toBe(true)
  expect(schema.safeParse({ drill: 'dome', value: 900 }).error?.issues[0]?.message).toMatch(
    /The value after the drill, mm, cannot be above 300/,
  )
})
