import type { References } from '../../groundwork/reference'
import type { ShoeOnFeet } from './readShoes'

/**
 * The shoe for the new minutes of the transition: of those that stay, the one with the lowest stack; a ghost is a shoe to
 * buy. What the practitioner decided stands over the proposal.
 * @returns undefined where no shoe of the shelf is thin enough and fits
 */
export function newShoe(shoes: readonly ShoeOnFeet[], references: References): ShoeOnFeet | undefined {
  return shoes
    .filter(({ reading: { shoe, dropMm }, verdict }) => {
      const choice = shoe.ownVerdict?.choice ?? verdict.choice
      return (
        !shoe.isRetired &&
        choice === 'keep' &&
        shoe.stackHeelMm !== undefined &&
        shoe.stackHeelMm <= references.wantedStackMm &&
        (dropMm ?? Infinity) <= references.wantedDropMm &&
        // slippers are worn at home and carry no walk
        shoe.use !== 'home'
      )
    })
    .sort((a, b) => a.reading.shoe.stackHeelMm! - b.reading.shoe.stackHeelMm!)[0]
}
