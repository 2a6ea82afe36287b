import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { injuryStage, injuryStages, isFreshInjury, type InjuredSide } from './freshInjury'

const r = referenceValues()
const sound: InjuredSide = { swelling: 'none', rangeMm: 100, raises: 20 }
const stage = (own: Partial<InjuredSide>, pain: number | undefined = 1) =>
  injuryStage({ ...sound, ...own }, sound, pain, r)

test.each([
  ['swollen', { swelling: 'some' }, 0, 'passiveRange'],
  ['not looked at', { swelling: undefined }, 0, 'passiveRange'],
  ['sore', {}, 3, 'activeRange'],
  ['nobody asked how sore', {}, undefined, 'activeRange'],
  ['stiffer than the other', { rangeMm: 89 }, 0, 'activeRange'],
  ['range not measured', { rangeMm: undefined }, 0, 'activeRange'],
  ['moves like the other, weaker', { rangeMm: 90, raises: 17 }, 2, 'strength'],
  ['strength not measured', { raises: undefined }, 0, 'strength'],
  ['as good', { rangeMm: 92, raises: 18 }, 2, 'balance'],
] as const)('%s', (_, own, pain, expected) => {
  expect(injuryStage({ ...sound, ...own }, sound, pain, r)).toBe(expected)
})

test('a better measure never leads back; what is not known opens nothing', () => {
  const side = fc.record({
    swelling: fc.constantFrom('none', 'some', undefined),
    rangeMm: fc.option(fc.integer({ min: 0, max: 150 }), { nil: undefined }),
    raises: fc.option(fc.integer({ min: 0, max: 30 }), { nil: undefined }),
  })
  fc.assert(
    fc.property(side, fc.integer({ min: 0, max: 10 }), fc.nat({ max: 40 }), (own, pain, more) => {
      const at = (s: Partial<InjuredSide>) => injuryStages.indexOf(stage({ ...own, ...s }, pain))
      if (own.rangeMm !== undefined)
        expect(at({ rangeMm: own.rangeMm + more })).toBeGreaterThanOrEqual(at({}))
      if (own.raises !== undefined) expect(at({ raises: own.raises + more })).toBeGreaterThanOrEqual(at({}))
      for (const unknown of ['swelling', 'rangeMm', 'raises'] as const)
        expect(at({ [unknown]: undefined })).toBeLessThanOrEqual(at({}))
    }),
  )
})

test('fresh for six weeks, longer while it is swollen; the month is read in the most cautious way', () => {
  const sprain = (weeksAgo: number, weeksAtLeast?: number) => ({ kind: 'sprain', weeksAgo, weeksAtLeast })
  expect(isFreshInjury(sprain(5), 'none', r)).toBe(true)
  expect(isFreshInjury(sprain(7), 'none', r)).toBe(false)
  expect(isFreshInjury(sprain(7), 'some', r)).toBe(true)
  expect(isFreshInjury(sprain(60), 'some', r)).toBe(false)
  expect(isFreshInjury(sprain(9, 3), 'none', r)).toBe(true)
  expect(isFreshInjury({ kind: 'birth', weeksAgo: 1 }, 'clear', r)).toBe(false)
})
