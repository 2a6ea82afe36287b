import { gapRestMeasures, type FootValues } from '../measures'
import type { PrintFacts } from '../footprint'
import type { Side } from '../side'
import { neutralFoot, type FootShape } from '../synthetic'

const contactOfHeel = 0.84 // a heel pad marks a little less than the heel is wide
const beyondContactMm = 6 // the outline reaches beyond the contact, both ends together

/**
 * The shape to draw this client's foot from: what was measured, then what the print tells, and a neutral foot for the
 * rest.
 */
export function footShapeOf(input: {
  side: Side
  foot: FootValues
  print: PrintFacts | undefined
  ballWidthMm: number | undefined
}): FootShape {
  const { side, foot, print } = input
  const { numbers } = foot
  const lengthMm = numbers.footLength ?? (print ? print.lengthMm + beyondContactMm : neutralFoot.lengthMm)
  const scale = lengthMm / neutralFoot.lengthMm
  const gaps = gapRestMeasures.map((id) => numbers[id]).filter((mm) => mm !== undefined)
  return {
    ...neutralFoot,
    side,
    lengthMm,
    ballWidthMm: input.ballWidthMm ?? neutralFoot.ballWidthMm * scale,
    heelWidthMm:
      numbers.heelWidth ?? (print ? print.heelWidthMm / contactOfHeel : neutralFoot.heelWidthMm * scale),
    halluxAngleDeg: numbers.halluxAngle ?? neutralFoot.halluxAngleDeg,
    fifthToeAngleDeg: numbers.fifthToeAngle ?? neutralFoot.fifthToeAngleDeg,
    toeGapMm: gaps.length === 0 ? neutralFoot.toeGapMm : gaps.reduce((sum, mm) => sum + mm, 0) / gaps.length,
    kind: print?.printKind ?? 'bridged',
  }
}
