import type { FootValues } from '../measures'
import type { PrintFacts } from '../reading'
import type { Side } from '../side'
import { neutralFoot, type FootShape } from '../synthetic'

/** The shape to draw this client's foot from: what is known of it, and a neutral foot for the rest. */
export function footShapeOf(input: {
  side: Side
  foot: FootValues
  print: PrintFacts | undefined
  ballWidthMm: number | undefined
}): FootShape {
  const { side, foot, print } = input
  const lengthMm = print?.lengthMm ?? neutralFoot.lengthMm
  const scale = lengthMm / neutralFoot.lengthMm
  const contactOfHeel = 0.84 // a heel pad marks a little less than the heel is wide
  return {
    ...neutralFoot,
    side,
    // the outline reaches beyond the contact at both ends
    lengthMm: print ? lengthMm + 6 : lengthMm,
    ballWidthMm: input.ballWidthMm ?? neutralFoot.ballWidthMm * scale,
    heelWidthMm: print ? print.heelWidthMm / contactOfHeel : neutralFoot.heelWidthMm * scale,
    halluxAngleDeg: foot.numbers.halluxAngle ?? neutralFoot.halluxAngleDeg,
    kind: print?.printKind ?? 'bridged',
  }
}
