import { luminance } from './grey'
import type { RasterImage } from './rasterImage'

const farPx = 10
const strongest = 0.002 // share of the pixels that count as clear edges
const bins = 256

/**
 * How sharp the clearest edges of a picture are: the step over one pixel against the step over ten.
 * @returns share 0..1; a sharp edge gives 0.4 and more, a smooth ramp 0.1; undefined where nothing stands out
 */
export function sharpness(image: RasterImage): number | undefined {
  const grey = luminance(image, 1)
  const { widthPx, heightPx, data } = grey
  const near = new Uint32Array(bins)
  const far = new Uint32Array(bins)
  let count = 0
  const half = farPx >> 1
  for (let y = half; y < heightPx - half; y += 2)
    for (let x = half; x < widthPx - half; x++) {
      const i = y * widthPx + x
      near[Math.max(Math.abs(data[i + 1]! - data[i]!), Math.abs(data[i + widthPx]! - data[i]!))]!++
      far[
        Math.max(
          Math.abs(data[i + half]! - data[i - half]!),
          Math.abs(data[i + half * widthPx]! - data[i - half * widthPx]!),
        )
      ]!++
      count++
    }
  const reached = (histogram: Uint32Array) => {
    let above = 0
    for (let v = bins - 1; v > 0; v--) {
      above += histogram[v]!
      if (above >= count * strongest) return v
    }
    return 0
  }
  const step = reached(far)
  return count === 0 || step < leastStep ? undefined : Math.min(1, reached(near) / step)
}

const leastStep = 24 // grey levels: below this there is no edge to judge by
