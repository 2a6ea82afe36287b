import { agoText, bytesText, copiesSentence } from './trustText'

const [minute, hour, day] = [60_000, 3_600_000, 86_400_000]

test.each([
  [10_000, 'just now'],
  [20 * minute, '20 minutes ago'],
  [2 * hour, '2 hours ago'],
  [35 * hour, '35 hours ago'],
  [2 * day, '2 days ago'],
])('%d ms is %s', (ms, words) => expect(agoText(ms)).toBe(words))

test.each([
  [12, '1 kB'],
  [300_000, '293 kB'],
  [5_300_000, '5.1 MB'],
  [4 * 1024 ** 3, '4.0 GB'],
])('%d bytes are %s', (bytes, words) => expect(bytesText(bytes)).toBe(words))

test('copies: none, old and fresh are three sentences', () => {
  const now = Date.parse('2026-05-10T12:00:00Z')
  expect(copiesSentence({ lastGood: null, isOld: true, isAutomatic: true }, now)).toMatch(
    /If this disk is lost, everything is\.$/,
  )
  expect(copiesSentence({ lastGood: null, isOld: false, isAutomatic: false }, now)).toBe(
    'There is no copy yet.',
  )
  expect(copiesSentence({ lastGood: '2026-05-07T12:00:00Z', isOld: true, isAutomatic: true }, now)).toContain(
    '3 days ago. That is too old',
  )
  expect(copiesSentence({ lastGood: '2026-05-10T06:00:00Z', isOld: false, isAutomatic: true }, now)).toBe(
    'The last copy was made 6 hours ago.',
  )
})
