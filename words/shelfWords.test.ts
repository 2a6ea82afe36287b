import { narrowHoursText, openVerdictText, shelfMeanText } from './index'

const mean = (value: number | undefined, knownShare: number, range?: { low: number; high: number }) => ({
  value,
  knownShare,
  range,
})

test('a mean says from how much of the hours it comes, and below half of them where it can lie', () => {
  expect(shelfMeanText('drop', mean(7, 1), 'mm')).toBe('drop 7\u00a0mm')
  expect(shelfMeanText('drop', mean(7, 0.63), 'mm')).toBe('drop 7\u00a0mm (known for 63\u00a0% of the hours)')
  expect(shelfMeanText('score', mean(undefined, 0.37, { low: 20, high: 48 }), '%')).toBe(
    'score between 20 and 48\u00a0%',
  )
  expect(shelfMeanText('score', mean(undefined, 0.1, { low: 2, high: 95 }), '%')).toBe('')
  expect(shelfMeanText('drop', mean(undefined, 0.2), 'mm')).toBe('')
})

test('hours in narrow shoes are a share where all widths are known, and at least a share where not', () => {
  expect(narrowHoursText(mean(0.6, 1))).toContain('60\u00a0% of them in shoes narrower')
  expect(narrowHoursText(mean(0.9, 0.7, { low: 0.63, high: 0.93 }))).toBe(
    'at least 63\u00a0% of them in shoes narrower than the foot; widths known for 70\u00a0% of the hours',
  )
  expect(narrowHoursText(mean(0, 0.7, { low: 0, high: 0.3 }))).not.toContain('narrower')
})

test('an open verdict asks for what is really missing, and for nothing that was measured', () => {
  expect(openVerdictText({ missing: ['shoeWidths', 'bend'] })).toBe(
    'Nothing that is known of it speaks for or against it. Not known: its inner widths, how it bends.',
  )
  expect(openVerdictText({ missing: [] })).not.toContain('Not known')
})
