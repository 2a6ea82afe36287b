import { referenceValues } from '@sturvo/core/reference'
import type { Course, LogAnswer } from '@sturvo/schema'
import { followable, goalOf, seriesOf } from './series'

const r = referenceValues()
const course: Course = {
  visits: [
    {
      id: 'visit0000001',
      day: '2026-01-05',
      left: {
        kneeToWall: { value: 80, trials: 1 },
        archTravel: { value: 12, trials: 2 },
        footLength: { value: 250, trials: 1 },
      },
      right: {},
      shoes: [],
    },
    {
      id: 'visit0000002',
      day: '2026-03-30',
      left: { kneeToWall: { value: 99, trials: 4 } },
      right: {},
      shoes: [],
    },
  ],
  events: [],
  overDays: {},
}
const log = {
  entries: [
    {
      id: 'entry0000001',
      day: '2026-02-10',
      at: '2026-02-10T19:00:00Z',
      tests: [
        { test: 'kneeToWall', side: 'left', value: 88 },
        { test: 'toeGap', side: 'left', value: 3 },
      ],
    },
  ],
} as unknown as LogAnswer
const series = (more: Partial<Course> = {}) =>
  seriesOf('kneeToWall', 'left', { course: { ...course, ...more }, log, references: r })

test('values of visits and of the client’s own tries, by day, each with its error', () => {
  expect(series().map(({ day, value }) => [day, value])).toEqual([
    ['2026-01-05', 80],
    ['2026-02-10', 88],
    ['2026-03-30', 99],
  ])
  const [first, tried, last] = series()
  // one trial: the default; alone at home: wider; four trials: less, and never less than what a day brings
  expect(first!.sd).toBeCloseTo(r.semKneeToWallMm, 9)
  expect(tried!.sd).toBe(r.selfSemKneeToWallMm)
  expect(last!.sd).toBeLessThan(first!.sd)
  expect(last!.sd).toBeGreaterThan(r.semKneeToWallMm * Math.sqrt(r.dayShare))
})
test('the practitioner’s own error counts where it is known', () => {
  expect(series({ overDays: { semKneeToWallMm: { trial: 2, day: 1 } } })[0]!.sd).toBeCloseTo(Math.sqrt(5), 9)
})
test('only what has a goal can be followed; less of a travel that is too much is better', () => {
  expect(followable(course, r, r.bigToeGoalDeg)).toEqual(['kneeToWall', 'archTravel'])
  expect(goalOf('kneeToWall', r, r.bigToeGoalDeg)).toEqual({ goal: r.kneeToWallGoalMm, direction: 1 })
  expect(goalOf('archTravel', r, r.bigToeGoalDeg)).toEqual({ goal: r.travelMuchMm, direction: -1 })
})
