import sharp from 'sharp'
import type { Picture } from '@sturvo/schema'
import type { Database } from '../data/database'
import { storePicture } from '../pictures/routes'

/** A small picture in a visit, for fields that have to point to one. */
export async function aPicture(database: Database, visitId: string, grey = 200): Promise<Picture> {
  const png = await sharp({
    create: { width: 40, height: 60, channels: 3, background: { r: grey, g: grey, b: grey } },
  })
    .png()
    .toBuffer()
  return storePicture(database, visitId, png, new Date())
}
