import fc from 'fast-check'
import { cautionIds, cautionQuestions } from '@sturvo/core/cautions'
import { isNumberMeasure, measureIds, measureTable } from '@sturvo/core/measures'
import { referenceValues } from '@sturvo/core/reference'
import { checkChange, factsOf, parsePath, stepsFilled } from './index'

const references = referenceValues()
const factsWith = (fields: Record<string, unknown>, birthYear: number | null = 1990) =>
  factsOf({ fields, birthYear, day: '2026-05-04', ownedKit: ['wall'], references })

test('every path that is built is read back as what it was', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...measureIds),
      fc.constantFrom('left', 'right'),
      fc.integer({ min: 1, max: 9 }),
      (measure, side, trial) => {
        expect(parsePath(`measure.${measure}.${side}.${trial}`)).toEqual({
          kind: 'measure',
          measure,
          side,
          trial,
        })
      },
    ),
  )
  for (const id of cautionIds) expect(parsePath(`dealt.${id}`)).toEqual({ kind: 'dealt', caution: id })
  for (const q of cautionQuestions) expect(parsePath(`answer.caution:${q}`)).toMatchObject({ kind: 'answer' })
})

test('any other text is no path', () => {
  for (const path of [
    '',
    'measure',
    'measure.navicularSit',
    'measure.navicularSit.up.1',
    'measure.navicularSit.left.0',
    'measure.navicularSit.left.1.2',
    'answer.__proto__',
    'answer.caution:nothing',
    'shoe.x',
    'print.both',
    'dealt.none',
    'mark.a b',
  ])
    expect(parsePath(path)).toBeUndefined()
  fc.assert(fc.property(fc.string(), (text) => expect(parsePath(`measure.${text}`)).toBeUndefined()))
})

test('a number is taken exactly where it is possible', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...measureIds.filter(isNumberMeasure)),
      fc.double({ min: -500, max: 900, noNaN: true }),
      (measure, value) => {
        const definition = measureTable[measure]
        const { possible } = definition
        expect(checkChange({ path: `measure.${measure}.left.1`, value }).ok).toBe(
          value >= possible[0] && value <= possible[1],
        )
      },
    ),
  )
})

test('a refusal says what is allowed, in one sentence', () => {
  const refused = checkChange({ path: 'measure.kneeToWall.left.1', value: 400 })
  expect(refused).toMatchObject({
    ok: false,
    problem: { code: 'badValue', message: 'This must lie between 0 and 300 mm.' },
  })
  expect(checkChange({ path: 'measure.kneeToWall.left.1', value: NaN }).ok).toBe(false)
  expect(checkChange({ path: 'measure.kneeToWall.left.1', value: '90' }).ok).toBe(false)
  expect(checkChange({ path: 'measure.kneeToWall.left.1', value: null })).toEqual({ ok: true, value: null })
})

describe('facts', () => {
  test('trials become their mean, states stay states, words words', () => {
    const { feet } = factsWith({
      'measure.navicularStand.left.1': 34,
      'measure.navicularStand.left.2': 35,
      'measure.singleLegOpen.left.1': 'cannot',
      'measure.archSeen.left.1': 'some',
      'measure.heelRaises.right.1': 'notTested',
    })
    expect(feet.left).toEqual({
      numbers: { navicularStand: 34.5 },
      words: { archSeen: 'some' },
      states: { singleLegOpen: 'cannot' },
      trials: { navicularStand: 2 },
    })
    expect(feet.right.states).toEqual({ heelRaises: 'notTested' })
  })
  test('"cannot" is a word where the measure offers it, and a state elsewhere', () => {
    const { feet } = factsWith({
      'measure.heelActiveWord.left.1': 'cannot',
      'measure.heelRaises.left.1': 'cannot',
    })
    expect(feet.left).toEqual({
      numbers: {},
      words: { heelActiveWord: 'cannot' },
      states: { heelRaises: 'cannot' },
    })
  })
  test('a zero is an answer, a taken-away value is none', () => {
    const { feet, worstPain } = factsWith({
      'measure.singleLegOpen.left.1': 0,
      'measure.kneeToWall.left.1': null,
      'answer.worstPain': 0,
    })
    expect(feet.left.numbers).toEqual({ singleLegOpen: 0 })
    expect(worstPain).toBe(0)
  })
  test('what nobody chose has a sensible default', () => {
    expect(factsWith({}, null)).toMatchObject({
      ageYears: undefined,
      loadMethod: 'scales',
      plan: { minutesPerSession: 15, sessionsPerWeek: 5, kit: ['wall'], pace: 'usual' },
    })
    expect(factsWith({}).ageYears).toBe(36)
  })
  test('a sore spot makes its side sore', () => {
    expect(
      factsWith({
        'mark.mark00000001': { side: 'right', across: 0, along: 0.1, kind: 'pain' },
        'mark.mark00000002': { side: 'left', across: 0, along: 0.1, kind: 'scar' },
      }).soreSides,
    ).toEqual(['right'])
  })
  test('answers to the red flags and what was dealt with arrive', () => {
    const facts = factsWith({
      'answer.caution:hotSwollen': true,
      'answer.caution:falls': false,
      'dealt.hotSwollen': { by: 'I', on: '2026-05-04', words: 'seen' },
    })
    expect(facts.cautionAnswers).toEqual({ hotSwollen: true, falls: false })
    expect(facts.dealtWith.hotSwollen).toMatchObject({ words: 'seen' })
  })
})

test('the Trail fills from nothing to full', () => {
  expect(Object.values(stepsFilled({})).every((share) => share === 0)).toBe(true)
  const scales = Object.fromEntries(
    ['Heel', 'Inner', 'Outer'].flatMap((k) => ['left', 'right'].map((s) => [`measure.scale${k}.${s}.1`, 10])),
  )
  expect(stepsFilled(scales).load).toBe(1)
  expect(stepsFilled({ 'measure.scaleHeel.left.1': 4 }).load).toBeCloseTo(1 / 6, 9)
})

test('a plan may be made by other settings, but nobody widens a licence or changes a measure with it', () => {
  const put = (value: unknown) => checkChange({ path: 'answer.planSettings', value }).ok
  expect(put({ pronation: 'limit', bigToeGoal: 'sixtyFive' })).toBe(true)
  for (const value of [
    { licence: 'podiatrist' },
    { loadTarget: 'equalThirds' },
    { tripodPoints: 'pads' },
    { pronation: 'no' },
  ])
    expect(put(value)).toBe(false)
})
