import dayjs from 'dayjs'
import { asc, eq, isNull, lt, max, or, sql } from 'drizzle-orm'
import type { Retention } from '@sturvo/schema'
import type { Database } from '../data/database'
import { person, visit } from '../data/tables'
import { practiceRow } from '../practice/queries'

const mostShown = 200

/**
 * Clients whose last visit is longer ago than the practice keeps records; somebody without a visit counts from the day
 * they were entered. Nobody is deleted by itself: the law of the place and a claim that is open may ask for longer.
 */
export async function pastTheirTime(database: Database, now: Date): Promise<Retention> {
  const { retentionYears: years } = await practiceRow(database)
  if (years === null) return { years, people: [] }
  const before = dayjs(now).subtract(years, 'year').format('YYYY-MM-DD')
  const last = max(visit.startedOn)
  const people = await database.db
    .select({ id: person.id, name: person.name, lastVisit: last })
    .from(person)
    .leftJoin(visit, eq(visit.personId, person.id))
    .where(isNull(person.deletedOn))
    .groupBy(person.id)
    .having(or(lt(last, before), sql`(${last} is null and ${person.created} < ${before})`))
    .orderBy(asc(person.name))
    .limit(mostShown)
  return { years, people }
}
