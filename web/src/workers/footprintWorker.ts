import { expose } from 'comlink'
import { readFootprint, type FootprintReading, type FootprintWishes } from '@sturvo/core/footprint'
import { distance } from '@sturvo/core/geometry'
import { flattenSheet, sheetCorners, sheetSizesMm, type RasterImage } from '@sturvo/core/image'
import { MeasureError, outcomeOf, type Outcome } from '@sturvo/core/problem'
import type { References } from '@sturvo/core/reference'
import { printPicture, type FootShape } from '@sturvo/core/synthetic'
import type { PrintScale } from '@sturvo/schema'

export type ReadJob = {
  pictureUrl: string
  scale: PrintScale
  wishes: FootprintWishes
  references: References
}
const sheetMmPerPx = 0.25 // a laid-flat sheet is drawn this fine

// handles are dragged on one picture again and again: it is decoded and laid flat once
let kept: { key: string; image: RasterImage; mmPerPx: number } | undefined

async function pixelsOf(url: string): Promise<RasterImage> {
  const response = await fetch(url)
  if (!response.ok) throw new MeasureError({ code: 'unreadableImage', path: 'picture' })
  const bitmap = await createImageBitmap(await response.blob()).catch(() => {
    throw new MeasureError({ code: 'unreadableImage', path: 'picture' })
  })
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) throw new MeasureError({ code: 'unreadableImage', path: 'picture' })
  context.drawImage(bitmap, 0, 0)
  const { data } = context.getImageData(0, 0, bitmap.width, bitmap.height)
  return { widthPx: bitmap.width, heightPx: bitmap.height, channels: 4, data }
}

function scaled(image: RasterImage, scale: PrintScale): { image: RasterImage; mmPerPx: number } {
  switch (scale.from) {
    case 'given':
      return { image, mmPerPx: scale.mmPerPx }
    case 'points':
      return { image, mmPerPx: scale.distanceMm / distance(scale.a, scale.b) }
    case 'sheet':
      return {
        image: flattenSheet(image, scale.corners, sheetSizesMm[scale.sheet], sheetMmPerPx),
        mmPerPx: sheetMmPerPx,
      }
  }
}

/** Decodes, lays flat and measures one print. @param onProgress 0..1 */
async function read(job: ReadJob, onProgress: (share: number) => void): Promise<Outcome<FootprintReading>> {
  onProgress(0.05)
  const key = JSON.stringify([job.pictureUrl, job.scale])
  try {
    if (kept?.key !== key) kept = { key, ...scaled(await pixelsOf(job.pictureUrl), job.scale) }
  } catch (error) {
    if (error instanceof MeasureError) return { ok: false, problem: error.problem }
    throw error
  }
  const { image, mmPerPx } = kept
  onProgress(0.3)
  return readFootprint(image, mmPerPx, job.references, job.wishes, (share) => onProgress(0.3 + 0.7 * share))
}

/** Where the sheet lies on a picture, as a first guess for the four corners. */
async function findCorners(pictureUrl: string) {
  const image = await pixelsOf(pictureUrl)
  const found = outcomeOf(() => sheetCorners(image))
  return (
    (found.ok ? found.value : undefined) ?? [
      { x: image.widthPx * 0.05, y: image.heightPx * 0.05 },
      { x: image.widthPx * 0.95, y: image.heightPx * 0.05 },
      { x: image.widthPx * 0.95, y: image.heightPx * 0.95 },
      { x: image.widthPx * 0.05, y: image.heightPx * 0.95 },
    ]
  )
}

/** The simulated scanner: a made-up print of this foot as a PNG. */
async function scan(input: {
  shape: FootShape
  seed: number
  mmPerPx: number
  turnDeg: number
}): Promise<Blob> {
  const { image } = printPicture(input.shape, {
    seed: input.seed,
    mmPerPx: input.mmPerPx,
    turnDeg: input.turnDeg,
    channels: 4,
  })
  const canvas = new OffscreenCanvas(image.widthPx, image.heightPx)
  canvas
    .getContext('2d')
    ?.putImageData(new ImageData(new Uint8ClampedArray(image.data), image.widthPx, image.heightPx), 0, 0)
  return canvas.convertToBlob({ type: 'image/png' })
}

const jobs = { read, scan, findCorners }
export type FootprintJobs = typeof jobs
expose(jobs)
