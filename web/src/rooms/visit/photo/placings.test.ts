import fc from 'fast-check'
import type { LandmarkId } from '@sturvo/core/photo'
import { amend, begun, put, redone, undone, type Placings } from './placings'

const point = fc.record({ x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 900 }) })
const id = fc.constantFrom<LandmarkId>('m1', 'm5', 'tip1', 'heelBack')
const steps = fc.array(fc.tuple(id, point), { minLength: 1, maxLength: 12 })
const placed = (placings: Placings, [which, p]: [LandmarkId, { x: number; y: number }]) =>
  put(placings, { landmarks: { ...placings.now.landmarks, [which]: p } })

test('taking back every step leads to the beginning, and taking each again to where it was', () => {
  fc.assert(
    fc.property(steps, (all) => {
      const end = all.reduce(placed, begun())
      const start = all.reduce(undone, end)
      expect(start.now).toEqual(begun().now)
      expect(undone(start)).toBe(start)
      const again = all.reduce(redone, start)
      expect(again.now).toEqual(end.now)
      expect(redone(again)).toBe(again)
    }),
  )
})

test('a new step ends what could have been taken again', () => {
  fc.assert(
    fc.property(steps, fc.tuple(id, point), (all, other) => {
      const back = undone(all.reduce(placed, begun()))
      expect(placed(back, other).future).toEqual([])
    }),
  )
})

test('a point that snaps is one step with the tap that placed it', () => {
  const tapped = put(begun(), { landmarks: { m1: { x: 10, y: 10 } } })
  const snapped = amend(tapped, { m1: { x: 11.4, y: 9.2 } })
  expect(snapped.now.landmarks).toEqual({ m1: { x: 11.4, y: 9.2 } })
  expect(undone(snapped).now.landmarks).toEqual({})
  expect(redone(undone(snapped)).now.landmarks).toEqual({ m1: { x: 11.4, y: 9.2 } })
})

test('scale and outline are steps like any other', () => {
  const scale = { from: 'points', a: { x: 0, y: 0 }, b: { x: 9, y: 0 }, distanceMm: 90 } as const
  const all = put(put(begun(), { scale }), { outlineImagePx: [{ x: 1, y: 1 }] })
  expect(undone(all).now).toEqual({ landmarks: {}, outlineImagePx: undefined, scale })
  expect(undone(undone(all)).now.scale).toBeUndefined()
})
