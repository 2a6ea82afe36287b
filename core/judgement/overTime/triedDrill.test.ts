import { referenceValues } from '../../groundwork/reference'
import { drillsFor, judgeTried } from './index'

const input = { references: referenceValues(), bigToeGoalDeg: 60 }
const tried = (before: number, after: number, trials = 1) =>
  judgeTried('kneeToWall', { value: before, trials }, after, input)!

test('a value after a drill is judged against the error of one day, towards what is wanted', () => {
  expect(tried(60, 90)).toMatchObject({ towards: 'better', change: { judged: 'real', difference: 30 } })
  expect(tried(90, 60)).toMatchObject({ towards: 'worse', change: { judged: 'real' } })
  expect(tried(60, 61).change.judged).toBe('withinError')
  // beyond the goal there is nothing better
  expect(tried(125, 150).towards).toBeUndefined()
  // a mean of several before is known better
  expect(tried(60, 70, 4).change.mdc).toBeLessThan(tried(60, 70).change.mdc)
})

test('what is offered for a measure is what trains it', () => {
  expect(drillsFor('kneeToWall').map((e) => e.id)).toContain('kneeOverToe')
  expect(drillsFor('kneeToWall').map((e) => e.id)).not.toContain('toeFan')
})
