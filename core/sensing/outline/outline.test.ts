import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { footOutline } from '../../figure/footShape'
import { arbitraryFoot } from '../../madeUp/synthetic'
import { measureOutline, outlineDifferences } from './index'

const references = referenceValues()
const rectangle = (width: number, length: number) => [
  { x: -width / 2, y: 0 },
  { x: width / 2, y: 0 },
  { x: width / 2, y: length / 2 },
  { x: width / 2, y: length },
  { x: 0, y: length },
  { x: -width / 2, y: length },
  { x: -width / 2, y: length / 2 },
  { x: -width / 2, y: length / 4 },
]

test('a rectangle is as wide everywhere, whichever way round it is drawn', () => {
  const want = { footLengthMm: 250, heelWidthMm: 100, ballWidthMm: 100, toeWidthMm: 100 }
  expect(measureOutline(rectangle(100, 250), references)).toEqual(want)
  expect(measureOutline([...rectangle(100, 250)].reverse(), references)).toEqual(want)
})
test('a line without length and too few points give nothing', () => {
  expect(measureOutline(rectangle(100, 0), references)).toBeUndefined()
  expect(measureOutline(rectangle(100, 250).slice(0, 5), references)).toBeUndefined()
})
test('drawn feet are measured as they were drawn', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), (seed) => {
      const shape = arbitraryFoot(seed)
      const found = measureOutline(footOutline(shape).outlineFootMm, references)!
      expect(Math.abs(found.footLengthMm / shape.lengthMm - 1)).toBeLessThan(0.02)
      // across the axis, a foot with a slanted ball is wider than along its ball line: 8.4 % in the worst of these 400
      expect(Math.abs(found.ballWidthMm / shape.ballWidthMm - 1)).toBeLessThan(0.09)
    }),
    { numRuns: 30 },
  )
})

describe('left laid over right', () => {
  const over = (a: Parameters<typeof outlineDifferences>[0], b: Parameters<typeof outlineDifferences>[1]) =>
    outlineDifferences(a, b, references)!
  test('the same outline does not differ; a wider one differs by half on each border', () => {
    const same = over(rectangle(90, 250), rectangle(90, 250))
    expect(same.length).toEqual({ mm: 0, judged: 'withinError' })
    for (const level of same.levels) expect([level.medial.mm, level.lateral.mm]).toEqual([0, 0])
    const wider = over(rectangle(104, 260), rectangle(90, 250))
    expect(wider.length).toEqual({ mm: 10, judged: 'real' })
    expect(wider.levels.map((l) => l.level)).toEqual(['heel', 'arch', 'ball', 'toes'])
    for (const level of wider.levels) {
      expect(level.medial).toEqual({ mm: 7, judged: 'real' })
      expect(level.lateral).toEqual({ mm: 7, judged: 'real' })
    }
  })
  test('what the error of measuring could make is not called a difference', () => {
    const border = (mm: number) =>
      over(rectangle(90 + 2 * mm, 250), rectangle(90, 250)).levels[0]!.medial.judged
    const real = references.changeReal * Math.SQRT2 * references.semWidthMm
    const likely = references.changeLikely * Math.SQRT2 * references.semWidthMm
    expect(border(likely - 0.01)).toBe('withinError')
    expect(border(likely + 0.01)).toBe('likely')
    expect(border(real + 0.01)).toBe('real')
    expect(border(-real - 0.01)).toBe('real')
  })
  test('exchanging the feet turns every sign', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 1, max: 200 }), (a, b) => {
        const [one, other] = [a, b].map((seed) => footOutline(arbitraryFoot(seed)).outlineFootMm)
        const [there, back] = [over(one!, other!), over(other!, one!)]
        expect(there.length.mm).toBeCloseTo(-back.length.mm, 9)
        there.levels.forEach((level, i) => {
          expect(level.medial.mm).toBeCloseTo(-back.levels[i]!.medial.mm, 9)
          expect(level.medial.judged).toBe(back.levels[i]!.medial.judged)
        })
      }),
      { numRuns: 20 },
    )
  })
  test('without two outlines there is nothing to say', () =>
    expect(outlineDifferences([], rectangle(90, 250), references)).toBeUndefined())
})
