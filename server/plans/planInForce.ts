import { asc, eq, sql } from 'drizzle-orm'
import type { Db } from '../data/database'
import { planItem, planVersion, visit } from '../data/tables'

/**
 * Column of a visit: the last plan kept at an earlier visit of the same person. Never at a later one: the papers of an
 * old visit would change with it. Of two visits on one day the order of their ids tells, as it does in lists.
 * Asked with the visit itself, because nearly every visit is read more often than planned.
 */
export const planBeforeId = sql<string | null>`(
  select ${planVersion.id} from ${planVersion} inner join "visit" as earlier on earlier.id = ${planVersion.visitId}
  where ${planVersion.personId} = ${visit.personId}
    and (earlier.started_on < ${visit.startedOn} or (earlier.started_on = ${visit.startedOn} and earlier.id < ${visit.id}))
  order by ${planVersion.number} desc limit 1)`

/** Drills of a kept plan in their order. */
export async function drillsOfPlan(db: Db, planId: string): Promise<string[]> {
  const items = await db
    .select({ drill: planItem.drill })
    .from(planItem)
    .where(eq(planItem.planId, planId))
    .orderBy(asc(planItem.phase), asc(planItem.place))
  return [...new Set(items.map((item) => item.drill))]
}
