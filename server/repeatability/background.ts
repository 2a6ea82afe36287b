import { and, desc, eq, isNotNull, isNull, lt, or, sql } from 'drizzle-orm'
import type { EarlierVisit, TakenTrials, VisitBackground } from '@sturvo/schema'
import type { References } from '@sturvo/core/reference'
import type { Database } from '../data/database'
import { account, measure, visit } from '../data/tables'
import { fieldsOfVisits } from '../visits/fieldRows'
import { errorsInForce } from './ownErrors'

/** What a visit is read against: the error of whoever measured most of it, and the visit before. */
export async function visitBackground(
  database: Database,
  row: { id: string; personId: string; startedOn: string; created: string },
  references: References,
  signedIn: { id: string; name: string } | undefined,
): Promise<VisitBackground> {
  const who = (await whoMeasured(database, row.id)) ?? signedIn
  const [errors, earlier] = await Promise.all([
    who ? errorsInForce(database, who.id, references) : {},
    earlierVisit(database, row),
  ])
  return { by: who?.name ?? '', errors, earlier: earlier ?? null }
}

async function whoMeasured(
  database: Database,
  visitId: string,
): Promise<{ id: string; name: string } | undefined> {
  const [who] = await database.db
    .select({ id: account.id, name: account.name })
    .from(measure)
    .innerJoin(account, eq(account.id, measure.byAccount))
    .where(and(eq(measure.visitId, visitId), isNull(measure.supersededBy), isNotNull(measure.value)))
    .groupBy(account.id)
    .orderBy(desc(sql`count(*)`), account.id)
    .limit(1)
  return who
}

async function earlierVisit(
  database: Database,
  row: { personId: string; startedOn: string; created: string },
): Promise<EarlierVisit | undefined> {
  const before = or(
    lt(visit.startedOn, row.startedOn),
    and(eq(visit.startedOn, row.startedOn), lt(visit.created, row.created)),
  )
  const [last] = await database.db
    .select({ id: visit.id, day: visit.startedOn })
    .from(visit)
    .where(and(eq(visit.personId, row.personId), before))
    .orderBy(desc(visit.startedOn), desc(visit.created))
    .limit(1)
  if (!last) return undefined
  const fields = (await fieldsOfVisits(database.db, [last.id])).get(last.id) ?? {}
  // only what is measured: the rest of an earlier visit is its own
  const measured = Object.entries(fields).filter(([path]) => path.startsWith('measure.'))
  return { day: last.day, fields: Object.fromEntries(measured) }
}

/** Trials of a visit that are in force, with who took them and when. */
export async function takenTrials(database: Database, visitId: string): Promise<TakenTrials> {
  const rows = await database.db
    .select({
      measure: measure.measure,
      side: measure.side,
      trial: measure.trial,
      value: measure.value,
      by: account.name,
      at: measure.created,
    })
    .from(measure)
    .innerJoin(account, eq(account.id, measure.byAccount))
    .where(and(eq(measure.visitId, visitId), isNull(measure.supersededBy), isNotNull(measure.value)))
    .orderBy(measure.measure, measure.side, measure.trial)
  return { trials: rows.flatMap(({ value, ...row }) => (value === null ? [] : [{ ...row, value }])) }
}
