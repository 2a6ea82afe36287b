import fc from 'fast-check'
import { emptyFoot, measureTable, type FootValues } from '../../foot/measures'
import { boundsOf } from '../../groundwork/geometry'
import { footOutline, footShapeOf, isFootLike, neutralFoot } from './index'

const anyNumber = (id: 'footLength' | 'heelWidth' | 'halluxAngle' | 'fifthToeAngle' | 'gapRest1') => {
  const definition = measureTable[id]
  if (definition.kind !== 'number') throw new Error(id)
  const [low, high] = definition.possible
  return fc.option(fc.double({ min: low, max: high, noNaN: true }), { nil: undefined })
}
const anyFoot = fc
  .record({
    footLength: anyNumber('footLength'),
    heelWidth: anyNumber('heelWidth'),
    halluxAngle: anyNumber('halluxAngle'),
    fifthToeAngle: anyNumber('fifthToeAngle'),
    gapRest1: anyNumber('gapRest1'),
  })
  .map((numbers): FootValues => ({ ...emptyFoot, numbers }))

test('whatever can be typed is drawn: nothing breaks, nothing is torn, left is the mirror of right', () => {
  fc.assert(
    fc.property(
      anyFoot,
      fc.option(fc.integer({ min: 40, max: 170 }), { nil: undefined }),
      (foot, ballWidthMm) => {
        const shape = footShapeOf({ side: 'left', foot, print: undefined, ballWidthMm })
        const { outlineFootMm, toesFootMm } = footOutline(shape)
        const box = boundsOf(outlineFootMm)
        for (const p of outlineFootMm) expect(Number.isFinite(p.x) && Number.isFinite(p.y)).toBe(true)
        expect(box.maxY - box.minY).toBeGreaterThan(shape.lengthMm * 0.9)
        expect(box.maxY - box.minY).toBeLessThan(shape.lengthMm * 1.1)
        expect(box.maxX - box.minX).toBeLessThan(shape.lengthMm)
        expect(toesFootMm).toHaveLength(5)
        const right = footShapeOf({ side: 'right', foot, print: undefined, ballWidthMm })
        expect({ ...right, side: 'left' }).toEqual(shape)
      },
    ),
    { numRuns: 40, endOnFailure: true },
  )
})

test('a usual foot is drawn with its own numbers, none of them moved', () => {
  const numbers = { footLength: 244, heelWidth: 61, halluxAngle: 21, fifthToeAngle: 9, gapRest1: 3 }
  const shape = footShapeOf({
    side: 'left',
    foot: { ...emptyFoot, numbers },
    print: undefined,
    ballWidthMm: 97,
  })
  expect(shape).toMatchObject({
    lengthMm: 244,
    heelWidthMm: 61,
    halluxAngleDeg: 21,
    fifthToeAngleDeg: 9,
    toeGapMm: 3,
    ballWidthMm: 97,
  })
})

test('a big toe that leans far is drawn as far as it was measured: shoes are fitted on it', () => {
  const leaning = (halluxAngle: number) =>
    footShapeOf({
      side: 'left',
      foot: { ...emptyFoot, numbers: { halluxAngle } },
      print: undefined,
      ballWidthMm: undefined,
    })
  expect(leaning(58).halluxAngleDeg).toBe(58)
  const innermost = (deg: number) => boundsOf(footOutline(leaning(deg)).toesFootMm[0]!).minX
  expect(innermost(58)).toBeLessThan(innermost(45))
})

test('without any number it is the neutral foot; the print tells where the tape does not', () => {
  const bare = footShapeOf({ side: 'right', foot: emptyFoot, print: undefined, ballWidthMm: undefined })
  expect(bare).toMatchObject({ ...neutralFoot, side: 'right' })
  const print = {
    lengthMm: 230,
    toelessLengthMm: 190,
    ballWidthMm: 90,
    heelWidthMm: 50,
    toeWidthMm: undefined,
    archIndex: { value: 0.24, error: 0.001 },
    printKind: 'interrupted' as const,
  }
  const told = footShapeOf({ side: 'right', foot: emptyFoot, print, ballWidthMm: undefined })
  expect(told.lengthMm).toBeCloseTo(236, 6)
  expect(told.kind).toBe('interrupted')
  expect(told.heelWidthMm).toBeCloseTo(50 / 0.84, 6)
})

test.each([
  [250, 98, true],
  [250, 60, false],
  [250, 160, false],
  [70, 30, false],
  [390, 150, false],
])('%i mm long and %i mm broad: can a shoe be laid under it? %s', (lengthMm, ballWidthMm, is) =>
  expect(isFootLike(lengthMm, ballWidthMm)).toBe(is),
)
