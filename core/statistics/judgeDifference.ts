import type { References } from '../reference'

export type Judged = 'real' | 'likely' | 'withinError'

/**
 * Whether a change, or a difference between left and right, is more than the error of measuring.
 * @param difference any sign, in the unit of the sem
 * @param sem standard error of one measurement, > 0
 * @source minimal detectable change, MDC95 = 1.96·√2·SEM
 */
export function judgeDifference(difference: number, sem: number, references: References): Judged {
  const size = Math.abs(difference) / (Math.SQRT2 * sem)
  return size > references.changeReal ? 'real' : size > references.changeLikely ? 'likely' : 'withinError'
}
