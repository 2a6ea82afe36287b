import {
  arbitraryFoot,
  arbitrarySide,
  innerScene,
  photoPicture,
  rearScene,
  topScene,
} from '../../madeUp/synthetic'
import { findSheet } from './index'

const scenes = {
  above: (seed: number) => topScene(arbitraryFoot(seed), 'top'),
  inside: (seed: number) => innerScene(arbitrarySide(seed, arbitraryFoot(seed))),
  behind: (seed: number) => rearScene(arbitrarySide(seed, arbitraryFoot(seed))),
}

describe.each(Object.entries(scenes))('a sheet seen from %s', (_, sceneOf) => {
  test.each([31, 32, 33])(
    'photo %i, slanted up to 25°: the corners lie where they are, or it is said to be unsure',
    (seed) => {
      const photo = photoPicture(sceneOf(seed), { seed, tiltDeg: 25, sizePx: 700, mess: 1.4 })
      const found = findSheet(photo.image)
      if (!found?.isSure) return
      for (const corner of found.cornersImagePx) {
        const off = Math.min(...photo.cornersImagePx.map((t) => Math.hypot(corner.x - t.x, corner.y - t.y)))
        expect(off).toBeLessThan(5)
      }
      expect(found.residualPx).toBeLessThan(1)
    },
  )
})

test('and most of them are sure: to be unsure of everything would be no way to be right', () => {
  let sure = 0
  for (const sceneOf of Object.values(scenes))
    for (const seed of [31, 32, 33])
      if (findSheet(photoPicture(sceneOf(seed), { seed, tiltDeg: 25, sizePx: 700, mess: 1.4 }).image)?.isSure)
        sure++
  expect(sure).toBeGreaterThanOrEqual(6)
})

test.each([41, 42, 43])('a photo %i without a sheet never gives corners that are said to be sure', (seed) => {
  const photo = photoPicture(scenes.above(seed), { seed, sizePx: 700, hasSheet: false })
  expect(findSheet(photo.image)?.isSure ?? false).toBe(false)
})
