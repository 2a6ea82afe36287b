import fc from 'fast-check'
import { archIndex } from './archIndex'
import { footprintAngle } from './footprintAngle'
import type { Slice } from './footRaster'
import { areaMm2, thirdsOf } from './thirds'
import { toeLineAt } from './toeLine'
import { chippauxSmirakPct, printKind, staheliIndex } from './widthIndices'

/** A print of whole millimetres: its widths from the heel, its lateral border straight at x = 0. */
const print = (widths: number[]): Slice[] =>
  widths.map((widthMm, i) => ({ yMm: i + 0.5, widthMm, lateralXMm: 0, medialXMm: widthMm }))
const steps = (rear: number, mid: number, fore: number) =>
  thirdsOf(
    print([...Array<number>(60).fill(rear), ...Array<number>(60).fill(mid), ...Array<number>(60).fill(fore)]),
    1,
  )

test('a print of three plain blocks has the measures one works out by hand', () => {
  const thirds = steps(50, 30, 80)
  expect(thirds.lengthMm).toBe(180)
  expect(areaMm2(thirds.mid, 1)).toBe(1800)
  expect(archIndex(thirds)).toBeCloseTo(30 / 160, 9)
  expect(chippauxSmirakPct(thirds)).toBeCloseTo(37.5, 9)
  expect(staheliIndex(thirds)).toBeCloseTo(0.6, 9)
})

test('thirds are equal, whole, and without gaps', () => {
  fc.assert(
    fc.property(fc.integer({ min: 30, max: 400 }), fc.constantFrom(0.25, 0.5, 1), (count, sliceMm) => {
      const slices = Array.from({ length: count }, (_, i): Slice => ({
        yMm: (i + 0.5) * sliceMm,
        widthMm: 40,
        lateralXMm: 0,
        medialXMm: 40,
      }))
      const { rear, mid, fore } = thirdsOf(slices, sliceMm)
      expect(rear.length + mid.length + fore.length).toBe(count)
      expect(
        Math.max(rear.length, mid.length, fore.length) - Math.min(rear.length, mid.length, fore.length),
      ).toBeLessThanOrEqual(2)
    }),
  )
})

test('the three kinds of print', () => {
  expect(printKind(steps(50, 0, 80), 75)).toBe('interrupted')
  expect(printKind(steps(50, 30, 80), 75)).toBe('bridged')
  expect(printKind(steps(50, 61, 80), 75)).toBe('full')
  expect(chippauxSmirakPct(steps(50, 0, 80))).toBe(0)
})

test('a gap at the ends is no part of the print, one in the middle is', () => {
  const thirds = thirdsOf(
    print([
      0,
      0,
      ...Array<number>(60).fill(40),
      ...Array<number>(20).fill(0),
      ...Array<number>(40).fill(40),
      0,
    ]),
    1,
  )
  expect(thirds.lengthMm).toBe(120)
  expect(thirds.mid.some((s) => s.widthMm === 0)).toBe(true)
})

test('wider all over leaves every index as it is', () => {
  const width = fc.integer({ min: 5, max: 90 })
  fc.assert(
    fc.property(
      width,
      width,
      width,
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      (rear, mid, fore, factor) => {
        const [one, other] = [steps(rear, mid, fore), steps(rear * factor, mid * factor, fore * factor)]
        expect(archIndex(other)).toBeCloseTo(archIndex(one), 9)
        expect(chippauxSmirakPct(other)).toBeCloseTo(chippauxSmirakPct(one), 6)
        expect(staheliIndex(other)).toBeCloseTo(staheliIndex(one), 9)
      },
    ),
  )
})

test('more contact in the middle is a larger arch index', () => {
  fc.assert(
    fc.property(fc.integer({ min: 5, max: 60 }), fc.integer({ min: 1, max: 20 }), (mid, more) => {
      expect(archIndex(steps(50, mid + more, 80))).toBeGreaterThan(archIndex(steps(50, mid, 80)))
    }),
  )
})

describe('the footprint angle', () => {
  test('a straight medial border has none to speak of', () => {
    expect(footprintAngle(steps(60, 60, 60))?.angleDeg).toBeCloseTo(0, 6)
  })
  test('a waist cut in to a point has the angle of its triangle', () => {
    const mid = Array.from({ length: 61 }, (_, i) => 60 - 40 * (1 - Math.abs(i - 30) / 30))
    const fore = Array.from({ length: 61 }, (_, i) => 60 - 0.2 * i)
    const found = footprintAngle(thirdsOf(print([...Array<number>(61).fill(60), ...mid, ...fore]), 1))!
    expect(found.apexFootMm).toEqual({ x: 20, y: 91.5 })
    expect(found.forefootFootMm).toEqual({ x: 60, y: 122.5 })
    // 40 mm aside and 31 mm back from the forefoot point, by hand
    expect(found.angleDeg).toBeCloseTo((Math.atan2(40, 31) * 180) / Math.PI, 6)
  })
  test('a deeper waist is a larger angle', () => {
    expect(footprintAngle(steps(60, 20, 60))!.angleDeg).toBeGreaterThan(
      footprintAngle(steps(60, 40, 60))!.angleDeg,
    )
  })
  test('without a heel there is no tangent', () => {
    const thirds = steps(60, 20, 60)
    expect(footprintAngle({ ...thirds, rear: [] })).toBeUndefined()
  })
})

describe('the toe line', () => {
  const at = toeLineAt({
    pointsFootMm: [
      { x: -40, y: 150 },
      { x: 0, y: 200 },
      { x: 40, y: 190 },
    ],
    from: 'found',
  })!
  test('is straight between its points and level beyond them', () => {
    expect([at(-40), at(-20), at(0), at(20), at(40)]).toEqual([150, 175, 200, 195, 190])
    expect([at(-90), at(90)]).toEqual([150, 190])
  })
  test('of fewer than two points cuts nothing', () => {
    expect(toeLineAt({ pointsFootMm: [], from: 'none' })).toBeUndefined()
    expect(toeLineAt({ pointsFootMm: [{ x: 0, y: 1 }], from: 'practitioner' })).toBeUndefined()
  })
})
