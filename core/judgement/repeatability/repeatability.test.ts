import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { chanceFrom } from '../../madeUp/synthetic'
import {
  addedUp,
  agreement,
  blendedSem,
  errorOverDays,
  outlierGroups,
  pairsToGo,
  semEstimate,
  slipOf,
  trendOf,
  withinSum,
} from './index'

const references = referenceValues()
const value = fc.double({ min: -50, max: 150, noNaN: true })
const groups = fc.array(fc.array(value, { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 12 })
const estimateOf = (all: readonly (readonly number[])[]) => semEstimate(addedUp(all.map(withinSum)))

describe('standard error from repeated trials', () => {
  test('by hand: pairs 2 and 4 apart', () => {
    // squares 2 and 8 over two pairs: mean square 5
    const estimate = estimateOf([
      [30, 32],
      [40, 44],
    ])!
    expect(estimate.sem).toBeCloseTo(Math.sqrt(5), 9)
    expect(estimate.pairs).toBe(2)
    // χ² with 2 degrees of freedom: 0.0506 and 7.378
    expect(estimate.low).toBeCloseTo(Math.sqrt(10 / 7.3778), 3)
    expect(estimate.high).toBeCloseTo(Math.sqrt(10 / 0.050636), 1)
  })

  test('three trials are two pairs, one is none', () => {
    expect(withinSum([1, 2, 3])).toEqual({ squares: 2, pairs: 2 })
    expect(withinSum([7])).toEqual({ squares: 0, pairs: 0 })
    expect(estimateOf([[7], [9]])).toBeUndefined()
  })

  test('for pairs alone it is SD of the differences about 0, over √2', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(value, value), { minLength: 2 }), (pairs) => {
        const meanSquare = pairs.reduce((sum, [a, b]) => sum + (a - b) ** 2, 0) / pairs.length
        expect(estimateOf(pairs)!.sem).toBeCloseTo(Math.sqrt(meanSquare / 2), 6)
      }),
    )
  })

  test('the order of trials, and what is measured, change nothing', () => {
    fc.assert(
      fc.property(groups, value, (all, shift) => {
        const turned = all.map((g) => [...g].reverse().map((v) => v + shift))
        expect(estimateOf(turned)!.sem).toBeCloseTo(estimateOf(all)!.sem, 6)
      }),
    )
  })

  test.each([
    [5, 41],
    [10, 42],
    [30, 43],
  ])('the 95 %% interval holds the truth in 93 to 97 %% of 4,000 practices with %i pairs', (pairs, seed) => {
    const chance = chanceFrom(seed)
    const runs = 4000
    let held = 0
    for (let run = 0; run < runs; run++) {
      const trials = Array.from({ length: pairs }, () => {
        const foot = chance.between(20, 60)
        return [chance.normal(foot, 1.7), chance.normal(foot, 1.7)]
      })
      const { low, high } = estimateOf(trials)!
      if (low <= 1.7 && 1.7 <= high) held++
    }
    expect(held / runs).toBeGreaterThan(0.93)
    expect(held / runs).toBeLessThan(0.97)
  })
})

describe('which error is in force', () => {
  const own = (pairs: number, sem = 2) => ({ sem, low: 1, high: 3, pairs })
  test('the default below 8 pairs, one’s own from 20, a blend of variances between', () => {
    expect(blendedSem(1.2, own(7), references)).toEqual({ sem: 1.2, ownWeight: 0 })
    expect(blendedSem(1.2, undefined, references).sem).toBe(1.2)
    expect(blendedSem(1.2, own(8), references).ownWeight).toBeGreaterThan(0)
    expect(blendedSem(1.2, own(20), references)).toEqual({ sem: 2, ownWeight: 1 })
    const { sem, ownWeight } = blendedSem(1.2, own(14), references)
    expect(sem).toBeCloseTo(Math.sqrt((1 - ownWeight) * 1.44 + ownWeight * 4), 9)
  })
  test('more pairs never count for less, and no pair makes a jump', () => {
    for (let pairs = 1; pairs < 30; pairs++) {
      const [a, b] = [pairs, pairs + 1].map((n) => blendedSem(1.2, own(n), references).ownWeight)
      expect(b! - a!).toBeGreaterThanOrEqual(0)
      expect(b! - a!).toBeLessThan(0.13)
    }
  })
  test('trials that agree to the last digit do not make an error of nothing', () => {
    expect(blendedSem(1.2, own(40, 0), references).sem).toBeCloseTo(0.24, 9)
  })
  test('what is still missing', () => {
    const width = (pairs: number) => 1 / pairs
    expect(pairsToGo(3, references, width)).toMatchObject({ toCount: 5, toStandAlone: 17, more: 17 })
    expect(pairsToGo(30, references, width)).toMatchObject({ toCount: 0, toStandAlone: 0, more: 20 })
    expect(pairsToGo(1, references, width).widthNow).toBeUndefined()
  })
})

describe('slips', () => {
  const chance = chanceFrom(5)
  const steady = Array.from({ length: 30 }, () => {
    const at = chance.between(60, 120)
    return { values: [chance.normal(at, 5), chance.normal(at, 5)] }
  })
  const found = (more: { values: number[] }[]) => {
    const all = [...steady, ...more]
    return outlierGroups(all, addedUp(all.map((g) => withinSum(g.values))), 6, references)
  }
  test('steady hands raise none; two slips at once are both found', () => {
    expect(found([])).toEqual([])
    const slips = [{ values: [96, 69 - 20] }, { values: [88, 880] }]
    expect(found(slips).map((f) => f.group.values)).toEqual([slips[1]!.values, slips[0]!.values])
    expect(found(slips)[0]).toMatchObject({ slip: 'tenfold' })
  })
  test('patterns of slips by name', () => {
    expect(slipOf([96, 69], 2, references)).toBe('swappedDigits')
    expect(slipOf([4, 101.6], 2, references)).toBe('inch')
    expect(slipOf([31, 310], 1.2, references)).toBe('tenfold')
    expect(slipOf([80, 120], 2, references)).toBe('none')
  })
})

describe('agreement of two', () => {
  test('by hand: differences 2, 0, 1', () => {
    const agreed = agreement([
      { first: 30, second: 32 },
      { first: 31, second: 31 },
      { first: 40, second: 41 },
    ])!
    expect(agreed.bias).toBe(1)
    expect(agreed.lower).toBeCloseTo(1 - 1.96, 9)
    expect(agreed.upper).toBeCloseTo(1 + 1.96, 9)
    expect(agreed.points[0]).toEqual({ mean: 31, difference: 2 })
    // t(2) = 4.303: the interval of the bias holds 0
    expect(agreed.biasHigh - agreed.bias).toBeCloseTo(4.3027 / Math.sqrt(3), 3)
    expect(agreed.isBiased).toBe(false)
  })
  test('swapping the two mirrors it', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ first: value, second: value }), { minLength: 2 }), (pairs) => {
        const there = agreement(pairs)!
        const back = agreement(pairs.map((p) => ({ first: p.second, second: p.first })))!
        expect(back.bias).toBeCloseTo(-there.bias, 6)
        expect(back.upper).toBeCloseTo(-there.lower, 6)
      }),
    )
  })
  test('one pair says nothing', () => {
    expect(agreement([{ first: 1, second: 2 }])).toBeUndefined()
  })
})

describe('the error over days', () => {
  test('the default in its two parts is the default again', () => {
    const { trial, day } = errorOverDays(1.2, undefined, references)
    expect(Math.hypot(trial, day)).toBeCloseTo(1.2, 9)
    expect(errorOverDays(1.2, { sem: 0.4, low: 0.3, high: 0.6, pairs: 7 }, references)).toEqual({
      trial,
      day,
    })
  })
  test('the day’s part stays, however sure the hands are; a wide error of one’s own counts whole from the start', () => {
    const of = (sem: number, pairs: number) => errorOverDays(1.2, { sem, low: 0, high: 9, pairs }, references)
    expect(of(0.3, 40).day).toBe(of(3, 40).day)
    expect(of(0.3, 40).trial).toBeCloseTo(0.3, 9)
    expect(of(3, 8).trial).toBe(3)
    expect(of(0.3, 8).trial).toBeGreaterThan(0.3)
  })
  test('more pairs of the same sure hands never make it wider', () => {
    for (let pairs = 8; pairs < 24; pairs++)
      expect(
        errorOverDays(1.2, { sem: 0.4, low: 0, high: 9, pairs: pairs + 1 }, references).trial,
      ).toBeLessThanOrEqual(errorOverDays(1.2, { sem: 0.4, low: 0, high: 9, pairs }, references).trial)
  })
})

describe('trend', () => {
  const month = (sem: number, pairs = 10) => ({ squares: sem * sem * pairs, pairs })
  test('half the error is surer, the same is steady, twice is less sure', () => {
    expect(trendOf([month(2), month(2), month(0.8), month(0.8)], references)?.kind).toBe('surer')
    expect(trendOf([month(2), month(2), month(2), month(2)], references)?.kind).toBe('steady')
    expect(trendOf([month(1), month(1), month(2.5), month(2.5)], references)?.kind).toBe('lessSure')
  })
  test('a handful of pairs has none', () => {
    expect(trendOf([month(2, 3), month(1, 3)], references)).toBeUndefined()
  })
})
