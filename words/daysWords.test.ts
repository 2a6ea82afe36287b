import { orthosisKinds } from '@sturvo/core/support'
import { gateIds } from '@sturvo/core/training'
import { checkText, clientCheckText, conflictText, dayAsRead, letGoText } from './index'

const kinds = ['firstCheck', 'judge', 'gate', 'gaps', 'fade', 'shoes', 'end'] as const

test('what others may see names no finding, no insole and no gate', () => {
  for (const kind of kinds)
    for (const about of [...gateIds, ...orthosisKinds, undefined]) {
      const said = clientCheckText({ kind, week: 2, about, amount: 4 })
      expect(said).not.toMatch(/insole|orthosis|insert|gate|squat|hop|balance|gap|arch|lean|pain/i)
      expect(said.length).toBeGreaterThan(8)
    }
})

test('for the practitioner a gate and a fade are said by name, with the hours', () => {
  for (const about of gateIds)
    expect(checkText({ kind: 'gate', week: 2, about, amount: undefined })).toMatch(/^gate: .{5}/)
  expect(checkText({ kind: 'fade', week: 3, about: 'support', amount: 6 })).toMatch(
    /6 h a day at the earliest, if the foot holds$/,
  )
})

test('a conflict says what was wanted, what was given, and each way out is a button', () => {
  const conflict = { week: 3, wanted: 5, given: 3, alternatives: [], move: undefined }
  expect(conflictText({ ...conflict, what: 'sessions' })).toBe(
    'Week 3: 3 of 5 sessions fit between the days that are closed.',
  )
  expect(conflictText({ ...conflict, what: 'heavy' })).toMatch(/48 hours apart, so 3 of 5/)
  expect(letGoText({ wish: 'restDay', day: 2 })).toBe('No rest on Wednesday')
})

test('a day is read as a day, at the end of a month too', () => {
  expect([dayAsRead('2026-05-04'), dayAsRead('2026-02-28')]).toEqual(['4 May 2026', '28 February 2026'])
})
