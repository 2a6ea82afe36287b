import { writeFileSync } from 'node:fs'
import sharp from 'sharp'
import type { RasterImage } from '@sturvo/core/image'

/** Writes a made-up photo as a file, as a camera would leave it. */
export async function writePhoto(
  file: string,
  image: RasterImage,
  kind: 'png' | 'jpeg' = 'png',
): Promise<string> {
  const { widthPx: width, heightPx: height, channels } = image
  const picture = sharp(image.data, { raw: { width, height, channels } })
  writeFileSync(file, await (kind === 'png' ? picture.png() : picture.jpeg({ quality: 92 })).toBuffer())
  return file
}

/** A file of far too many pixels that is small on disk: one colour, well packed. */
export async function writeVast(file: string): Promise<string> {
  const vast = sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: '#cccccc' } })
  writeFileSync(file, await vast.png().toBuffer())
  return file
}
