import sharp from 'sharp'
import type { RasterImage } from '@sturvo/core/image'

/** A PNG file of a grey picture, as a scanner would save it. */
export function greyPng({ data, widthPx, heightPx }: RasterImage): Promise<Buffer> {
  return sharp(data, { raw: { width: widthPx, height: heightPx, channels: 1 } })
    .png()
    .toBuffer()
}
