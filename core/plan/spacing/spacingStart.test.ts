import { referenceValues } from '../../groundwork/reference'
import { spacingStart } from './index'

const references = referenceValues()

describe('toe spacing', () => {
  const none = new Set<never>()
  test('straight toes that lean start at ten minutes and grow every third day', () => {
    expect(
      spacingStart({ halluxAngleDeg: 24, toeState: 'straight', effects: none }, references),
    ).toMatchObject({ use: 'start', startMin: 10, growMin: 5, growEveryDays: 3 })
  })
  test('soft bent toes start at five', () => {
    expect(spacingStart({ toeState: 'bent, soft', effects: none }, references)).toMatchObject({ startMin: 5 })
  })
  test.each([
    [{ toeState: 'bent, fixed', halluxAngleDeg: 30, effects: none }, 'fixedToe'],
    [{ halluxAngleDeg: 30, effects: new Set(['noSpacers'] as const) }, 'caution'],
    [{ halluxAngleDeg: 8, toeState: 'straight', effects: none }, 'noReason'],
    [{ effects: none }, 'unknown'],
  ])('%o is not spaced', (input, because) =>
    expect(spacingStart(input, references)).toEqual({ use: 'notNow', because }),
  )
  test('minutes never pass the ceiling and never fall', () => {
    const start = spacingStart({ halluxAngleDeg: 24, effects: none }, references)
    if (start.use !== 'start') throw new Error('not started')
    expect(Math.max(...start.weeksMin)).toBeLessThanOrEqual(start.ceilingMin)
    expect([...start.weeksMin].sort((a, b) => a - b)).toEqual(start.weeksMin)
  })
})
