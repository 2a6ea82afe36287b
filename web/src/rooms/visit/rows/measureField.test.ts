import fc from 'fast-check'
import { readTyped, shownNumber, trialsOf, unitShown } from './measureField'

const metric = { lengthUnit: 'mm', massUnit: 'kg' } as const
const imperial = { lengthUnit: 'in', massUnit: 'lb' } as const

test('a comma is a point, nothing is nothing, letters are told', () => {
  expect(readTyped('34,5', 'navicularStand', metric)).toEqual({
    kind: 'value',
    value: 34.5,
    isUnusual: false,
  })
  expect(readTyped('  ', 'navicularStand', metric)).toEqual({ kind: 'empty' })
  expect(readTyped('abc', 'navicularStand', metric)).toEqual({ kind: 'wrong', sentence: 'Figures only.' })
})

test('what cannot be is refused, what is odd is asked about', () => {
  expect(readTyped('345', 'navicularStand', metric)).toEqual({
    kind: 'wrong',
    sentence: 'Between 0 and 110 mm; not stored.',
  })
  expect(readTyped('4', 'navicularStand', metric)).toMatchObject({ kind: 'value', isUnusual: true })
})

test('inches and pounds are shown and typed, millimetres and kilograms kept', () => {
  expect(readTyped('1', 'navicularStand', imperial)).toMatchObject({ value: 25.4 })
  expect(unitShown('navicularStand', imperial)).toBe('in')
  expect(unitShown('scaleHeel', imperial)).toBe('lb')
  expect(unitShown('heelRest', imperial)).toBe('°')
  expect(readTyped('200', 'navicularStand', imperial)).toEqual({
    kind: 'wrong',
    sentence: 'Between 0 and 4.33 in; not stored.',
  })
})

test('what is shown and typed again is the same value, to the digits shown', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1100 }), (tenths) => {
      const typed = readTyped(
        String(shownNumber('navicularStand', tenths / 10, metric)),
        'navicularStand',
        metric,
      )
      expect(typed).toMatchObject({ kind: 'value', value: tenths / 10 })
    }),
  )
})

test('trials are read in order; one that was taken away leaves its place', () => {
  const fields = {
    'measure.kneeToWall.left.1': 90,
    'measure.kneeToWall.left.2': 92,
    'measure.kneeToWall.left.4': 99,
    'measure.kneeToWall.right.1': 80,
  }
  expect(trialsOf(fields, 'kneeToWall', 'left')).toEqual([90, 92, null, 99])
})
