import type { Point } from '../geometry'
import { maskPixel, thresholdMask } from './bitMask'
import { labelRuns } from './components'
import { luminance } from './grey'
import { histogramOf, otsu } from './histogram'
import type { RasterImage } from './rasterImage'

const lookedAtPx = 400 // a sheet's corners are found as well on a small picture
const fillsShare = 0.97 // a sheet that reaches this far each way fills the scan
const smallestShare = 0.2 // a lighter patch smaller than this is no sheet

/**
 * Finds the corners of a light sheet on a darker ground; a scan of nothing but the sheet gives its own corners.
 * @returns top left, top right, bottom right, bottom left in picture pixels; undefined where no sheet stands out
 */
export function sheetCorners(image: RasterImage): Point[] | undefined {
  const { widthPx, heightPx } = image
  const factor = Math.max(1, Math.floor(Math.max(widthPx, heightPx) / lookedAtPx))
  const grey = luminance(image, factor)
  const light = thresholdMask(grey, otsu(histogramOf(grey)).threshold, false)
  const labelled = labelRuns(light, 8)
  const sheet = labelled.components.reduce<(typeof labelled.components)[number] | undefined>(
    (a, b) => (a && a.areaPx >= b.areaPx ? a : b),
    undefined,
  )
  if (!sheet || sheet.areaPx < smallestShare * grey.widthPx * grey.heightPx) return undefined
  const wide = (sheet.maxX - sheet.minX + 1) / grey.widthPx
  const high = (sheet.maxY - sheet.minY + 1) / grey.heightPx
  if (wide > fillsShare && high > fillsShare)
    return [
      { x: 0, y: 0 },
      { x: widthPx, y: 0 },
      { x: widthPx, y: heightPx },
      { x: 0, y: heightPx },
    ]
  return extremes(light, sheet).map((p) => ({ x: p.x * factor, y: p.y * factor }))
}

/** The pixel edges furthest out along the two diagonals. */
function extremes(
  light: ReturnType<typeof thresholdMask>,
  box: { minX: number; maxX: number; minY: number; maxY: number },
): Point[] {
  const best = [Infinity, -Infinity, -Infinity, Infinity]
  const corners: Point[] = [0, 1, 2, 3].map(() => ({ x: box.minX, y: box.minY }))
  for (let y = box.minY; y <= box.maxY; y++)
    for (let x = box.minX; x <= box.maxX; x++) {
      if (!maskPixel(light, x, y)) continue
      const along = [x + y, x - y, x + y, x - y]
      along.forEach((value, i) => {
        const isFurther = i === 0 || i === 3 ? value < best[i]! : value > best[i]!
        if (!isFurther) return
        best[i] = value
        corners[i] = { x: x + (i === 1 || i === 2 ? 1 : 0), y: y + (i >= 2 ? 1 : 0) }
      })
    }
  return corners
}
