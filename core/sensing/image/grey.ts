import type { RasterImage } from './rasterImage'

/** One number a pixel, 0..255, row by row from the top. */
export type GreyImage = { widthPx: number; heightPx: number; data: Uint8Array }

// ITU-R BT.601 luminance weights in 1/256, so that the loop stays in whole numbers
const redWeight = 77
const greenWeight = 150
const blueWeight = 29

/**
 * Luminance of a picture, shrunk by a whole factor (mean of factor × factor pixels); transparent counts as paper.
 * @param factor whole number ≥ 1; pixels beyond the last whole block are left out
 */
export function luminance(image: RasterImage, factor: number): GreyImage {
  return shrink(
    image,
    factor,
    image.channels === 1 ? grey1 : image.channels === 3 ? luminanceRow3 : luminanceRow4,
  )
}

/** Saturation (HSV, 0..255): coloured ink or a wet print may differ from paper in this alone. */
export function saturation(image: RasterImage, factor: number): GreyImage {
  return shrink(image, factor, image.channels === 1 ? noSaturation : saturationRow)
}

type RowReader = (image: RasterImage, row: number, sums: Uint32Array, factor: number) => void

function shrink(image: RasterImage, factor: number, addRow: RowReader): GreyImage {
  const widthPx = Math.floor(image.widthPx / factor)
  const heightPx = Math.floor(image.heightPx / factor)
  const data = new Uint8Array(widthPx * heightPx)
  const sums = new Uint32Array(widthPx)
  const share = 1 / (factor * factor)
  for (let y = 0; y < heightPx; y++) {
    sums.fill(0)
    for (let k = 0; k < factor; k++) addRow(image, y * factor + k, sums, factor)
    const offset = y * widthPx
    for (let x = 0; x < widthPx; x++) data[offset + x] = sums[x]! * share + 0.5
  }
  return { widthPx, heightPx, data }
}

const grey1: RowReader = ({ data, widthPx }, row, sums, factor) => {
  let i = row * widthPx
  for (let x = 0; x < sums.length; x++) {
    let sum = 0
    for (let k = 0; k < factor; k++) sum += data[i++]!
    sums[x]! += sum
  }
}

const luminanceRow4: RowReader = ({ data, widthPx }, row, sums, factor) => {
  let i = row * widthPx * 4
  for (let x = 0; x < sums.length; x++) {
    let sum = 0
    for (let k = 0; k < factor; k++) {
      const value = (data[i]! * redWeight + data[i + 1]! * greenWeight + data[i + 2]! * blueWeight) >> 8
      const opacity = data[i + 3]!
      sum += opacity === 255 ? value : 255 - (((255 - value) * opacity) >> 8)
      i += 4
    }
    sums[x]! += sum
  }
}

const luminanceRow3: RowReader = ({ data, widthPx }, row, sums, factor) => {
  let i = row * widthPx * 3
  for (let x = 0; x < sums.length; x++) {
    let sum = 0
    for (let k = 0; k < factor; k++) {
      sum += (data[i]! * redWeight + data[i + 1]! * greenWeight + data[i + 2]! * blueWeight) >> 8
      i += 3
    }
    sums[x]! += sum
  }
}

const noSaturation: RowReader = () => undefined

const saturationRow: RowReader = ({ data, widthPx, channels }, row, sums, factor) => {
  let i = row * widthPx * channels
  for (let x = 0; x < sums.length; x++) {
    let sum = 0
    for (let k = 0; k < factor; k++) {
      const r = data[i]!
      const g = data[i + 1]!
      const b = data[i + 2]!
      const high = Math.max(r, g, b)
      if (high > 0) sum += (255 * (high - Math.min(r, g, b))) / high
      i += channels
    }
    sums[x]! += sum
  }
}
