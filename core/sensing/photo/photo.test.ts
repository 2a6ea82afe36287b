import fc from 'fast-check'
import { distanceToLine } from '../../groundwork/geometry'
import { findSheet } from '../image'
import { measureOutline } from '../outline'
import { referenceValues } from '../../groundwork/reference'
import {
  arbitraryFoot,
  arbitrarySide,
  chanceFrom,
  innerScene,
  photoPicture,
  rearScene,
  topScene,
  type FootPhoto,
  type FootScene,
} from '../../madeUp/synthetic'
import { refineLandmarks, traceOutline } from '../trace'
import {
  measurePhoto,
  mmPerPxAt,
  outlineAnchors,
  outlineOnFoot,
  outOfPlaneShare,
  planeOf,
  viewLandmarks,
  type LandmarkId,
  type Landmarks,
  type PhotoView,
  type ToPlane,
} from './index'

const references = referenceValues()
const views: readonly PhotoView[] = ['top', 'gaps', 'spread', 'inner', 'rear']
const goals: Record<string, number> = {
  halluxAngle: 2,
  footLength: 3.75, // 1.5 % of the shortest foot drawn
  truncatedLength: 2.7,
  ballWidth: 2,
  heelWidth: 2,
  gap: 1,
  heelRest: 1.5,
}

function sceneOf(view: PhotoView, seed: number): FootScene {
  const foot = arbitraryFoot(seed)
  if (view === 'inner') return innerScene(arbitrarySide(seed, foot))
  if (view === 'rear') return rearScene(arbitrarySide(seed, foot))
  return view === 'spread' ? topScene({ ...foot, toeGapMm: 7 }, 'spread') : topScene(foot, 'top')
}

function placedByHand(photo: FootPhoto, view: PhotoView, toPlane: ToPlane, seed: number): Landmarks {
  const chance = chanceFrom(seed * 13 + 5)
  const placed: Landmarks = {}
  for (const id of viewLandmarks[view] as readonly LandmarkId[]) {
    const p = photo.landmarksImagePx[id]!
    const angle = chance.between(0, 2 * Math.PI)
    const r = Math.sqrt(chance.unit()) / mmPerPxAt(toPlane, p)
    placed[id] = { x: p.x + r * Math.cos(angle), y: p.y + r * Math.sin(angle) }
  }
  return placed
}

function measured(view: PhotoView, seed: number) {
  const scene = sceneOf(view, seed)
  const photo = photoPicture(scene, { seed, tiltDeg: 20, sizePx: 800 })
  const sheet = findSheet(photo.image)!
  const toPlane = planeOf({
    from: 'sheet',
    sheet: 'a4',
    corners: sheet.cornersImagePx,
  })
  const placed = placedByHand(photo, view, toPlane, seed)
  const landmarks = refineLandmarks(photo.image, placed, (p) => mmPerPxAt(toPlane, p), references)
  const values = measurePhoto({ view, side: scene.side, landmarksImagePx: landmarks }, toPlane)
  return { scene, photo, sheet, toPlane, landmarks, values }
}

describe.each(views)('a slanted photo, %s', (view) => {
  test.each([21, 22])('foot %i is measured to the goals with points placed within a millimetre', (seed) => {
    const { scene, sheet, values } = measured(view, seed)
    expect(sheet.isSure).toBe(true)
    let compared = 0
    for (const [key, value] of Object.entries(values)) {
      const name = key.replace(/(Rest|Spread)?\d$/, '')
      const truth = scene.truth[key.startsWith('gap') ? `gap${key.slice(-1)}` : key]
      if (truth === undefined || goals[name] === undefined) continue
      compared++
      expect({ key, off: Math.abs(value - truth) < goals[name] }).toEqual({ key, off: true })
    }
    expect(compared).toBeGreaterThan(0)
  })
})

test('the traced outline follows the true one and gives the same widths', () => {
  const { scene, photo, toPlane, landmarks } = measured('top', 23)
  const anchors = outlineAnchors.map((id) => landmarks[id]!)
  const path = traceOutline(photo.image, anchors)
  const off = path
    .map((p) => distanceToLine(p, photo.outlineImagePx, true) * mmPerPxAt(toPlane, p))
    .sort((a, b) => a - b)
  expect(off[Math.floor(off.length * 0.95)]).toBeLessThan(1)
  const outline = outlineOnFoot(path, { side: scene.side, landmarksImagePx: landmarks }, toPlane)!
  const widths = measureOutline(outline, references)!
  expect(Math.abs(widths.footLengthMm - scene.truth.footLength!)).toBeLessThan(3)
  expect(Math.abs(widths.ballWidthMm - scene.truth.ballWidth!)).toBeLessThan(3)
  expect(Math.min(...outline.map((p) => p.y))).toBeCloseTo(0, 6)
})

test('left and right run through the same code: a mirrored photo gives the same numbers', () => {
  const point = fc.record({ x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 900 }) })
  fc.assert(
    fc.property(
      fc.constantFrom(...views),
      fc.array(point, { minLength: 9, maxLength: 9 }),
      (view, points) => {
        const ids = viewLandmarks[view] as readonly LandmarkId[]
        const scale = { from: 'points', a: { x: 0, y: 0 }, b: { x: 100, y: 0 }, distanceMm: 50 } as const
        const at = (flip: boolean): Landmarks =>
          Object.fromEntries(
            ids.map((id, i) => [id, flip ? { x: 900 - points[i]!.x, y: points[i]!.y } : points[i]!]),
          )
        const of = (side: 'left' | 'right', flip: boolean) => {
          try {
            return measurePhoto({ view, side, landmarksImagePx: at(flip) }, planeOf(scale))
          } catch (error) {
            return String(error)
          }
        }
        const [left, right] = [of('left', false), of('right', true)]
        if (typeof left === 'string' || typeof right === 'string') return expect(left).toEqual(right)
        for (const key of Object.keys(left) as (keyof typeof left)[])
          expect(right[key]).toBeCloseTo(left[key]!, 6)
      },
    ),
  )
})

test('a measure whose points are missing is left out, the others stay', () => {
  const { toPlane, landmarks } = measured('top', 24)
  const { m5: _, ...without } = landmarks
  const values = measurePhoto({ view: 'top', side: 'left', landmarksImagePx: without }, toPlane)
  expect(values.ballWidth).toBeUndefined()
  expect(values.footLength).toBeGreaterThan(150)
  expect(measurePhoto({ view: 'top', side: 'left', landmarksImagePx: {} }, toPlane)).toEqual({})
})

test('skin nearer to the camera than the sheet looks larger, and by how much is said', () => {
  expect(outOfPlaneShare(0, 700)).toBe(0)
  expect(outOfPlaneShare(15, 700)).toBeCloseTo(0.0219, 4)
  expect(outOfPlaneShare(-15, 700)).toBeLessThan(0)
})

test('the line of the leg is carried on to the heel: where it meets the ground, + inwards, on either foot', () => {
  const flat = (p: { x: number; y: number }) => p
  const of = (side: 'left' | 'right') => {
    const sign = side === 'left' ? 1 : -1
    const at = (x: number, y: number) => ({ x: x * sign, y })
    return measurePhoto(
      {
        view: 'rear',
        side,
        // the leg leans out by 10 mm over 100 and stands 15 mm inwards of the heel at its lower mark
        landmarksImagePx: {
          legUpper: at(5, 200),
          legLower: at(15, 100),
          heelUpper: at(4, 60),
          heelLower: at(0, 10),
        },
      },
      flat,
    )
  }
  expect(of('left').loadLine).toBeCloseTo(24, 9)
  expect(of('right').loadLine).toBeCloseTo(24, 9)
})
