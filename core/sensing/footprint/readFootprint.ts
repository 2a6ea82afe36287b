import { archClassFromIndex, type ClassChances } from '../../foot/arch'
import type { Point } from '../../groundwork/geometry'
import { maskBounds, paintStrokes, type RasterImage, type Stroke } from '../image'
import { MeasureError, outcomeOf, type Outcome } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import { contactRings } from './contour'
import { footFrame } from './footRaster'
import { layPrint } from './layPrint'
import { measurePrint, type PrintMeasures } from './measurePrint'
import { segmentPrint, type Segmentation } from './segment'
import { separatePrints } from './separatePrints'
import type { PrintAxis, PrintMask, ToeLine } from './types'

/** What the practitioner may set; everything left out is found. Points in pixels of the picture given. */
export type FootprintWishes = {
  side?: Side | undefined
  toes?: 'auto' | 'none' | undefined
  thresholdNudge?: number | undefined
  axis?: { heelImagePx: Point; toeImagePx: Point } | undefined
  toeLineFootMm?: Point[] | undefined
  /** brush and eraser over what the threshold found */
  strokes?: Stroke[] | undefined
  /** of several prints on one sheet, the one nearest to this point */
  nearImagePx?: Point | undefined
}

export type FootprintReading = PrintMeasures & {
  side: Side
  sideFrom: 'told' | 'shape'
  archClass: ClassChances
  axis: { heelImagePx: Point; toeImagePx: Point; toeFrom: PrintAxis['toeFrom'] }
  toeLine: ToeLine
  /** contact outlines in the foot frame, mm, for drawing with the even-odd rule */
  ringsFootMm: Point[][]
  segmentation: { threshold: number; channel: Segmentation['channel']; mmPerPx: number }
}

export type Progress = (share: number) => void

/**
 * The whole way from pixels to footprint measures, for every foot on the picture.
 * @param image toes up, heel down; grey or colour
 * @param mmPerPx scale of the picture
 * @param onProgress called with 0..1; may throw to cancel
 * @returns one reading a foot, from the picture's left to its right
 */
export function readFootprints(
  image: RasterImage,
  mmPerPx: number,
  references: References,
  wishes: FootprintWishes = {},
  onProgress: Progress = () => undefined,
): Outcome<FootprintReading[]> {
  return outcomeOf(() => {
    onProgress(0.02)
    const found = segmentPrint(image, mmPerPx, references, wishes.thresholdNudge ?? 0)
    const segmented = { ...found, mask: paintStrokes(found.mask, wishes.strokes ?? [], found.factor) }
    onProgress(0.45)
    const all = separatePrints(segmented.mask, segmented.mmPerPx, references)
    const prints = wishes.nearImagePx ? [nearest(all, wishes.nearImagePx, segmented.factor)] : all
    onProgress(0.55)
    return prints.map((print, i) => {
      const reading = readOne(
        print,
        segmented,
        references,
        wishes,
        prints.length === 2 ? (i === 0 ? 'left' : 'right') : undefined,
      )
      onProgress(0.55 + (0.45 * (i + 1)) / prints.length)
      return reading
    })
  })
}

// of 150 generated prints the fullest fills 0.80, and the widest heel is 0.82 of its ball; a rectangle has 1 and 1
const mostFilledShare = 0.88
const mostHeelShare = 0.95

/** As readFootprints, where exactly one foot is expected. */
export function readFootprint(
  image: RasterImage,
  mmPerPx: number,
  references: References,
  wishes: FootprintWishes = {},
  onProgress?: Progress,
): Outcome<FootprintReading> {
  const all = readFootprints(image, mmPerPx, references, wishes, onProgress)
  if (!all.ok) return all
  return outcomeOf(() => {
    if (all.value.length !== 1)
      throw new MeasureError({ code: 'tooManyPrints', path: 'image', found: all.value.length, expected: 1 })
    return all.value[0]!
  })
}

/** The print whose middle lies nearest to a point of the picture. */
function nearest(prints: readonly PrintMask[], p: Point, factor: number): PrintMask {
  const away = (print: PrintMask) => {
    const box = maskBounds(print.mask)
    return Math.hypot((box.minX + box.maxX) / 2 - p.x / factor, (box.minY + box.maxY) / 2 - p.y / factor)
  }
  return prints.reduce((a, b) => (away(b) < away(a) ? b : a))
}

function readOne(
  print: PrintMask,
  segmented: Segmentation,
  references: References,
  wishes: FootprintWishes,
  placeSide: Side | undefined,
): FootprintReading {
  const { axis, raster, line, side } = layPrint(print, {
    ...wishes,
    axis: wishes.axis && axisOnWorking(wishes.axis, segmented.factor),
    placeSide,
  })
  const measures = measurePrint({ print, axis, side, line, references, raster })
  assertFootShaped(measures)
  const frame = footFrame(axis, side)
  const toPicture = (yMm: number, xMm: number): Point => {
    const p = frame.toImage({ x: xMm / print.mmPerPx, y: yMm / print.mmPerPx + raster.zeroYPx })
    return { x: p.x * segmented.factor, y: p.y * segmented.factor }
  }
  return {
    ...measures,
    side,
    sideFrom: wishes.side ? 'told' : 'shape',
    archClass: archClassFromIndex(measures.archIndex.value, references),
    axis: {
      heelImagePx: toPicture(0, 0),
      toeImagePx: toPicture(measures.lengthMm.value, 0),
      toeFrom: axis.toeFrom,
    },
    toeLine: line,
    ringsFootMm: contactRings(raster),
    segmentation: { threshold: segmented.threshold, channel: segmented.channel, mmPerPx: print.mmPerPx },
  }
}

/**
 * A print fills three quarters of its length times its ball width, and its heel is narrower than its ball. What fills
 * nearly all of it, or is as wide behind as in front, is a sheet, a shadow or a box.
 * @throws MeasureError notAFoot
 */
function assertFootShaped(m: PrintMeasures): void {
  const filled = m.toelessAreaMm2.value / (m.toelessLengthMm.value * m.ballWidthMm)
  if (filled > mostFilledShare || m.heelWidthMm / m.ballWidthMm > mostHeelShare)
    throw new MeasureError({ code: 'notAFoot', path: 'image' })
}

function axisOnWorking(axis: { heelImagePx: Point; toeImagePx: Point }, factor: number): PrintAxis {
  const down = (p: Point): Point => ({ x: p.x / factor, y: p.y / factor })
  return { heelImagePx: down(axis.heelImagePx), toeImagePx: down(axis.toeImagePx), toeFrom: 'practitioner' }
}
