import fc from 'fast-check'
import { leastDays, shifted, showing, zoomed } from './timeWindow'

const all = { from: 0, to: 1800 }
const anyWindow = fc
  .tuple(fc.double({ min: 0, max: 1700, noNaN: true }), fc.double({ min: 10, max: 1800, noNaN: true }))
  .map(([from, length]) => ({ from, to: Math.min(1800, from + length) }))
const fits = ({ from, to }: { from: number; to: number }) => from >= -1e-9 && to <= 1800 + 1e-9 && to > from

describe('the window of the time line', () => {
  test('never leaves what there is, never shows less than a week', () => {
    fc.assert(
      fc.property(
        anyWindow,
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        fc.double({ min: -900, max: 900, noNaN: true }),
        (window, times, days) => {
          const about = (window.from + window.to) / 2
          const next = zoomed(window, times, about, all)
          expect(fits(next)).toBe(true)
          expect(next.to - next.from).toBeGreaterThanOrEqual(leastDays - 1e-9)
          expect(fits(shifted(window, days, all))).toBe(true)
        },
      ),
    )
  })
  test('what lies under the pointer stays there while there is room on both sides', () => {
    const next = zoomed({ from: 400, to: 800 }, 0.5, 500, all)
    expect(next).toEqual({ from: 450, to: 650 })
    expect((500 - next.from) / (next.to - next.from)).toBe(0.25)
  })
  test('a day outside is brought into view, one inside moves nothing', () => {
    expect(showing({ from: 100, to: 200 }, 250, all)).toEqual({ from: 150, to: 250 })
    expect(showing({ from: 100, to: 200 }, 20, all)).toEqual({ from: 20, to: 120 })
    expect(showing({ from: 100, to: 200 }, 150, all)).toEqual({ from: 100, to: 200 })
  })
  test('a course of a few days is shown as it is', () => {
    expect(zoomed({ from: 0, to: 3 }, 0.5, 1, { from: 0, to: 3 })).toEqual({ from: 0, to: 3 })
  })
})
