import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import {
  emptyFoot,
  errorKindIds,
  errorKindOf,
  errorKinds,
  errorOf,
  trialUseOf,
  trialUsesOf,
  usedOf,
  type NumberMeasureId,
} from './index'

const references = referenceValues()
const trials = fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 1, maxLength: 9 })

test('no measure has two errors, and every kind has one in the table', () => {
  const all = errorKindIds.flatMap((kind): NumberMeasureId[] => [...errorKinds[kind].measures])
  expect(new Set(all).size).toBe(all.length)
  for (const kind of errorKindIds) expect(references[kind]).toBeGreaterThan(0)
  expect(errorKindOf('navicularPassive')).toBe('semNavicularMm')
  expect(errorKindOf('dexterityDome')).toBeUndefined()
})

test('mean, best and last by hand; the practice’s choice goes before the measure’s own', () => {
  expect(usedOf([30, 34, 32], 'mean')).toEqual({ value: 32, trials: 3 })
  expect(usedOf([30, 34, 32], 'best')).toEqual({ value: 34, trials: 1 })
  expect(usedOf([30, 34, 32], 'last')).toEqual({ value: 32, trials: 1 })
  expect(usedOf([], 'mean')).toBeUndefined()
  expect(trialUseOf('singleLegOpen')).toBe('best')
  expect(trialUseOf('singleLegOpen', { semSingleLegS: 'last' })).toBe('last')
  expect(trialUseOf('postureArch')).toBe('mean')
  // the greatest lean is not the best one
  expect(trialUsesOf('semHalluxDeg')).toEqual(['mean', 'last'])
  expect(trialUseOf('halluxAngle', { semHalluxDeg: 'best' })).toBe('mean')
  expect(trialUseOf('kneeToWall', { semKneeToWallMm: 'best' })).toBe('best')
})

test('the order of trials changes neither mean nor best', () => {
  fc.assert(
    fc.property(trials, (values) => {
      const back = [...values].reverse()
      expect(usedOf(back, 'mean')!.value).toBeCloseTo(usedOf(values, 'mean')!.value, 9)
      expect(usedOf(back, 'best')).toEqual(usedOf(values, 'best'))
    }),
  )
})

test('a mean of four trials has half the error', () => {
  const of = (n: number) => errorOf({ ...emptyFoot, trials: { heelRest: n } }, 'heelRest', references)
  expect(of(4)).toBeCloseTo(of(1) / 2, 9)
  expect(errorOf(emptyFoot, 'heelRest', references)).toBe(1.5)
})
