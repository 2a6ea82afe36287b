import {
  closeMask,
  countPixels,
  fillHoles,
  flattenLight,
  histogramOf,
  luminance,
  openMask,
  otsu,
  printIsDark,
  saturation,
  thresholdMask,
  type BitMask,
  type GreyImage,
  type RasterImage,
} from '../image'
import { MeasureError } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'

export type Segmentation = {
  mask: BitMask
  mmPerPx: number
  /** how many picture pixels make one working pixel, along a side */
  factor: number
  threshold: number
  channel: 'luminance' | 'saturation'
  isDark: boolean
}

const workingMmPerPx = 0.3 // finer than this adds time and ridges, no truth (docs/performance.md)
const smallestSidePx = 24
const mostMegapixels = 60

/**
 * Parts print from paper: shrink to working size, even out the light, Otsu, morphological clean-up.
 * @param mmPerPx scale of the picture, 0.02..2
 * @param thresholdNudge grey levels added to the threshold, -80..80 (the practitioner's nudge)
 * @throws MeasureError emptyImage, imageTooSmall, imageTooLarge, scaleMissing, scaleImpossible, blankSheet, noContact
 */
export function segmentPrint(
  image: RasterImage,
  mmPerPx: number,
  references: References,
  thresholdNudge = 0,
): Segmentation {
  assertUsable(image, mmPerPx)
  const factor = Math.max(1, Math.floor(workingMmPerPx / mmPerPx + 1e-6)) // 0.1 × 3 must give 3
  const { grey, channel, isDark } = chooseChannel(image, factor)
  const even = flattenLight(grey, isDark)
  const split = otsu(histogramOf(even))
  const contrast = split.lightMean - split.darkMean
  if (contrast < references.printMinContrast)
    throw new MeasureError({ code: 'blankSheet', path: 'image', contrast: Math.round(contrast) })
  const threshold = Math.min(254, Math.max(1, split.threshold + (isDark ? thresholdNudge : -thresholdNudge)))
  const working = mmPerPx * factor
  const mask = cleanUp(thresholdMask(even, threshold, isDark), working, references)
  if (countPixels(mask) * working * working < references.printMinAreaMm2)
    throw new MeasureError({ code: 'noContact', path: 'image' })
  return { mask, mmPerPx: working, factor, threshold, channel, isDark }
}

function cleanUp(raw: BitMask, mmPerPx: number, references: References): BitMask {
  const closed = closeMask(raw, Math.max(1, Math.ceil(references.printCloseMm / mmPerPx)))
  const opened = openMask(closed, Math.max(1, Math.round(references.printOpenMm / mmPerPx)))
  return fillHoles(opened, references.printHoleMm2 / (mmPerPx * mmPerPx))
}

function assertUsable(image: RasterImage, mmPerPx: number): void {
  const { widthPx, heightPx } = image
  if (widthPx < 1 || heightPx < 1 || image.data.length < widthPx * heightPx * image.channels)
    throw new MeasureError({ code: 'emptyImage', path: 'image', widthPx, heightPx })
  if (widthPx < smallestSidePx || heightPx < smallestSidePx)
    throw new MeasureError({
      code: 'imageTooSmall',
      path: 'image',
      widthPx,
      heightPx,
      neededPx: smallestSidePx,
    })
  const megapixels = (widthPx * heightPx) / 1e6
  if (megapixels > mostMegapixels)
    throw new MeasureError({
      code: 'imageTooLarge',
      path: 'image',
      megapixels,
      limitMegapixels: mostMegapixels,
    })
  if (Number.isNaN(mmPerPx)) throw new MeasureError({ code: 'scaleMissing', path: 'mmPerPx' })
  if (!(mmPerPx >= 0.02 && mmPerPx <= 2))
    throw new MeasureError({ code: 'scaleImpossible', path: 'mmPerPx', mmPerPx, low: 0.02, high: 2 })
}

type Channel = { grey: GreyImage; channel: Segmentation['channel']; isDark: boolean }

/** Luminance, unless colour parts print from paper clearly better. */
function chooseChannel(image: RasterImage, factor: number): Channel {
  const grey = luminance(image, factor)
  const byLight = otsu(histogramOf(grey))
  const isDark = printIsDark(grey)
  if (image.channels === 1 || byLight.lightMean - byLight.darkMean > clearContrast)
    return { grey, channel: 'luminance', isDark }
  const colour = saturation(image, factor)
  const byColour = otsu(histogramOf(colour))
  const isClearer =
    (byColour.lightMean - byColour.darkMean) * byColour.separability >
    (byLight.lightMean - byLight.darkMean) * byLight.separability
  if (!isClearer) return { grey, channel: 'luminance', isDark }
  return { grey: colour, channel: 'saturation', isDark: printIsDark(colour) }
}

const clearContrast = 60 // grey levels: with this much there is no need to look at colour
