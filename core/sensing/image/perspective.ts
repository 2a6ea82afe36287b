import { applyHomography, distance, homographyFrom, type Point } from '../../groundwork/geometry'
import type { RasterImage } from './rasterImage'

/**
 * Flattens a sheet of known size out of a slanted picture, by bilinear sampling.
 * @param cornersImagePx the sheet's corners: top left, top right, bottom right, bottom left
 * @param sheetMm width and height of the sheet
 * @param mmPerPx resolution of the result, > 0
 * @throws MeasureError badCorners
 */
export function flattenSheet(
  image: RasterImage,
  cornersImagePx: readonly Point[],
  sheetMm: { width: number; height: number },
  mmPerPx: number,
): RasterImage {
  const widthPx = Math.round(sheetMm.width / mmPerPx)
  const heightPx = Math.round(sheetMm.height / mmPerPx)
  const flat = [
    { x: 0, y: 0 },
    { x: widthPx, y: 0 },
    { x: widthPx, y: heightPx },
    { x: 0, y: heightPx },
  ]
  const toImage = homographyFrom(flat, cornersImagePx)
  const { channels } = image
  const data = new Uint8ClampedArray(widthPx * heightPx * channels)
  for (let y = 0; y < heightPx; y++)
    for (let x = 0; x < widthPx; x++) {
      const p = applyHomography(toImage, { x: x + 0.5, y: y + 0.5 })
      samplePixel(image, p.x - 0.5, p.y - 0.5, data, (y * widthPx + x) * channels)
    }
  return { widthPx, heightPx, channels, data }
}

function samplePixel(image: RasterImage, x: number, y: number, out: Uint8ClampedArray, at: number): void {
  const { channels, widthPx, heightPx, data } = image
  const x0 = Math.min(widthPx - 2, Math.max(0, Math.floor(x)))
  const y0 = Math.min(heightPx - 2, Math.max(0, Math.floor(y)))
  const fx = Math.min(1, Math.max(0, x - x0))
  const fy = Math.min(1, Math.max(0, y - y0))
  const i = (y0 * widthPx + x0) * channels
  const below = i + widthPx * channels
  for (let c = 0; c < channels; c++) {
    const top = data[i + c]! * (1 - fx) + data[i + channels + c]! * fx
    const bottom = data[below + c]! * (1 - fx) + data[below + channels + c]! * fx
    out[at + c] = top * (1 - fy) + bottom * fy
  }
}

export const sheetSizesMm = {
  a4: { width: 210, height: 297 },
  letter: { width: 215.9, height: 279.4 },
} as const
export type SheetName = keyof typeof sheetSizesMm
export const sheetNames = Object.keys(sheetSizesMm) as [SheetName, ...SheetName[]]

/** Whether found corners belong to a sheet on its longer side: top and bottom longer than the sides. */
export function liesWide(corners: readonly Point[]): boolean {
  const [a, b, c, d] = corners as [Point, Point, Point, Point]
  return distance(a, b) + distance(c, d) > distance(b, c) + distance(d, a)
}

/** Size of a sheet as it lies, upright or on its longer side. */
export function sheetAsItLies(sheet: SheetName, isWide: boolean): { width: number; height: number } {
  const { width, height } = sheetSizesMm[sheet]
  return isWide ? { width: height, height: width } : { width, height }
}

/** Flattens a sheet the way it lies on the picture. @throws MeasureError badCorners */
export function layFlat(
  image: RasterImage,
  cornersImagePx: readonly Point[],
  sheet: SheetName,
  mmPerPx: number,
): RasterImage {
  return flattenSheet(image, cornersImagePx, sheetAsItLies(sheet, liesWide(cornersImagePx)), mmPerPx)
}
