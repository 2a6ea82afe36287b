import fc from 'fast-check'
import { referenceValues } from '../reference'
import { swayOf } from '../../sensing/balance'
import { resampled, stretchesOf, zeroLagLowPass } from './index'

const wave = (hz: number, rateHz: number, seconds: number) =>
  Float64Array.from({ length: seconds * rateHz }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rateHz))
const size = (values: Float64Array) => {
  const middle = values.subarray(values.length / 4, (values.length * 3) / 4)
  return Math.sqrt((2 * middle.reduce((s, v) => s + v * v, 0)) / middle.length)
}

describe('the filter', () => {
  test('leaves what is slow, halves nothing at its corner but by design, takes what is fast', () => {
    expect(size(zeroLagLowPass(wave(1, 100, 20), 10, 100))).toBeCloseTo(1, 2)
    // both ways through: the corner is passed twice
    expect(size(zeroLagLowPass(wave(10, 100, 20), 10, 100))).toBeGreaterThan(0.45)
    expect(size(zeroLagLowPass(wave(10, 100, 20), 10, 100))).toBeLessThan(0.75)
    expect(size(zeroLagLowPass(wave(25, 100, 20), 10, 100))).toBeLessThan(0.03)
  })
  test('does not delay', () => {
    const [before, after] = [wave(2, 100, 20), zeroLagLowPass(wave(2, 100, 20), 10, 100)]
    for (let i = 500; i < 1500; i++) expect(Math.abs(before[i]! - after[i]!)).toBeLessThan(0.02)
  })
  test('a constant stays what it is', () => {
    const level = zeroLagLowPass(new Float64Array(200).fill(7), 10, 100)
    for (const v of level) expect(v).toBeCloseTo(7, 6)
  })
})
describe('stretches and even steps', () => {
  test('a gap parts, a late sample does not', () => {
    expect(stretchesOf([0, 0.01, 0.025, 0.1, 0.11], 0.03)).toEqual([
      { from: 0, to: 3 },
      { from: 3, to: 5 },
    ])
  })
  test('a straight line stays straight however its samples lie', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.001, max: 0.03, noNaN: true }), { minLength: 5, maxLength: 40 }),
        (steps) => {
          let t = 0
          const timesS = steps.map((s) => (t += s))
          const line = resampled(
            timesS,
            Float64Array.from(timesS, (v) => 3 * v - 1),
            100,
          )
          line.forEach((v, i) => expect(v).toBeCloseTo(3 * (timesS[0]! + i / 100) - 1, 6))
        },
      ),
    )
  })
})
describe('sway', () => {
  const references = referenceValues()
  const circle = (radiusMm: number, hz: number, seconds: number, from = 0) => {
    const n = seconds * 100
    const at = (i: number) => 2 * Math.PI * hz * (i / 100)
    return {
      timesS: Array.from({ length: n }, (_, i) => from + i / 100),
      xMm: Array.from({ length: n }, (_, i) => 30 + radiusMm * Math.cos(at(i))),
      yMm: Array.from({ length: n }, (_, i) => 90 + radiusMm * Math.sin(at(i))),
    }
  }
  test('a circle has the path, speed and ellipse of a circle', () => {
    const sway = swayOf(circle(4, 0.5, 20), 100, references)!
    expect(sway.meanMm).toEqual({ x: expect.closeTo(30, 1), y: expect.closeTo(90, 1) })
    expect(sway.pathMm).toBeCloseTo(2 * Math.PI * 4 * 0.5 * 20, -1)
    expect(sway.meanVelocityMmS).toBeCloseTo(2 * Math.PI * 4 * 0.5, 0)
    expect(sway.rmsMlMm).toBeCloseTo(4 / Math.SQRT2, 1)
    expect(sway.ellipse95Mm2 / (Math.PI * 5.991 * 8)).toBeCloseTo(1, 1)
  })
  test('a gap is left out: nothing is drawn across it', () => {
    const [a, b] = [circle(4, 0.5, 10), circle(4, 0.5, 10, 12)]
    const joined = {
      timesS: [...a.timesS, ...b.timesS],
      xMm: [...a.xMm, ...b.xMm],
      yMm: [...a.yMm, ...b.yMm],
    }
    const [whole, parted] = [swayOf(circle(4, 0.5, 20), 100, references)!, swayOf(joined, 100, references)!]
    expect(parted.usedS).toBeCloseTo(19.98, 6)
    expect(parted.pathMm / whole.pathMm).toBeCloseTo(1, 2)
  })
  test('below five seconds there is no sway', () =>
    expect(swayOf(circle(4, 0.5, 4), 100, references)).toBeUndefined())
})
