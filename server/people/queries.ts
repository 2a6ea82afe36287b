import { and, asc, desc, eq, gt, inArray, isNull, or } from 'drizzle-orm'
import { cautionTable } from '@sturvo/core/cautions'
import { countFilled, personSchema, type Person } from '@sturvo/schema'
import type { Database } from '../data/database'
import { person, visit } from '../data/tables'
import { fieldsOfVisits } from '../visits/fieldRows'

export type PersonRow = typeof person.$inferSelect
const pageSize = 200

/** A page of people by name. @param after cursor of the page before: name and id of its last row */
export async function peoplePage(database: Database, after: { name: string; id: string } | undefined) {
  const rows = await database.db
    .select()
    .from(person)
    .where(
      and(
        isNull(person.deletedOn),
        after
          ? or(gt(person.name, after.name), and(eq(person.name, after.name), gt(person.id, after.id)))
          : undefined,
      ),
    )
    .orderBy(asc(person.name), asc(person.id))
    .limit(pageSize + 1)
  const page = rows.slice(0, pageSize)
  return {
    people: await withVisits(database, page),
    last: rows.length > pageSize ? page[page.length - 1] : undefined,
  }
}

export async function findPerson(database: Database, id: string): Promise<PersonRow | undefined> {
  const [row] = await database.db
    .select()
    .from(person)
    .where(and(eq(person.id, id), isNull(person.deletedOn)))
  return row
}

/** Adds visits and the cautions of the latest one. */
export async function withVisits(database: Database, rows: PersonRow[]): Promise<Person[]> {
  if (rows.length === 0) return []
  const ids = rows.map((row) => row.id)
  const visits = await database.db
    .select()
    .from(visit)
    .where(inArray(visit.personId, ids))
    .orderBy(desc(visit.startedOn), desc(visit.id))
  const fields = await fieldsOfVisits(
    database,
    visits.map((v) => v.id),
  )
  return rows.map((row) => {
    const own = visits.filter((v) => v.personId === row.id)
    const latest = own[0] ? (fields.get(own[0].id) ?? {}) : {}
    const levels = Object.entries(cautionTable)
      .filter(
        ([id, rule]) =>
          latest[`answer.caution:${rule.asks}`] === true && !(rule.level === 'stop' && latest[`dealt.${id}`]),
      )
      .map(([, rule]) => rule.level)
    return personSchema.parse({
      ...row,
      visits: own.map((v) => ({
        id: v.id,
        startedOn: v.startedOn,
        stepsFilled: countFilled(fields.get(v.id) ?? {}),
      })),
      cautions: {
        stop: levels.filter((l) => l === 'stop').length,
        limit: levels.filter((l) => l === 'limit').length,
      },
    })
  })
}
