import { referenceValues } from '../reference'
import { cautionIds, cautionQuestions, cautionTable, readCautions, type CautionQuestion } from './index'

const references = referenceValues()
const ask = (answers: Partial<Record<CautionQuestion, boolean>>, ageYears?: number) =>
  readCautions({ answers, ageYears, dealtWith: {} }, references)

test('ten rules: five stop, four limit, one minds, each with a question of its own', () => {
  const levels = cautionIds.map((id) => cautionTable[id].level)
  expect(['stop', 'limit', 'mind'].map((level) => levels.filter((l) => l === level).length)).toEqual([
    5, 4, 1,
  ])
  expect(new Set(cautionIds.map((id) => cautionTable[id].asks)).size).toBe(10)
  expect(cautionQuestions).toHaveLength(10)
})

test.each(['cannotBearWeight', 'tenderBone', 'hotSwollen', 'calfSwollen', 'nightPain'] as const)(
  '%s stops the plan and says who should see it',
  (question) => {
    const reading = ask({ [question]: true })
    expect(reading.isBlocked).toBe(true)
    expect(reading.cautions[0]).toMatchObject({ level: 'stop', see: expect.any(String) })
  },
)

test('a stop dealt with no longer blocks, and is still shown with name and words', () => {
  const dealt = { by: 'Ilse Marrack', on: '2026-05-04', words: 'Seen today, no fracture.' }
  const reading = readCautions(
    { answers: { tenderBone: true }, ageYears: 30, dealtWith: { tenderBone: dealt } },
    references,
  )
  expect(reading.isBlocked).toBe(false)
  expect(reading.cautions).toMatchObject([{ id: 'tenderBone', dealtWith: dealt }])
})

test('a limit that was talked about keeps its effects', () => {
  const dealt = { by: 'Ilse Marrack', on: '2026-05-04', words: 'Knows about it.' }
  const reading = readCautions(
    { answers: { diabetesOrNumb: true }, ageYears: 30, dealtWith: { feeling: dealt } },
    references,
  )
  expect([...reading.effects]).toEqual(expect.arrayContaining(['noSpacers', 'noBarefootOutside', 'noBall']))
})

test('age alone puts support at hand; an unknown age does not', () => {
  expect(ask({}, 71).cautions).toMatchObject([{ id: 'balanceRisk', because: 'age' }])
  expect(ask({}, 64).cautions).toEqual([])
  expect(ask({}).cautions).toEqual([])
})

test('questions nobody asked are listed, a "no" is not', () => {
  expect(ask({ hotSwollen: false }).unanswered).toEqual([
    'cannotBearWeight',
    'tenderBone',
    'calfSwollen',
    'nightPain',
  ])
})

test('stops come first', () => {
  expect(ask({ oldInjury: true, boneHistory: true, nightPain: true }).cautions.map((c) => c.level)).toEqual([
    'stop',
    'limit',
    'mind',
  ])
})
