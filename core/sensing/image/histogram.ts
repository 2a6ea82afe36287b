import type { GreyImage } from './grey'

/** How many pixels have each of the 256 values. */
export function histogramOf(grey: GreyImage): Uint32Array {
  const { data } = grey
  // four tables side by side: neighbouring pixels are alike and would wait on one counter
  const counts = new Uint32Array(1024)
  const whole = data.length & ~3
  for (let i = 0; i < whole; i += 4) {
    counts[data[i]!]!++
    counts[256 + data[i + 1]!]!++
    counts[512 + data[i + 2]!]!++
    counts[768 + data[i + 3]!]!++
  }
  for (let i = whole; i < data.length; i++) counts[data[i]!]!++
  const histogram = new Uint32Array(256)
  for (let v = 0; v < 256; v++)
    histogram[v] = counts[v]! + counts[256 + v]! + counts[512 + v]! + counts[768 + v]!
  return histogram
}

export type OtsuSplit = {
  /** values ≤ threshold are the dark class */
  threshold: number
  darkMean: number
  lightMean: number
  darkShare: number
  /** between-class variance over the whole variance, 0..1 */
  separability: number
}

/**
 * The threshold that parts a histogram into the two most unlike classes.
 * @param histogram 256 counts
 * @returns the middle of the best range; all one value gives separability 0
 * @source Otsu 1979, IEEE Trans SMC 9:62
 */
export function otsu(histogram: Uint32Array): OtsuSplit {
  let total = 0
  let sum = 0
  let squares = 0
  for (let v = 0; v < 256; v++) {
    total += histogram[v]!
    sum += v * histogram[v]!
    squares += v * v * histogram[v]!
  }
  const mean = sum / Math.max(1, total)
  const variance = squares / Math.max(1, total) - mean * mean
  let dark = 0
  let darkSum = 0
  let best = { threshold: 127, between: -1, last: 127, darkMean: mean, lightMean: mean, darkShare: 0 }
  for (let v = 0; v < 255; v++) {
    dark += histogram[v]!
    darkSum += v * histogram[v]!
    const light = total - dark
    if (dark === 0 || light === 0) continue
    const darkMean = darkSum / dark
    const lightMean = (sum - darkSum) / light
    const between = (dark / total) * (light / total) * (darkMean - lightMean) ** 2
    if (between > best.between) {
      best = { threshold: v, last: v, between, darkMean, lightMean, darkShare: dark / total }
    } else if (between === best.between) best.last = v // an empty valley between the classes
  }
  const { darkMean, lightMean, darkShare } = best
  const separability = variance > 0 ? Math.max(0, best.between) / variance : 0
  return {
    threshold: Math.floor((best.threshold + best.last) / 2),
    darkMean,
    lightMean,
    darkShare,
    separability,
  }
}
