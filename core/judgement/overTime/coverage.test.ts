import { forecastStudy } from './testing/forecastStudy'
import { cases } from '../../groundwork/testing/cases'

// the whole study with more courses: bench/forecastStudy.ts
test('intervals hold the truth as often as they say, on courses of generators that know nothing of the model', () => {
  const { rows, flatQuiet } = forecastStudy(cases(24, 60), 31)
  const sum = (of: (row: (typeof rows)[number]) => number) => rows.reduce((total, row) => total + of(row), 0)
  const said = sum((row) => row.said)
  expect(said).toBeGreaterThan(cases(60, 100))
  // wider than they say on courses that just go on, because some stop or turn back: those must be held as well
  expect(sum((row) => row.in80) / said).toBeGreaterThan(0.75)
  expect(sum((row) => row.in80) / said).toBeLessThan(0.97)
  const least = cases(0.6, 0.68) // of a few dozen courses of each kind
  for (const row of rows) expect([row.name, row.in80 / row.said > least]).toEqual([row.name, true])
  expect(sum((row) => row.in95) / said).toBeGreaterThan(0.9)
  // a straight line that knows no error of its own is sure of far too much
  expect(sum((row) => row.line80) / said).toBeLessThan(0.5)
  expect(flatQuiet).toBeGreaterThan(0.9)
})
