import type { Metadata } from 'sharp'
import type { RasterImage } from '@sturvo/core/image'
import { fault, faultOf } from '../http/faults'
import { fairLine } from '../work/fairLine'

const mostMegapixels = 40
const longestS = 25
/** Read when the first picture comes: its binary takes a tenth of the start. */
const drawing = async () => {
  const { default: sharp } = await import('sharp')
  // one picture takes one core, and leaves the other to those who wait for an answer
  sharp.concurrency(1)
  return sharp
}
/** a picture of 40 megapixels takes 160 MB while it is drawn: eight at once wait in line */
const { run: oneByOne } = fairLine(1)
const kinds = ['png', 'jpeg', 'webp', 'tiff']

/** Looks at the content, never at the name: a picture of a known kind and size, or a Fault. */
export async function sniff(bytes: Buffer): Promise<{ widthPx: number; heightPx: number }> {
  const sharp = await drawing()
  let meta: Metadata
  try {
    meta = await sharp(bytes, { limitInputPixels: false }).metadata()
  } catch {
    throw fault('unreadableImage', 'picture')
  }
  const { width: widthPx = 0, height: heightPx = 0, format } = meta
  if (!kinds.includes(format ?? '')) throw fault('unreadableImage', 'picture')
  const megapixels = (widthPx * heightPx) / 1e6
  if (megapixels > mostMegapixels)
    throw faultOf(
      { code: 'imageTooLarge', path: 'picture', megapixels, limitMegapixels: mostMegapixels },
      413,
    )
  return { widthPx, heightPx }
}

/** The picture drawn anew as PNG, turned upright, without EXIF or anything else that came along. */
export async function reencoded(bytes: Buffer): Promise<{ png: Buffer; widthPx: number; heightPx: number }> {
  await sniff(bytes)
  const sharp = await drawing()
  try {
    const { data, info } = await oneByOne(() =>
      sharp(bytes, { failOn: 'truncated' })
        .timeout({ seconds: longestS })
        .rotate()
        .toColourspace('srgb')
        .png({ compressionLevel: 6 })
        .toBuffer({ resolveWithObject: true }),
    )
    return { png: data, widthPx: info.width, heightPx: info.height }
  } catch {
    throw faultOf({ code: 'unreadableImage', path: 'picture' })
  }
}

/** Pixels for the core. @throws Fault as above */
export async function pixelsOf(bytes: Buffer): Promise<RasterImage> {
  await sniff(bytes)
  const sharp = await drawing()
  try {
    const { data, info } = await sharp(bytes, { failOn: 'truncated' })
      .rotate()
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true })
    const channels = info.channels === 1 ? 1 : info.channels === 4 ? 4 : 3
    return { widthPx: info.width, heightPx: info.height, channels, data }
  } catch {
    throw faultOf({ code: 'unreadableImage', path: 'picture' })
  }
}
