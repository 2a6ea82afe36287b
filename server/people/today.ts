import { and, asc, desc, eq, gt, gte, isNull, lt, notExists, or, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/sqlite-core'
import { steps } from '@sturvo/core/reading'
import { dueSchema, mostCountedDue, type Due, type Today } from '@sturvo/schema'
import type { Db } from '../data/database'
import { person, visit } from '../data/tables'

const shownDays = 14
const mostShown = 100 // nobody acts on more in one day; how many there are in all is said

/**
 * Who needs a look: stops first, then visits left open and people without one, then whole visits to hand over.
 * @param today YYYY-MM-DD
 */
export async function todayAnswer(db: Db, today: string): Promise<Today> {
  const latest = alias(visit, 'latest')
  const newer = alias(visit, 'newer')
  const level = sql<number>`case when ${latest.stops} > 0 then 0 when ${latest.id} is null or ${latest.stepsFilled} < ${steps.length} then 1 else 2 end`
  const since = new Date(Date.parse(today) - shownDays * 86_400_000).toISOString().slice(0, 10)
  // a visit is the latest where none of the same person is newer: an index answers that for each person
  const isNewer = or(
    gt(newer.startedOn, latest.startedOn),
    and(eq(newer.startedOn, latest.startedOn), gt(newer.id, latest.id)),
  )
  const isLatest = and(
    eq(latest.personId, person.id),
    notExists(
      db
        .select({ one: sql`1` })
        .from(newer)
        .where(and(eq(newer.personId, latest.personId), isNewer)),
    ),
  )
  const isDue = and(
    isNull(person.deletedOn),
    or(
      isNull(latest.id),
      gt(latest.stops, 0),
      lt(latest.stepsFilled, steps.length),
      gte(latest.startedOn, since),
    ),
  )
  const rows = await db
    .select({
      personId: person.id,
      name: person.name,
      work: person.work,
      level,
      visitId: latest.id,
      startedOn: latest.startedOn,
      stepsFilled: latest.stepsFilled,
    })
    .from(person)
    .leftJoin(latest, isLatest)
    .where(isDue)
    .orderBy(level, desc(latest.startedOn), asc(person.name))
    .limit(mostShown)
  // counted by itself, only where there are more than are shown, and no further than anybody wants to know
  const total =
    rows.length < mostShown
      ? rows.length
      : (
          await db
            .select({ id: person.id })
            .from(person)
            .leftJoin(latest, isLatest)
            .where(isDue)
            .limit(mostCountedDue)
        ).length
  const levels = ['stop', 'open', 'done'] as const
  const [any] =
    rows.length > 0
      ? rows
      : await db.select({ id: person.id }).from(person).where(isNull(person.deletedOn)).limit(1)
  return {
    due: rows.flatMap((row): Due[] => {
      const parsed = dueSchema.safeParse({
        ...row,
        level: levels[row.level],
        visit:
          row.visitId === null
            ? null
            : { id: row.visitId, startedOn: row.startedOn, stepsFilled: row.stepsFilled },
      })
      return parsed.success ? [parsed.data] : []
    }),
    total,
    hasPeople: any !== undefined,
  }
}
