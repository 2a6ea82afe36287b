import { expose } from 'comlink'
import {
  readFootprint,
  readFootprints,
  type FootprintReading,
  type FootprintWishes,
} from '@sturvo/core/footprint'
import { distance } from '@sturvo/core/geometry'
import { findSheet, layFlat, type RasterImage, type SheetFind } from '@sturvo/core/image'
import { MeasureError, outcomeOf, type Outcome } from '@sturvo/core/problem'
import type { References } from '@sturvo/core/reference'
import { type FootShape } from '@sturvo/core/footShape'
import { printPicture } from '@sturvo/core/synthetic'
import type { PrintScale } from '@sturvo/schema'
import { pixelsOf, pngOfPixels } from './pixelsOf'

export type ReadJob = {
  pictureUrl: string
  scale: PrintScale
  wishes: FootprintWishes
  references: References
}
const sheetMmPerPx = 0.25 // a laid-flat sheet is drawn this fine

// handles are dragged on one picture again and again: it is decoded and laid flat once
let kept: { key: string; image: RasterImage; mmPerPx: number } | undefined

function scaled(image: RasterImage, scale: PrintScale): { image: RasterImage; mmPerPx: number } {
  switch (scale.from) {
    case 'given':
      return { image, mmPerPx: scale.mmPerPx }
    case 'points':
      return { image, mmPerPx: scale.distanceMm / distance(scale.a, scale.b) }
    case 'sheet':
      return {
        image: layFlat(image, scale.corners, scale.sheet, sheetMmPerPx),
        mmPerPx: sheetMmPerPx,
      }
  }
}

/** The picture of a job as it is measured, decoded and laid flat once. @throws MeasureError */
async function prepared(
  job: Pick<ReadJob, 'pictureUrl' | 'scale'>,
): Promise<{ image: RasterImage; mmPerPx: number }> {
  const key = JSON.stringify([job.pictureUrl, job.scale])
  if (kept?.key !== key) kept = { key, ...scaled(await pixelsOf(job.pictureUrl), job.scale) }
  return kept
}

/** Runs a job; what cannot be measured comes back as a Problem, a defect travels on. */
async function answered<T>(work: () => Promise<Outcome<T>>): Promise<Outcome<T>> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof MeasureError) return { ok: false, problem: error.problem }
    throw error
  }
}

/** Decodes, lays flat and measures one print. @param onProgress 0..1 */
const read = (job: ReadJob, onProgress: (share: number) => void): Promise<Outcome<FootprintReading>> =>
  answered(async () => {
    onProgress(0.05)
    const { image, mmPerPx } = await prepared(job)
    onProgress(0.3)
    return readFootprint(image, mmPerPx, job.references, job.wishes, (share) => onProgress(0.3 + 0.7 * share))
  })

/** Every foot on one picture, each read on its own. */
const readAll = (job: ReadJob): Promise<Outcome<FootprintReading[]>> =>
  answered(async () => {
    const { image, mmPerPx } = await prepared(job)
    return readFootprints(image, mmPerPx, job.references, job.wishes)
  })

/** The picture as it is measured: laid flat where a sheet gives the scale. */
const flat = (job: Pick<ReadJob, 'pictureUrl' | 'scale'>): Promise<Outcome<Blob>> =>
  answered(async () => ({ ok: true, value: await pngOfPixels((await prepared(job)).image) }))

/** Where the sheet lies on a picture; nothing where none is seen. */
const lookForSheet = (pictureUrl: string): Promise<Outcome<SheetFind | undefined>> =>
  answered(async () => {
    const image = await pixelsOf(pictureUrl)
    return outcomeOf(() => findSheet(image))
  })

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
  return pngOfPixels(image)
}

const jobs = { read, readAll, flat, scan, lookForSheet }
export type FootprintJobs = typeof jobs
expose(jobs)
