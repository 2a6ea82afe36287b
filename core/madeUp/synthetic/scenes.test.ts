import fc from 'fast-check'
import { applyHomography } from '../../groundwork/geometry'
import { footOutline, sideDrawing, toeAngleDeg, footBorder } from '../../figure/footShape'
import {
  arbitraryFoot,
  arbitrarySide,
  innerScene,
  photoPicture,
  printsScene,
  rearScene,
  topScene,
  type FootScene,
} from './index'

const seeds = fc.integer({ min: 1, max: 300 })
const scenes: Record<string, (seed: number, side: 'left' | 'right') => FootScene> = {
  above: (seed, side) => topScene({ ...arbitraryFoot(seed), side }, 'top'),
  spread: (seed, side) => topScene({ ...arbitraryFoot(seed), side, toeGapMm: 7 }, 'spread'),
  inside: (seed, side) => innerScene(arbitrarySide(seed, { ...arbitraryFoot(seed), side })),
  behind: (seed, side) => rearScene(arbitrarySide(seed, { ...arbitraryFoot(seed), side })),
}

describe.each(Object.entries(scenes))('a scene from %s', (_, sceneOf) => {
  test('of the right foot is the left one in a mirror, and the truth is the same', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const [left, right] = [sceneOf(seed, 'left'), sceneOf(seed, 'right')]
        for (const [id, p] of Object.entries(left.landmarks)) {
          expect(right.landmarks[id]!.x).toBeCloseTo(-p.x, 9)
          expect(right.landmarks[id]!.y).toBeCloseTo(p.y, 9)
        }
        for (const [key, value] of Object.entries(left.truth)) expect(right.truth[key]).toBeCloseTo(value, 9)
      }),
      { numRuns: 20 },
    )
  })
  test('knows the place of every landmark as a number, and of every true value', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const scene = sceneOf(seed, 'left')
        for (const p of Object.values(scene.landmarks)) expect(Number.isFinite(p.x + p.y)).toBe(true)
        for (const value of Object.values(scene.truth)) expect(Number.isFinite(value)).toBe(true)
      }),
      { numRuns: 20 },
    )
  })
})

test('the drawn big toe leans within three degrees of what was asked; the truth of a scene is what was drawn', () => {
  fc.assert(
    fc.property(seeds, fc.double({ min: -5, max: 38, noNaN: true }), (seed, halluxAngleDeg) => {
      const shape = { ...arbitraryFoot(seed), halluxAngleDeg }
      const drawn = footOutline(shape)
      const border = footBorder(drawn.bodyFootMm, 1, shape.lengthMm)
      expect(Math.abs(toeAngleDeg(border, drawn.toesFootMm[0]!, 1) - halluxAngleDeg)).toBeLessThan(3)
    }),
    { numRuns: 40 },
  )
})

test('a foot drawn from the side is as high as it was asked to be, and stands on the floor', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      const shape = arbitrarySide(seed, arbitraryFoot(seed))
      const drawn = sideDrawing(shape)
      expect(drawn.navicularMm.y).toBe(shape.navicularMm)
      expect(drawn.dorsumMm.y).toBe(shape.dorsumMm)
      expect(Math.min(...drawn.skinMm.map((p) => p.y))).toBeGreaterThan(-2)
    }),
    { numRuns: 30 },
  )
})

test('every corner, landmark and outline point lies within the photo, where the camera puts it', () => {
  for (const seed of [3, 4]) {
    const scene = topScene(arbitraryFoot(seed), 'top')
    const photo = photoPicture(scene, { seed, sizePx: 400, tiltDeg: 25 })
    const { widthPx, heightPx } = photo.image
    for (const p of [
      ...photo.cornersImagePx,
      ...Object.values(photo.landmarksImagePx),
      ...photo.outlineImagePx,
    ]) {
      expect(p.x >= 0 && p.x <= widthPx).toBe(true)
      expect(p.y >= 0 && p.y <= heightPx).toBe(true)
    }
    expect(applyHomography(photo.toImage, scene.landmarks.heelBack!)).toEqual(photo.landmarksImagePx.heelBack)
  }
})

test('the same seed takes the same photo, another seed another', () => {
  const photo = (seed: number) =>
    photoPicture(topScene(arbitraryFoot(5), 'top'), { seed, sizePx: 240 }).image.data
  expect(photo(7)).toEqual(photo(7))
  expect(photo(7)).not.toEqual(photo(8))
})

test('two prints on one sheet keep apart, left on the left', () => {
  fc.assert(
    fc.property(seeds, (seed) => {
      const foot = arbitraryFoot(seed, { lengthMm: 250, ballWidthMm: 96 })
      const { prints } = printsScene({ ...foot, side: 'left' }, { ...foot, side: 'right' })
      const half = prints!.length / 2
      const xs = (rings: typeof prints) => rings!.flat().map((p) => p.x)
      expect(Math.max(...xs(prints!.slice(0, half)))).toBeLessThan(Math.min(...xs(prints!.slice(half))))
    }),
    { numRuns: 20 },
  )
})
