import { luminance, type GreyImage } from './grey'
import type { RasterImage } from './rasterImage'

/**
 * How white a picture is: the least of red, green and blue, shrunk by a whole factor. Paper stays light in all three;
 * skin, wood and light falling off do not.
 * @param factor whole number ≥ 1
 */
export function whiteness(image: RasterImage, factor: number): GreyImage {
  const { channels } = image
  if (channels === 1) return luminance(image, factor)
  const widthPx = Math.floor(image.widthPx / factor)
  const heightPx = Math.floor(image.heightPx / factor)
  const data = new Uint8Array(widthPx * heightPx)
  const share = 1 / (factor * factor)
  for (let y = 0; y < heightPx; y++)
    for (let x = 0; x < widthPx; x++) {
      let sum = 0
      for (let dy = 0; dy < factor; dy++) {
        let i = ((y * factor + dy) * image.widthPx + x * factor) * channels
        for (let dx = 0; dx < factor; dx++, i += channels)
          sum += Math.min(image.data[i]!, image.data[i + 1]!, image.data[i + 2]!)
      }
      data[y * widthPx + x] = sum * share
    }
  return { widthPx, heightPx, data }
}
