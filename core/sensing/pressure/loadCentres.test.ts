import fc from 'fast-check'
import { referenceValues } from '../../groundwork/reference'
import { columnBetweenFeet, emptiestColumn, loadPoints, SteadyWatch, type RecordingMeta } from './index'

const references = referenceValues()
const meta: RecordingMeta = { rows: 4, cols: 10, pitchMm: 10, rateHz: 50, side: 'both', task: 'stance' }
const frame = fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 40, maxLength: 40 })

describe('load centres', () => {
  test('left and right add up to both, in load and in moment', () => {
    fc.assert(
      fc.property(frame, fc.integer({ min: 1, max: 9 }), (kpa, cut) => {
        const { points, peakKpa } = loadPoints(kpa, meta, cut, references)
        expect(peakKpa).toBe(Math.max(0, ...kpa))
        const { left, right, both } = points
        if (!left || !right || !both) return
        expect(left.loadN + right.loadN).toBeCloseTo(both.loadN, 6)
        expect(left.loadN * left.xMm + right.loadN * right.xMm).toBeCloseTo(both.loadN * both.xMm, 4)
        expect(left.xMm).toBeLessThan(cut * 10)
        expect(right.xMm).toBeGreaterThan(cut * 10)
      }),
    )
  })
  test('a cell carries its pressure times its area, at its middle', () => {
    const kpa = new Float32Array(40)
    kpa[2 * 10 + 3] = 100
    const { both } = loadPoints(kpa, meta, undefined, references).points
    expect(both).toEqual({ xMm: 35, yMm: 25, loadN: expect.closeTo(10, 9) })
  })
  test('a recording of one foot is that foot, and the noise of a few cells is nobody', () => {
    const kpa = new Float32Array(40).fill(50)
    expect(Object.keys(loadPoints(kpa, { ...meta, side: 'left' }, undefined, references).points)).toEqual([
      'left',
    ])
    kpa.fill(0)
    kpa[0] = 10
    expect(loadPoints(kpa, meta, 5, references)).toEqual({ points: {}, peakKpa: 10 })
  })
})

describe('the column between two feet', () => {
  test('is the emptiest of the middle, wherever the gap lies there', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 6 }), (gap) => {
        const kpa = Array.from({ length: 40 }, (_, i) => (i % 10 === gap ? 0 : 20))
        expect(columnBetweenFeet(kpa, meta)).toBe(gap)
      }),
    )
  })
  test('of equals it is the one in the middle, and never a border', () => {
    expect(emptiestColumn(new Float32Array(40), meta, 0, 8)).toBe(4)
    const kpa = Array.from({ length: 40 }, (_, i) => (i % 10 === 2 ? 0 : 20))
    expect(emptiestColumn(kpa, meta, 2, 8)).not.toBe(2)
  })
})

describe('standing still', () => {
  const at = (xMm: number, yMm: number, loadN = 600) => ({ xMm, yMm, loadN })
  /** Tells the watch a place for each moment. @returns the first moment at which it says still */
  const stillAt = (place: (tS: number) => ReturnType<typeof at> | undefined, rateHz = 50) => {
    const watch = new SteadyWatch(references)
    for (let i = 0; i < rateHz * 8; i++) if (watch.take(i / rateHz, place(i / rateHz))) return i / rateHz
    return undefined
  }
  test('takes as long as the table says, whatever the rate', () => {
    for (const rateHz of [7, 20, 50, 100])
      expect(Math.abs(stillAt(() => at(100, 50), rateHz)! - references.steadyS)).toBeLessThan(
        1 / rateHz + 1e-6,
      )
  })
  test('begins anew while somebody walks up', () => {
    expect(stillAt((tS) => at(100 + 60 * Math.max(0, 2 - tS), 50))!).toBeGreaterThan(2.5)
  })
  test('an empty mat and one who never stands still are not steady', () => {
    expect(stillAt(() => undefined)).toBeUndefined()
    expect(stillAt(() => at(100, 50, 5))).toBeUndefined()
    expect(stillAt((tS) => at(100 + 20 * Math.sin(tS * 6), 50))).toBeUndefined()
  })
  test('sway along the foot may be twice that across', () => {
    const sway = (mm: number) => (tS: number) => mm * 0.5 * Math.sin(tS * 8)
    expect(stillAt((tS) => at(100, 50 + sway(10)(tS)))).toBeDefined()
    expect(stillAt((tS) => at(100 + sway(10)(tS), 50))).toBeUndefined()
  })
})
