import type { RasterImage } from '@sturvo/core/image'
import { MeasureError } from '@sturvo/core/problem'

/** Decodes a picture of this server. @throws MeasureError unreadableImage */
export async function pixelsOf(url: string): Promise<RasterImage> {
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

export async function pngOfPixels(image: RasterImage): Promise<Blob> {
  const canvas = new OffscreenCanvas(image.widthPx, image.heightPx)
  canvas
    .getContext('2d')
    ?.putImageData(new ImageData(new Uint8ClampedArray(image.data), image.widthPx, image.heightPx), 0, 0)
  return canvas.convertToBlob({ type: 'image/png' })
}
