import { and, asc, eq, gt, ne, or } from 'drizzle-orm'
import type { KeptPlan } from '@sturvo/schema'
import type { Db } from '../data/database'
import { visit } from '../data/tables'

type VisitSince = { id: string; startedOn: string; contentId: string }
type Kept = Pick<KeptPlan, 'id' | 'personId' | 'visitId' | 'visitVersion'>

/** Visits after the one a plan was made from, and that one where it was changed since, oldest first. */
export async function visitsSince(db: Db, { personId, visitId, visitVersion }: Kept): Promise<VisitSince[]> {
  const [from] = await db
    .select({ startedOn: visit.startedOn, created: visit.created })
    .from(visit)
    .where(eq(visit.id, visitId))
  if (!from) return []
  return db
    .select({ id: visit.id, startedOn: visit.startedOn, contentId: visit.contentId })
    .from(visit)
    .where(
      and(
        eq(visit.personId, personId),
        or(
          and(eq(visit.id, visitId), gt(visit.version, visitVersion)),
          and(
            ne(visit.id, visitId),
            gt(visit.version, 0),
            or(
              gt(visit.startedOn, from.startedOn),
              and(eq(visit.startedOn, from.startedOn), gt(visit.created, from.created)),
            ),
          ),
        ),
      ),
    )
    .orderBy(asc(visit.startedOn), asc(visit.created))
}

/** Says a plan and the visits that may hold it back, as they are; '' where there are none. */
export const toldKeyOf = ({ id }: Kept, visits: readonly VisitSince[]): string =>
  visits.length === 0 ? '' : [id, ...visits.map((v) => `${v.id}:${v.contentId}`)].join(' ')
