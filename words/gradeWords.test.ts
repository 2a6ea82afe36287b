import { eyeKinds } from '@sturvo/core/eye'
import { gradeParts, readPart, type PartGrade } from '@sturvo/core/deformity'
import { emptyFoot, errorKindIds } from '@sturvo/core/measures'
import { referenceValues } from '@sturvo/core/reference'
import { changeError, judgeChange } from '@sturvo/core/statistics'
import {
  biasSentence,
  changeSentence,
  chancesText,
  effectLines,
  errorKindText,
  eyeText,
  gradeVerdict,
  guideOf,
  isWithin,
  moreText,
  partName,
  partTerm,
  scoreSentence,
  settlesSentence,
  trendText,
} from './index'

const references = referenceValues()
const heel = (numbers: object): PartGrade =>
  readPart('heel', { foot: { ...emptyFoot, numbers }, lengthMm: 250 }, references)

test('a grade in words, from not tested to borderline', () => {
  expect(gradeVerdict(heel({}))).toBe('not tested yet')
  expect(gradeVerdict(heel({ heelRest: 14, heelActive: 12 }))).toBe('grade 2 or 3, open')
  expect(gradeVerdict(heel({ heelRest: 14, heelActive: 12, heelPassive: 2 }))).toMatch(
    /^grade 2, over 99.% sure$/,
  )
  const edge = heel({ heelRest: 14, heelActive: 6.2, heelPassive: 1 })
  expect(gradeVerdict(edge)).toMatch(/borderline$/)
  expect(chancesText(edge)).toMatch(/^1: 4\d.% · 2: 5\d.%$/)
  expect(settlesSentence(edge.settles)).toMatch(/^A second trial active would make it about \d+.% sure/)
  expect(settlesSentence([])).toBeUndefined()
})

test('heels are named by the way they went', () => {
  expect(partTerm(heel({ heelRest: 12 }))).toBe('rolled in · eversion')
  expect(partTerm(heel({ heelRest: -5 }))).toBe('rolled out · inversion')
})

test('every part has a name, a term and a guide; hands only within the licence', () => {
  for (const part of gradeParts) {
    expect(partName(part)).not.toBe('')
    expect(guideOf(part).passive.stop).toContain('pain')
  }
  expect(guideOf('arch').passive.from).toBe('therapist')
  expect(isWithin('coach', 'therapist')).toBe(false)
  expect(isWithin('podiatrist', 'therapist')).toBe(true)
})

test('what a grade changes, referral first', () => {
  const effects = effectLines(
    {
      emphasis: 'accommodate',
      support: 'stays',
      checks: ['base', 'volume'],
      paceFactor: 1.25,
      refer: 'fixed',
    },
    'arch',
  )
  expect(effects.map((e) => e.isReferral)).toEqual([true, false, false, false, false])
  const lines = effects.map((e) => e.words)
  expect(lines[0]).toMatch(/^Refer/)
  expect(lines).toContain('In Shoes, check base under the heel and volume for an insert.')
  expect(lines).toContain('Transition takes 1.25 × as long.')
})

test('a change in words: real, likely, within the error, not comparable', () => {
  const say = (after: number, more: object = {}) =>
    changeSentence(
      judgeChange(
        { value: 30, ...more },
        { value: after, method: 'mat' },
        changeError('semNavicularMm', references),
      ),
      'mm',
    )
  expect(say(35)).toBe('5 mm: a real difference, beyond the error of measuring (3.3 mm).')
  expect(say(33)).toMatch(/^3 mm: likely/)
  expect(say(31)).toMatch(/within the error/)
  expect(say(99, { method: 'felt' })).toMatch(/^Not comparable: .*different ways/)
})

test('own errors: kinds, trends and what more pairs bring', () => {
  for (const kind of errorKindIds) expect(errorKindText[kind].name).not.toBe('')
  expect(trendText({ kind: 'surer', before: 1.41, after: 0.8 })).toBe('surer, 1.41 → 0.8')
  const row = { toCount: 3, toStandAlone: 15, widthNow: null, widthThen: 0.4, more: 15 }
  expect(moreText(row)).toBe('3 more until it counts, 15 until it stands alone')
  expect(moreText({ ...row, toCount: 0 })).toBe('15 more until it stands alone')
  expect(moreText({ ...row, toCount: 0, toStandAlone: 0, widthNow: 0.6, more: 20 })).toBe(
    '20 more would narrow it from ±30\u00a0% to ±20\u00a0%',
  )
})

test('eye practice speaks in units, never in praise', () => {
  for (const kind of eyeKinds) expect(eyeText[kind].ask).toMatch(/[?.]$/)
  expect(biasSentence({ kind: 'heel', side: 'left', mean: -1.83, answers: 7 })).toBe(
    'You read heel angles 1.8° too small on left feet (7 answers).',
  )
  expect(biasSentence({ kind: 'archAbove', side: undefined, mean: 1, answers: 12 })).toBe(
    'You read arches from above 1 steps too high on both feet (12 answers).',
  )
  expect(scoreSentence('heel', 3, 4.2)).toBe('3° too large: within the error of measuring (4.2°).')
  expect(scoreSentence('toe', 1, 0.5)).toBe('1 toes off: beyond the error of measuring (0.5 toes).')
  expect(scoreSentence('heel', 0, 4.2)).toBe('Right.')
})
