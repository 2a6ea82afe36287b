import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { minimalShoeScore, readShelf, type Shoe } from './index'

const references = referenceValues()
const barefootLike: Shoe = {
  id: 'a',
  name: 'thin',
  weightG: 120,
  stackHeelMm: 6,
  stackForefootMm: 6,
  supportFeatures: 0,
  bendStiffness: 0,
  twistStiffness: 0,
}
const boot: Shoe = {
  id: 'b',
  name: 'boot',
  weightG: 780,
  stackHeelMm: 38,
  stackForefootMm: 20,
  supportFeatures: 5,
  bendStiffness: 5,
  twistStiffness: 5,
}

test('the two ends of the minimal-shoe score', () => {
  expect(minimalShoeScore(barefootLike, references).pct).toBe(100)
  expect(minimalShoeScore(boot, references).pct).toBe(0)
})

test.each([
  [124, 5],
  [125, 4],
  [174, 4],
  [175, 3],
  [224, 3],
  [225, 2],
  [274, 2],
  [275, 1],
  [324, 1],
  [325, 0],
])('a shoe of %d g gets %d points for weight', (weightG, points) => {
  expect(minimalShoeScore({ id: 'x', name: 'x', weightG }, references).items.weight).toBe(points)
})
test.each([
  [7.9, 5],
  [8, 4],
  [13.9, 4],
  [14, 3],
  [20, 2],
  [26, 1],
  [32, 0],
])('a heel stack of %d mm gets %d points', (stackHeelMm, points) => {
  expect(minimalShoeScore({ id: 'x', name: 'x', stackHeelMm }, references).items.stack).toBe(points)
})
test.each([
  [0, 5],
  [1, 4],
  [4, 3],
  [7, 2],
  [10, 1],
  [13, 0],
  [-3, 5],
])('a drop of %d mm gets %d points', (drop, points) => {
  expect(
    minimalShoeScore({ id: 'x', name: 'x', stackHeelMm: 30 + drop, stackForefootMm: 30 }, references).items
      .drop,
  ).toBe(points)
})

test('half the numbers missing gives a range, and says which', () => {
  const score = minimalShoeScore({ id: 'x', name: 'x', weightG: 120, stackHeelMm: 6 }, references)
  expect(score).toMatchObject({
    pct: undefined,
    lowPct: 40,
    highPct: 100,
    missing: ['drop', 'support', 'flexibility'],
  })
})

test('whatever is missing, the true score lies in the range', () => {
  const keys = [
    'weightG',
    'stackHeelMm',
    'stackForefootMm',
    'supportFeatures',
    'bendStiffness',
    'twistStiffness',
  ] as const
  fc.assert(
    fc.property(
      fc.record({
        weightG: fc.integer({ min: 60, max: 600 }),
        stackHeelMm: fc.integer({ min: 2, max: 45 }),
        stackForefootMm: fc.integer({ min: 2, max: 45 }),
        supportFeatures: fc.integer({ min: 0, max: 7 }),
        bendStiffness: fc.integer({ min: 0, max: 5 }),
        twistStiffness: fc.integer({ min: 0, max: 5 }),
      }),
      fc.subarray([...keys]),
      (numbers, lost) => {
        const whole = minimalShoeScore({ id: 'x', name: 'x', ...numbers }, references)
        const partial = minimalShoeScore(
          { id: 'x', name: 'x', ...numbers, ...Object.fromEntries(lost.map((k) => [k, undefined])) },
          references,
        )
        expect(whole.pct).toBeGreaterThanOrEqual(partial.lowPct)
        expect(whole.pct).toBeLessThanOrEqual(partial.highPct)
      },
    ),
  )
})

describe('the shelf', () => {
  const feet = { left: { ballWidthMm: 100, toeWidthMm: 96 }, right: { ballWidthMm: 104, toeWidthMm: 95 } }
  test('what is worn most counts most', () => {
    const shelf = readShelf(
      [
        { ...boot, hoursPerWeek: 60 },
        { ...barefootLike, hoursPerWeek: 20 },
      ],
      feet,
      references,
    )
    expect(shelf.drop.value).toBeCloseTo((18 * 60 + 0 * 20) / 80, 9)
    expect(shelf.score.value).toBeCloseTo(25, 9)
    expect(shelf.mostWorn?.shoe.name).toBe('boot')
  })
  test('the wider foot decides the width, less the stretch of the upper', () => {
    const shelf = readShelf(
      [{ id: 'x', name: 'x', innerWidthBallMm: 96, innerWidthToesMm: 97, hoursPerWeek: 8 }],
      feet,
      references,
    )
    expect(shelf.shoes[0]).toMatchObject({ ballMarginMm: -6, toesMarginMm: 3, isNarrow: true })
    expect(shelf.narrow).toEqual({ value: 1, knownShare: 1, range: undefined })
  })
  test('a low drop on a tall stack is flagged', () => {
    const tall = { id: 'x', name: 'x', stackHeelMm: 32, stackForefootMm: 30 }
    expect(readShelf([tall, barefootLike], feet, references).shoes.map((s) => s.isTallLever)).toEqual([
      true,
      false,
    ])
  })
  test('an empty shelf says nothing, never NaN', () => {
    expect(readShelf([], feet, references)).toMatchObject({
      hoursPerWeek: 0,
      drop: { value: undefined, knownShare: 0 },
      narrow: { value: undefined, knownShare: 0, range: undefined },
      mostWorn: undefined,
    })
  })
})
