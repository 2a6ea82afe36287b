import { and, asc, desc, eq, gt, inArray, isNull, like, ne, or, sql, type SQL } from 'drizzle-orm'
import { personSchema, type Person } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { person, visit } from '../data/tables'
import { inForceOf } from '../inForce/inForceOf'
import { searchKeyOf } from './searchKey'

export type PersonRow = typeof person.$inferSelect
const pageSize = 200

/** People that can be read, and the ids of those that cannot. */
export type PeopleRead = { people: Person[]; unreadable: string[] }

export type PeoplePage = PeopleRead & { last: PersonRow | undefined }

/**
 * A page of people by name.
 * @param after marker of the page before: name and id of its last row
 * @param find words, each of which stands in name or work
 */
export async function peoplePage(
  db: Db,
  { after, find = '' }: { after?: { name: string; id: string } | undefined; find?: string },
): Promise<PeoplePage> {
  const rows = await db
    .select()
    .from(person)
    .where(
      and(
        isNull(person.deletedOn),
        after
          ? or(gt(person.name, after.name), and(eq(person.name, after.name), gt(person.id, after.id)))
          : undefined,
        ...wordsIn(find),
      ),
    )
    .orderBy(asc(person.name), asc(person.id))
    .limit(pageSize + 1)
  const page = rows.slice(0, pageSize)
  return {
    ...(await withVisits(db, page)),
    last: rows.length > pageSize ? page[page.length - 1] : undefined,
  }
}

function wordsIn(find: string): SQL[] {
  return searchKeyOf(find)
    .split(' ')
    .filter((word) => word !== '')
    .map((word) => like(person.searchKey, sql`${`%${word.replace(/[\\%_]/g, '\\$&')}%`} escape '\\'`))
}

export async function findPerson(db: Db, id: string): Promise<PersonRow | undefined> {
  const [row] = await db
    .select()
    .from(person)
    .where(and(eq(person.id, id), isNull(person.deletedOn)))
  return row
}

/** Adds visits, with what was counted of them when they were written: no visit is read for a list. */
export async function withVisits(db: Db, rows: readonly PersonRow[]): Promise<PeopleRead> {
  if (rows.length === 0) return { people: [], unreadable: [] }
  const visits = await db
    .select({
      id: visit.id,
      personId: visit.personId,
      startedOn: visit.startedOn,
      stepsFilled: visit.stepsFilled,
      stops: visit.stops,
      limits: visit.limits,
    })
    .from(visit)
    .where(
      inArray(
        visit.personId,
        rows.map((row) => row.id),
      ),
    )
    .orderBy(desc(visit.startedOn), desc(visit.id))
  const byPerson = new Map<string, typeof visits>()
  for (const v of visits) byPerson.set(v.personId, [...(byPerson.get(v.personId) ?? []), v])
  const read: PeopleRead = { people: [], unreadable: [] }
  for (const row of rows) {
    const own = byPerson.get(row.id) ?? []
    const parsed = personSchema.safeParse({
      ...row,
      visits: own.map(({ id, startedOn, stepsFilled }) => ({ id, startedOn, stepsFilled })),
      cautions: { stop: await stopsNow(db, row.id, own), limit: own[0]?.limits ?? 0 },
    })
    if (parsed.success) read.people.push(parsed.data)
    else read.unreadable.push(row.id)
  }
  return read
}

/** Stops that visits raised and none has settled: a later visit that did not ask takes nothing back. */
async function stopsNow(db: Db, personId: string, own: readonly { stops: number }[]): Promise<number> {
  if (!own.slice(1).some((earlier) => earlier.stops > 0)) return own[0]?.stops ?? 0
  const { stops } = await inForceOf(db, personId, new Date())
  return stops.filter((stop) => stop.toldAt === 'visit').length
}

const keysAtOnce = 500

/** Gives people from before searching was done here the words they are found by. @returns how many were done */
export async function keyOldPeople(database: Database): Promise<number> {
  const rows = await database.db
    .select({ id: person.id, name: person.name, work: person.work })
    .from(person)
    .where(and(eq(person.searchKey, ''), ne(person.name, '')))
    .limit(keysAtOnce)
  if (rows.length === 0) return 0
  await database.write(async (tx) => {
    for (const row of rows)
      // a name without a single letter to find it by is marked as done all the same
      await tx
        .update(person)
        .set({ searchKey: searchKeyOf(`${row.name} ${row.work}`) || ' ' })
        .where(eq(person.id, row.id))
  })
  return rows.length
}
