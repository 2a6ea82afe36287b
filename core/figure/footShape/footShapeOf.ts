import { gapRestMeasures, type FootValues } from '../../foot/measures'
import type { PrintFacts } from '../../sensing/footprint'
import type { Side } from '../../groundwork/side'
import { neutralFoot, type FootShape } from './shape'

const contactOfHeel = 0.84 // a heel pad marks a little less than the heel is wide
const beyondContactMm = 6 // the outline reaches beyond the contact, both ends together

// a typing slip must not tear the drawing: beyond these there is no foot to draw, and its measure says so elsewhere
const lengthsMm = [90, 380] as const
const ballOfLength = [0.27, 0.55] as const
const heelOfLength = [0.15, 0.4] as const
// a marked lean is real, and shoes are fitted on it: it is drawn as it was measured
const halluxDeg = [-15, 60] as const
const fifthToeDeg = [-10, 40] as const
const gapMm = [0, 12] as const
const within = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value))

/** Whether a foot of this length and width can be: only then is anything concluded from its drawing. */
export function isFootLike(lengthMm: number, ballWidthMm: number): boolean {
  const share = ballWidthMm / lengthMm
  return within(lengthMm, lengthsMm) === lengthMm && within(share, ballOfLength) === share
}

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
  const lengthMm = within(
    numbers.footLength ?? (print ? print.lengthMm + beyondContactMm : neutralFoot.lengthMm),
    lengthsMm,
  )
  const ofLength = (mm: number, [low, high]: readonly [number, number]) =>
    within(mm, [low * lengthMm, high * lengthMm])
  const scale = lengthMm / neutralFoot.lengthMm
  const gaps = gapRestMeasures.map((id) => numbers[id]).filter((mm) => mm !== undefined)
  return {
    ...neutralFoot,
    side,
    lengthMm,
    ballWidthMm: ofLength(input.ballWidthMm ?? neutralFoot.ballWidthMm * scale, ballOfLength),
    heelWidthMm: ofLength(
      numbers.heelWidth ?? (print ? print.heelWidthMm / contactOfHeel : neutralFoot.heelWidthMm * scale),
      heelOfLength,
    ),
    halluxAngleDeg: within(numbers.halluxAngle ?? neutralFoot.halluxAngleDeg, halluxDeg),
    fifthToeAngleDeg: within(numbers.fifthToeAngle ?? neutralFoot.fifthToeAngleDeg, fifthToeDeg),
    toeGapMm: within(
      gaps.length === 0 ? neutralFoot.toeGapMm : gaps.reduce((sum, mm) => sum + mm, 0) / gaps.length,
      gapMm,
    ),
    kind: print?.printKind ?? 'bridged',
  }
}
