import { referenceValues } from '@sturvo/core/reference'
import { defaultSettings, read } from '@sturvo/core/reading'
import { factsOf } from '@sturvo/schema'
import { clientWords, findingWords } from './findingText'
import { plain } from './rich'
import { neededLines, placeName, reasonText, shoeVerdicts, verdictSentence } from './shoeText'
import { aspectSentence } from './supportText'
import { problemText } from './problemText'

const references = referenceValues()
const shoe = {
  name: 'Town shoes',
  hoursPerWeek: 30,
  stackHeelMm: 24,
  stackForefootMm: 12,
  innerLengthMm: 262,
  innerWidthBallMm: 78,
  innerWidthToesMm: 60,
  innerWidthHeelMm: 64,
}
const fields = {
  ...Object.fromEntries(
    (['left', 'right'] as const).flatMap((side) => [
      [`measure.footLength.${side}.1`, 250],
      [`measure.ballWidth.${side}.1`, 100],
      [`measure.toeWidth.${side}.1`, 92],
    ]),
  ),
  'shoe.shoe00000001': shoe,
}
const readingOf = (more: object = {}) => {
  const all = { ...fields, ...more }
  const facts = factsOf({ fields: all, birthYear: 1990, day: '2026-05-04', ownedKit: [], references })
  return read(facts, references, defaultSettings)
}

test('the finding of a shoe says where and by how much, and how sure', () => {
  const finding = readingOf().findings.find((f) => f.kind === 'fit')!
  const words = findingWords(finding)
  expect(plain(words.sentence)).toMatch(/^Town shoes: the (left|right) foot reaches [\d.]+ mm out, /)
  expect(words.detail).toMatch(/± [\d.]+ mm/)
  expect(clientWords(finding)).toMatch(/^Town shoes: narrower than your (left|right) foot\.$/)
})

test('a line for every shoe that is worn; the decision stands over the numbers, with its note', () => {
  expect(shoeVerdicts(readingOf())).toEqual([
    expect.stringMatching(/^Town shoes: Let go, or at most 4 h a week \(/),
  ])
  const own = { ownVerdict: { choice: 'limit', hoursPerWeek: 6, note: 'only for concerts' } }
  expect(shoeVerdicts(readingOf({ 'shoe.shoe00000001': { ...shoe, ...own } }))).toEqual([
    'Town shoes: Limit to 6 h a week (only for concerts)',
  ])
  expect(shoeVerdicts(readingOf({ 'shoe.shoe00000001': { ...shoe, isRetired: true } }))).toEqual([])
  expect(shoeVerdicts(readingOf({ 'shoe.shoe00000001': { name: 'Unknown' } }))).toEqual([])
})

test('reasons are whole sentences with their numbers', () => {
  const said = [
    reasonText({ kind: 'narrow', mm: 9 }),
    reasonText({ kind: 'noBase', side: 'left', marginMm: -4, hasInsert: true }),
    reasonText({ kind: 'noBase', side: 'left', marginMm: -4, hasInsert: false }),
    reasonText({ kind: 'insertTooHigh', place: 'arch', mm: -14 }),
    reasonText({ kind: 'noDepth', place: 'forefoot', mm: -3 }),
    reasonText({ kind: 'short', side: 'right', roomMm: -2 }),
    reasonText({ kind: 'tallLever', stackMm: 30, dropMm: 2 }),
    reasonText({ kind: 'mostWorn', share: 0.7 }),
  ]
  expect(said[1]).toBe('the insert cannot hold: on the left nothing is beneath it for 4 mm')
  for (const text of said) expect(text).not.toMatch(/undefined|NaN|−-|--/)
  expect(new Set(said).size).toBe(said.length)
})

test('places, verdicts and what to look for in plain words', () => {
  expect(placeName({ region: 'toes', edge: 'inner' })).toBe('big-toe side')
  expect(placeName({ region: 'heel', edge: 'outer' })).toBe('heel, outer edge')
  expect(verdictSentence({ choice: 'keep' })).toBe('Keep')
  expect(verdictSentence({ choice: 'limit' })).toBe('Limit its hours')
  const lines = neededLines({
    innerLengthMm: 262.4,
    innerWidthBallMm: 97.2,
    innerWidthToesMm: 101,
    innerWidthHeelMm: 66,
    taperInnerDeg: 4,
    taperOuterDeg: 6,
    stackMostMm: 20,
    dropMostMm: 6,
    bendMost: 2,
    depthForefootMm: 27,
  })
  expect(lines[1]).toBe('at least 97 mm wide at the ball, 101 mm at the toes')
  expect(lines).toHaveLength(6)
})

test('why a device does not go in is said part by part', () => {
  expect(aspectSentence({ aspect: 'depth', verdict: 'no', byMm: -14, place: 'arch' })).toBe(
    '14 mm too high at the arch',
  )
  expect(aspectSentence({ aspect: 'base', verdict: 'no', byMm: -4 })).toBe(
    'nothing beneath it for 4 mm: it cannot hold',
  )
  expect(aspectSentence({ aspect: 'width', verdict: 'unknown', byMm: undefined })).toBe('width not measured')
})

test('a foot of 26 "mm" was drawn in centimetres, and the sentence says so', () => {
  const said = (lengthMm: number) =>
    problemText.badOutline({ code: 'badOutline', path: '', reason: 'unit', lengthMm })
  expect(said(26)).toContain('probably drawn in cm')
  expect(said(10)).toContain('probably drawn in inches')
  expect(said(900)).not.toContain('probably')
})
