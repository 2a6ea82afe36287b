import sharp from 'sharp'
import { simplify } from '@sturvo/core/geometry'
import { findSheet } from '@sturvo/core/image'
import { inOwnFrame } from '@sturvo/core/outline'
import { planeOf } from '@sturvo/core/photo'
import { referenceValues } from '@sturvo/core/reference'
import { insoleAnchors, insoleScene, photoPicture } from '@sturvo/core/synthetic'
import { traceOutline } from '@sturvo/core/trace'
import type { ShoeOnShelf } from '@sturvo/schema'
import { storePicture } from '../server/pictures/routes'
import type { Database } from '../server/data/database'
import type { MadeUpShoe } from './shoes'

const photoPx = 900
const thinnedMm = 0.2

/** A shoe as it is kept; an insole on a sheet is photographed and traced as the room does it. */
export async function shoeField(input: {
  database: Database
  visitId: string
  shoe: MadeUpShoe
  seed: number
  now: Date
}): Promise<ShoeOnShelf> {
  const { insoleOnSheet, ...shoe } = input.shoe
  if (!insoleOnSheet) return shoe
  const photo = photoPicture(insoleScene({ ...insoleOnSheet, side: 'right' }), {
    seed: input.seed,
    sizePx: photoPx,
    tiltDeg: 7,
  })
  const { image } = photo
  const found = findSheet(image)
  if (!found?.isSure) throw new Error(`no sheet on the made-up photo of ${shoe.name}`)
  const png = await sharp(image.data, {
    raw: { width: image.widthPx, height: image.heightPx, channels: image.channels },
  })
    .png()
    .toBuffer()
  const { id } = await storePicture(input.database, input.visitId, png, input.now)
  const toPlane = planeOf({ from: 'sheet', sheet: 'a4', corners: found.cornersImagePx })
  const line = traceOutline(
    image,
    insoleAnchors.map((anchor) => photo.landmarksImagePx[anchor]!),
  ).map(toPlane)
  const points = simplify(inOwnFrame(line, 'right', 'shoe', referenceValues()), thinnedMm)
  return { ...shoe, insole: { points, from: 'photo' }, insoleId: id }
}
