import { driverTable } from '@sturvo/core/drivers'
import { pressureJobs } from '@sturvo/core/pressure'
import { defaultSettings, read, type Finding } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { bothFeetOf } from '../schema/testing/recordingFields'
import { factsOf } from '@sturvo/schema'
import { stepsFilled } from '@sturvo/schema'
import { driverText, evidenceText, linkText } from './driverText'
import { findingWords } from './findingText'
import { measureText } from './measureText'
import { profileWords } from './pronationText'
import { pressureJobText, missingSentence } from './recordingText'
import { plain } from './rich'

const references = referenceValues()
const readingOf = (fields: Record<string, unknown>) =>
  read(
    factsOf({ fields, birthYear: 1977, day: '2026-05-04', ownedKit: [], references }),
    references,
    defaultSettings,
  )
const sentenceOf = (findings: readonly Finding[], id: string) => {
  const finding = findings.find((f) => f.id === id)
  if (!finding) throw new Error(`no finding ${id}`)
  const words = findingWords(finding)
  return `${plain(words.sentence)} | ${words.detail} | ${words.evidence}`.replaceAll('\u00a0', ' ')
}

describe('a recording becomes sentences', () => {
  const fields = bothFeetOf({ left: { h: 0.5, m1: 0.25, m5: 0.25 }, right: { h: 0.52, m1: 0.4, m5: 0.08 } })
  const { findings } = readingOf(fields)
  test('the light leg and the share', () => {
    expect(sentenceOf(findings, 'tripod.right')).toMatch(/off.*little-toe ball is light: 8 %/)
    expect(findings.some((f) => f.kind === 'sideShare')).toBe(true)
  })
  test('the step counts as filled', () => {
    expect(stepsFilled(fields).load).toBe(1)
    expect(stepsFilled({}).load).toBe(0)
  })
  test('a foot lost in the squat, with and without depth', () => {
    const lost = bothFeetOf(
      { left: { h: 0.5, m1: 0.25, m5: 0.25 }, right: { h: 0.5, m1: 0.25, m5: 0.25 } },
      'squat',
      {
        left: { atS: 4.1, depthPct: 42, shiftMm: 9 },
      },
    )
    const { findings: said } = readingOf(lost)
    expect(sentenceOf(said, 'squatLoss.left')).toMatch(/^left foot is lost at 42 % of the squat\./i)
    expect(sentenceOf(said, 'squatLoss.right')).toMatch(/^right foot is kept in the squat\./i)
  })
})

test('a cause is named with what speaks for and against it, never from one value', () => {
  const one = readingOf({ 'measure.halluxAngle.left.1': 25 })
  expect(one.findings.some((f) => f.kind === 'driver')).toBe(false)
  const { findings } = readingOf({
    'measure.kneeToWall.left.1': 70,
    'measure.kneeToWallFeel.left.1': 'pinch in front',
    'measure.walkTurnedOut.left.1': 'no',
  })
  expect(sentenceOf(findings, 'driver.left')).toMatch(
    /most likely ankle drives it.*For: Knee to wall 70 mm.*Against: Feet turned out: no/,
  )
})
test('every chain and link has words, and every clue of it', () => {
  for (const rule of driverTable) {
    expect(driverText[rule.id].follows).toMatch(/\.$/)
    for (const link of rule.links) expect(linkText[link].length).toBeGreaterThan(3)
    for (const clue of rule.clues) {
      const from = 'from' in clue ? clue.from : clue.extra
      expect(evidenceText({ from, value: 'words' in clue ? Object.keys(clue.words)[0]! : 1 })).not.toMatch(
        /undefined|NaN/,
      )
    }
  }
})

test('the profile says what each answer needs, and what the practice makes of it', () => {
  const { driving } = readingOf({
    'measure.archHold.left.1': 'loses',
    'measure.eversionRange.left.1': 12,
    'measure.eversionPeakAt.left.1': 62,
    'measure.eversionPeak.left.1': 9,
  })
  const both = profileWords(driving.profiles.left, 'bothWays')
  expect(both.amount).toEqual({ word: 'not measured', detail: 'needs posture score or relaxed heel angle' })
  expect(both.available.word).toBe('can roll in')
  expect(both.timing).toMatchObject({ word: 'late' })
  expect(both.control.detail).toContain('train in and out of it')
  expect(profileWords(driving.profiles.left, 'limit').control.detail).toContain('train against it')
})

test('every task has a name and a sentence for the client', () => {
  for (const job of pressureJobs) expect(pressureJobText[job].say).toMatch(/\.$/)
})
test.each([
  [{ what: 'sway', side: 'both', usedS: 3.2, neededS: 5 }, /both feet together.*3\.2 s.*5 s/],
  [{ what: 'foot', side: 'left' }, /left foot was not found/],
  [{ what: 'steps', side: 'right', found: 1, needed: 3 }, /1 whole step of the right foot; 3 are wanted/],
  [{ what: 'partialStep', side: 'left', atS: 1.25 }, /left foot.*beside the mat/],
] as const)('what is missing is said: %p', (missing, sentence) =>
  expect(missingSentence(missing)).toMatch(sentence),
)
test('posture items and dexterity say how they are scored', () => {
  expect(measureText.postureTalus.note).toMatch(/−2.*\+2/)
  expect(measureText.dexterityDome.note).toContain('0 cannot')
})
