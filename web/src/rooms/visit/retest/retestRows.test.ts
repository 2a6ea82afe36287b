import { emptyFoot } from '@sturvo/core/measures'
import { bareFacts } from '../../../../../core/judgement/reading/testing/bareFacts'
import { isDone, valueBefore } from './retestRows'

const units = { lengthUnit: 'mm', massUnit: 'kg' } as const
const before = bareFacts({
  feet: {
    left: { ...emptyFoot, numbers: { kneeToWall: 68, bigToeExtension: 55 }, words: { toeGrip: 'slips' } },
    right: { ...emptyFoot, states: { singleLegOpen: 'cannot' } },
  },
})

test('the value of before in the units of the client, a word, what could not be done, or nothing', () => {
  expect(valueBefore(before, 'kneeToWall', 'left', units)).toBe('68 mm')
  expect(valueBefore(before, 'kneeToWall', 'left', { ...units, lengthUnit: 'cm' })).toBe('6.8 cm')
  expect(valueBefore(before, 'bigToeExtension', 'left', units)).toBe('55°')
  expect(valueBefore(before, 'toeGrip', 'left', units)).toMatch(/slip/i)
  expect(valueBefore(before, 'singleLegOpen', 'right', units)).toBe('could not')
  expect(valueBefore(before, 'kneeToWall', 'right', units)).toBeUndefined()
})
test('a row is done when every side that had a value has one again, a state among them', () => {
  const row = { what: 'kneeToWall', whys: [] } as const
  expect(isDone({ ...row, whys: [] }, {}, before)).toBe(false)
  expect(isDone({ ...row, whys: [] }, { 'measure.kneeToWall.left.1': 70 }, before)).toBe(true)
  expect(isDone({ ...row, whys: [] }, { 'measure.kneeToWall.left.1': 'unchanged' }, before)).toBe(true)
  expect(isDone({ what: 'singleLegOpen', whys: [] }, { 'measure.singleLegOpen.left.1': 9 }, before)).toBe(
    false,
  )
  expect(isDone({ what: 'load', whys: [] }, {}, before)).toBe(false)
})
