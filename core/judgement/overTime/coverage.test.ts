import { forecastStudy } from './testing/forecastStudy'
import { cases } from '../../groundwork/testing/cases'

// the whole study with more courses: bench/forecastStudy.ts
test('intervals hold the truth as often as they say, on courses of generators that know nothing of the model', () => {
  const { rows, flatQuiet } = forecastStudy(cases(24, 60), 31)
  const sum = (of: (row: (typeof rows)[number]) => number) => rows.reduce((total, row) => total + of(row), 0)
  const said = sum((row) => row.said)
  expect(said).toBeGreaterThan(cases(60, 100))
  // of a few hundred courses, so with 4 points for chance on either side
  expect(sum((row) => row.in80) / said).toBeGreaterThan(0.71)
  expect(sum((row) => row.in80) / said).toBeLessThan(0.92)
  expect(sum((row) => row.in95) / said).toBeGreaterThan(0.9)
  // a straight line that knows no error of its own is sure of far too much
  expect(sum((row) => row.line80) / said).toBeLessThan(0.5)
  expect(flatQuiet).toBeGreaterThan(0.9)
})
