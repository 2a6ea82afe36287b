import { and, asc, desc, eq, ne } from 'drizzle-orm'
import type { Db } from '../data/database'
import { planItem, planVersion } from '../data/tables'

/** Drills of the plan a person had before a visit: of the last one that was kept at another visit. */
export async function planBefore(db: Db, visit: { id: string; personId: string }): Promise<string[]> {
  const [last] = await db
    .select({ id: planVersion.id })
    .from(planVersion)
    .where(and(eq(planVersion.personId, visit.personId), ne(planVersion.visitId, visit.id)))
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
