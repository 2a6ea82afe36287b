import dayjs from 'dayjs'
import { and, desc, eq, gte, isNotNull, isNull, lt, or, sql } from 'drizzle-orm'
import type { EarlierVisit, FieldKindName, TakenTrials, VisitBackground } from '@sturvo/schema'
import type { References } from '@sturvo/core/reference'
import type { Database } from '../data/database'
import { account, answer, measure, visit } from '../data/tables'
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
  const [inForce, earlier, carried] = await Promise.all([
    who ? errorsInForce(database, who.id, references) : { errors: {}, overDays: {} },
    earlierVisit(database, row),
    carriedInto(database, row, references),
  ])
  return { by: who?.name ?? '', ...inForce, earlier: earlier ?? null, carried }
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

const measuredKinds: FieldKindName[] = ['measure', 'print']

/** What a re-test goes on from: the measured fields of the visits before it, newest first, none too old to plan by. */
async function carriedInto(
  database: Database,
  row: { id: string; personId: string; startedOn: string; created: string },
  references: References,
): Promise<EarlierVisit[]> {
  const [retest] = await database.db
    .select({ of: answer.value })
    .from(answer)
    .where(and(eq(answer.visitId, row.id), eq(answer.key, 'retestOf')))
  if (typeof retest?.of !== 'string') return []
  const oldest = dayjs(row.startedOn).subtract(references.carriedWeeks, 'week').format('YYYY-MM-DD')
  const visits = await database.db
    .select({ id: visit.id, day: visit.startedOn })
    .from(visit)
    .where(and(eq(visit.personId, row.personId), isBefore(row), gte(visit.startedOn, oldest)))
    .orderBy(desc(visit.startedOn), desc(visit.created))
    .limit(mostCarried)
  const fields = await fieldsOfVisits(
    database.db,
    visits.map(({ id }) => id),
    measuredKinds,
  )
  return visits.map(({ id, day }) => ({
    day,
    fields: fields.get(id) ?? {},
  }))
}
const mostCarried = 12

const isBefore = (row: { startedOn: string; created: string }) =>
  or(
    lt(visit.startedOn, row.startedOn),
    and(eq(visit.startedOn, row.startedOn), lt(visit.created, row.created)),
  )

async function earlierVisit(
  database: Database,
  row: { personId: string; startedOn: string; created: string },
): Promise<EarlierVisit | undefined> {
  const [last] = await database.db
    .select({ id: visit.id, day: visit.startedOn })
    .from(visit)
    .where(and(eq(visit.personId, row.personId), isBefore(row)))
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
