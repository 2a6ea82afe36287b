import type { RasterImage } from './rasterImage'

/**
 * A smaller level of a picture: each pixel the mean of factor × factor; what does not fill a whole pixel is cut.
 * @param factor whole number, at least 1
 */
export function shrunk(image: RasterImage, factor: number): RasterImage {
  if (factor <= 1) return image
  const { channels } = image
  const widthPx = Math.floor(image.widthPx / factor)
  const heightPx = Math.floor(image.heightPx / factor)
  const data = new Uint8ClampedArray(widthPx * heightPx * channels)
  const sums = new Float64Array(widthPx * channels)
  for (let y = 0; y < heightPx; y++) {
    sums.fill(0)
    for (let dy = 0; dy < factor; dy++) {
      let i = (y * factor + dy) * image.widthPx * channels
      for (let x = 0; x < widthPx; x++)
        for (let dx = 0; dx < factor; dx++)
          for (let c = 0; c < channels; c++) sums[x * channels + c]! += image.data[i++]!
    }
    const row = y * widthPx * channels
    for (let k = 0; k < sums.length; k++) data[row + k] = sums[k]! / (factor * factor)
  }
  return { widthPx, heightPx, channels, data }
}
