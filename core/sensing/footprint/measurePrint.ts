import { dilate, erode, type BitMask } from '../image'
import { MeasureError } from '../../groundwork/problem'
import type { References } from '../../groundwork/reference'
import type { Side } from '../../groundwork/side'
import type { Measured } from '../../groundwork/statistics'
import { archIndex } from './archIndex'
import { footprintAngle, type FootprintAngle } from './footprintAngle'
import { footRaster, slicesOf } from './footRaster'
import { areaMm2, thirdsOf } from './thirds'
import { toeLineAt } from './toeLine'
import type { FootRaster, PrintAxis, PrintKind, PrintMask, ToeLine } from './types'
import { chippauxSmirakPct, printKind, staheliIndex } from './widthIndices'

/** Everything measured on one print, each with the error of one working pixel. */
export type PrintMeasures = {
  lengthMm: Measured
  toelessLengthMm: Measured
  archIndex: Measured
  chippauxSmirakPct: Measured
  staheliIndex: Measured
  /** value NaN never leaves the core: undefined where there is no medial border */
  footprintAngleDeg: Measured | undefined
  printKind: PrintKind
  toelessAreaMm2: Measured
  thirdsMm2: [rear: number, mid: number, fore: number]
  tangent: FootprintAngle | undefined
  ballWidthMm: number
  heelWidthMm: number
}

/**
 * Measures one print for a given axis, toe line and side, and again on the mask grown and shrunk by one pixel:
 * half the difference is the pixel-size error.
 * @throws MeasureError noContact, axisTooShort
 */
export function measurePrint(input: {
  print: PrintMask
  axis: PrintAxis
  side: Side
  line: ToeLine
  references: References
  raster?: FootRaster
}): PrintMeasures {
  const { print, references } = input
  const plain = measureMask({ ...input, mask: print.mask })
  const grown = measureMask({ ...input, mask: dilate(print.mask, 1), raster: undefined })
  const shrunk = measureMask({ ...input, mask: erode(print.mask, 1), raster: undefined })
  if (plain.lengthMm < references.printMinLengthMm)
    throw new MeasureError({
      code: 'axisTooShort',
      path: 'axis',
      lengthMm: Math.round(plain.lengthMm),
      neededMm: references.printMinLengthMm,
    })
  const withError = (pick: (m: Plain) => number): Measured => ({
    value: pick(plain),
    error: Math.abs(pick(grown) - pick(shrunk)) / 2,
  })
  const angles = [plain, grown, shrunk].map((m) => m.tangent?.angleDeg)
  const [angle, angleGrown, angleShrunk] = angles
  return {
    lengthMm: withError((m) => m.lengthMm),
    toelessLengthMm: withError((m) => m.toelessLengthMm),
    archIndex: withError((m) => m.archIndex),
    chippauxSmirakPct: withError((m) => m.chippauxSmirakPct),
    staheliIndex: withError((m) => m.staheliIndex),
    footprintAngleDeg:
      angle === undefined
        ? undefined
        : { value: angle, error: Math.abs((angleGrown ?? angle) - (angleShrunk ?? angle)) / 2 },
    printKind: plain.printKind,
    toelessAreaMm2: withError((m) => m.areaMm2),
    thirdsMm2: plain.thirdsMm2,
    tangent: plain.tangent,
    ballWidthMm: plain.ballWidthMm,
    heelWidthMm: plain.heelWidthMm,
  }
}

type Plain = ReturnType<typeof measureMask>

function measureMask(input: {
  print: PrintMask
  axis: PrintAxis
  side: Side
  line: ToeLine
  references: References
  mask: BitMask
  raster?: FootRaster | undefined
}) {
  const raster = input.raster ?? footRaster(input.print, input.axis, input.side, input.mask)
  const all = slicesOf(raster).filter((s) => s.widthMm > 0)
  const body = slicesOf(raster, toeLineAt(input.line))
  const thirds = thirdsOf(body, raster.cellMm)
  if (all.length === 0 || thirds.lengthMm === 0) throw new MeasureError({ code: 'noContact', path: 'print' })
  const widths = (part: typeof body) =>
    Math.max(...part.map((s) => (s.widthMm > 0 ? s.medialXMm - s.lateralXMm : 0)))
  const third = [thirds.rear, thirds.mid, thirds.fore].map((part) => areaMm2(part, raster.cellMm))
  return {
    lengthMm: all[all.length - 1]!.yMm - all[0]!.yMm + raster.cellMm,
    toelessLengthMm: thirds.lengthMm,
    archIndex: archIndex(thirds),
    chippauxSmirakPct: chippauxSmirakPct(thirds),
    staheliIndex: staheliIndex(thirds),
    printKind: printKind(thirds, input.references.fullPrintWidthPct),
    areaMm2: third[0]! + third[1]! + third[2]!,
    thirdsMm2: third as [number, number, number],
    tangent: footprintAngle(thirds),
    ballWidthMm: widths(thirds.fore),
    heelWidthMm: widths(thirds.rear),
  }
}
