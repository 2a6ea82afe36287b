import type { References } from '../../groundwork/reference'
import { blendedSem } from './blendedSem'
import type { SemEstimate } from './semEstimate'

/** The two parts of the error between two days, each a standard deviation in the unit of the measure. */
export type ErrorOverDays = {
  /** of one trial, as trials on one day differ; the mean of several has less of it */
  trial: number
  /** of the day: where the client stood, how warm, how tired; no number of trials shrinks it */
  day: number
}

/**
 * The error between two days in its two parts. The default holds both; one's own comes from trials on one day and holds
 * the first alone, so that the day's part stays that of the default. A wide error of one's own counts whole as soon as it
 * counts at all: blended with the default it would call noise a success.
 * @param standard default of the reference table, > 0
 * @param own from repeated trials on one day
 * @returns with the default alone: trial² + day² = standard²
 */
export function errorOverDays(
  standard: number,
  own: SemEstimate | undefined,
  references: References,
): ErrorOverDays {
  const { sem, ownWeight } = blendedSem(standard, own, references)
  const day = references.dayShare * standard ** 2
  const blended = Math.max(0, sem ** 2 - (1 - ownWeight) * day)
  const careful = own && own.pairs >= references.ownErrorFrom ? own.sem ** 2 : 0
  return { trial: Math.sqrt(Math.max(blended, careful)), day: Math.sqrt(day) }
}
