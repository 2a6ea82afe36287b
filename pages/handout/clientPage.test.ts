import { read, defaultSettings, type VisitFacts } from '@sturvo/core/reading'
import { cautionQuestions } from '@sturvo/core/cautions'
import { referenceValues } from '@sturvo/core/reference'
import { choosePlan } from '@sturvo/core/training'
import { factsOf, type Fields } from '@sturvo/schema'
import { clientShoeLines, clientSpacingText } from '@sturvo/words'
import { handoutOf } from './index'

const references = referenceValues()
const noRedFlags = Object.fromEntries(cautionQuestions.map((q) => [`answer.caution:${q}`, false]))
const factsWith = (fields: Fields): VisitFacts =>
  factsOf({
    fields: { ...noRedFlags, ...fields },
    birthYear: 1980,
    day: '2026-05-04',
    ownedKit: ['wall', 'step', 'band'],
    references,
  })
const readingOf = (fields: Fields) => read(factsWith(fields), references, defaultSettings)
const pageOf = (fields: Fields) => {
  const facts = factsWith(fields)
  const reading = read(facts, references, defaultSettings)
  return handoutOf({
    reading,
    plan: reading.planInput && choosePlan(reading.planInput),
    practice: 'Tideway',
    client: 'Ansa Rook',
    on: '4 May 2026',
    ...facts.plan,
    pinnedFindings: [],
  })
}
const narrow = {
  name: 'Narrow town shoes',
  hoursPerWeek: 26,
  stackHeelMm: 24,
  stackForefootMm: 12,
  innerWidthBallMm: 80,
  innerWidthToesMm: 66,
  innerLengthMm: 254,
}
const wide = { 'measure.ballWidth.left.1': 104, 'measure.ballWidth.right.1': 104 }

test('shoes are told in the words of who wears them: no millimetres, no errors, no findings', () => {
  const lines = clientShoeLines(readingOf({ ...wide, 'shoe.shoe00000001': narrow }))
  expect(lines).toHaveLength(1)
  expect(lines[0]).toMatch(/^Narrow town shoes: .*too narrow for your foot/)
  expect(lines[0]).not.toMatch(/mm|±|°/)
})

test('the decision of the practitioner stands, with their own words instead of ours', () => {
  const own = { choice: 'limit', hoursPerWeek: 6, note: 'only for the concert' }
  const [line] = clientShoeLines(readingOf({ ...wide, 'shoe.shoe00000001': { ...narrow, ownVerdict: own } }))
  expect(line).toBe('Narrow town shoes: at most 6 hours a week (only for the concert)')
})

test('a shoe nothing is known of, a ghost and a retired one are not on the page', () => {
  expect(clientShoeLines(readingOf({ 'shoe.shoe00000001': { name: 'Boots', hoursPerWeek: 40 } }))).toEqual([])
  for (const gone of [{ isGhost: true }, { isRetired: true }])
    expect(clientShoeLines(readingOf({ ...wide, 'shoe.shoe00000001': { ...narrow, ...gone } }))).toEqual([])
})

test('what the practitioner has not decided is not told to the client', () => {
  expect(clientSpacingText({ use: 'notNow', because: 'unknown' })).toBeUndefined()
  expect(clientSpacingText({ use: 'notNow', because: 'noReason' })).toContain('No spacers needed')
  expect(pageOf({}).spacing).toBeUndefined()
  expect(JSON.stringify(pageOf({}))).not.toMatch(/missing|not decided|not known/i)
})
