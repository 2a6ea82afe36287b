import { emptyFoot, type FootValues, type NumberMeasureId } from '../measures'
import { referenceValues } from '../../groundwork/reference'
import { gradeEffects, gradeFloor, gradeParts, readPart, rowsOfPart, type GradePart } from './index'

const references = referenceValues()
const foot = (
  numbers: FootValues['numbers'],
  words: FootValues['words'] = {},
  trials: Partial<Record<NumberMeasureId, number>> = {},
): FootValues => ({ ...emptyFoot, numbers, words, trials })
const read = (part: GradePart, of: FootValues) => readPart(part, { foot: of, lengthMm: 250 }, references)

test('every part is graded 0 to 3 from its own rows', () => {
  for (const part of gradeParts) {
    const { rest, active, passive } = rowsOfPart[part]
    const off = part === 'arch' ? 20 : 45
    const on = part === 'arch' ? 60 : 0
    const gradeFrom = (r: number, a: number, p: number) =>
      read(part, foot({ [rest]: r, [active]: a, [passive]: p })).grade
    expect([part, gradeFrom(off, on, on), gradeFrom(off, off, on), gradeFrom(off, off, off)]).toEqual([
      part,
      1,
      2,
      3,
    ])
  }
  expect(read('bigToe', foot({ halluxAngle: 6 })).grade).toBe(0)
})

test('a heel that rolled out is graded the other way round', () => {
  const out = read('heel', foot({ heelRest: -6, heelActive: 1, heelPassive: 2 }))
  expect(out).toMatchObject({ leans: 'out', direction: -1, target: references.heelTargetOutDeg, grade: 1 })
  expect(read('heel', foot({ heelRest: 12, heelActive: 11, heelPassive: 4 }))).toMatchObject({
    leans: 'in',
    grade: 2,
  })
  const words = { heelRestWord: 'rolled out', heelActiveWord: 'cannot', heelPassiveWord: 'can' }
  expect(read('heel', foot({}, words))).toMatchObject({ leans: 'out', grade: 2 })
})

test('how a toe lies says what hands can do with it', () => {
  expect(read('toe2', foot({}, { toe2: 'bent, fixed' })).grade).toBe(3)
  const soft = read('toe2', foot({}, { toe2: 'bent, soft' }))
  expect(soft.open.grades).toEqual([1, 2])
  expect(soft.testNext).toBe('active')
  expect(read('toe2', foot({}, { toe2: 'bent, soft', toeActiveWord2: 'can' })).grade).toBe(1)
  expect(read('toe2', foot({}, { toe2: 'straight' })).grade).toBe(0)
})

test('the arch is read against its own sitting height and that height’s error; the usual one only stands in', () => {
  const own = read(
    'arch',
    foot({ navicularSit: 40, navicularStand: 30, navicularActive: 32, navicularPassive: 39 }),
  )
  expect(own).toMatchObject({ target: 40, targetError: references.semNavicularMm, grade: 2 })
  const usual = read('arch', foot({ navicularStand: 30 }))
  expect(usual.targetError).toBe(0)
  expect(usual.target).toBeCloseTo(250 * references.truncatedShare * references.navicularTargetNnh, 9)
  const twice = read('arch', foot({ navicularSit: 40, navicularStand: 30 }, {}, { navicularSit: 4 }))
  expect(twice.targetError).toBeCloseTo(references.semNavicularMm / 2, 9)
  expect(twice.marks.rest).toEqual({ value: 30, error: references.semNavicularMm, trials: 1 })
})

describe('what a grade changes', () => {
  const usual = { view: 'trainFirst', isSore: false, isRapid: false } as const
  const arch = (a: number, p: number) =>
    read('arch', foot({ navicularSit: 40, navicularStand: 28, navicularActive: a, navicularPassive: p }))
  const effects = (grade: 1 | 2 | 3, how: Partial<Parameters<typeof gradeEffects>[1]> = {}) =>
    gradeEffects(arch(grade === 1 ? 40 : 28, grade === 3 ? 29 : 40), { ...usual, ...how }, references)!

  test('train first: support only from grade 2 or where it hurts; it stays at grade 3', () => {
    expect(effects(1)).toMatchObject({ emphasis: 'control', support: 'none', refer: false, paceFactor: 1 })
    expect(effects(1, { isSore: true }).support).toBe('whileTraining')
    expect(effects(2)).toMatchObject({
      emphasis: 'strength',
      support: 'whileTraining',
      checks: ['base', 'volume'],
      paceFactor: 1.3,
    })
    expect(effects(3)).toMatchObject({ emphasis: 'accommodate', support: 'stays', refer: 'fixed' })
  })
  test('the other two views', () => {
    expect(effects(1, { view: 'whileTraining' }).support).toBe('whileTraining')
    expect(effects(1, { view: 'supportFirst' }).support).toBe('first')
    expect(effects(3, { view: 'supportFirst' }).support).toBe('stays')
  })
  test('a rapid change refers whatever the grade', () => {
    expect(effects(1, { isRapid: true }).refer).toBe('rapid')
  })
  test('toes ask for room, and for depth where they are bent; they are never held from below', () => {
    const toe = gradeEffects(read('toe3', foot({}, { toe3: 'bent, fixed' })), usual, references)!
    expect(toe).toMatchObject({ support: 'none', checks: ['toeRoom', 'depth'], refer: 'fixed' })
  })
  test('nothing is changed by what nobody looked at; an open grade counts with the lowest', () => {
    expect(gradeEffects(read('fifthToe', foot({})), usual, references)).toBeUndefined()
    expect(gradeFloor(read('bigToe', foot({ halluxAngle: 30 })))).toBe(1)
  })
})
