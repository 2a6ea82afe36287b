import { and, asc, eq, isNull, ne } from 'drizzle-orm'
import type { Visit } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { person, visit } from '../data/tables'
import { fault, notFound } from '../http/faults'
import { coreVersion } from '../version'
import { fieldsOfVisits } from './fieldRows'
import { drillsOfPlan, planBeforeId } from '../plans/planInForce'
import { visitContents } from './visitContents'
import { visitCounts } from './visitCounts'

export type VisitRow = typeof visit.$inferSelect & { planBeforeId: string | null }

/** A visit of somebody who is there. @throws Fault 404, also where the person was deleted */
export async function visitRow(db: Db, id: string): Promise<VisitRow> {
  const [row] = await db
    .select({ visit, planBeforeId })
    .from(visit)
    .innerJoin(person, eq(person.id, visit.personId))
    .where(and(eq(visit.id, id), isNull(person.deletedOn)))
  if (!row) throw notFound('visit')
  return { ...row.visit, planBeforeId: row.planBeforeId }
}

/** What a write has to know of a visit. @throws Fault 404 as visitRow */
export async function visitHead(
  db: Db,
  id: string,
): Promise<Pick<VisitRow, 'id' | 'personId' | 'version' | 'contentId' | 'startedOn'>> {
  const [row] = await db
    .select({
      id: visit.id,
      personId: visit.personId,
      version: visit.version,
      contentId: visit.contentId,
      startedOn: visit.startedOn,
    })
    .from(visit)
    .innerJoin(person, eq(person.id, visit.personId))
    .where(and(eq(visit.id, id), isNull(person.deletedOn)))
  if (!row) throw notFound('visit')
  return row
}

export async function visitAnswer(db: Db, id: string): Promise<Visit> {
  return answerOf(db, await visitRow(db, id))
}

export async function answerOf(db: Db, row: VisitRow): Promise<Visit> {
  const { fields, unreadable } = await visitContents(db, row)
  return {
    id: row.id,
    personId: row.personId,
    startedOn: row.startedOn,
    version: row.version,
    referencesVersion: row.referencesVersion,
    fields,
    planInForce: row.planBeforeId === null ? [] : await drillsOfPlan(db, row.planBeforeId),
    unreadable: [...unreadable],
  }
}

/**
 * Begins a visit; sent twice it is begun once.
 * @throws Fault 409 where the id is already that of somebody else's visit
 */
export async function beginVisit(
  database: Database,
  input: { id: string; personId: string; startedOn: string; now: Date },
): Promise<Visit> {
  const { id, personId, startedOn } = input
  const stamp = input.now.toISOString()
  return database.write(async (tx) => {
    await tx
      .insert(visit)
      .values({
        id,
        personId,
        startedOn,
        coreVersion,
        version: 0,
        countedBy: coreVersion,
        created: stamp,
        changed: stamp,
      })
      .onConflictDoNothing()
    const row = await visitRow(tx, id).catch(() => undefined)
    if (row?.personId !== personId) throw fault('otherVisit', 'id')
    return answerOf(tx, row)
  })
}

const countedAtOnce = 40

/**
 * Counts anew what lists show, for visits that an older version counted or none. In small parts, so that nobody waits.
 * @returns how many were counted; fewer than asked for means that all are done
 */
export async function countOldVisits(database: Database, most = countedAtOnce): Promise<number> {
  const rows = await database.db
    .select({ id: visit.id, startedOn: visit.startedOn })
    .from(visit)
    .where(ne(visit.countedBy, coreVersion))
    .orderBy(asc(visit.id))
    .limit(most)
  const ids = rows.map((row) => row.id)
  if (ids.length === 0) return 0
  await database.write(async (tx) => {
    const fields = await fieldsOfVisits(tx, ids)
    for (const { id, startedOn } of rows)
      await tx
        .update(visit)
        .set({ ...visitCounts(fields.get(id) ?? {}, startedOn), countedBy: coreVersion })
        .where(eq(visit.id, id))
  })
  return ids.length
}
