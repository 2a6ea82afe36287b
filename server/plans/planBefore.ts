import { and, asc, desc, eq, lt, or } from 'drizzle-orm'
import type { Db } from '../data/database'
import { planItem, planVersion, visit } from '../data/tables'

/**
 * Drills of the plan a person had when a visit began: of the last one kept at an earlier visit. Never of a later one:
 * the papers of an old visit would change with it.
 */
export async function planBefore(
  db: Db,
  of: { id: string; personId: string; startedOn: string },
): Promise<string[]> {
  const [last] = await db
    .select({ id: planVersion.id })
    .from(planVersion)
    .innerJoin(visit, eq(visit.id, planVersion.visitId))
    .where(
      and(
        eq(planVersion.personId, of.personId),
        // of two visits on one day the order of their ids tells, as it does in lists
        or(lt(visit.startedOn, of.startedOn), and(eq(visit.startedOn, of.startedOn), lt(visit.id, of.id))),
      ),
    )
    .orderBy(desc(planVersion.number))
    .limit(1)
  if (!last) return []
  const items = await db
    .select({ drill: planItem.drill })
    .from(planItem)
    .where(eq(planItem.planId, last.id))
    .orderBy(asc(planItem.phase), asc(planItem.place))
  return [...new Set(items.map((item) => item.drill))]
}
