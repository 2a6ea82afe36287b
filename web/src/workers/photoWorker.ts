import { expose } from 'comlink'
import type { Point } from '@sturvo/core/geometry'
import { findSheet, sharpness, shrunk, type RasterImage } from '@sturvo/core/image'
import { mmPerPxAt, planeOf, type Landmarks, type PhotoScale, type PhotoView } from '@sturvo/core/photo'
import { MeasureError, outcomeOf, type Outcome } from '@sturvo/core/problem'
import type { References } from '@sturvo/core/reference'
import { type FootShape } from '@sturvo/core/footShape'
import {
  arbitrarySide,
  innerScene,
  insoleScene,
  photoPicture,
  rearScene,
  topScene,
  type FootScene,
  type MadeUpInsole,
} from '@sturvo/core/synthetic'
import { refineLandmarks, traceOutline } from '@sturvo/core/trace'
import { pixelsOf, pngOfPixels } from './pixelsOf'

export type OpenedPhoto = {
  widthPx: number
  heightPx: number
  /** share 0..1, see the core; undefined where nothing stands out */
  sharpness: number | undefined
  sheet: { corners: Point[]; residualPx: number; isSure: boolean } | undefined
}

const levelPx = 1400 // sheet and outline are found on this level; points snap at full size
let kept: { url: string; full: RasterImage; level: RasterImage; factor: number } | undefined

async function opened(url: string) {
  if (kept?.url === url) return kept
  const full = await pixelsOf(url)
  const factor = Math.max(1, Math.round(Math.max(full.widthPx, full.heightPx) / levelPx))
  kept = { url, full, level: shrunk(full, factor), factor }
  return kept
}

const up =
  (factor: number) =>
  (p: Point): Point => ({ x: p.x * factor, y: p.y * factor })

/** Decodes a photo, says how sharp it is and where the sheet lies. */
async function open(url: string): Promise<Outcome<OpenedPhoto>> {
  try {
    const { full, level, factor } = await opened(url)
    const found = outcomeOf(() => findSheet(level))
    const sheet = found.ok ? found.value : undefined
    return {
      ok: true,
      value: {
        widthPx: full.widthPx,
        heightPx: full.heightPx,
        sharpness: sharpness(level),
        sheet: sheet && {
          corners: sheet.cornersImagePx.map(up(factor)),
          residualPx: sheet.residualPx * factor,
          isSure: sheet.isSure,
        },
      },
    }
  } catch (error) {
    if (error instanceof MeasureError) return { ok: false, problem: error.problem }
    throw error
  }
}

/** Moves placed points onto what they stand for. */
async function refine(input: {
  url: string
  landmarks: Landmarks
  scale: PhotoScale
  references: References
}): Promise<Landmarks> {
  const { full } = await opened(input.url)
  const toPlane = planeOf(input.scale)
  return refineLandmarks(full, input.landmarks, (p) => mmPerPxAt(toPlane, p), input.references)
}

/** The outline along the skin edge through the anchors, in their order. */
async function trace(input: { url: string; anchors: Point[] }): Promise<Point[]> {
  const { level, factor } = await opened(input.url)
  const down = (p: Point): Point => ({ x: p.x / factor, y: p.y / factor })
  return traceOutline(level, input.anchors.map(down)).map(up(factor))
}

export type SimulatedPhoto = { view: PhotoView; shape: FootShape; spreadMm: number; seed: number }

/** The simulated camera: this made-up client's foot with a sheet and a slight slant. */
async function simulate({ view, shape, spreadMm, seed }: SimulatedPhoto): Promise<Blob> {
  const photo = photoPicture(sceneOf({ view, shape, spreadMm, seed }), { seed, sizePx: 1300, tiltDeg: 9 })
  return pngOfPixels(withAlpha(photo.image))
}

function sceneOf({ view, shape, spreadMm, seed }: SimulatedPhoto): FootScene {
  const side = arbitrarySide(seed, shape)
  switch (view) {
    case 'top':
    case 'gaps':
      return topScene(shape, 'top')
    case 'spread':
      return topScene({ ...shape, toeGapMm: spreadMm }, 'spread')
    case 'inner':
      return innerScene(side)
    case 'innerSeated':
      // without weight the arch stands a little higher
      return innerScene({ ...side, navicularMm: side.navicularMm + 6, dorsumMm: side.dorsumMm + 3 })
    case 'rear':
      return rearScene(side)
  }
}

function withAlpha(image: RasterImage): RasterImage {
  if (image.channels === 4) return image
  const n = image.widthPx * image.heightPx
  const data = new Uint8ClampedArray(n * 4)
  for (let i = 0; i < n; i++) {
    for (let c = 0; c < 3; c++)
      data[i * 4 + c] = image.data[i * image.channels + (image.channels === 1 ? 0 : c)]!
    data[i * 4 + 3] = 255
  }
  return { ...image, channels: 4, data }
}

/** The simulated camera over an insole on a sheet. */
async function simulateInsole(insole: MadeUpInsole, seed: number): Promise<Blob> {
  const photo = photoPicture(insoleScene(insole), { seed, sizePx: 1300, tiltDeg: 9 })
  return pngOfPixels(withAlpha(photo.image))
}

const jobs = { open, refine, trace, simulate, simulateInsole }
export type PhotoJobs = typeof jobs
expose(jobs)
