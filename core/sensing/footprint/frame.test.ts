import fc from 'fast-check'
import { distance } from '../../groundwork/geometry'
import { emptyMask, maskPixel, setRun } from '../image'
import { MeasureError, outcomeOf } from '../../groundwork/problem'
import { medialSignImage, otherSide, bySide } from '../../groundwork/side'
import { footFrame, footRaster, slicesOf } from './footRaster'
import { footToPicture } from './footToPicture'
import type { PrintAxis } from './types'

const within = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const axes = fc
  .record({
    heelX: within(100, 400),
    heelY: within(600, 900),
    turn: within(-0.25, 0.25),
    length: within(300, 560),
  })
  .map(({ heelX, heelY, turn, length }) => ({
    heelImagePx: { x: heelX, y: heelY },
    toeImagePx: { x: heelX + length * Math.sin(turn), y: heelY - length * Math.cos(turn) },
  }))
const anySide = fc.constantFrom('left' as const, 'right' as const)

test('the ends of the axis lie where the foot frame says', () => {
  fc.assert(
    fc.property(axes, anySide, within(0.15, 0.6), (axis, side, mmPerPx) => {
      const lengthMm = distance(axis.heelImagePx, axis.toeImagePx) * mmPerPx
      const put = (x: number, y: number) => footToPicture({ x, y }, { axis, side, mmPerPx })
      expect(distance(put(0, 0), axis.heelImagePx)).toBeLessThan(1e-6)
      expect(distance(put(0, lengthMm), axis.toeImagePx)).toBeLessThan(1e-6)
      expect(distance(put(0, 0), put(30, 40)) * mmPerPx).toBeCloseTo(50, 6)
    }),
  )
})

test('medial is to the right on a left foot and to the left on a right one', () => {
  fc.assert(
    fc.property(axes, anySide, (axis, side) => {
      const medial = footToPicture({ x: 20, y: 0 }, { axis, side, mmPerPx: 0.3 })
      expect(Math.sign(medial.x - axis.heelImagePx.x)).toBe(medialSignImage(side))
    }),
  )
})

test('a bar across the axis keeps its area, whichever way the foot is turned', () => {
  fc.assert(
    fc.property(anySide, within(-0.2, 0.2), (side, lean) => {
      const mask = emptyMask(300, 400)
      for (let y = 60; y < 340; y++) setRun(mask, y, 110, 190)
      const axis: PrintAxis = {
        heelImagePx: { x: 150, y: 320 },
        toeImagePx: { x: 150 + 250 * Math.sin(lean), y: 320 - 250 * Math.cos(lean) },
        toeFrom: 'practitioner',
      }
      const raster = footRaster({ mask, mmPerPx: 0.5 }, axis, side)
      const area = slicesOf(raster).reduce((sum, s) => sum + s.widthMm * raster.cellMm, 0)
      expect(Math.abs(area - 280 * 80 * 0.25)).toBeLessThan(280 * 80 * 0.25 * 0.015)
    }),
    { numRuns: 20 },
  )
})

test('the frame of a picture goes there and back', () => {
  fc.assert(
    fc.property(axes, anySide, within(-80, 80), within(-10, 500), (axis, side, x, y) => {
      const frame = footFrame({ ...axis, toeFrom: 'practitioner' }, side)
      const p = frame.toImage({ x, y })
      const direct = footToPicture({ x, y }, { axis, side, mmPerPx: 1 })
      expect(distance(p, direct)).toBeLessThan(1e-6)
    }),
  )
})

test('sides are data', () => {
  expect(bySide((side) => otherSide(side))).toEqual({ left: 'right', right: 'left' })
})

test('a run of pixels is set exactly, across the borders of words', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 0, max: 99 }), (a, b) => {
      const [from, to] = [Math.min(a, b), Math.max(a, b)]
      const mask = emptyMask(100, 1)
      setRun(mask, 0, from, to)
      for (let x = 0; x < 100; x++) expect(maskPixel(mask, x, 0)).toBe(x >= from && x < to)
    }),
  )
})

test('a named problem is an outcome, a defect travels on', () => {
  expect(outcomeOf(() => 4)).toEqual({ ok: true, value: 4 })
  const problem = { code: 'noContact', path: 'print' } as const
  expect(
    outcomeOf(() => {
      throw new MeasureError(problem)
    }),
  ).toEqual({ ok: false, problem })
  expect(() =>
    outcomeOf(() => {
      throw new TypeError('a defect')
    }),
  ).toThrow('a defect')
})
