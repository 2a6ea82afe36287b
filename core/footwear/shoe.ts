/** A shoe of the shelf. Every number may be missing: half of them are not written on any box. */
export type Shoe = {
  id: string
  name: string
  hoursPerWeek?: number | undefined
  stackHeelMm?: number | undefined
  stackForefootMm?: number | undefined
  weightG?: number | undefined
  /** 0 folds like cloth … 5 does not bend */
  bendStiffness?: number | undefined
  twistStiffness?: number | undefined
  /** how many of: raised arch, firm heel cup, rocker, plate, posting … */
  supportFeatures?: number | undefined
  innerWidthBallMm?: number | undefined
  innerWidthToesMm?: number | undefined
}

/** Heel stack less forefoot stack, mm. */
export function dropMm(shoe: Shoe): number | undefined {
  const { stackHeelMm, stackForefootMm } = shoe
  return stackHeelMm === undefined || stackForefootMm === undefined
    ? undefined
    : stackHeelMm - stackForefootMm
}
