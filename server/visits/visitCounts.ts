import { referenceValues } from '@sturvo/core/reference'
import { cautionsTold, countFilled, type Fields } from '@sturvo/schema'

/** What lists show of a visit. */
export type VisitCounts = { stepsFilled: number; stops: number; limits: number }

// what stops is no matter of a practice's own thresholds
const references = referenceValues()

/** @param startedOn day of the visit: how fresh an injury is counts from it */
export function visitCounts(fields: Fields, startedOn: string): VisitCounts {
  const { cautions, block } = cautionsTold(
    { fields, startedOn, birthYear: null, hasLicensedLead: true },
    references,
  )
  return {
    stepsFilled: countFilled(fields),
    stops: block?.stops.length ?? 0,
    limits: cautions.filter((caution) => caution.level === 'limit').length,
  }
}
