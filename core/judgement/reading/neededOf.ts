import { neededShoe, type FitActivity, type NeededShoe } from '../../shoe/fit'
import type { References } from '../../groundwork/reference'
import type { PracticeSettings, VisitFacts } from './facts'
import type { ShoesReading } from './readShoes'

/** What a shoe for these feet must measure inside; the screen and the paper at true size ask the same. */
export function neededOf(
  shoes: Pick<ShoesReading, 'feet' | 'heights'>,
  facts: Pick<VisitFacts, 'spacersMm'>,
  settings: Pick<PracticeSettings, 'shoePriority'>,
  activity: FitActivity,
  references: References,
): NeededShoe | undefined {
  const forefootMm = shoes.heights?.forefootMm
  return neededShoe(
    {
      feet: shoes.feet,
      spacersMm: facts.spacersMm,
      activity,
      priority: settings.shoePriority,
      stretchMm: references.upperStretchMm,
      forefootStackMm: forefootMm === undefined ? undefined : forefootMm + references.sockMm,
    },
    references,
  )
}
