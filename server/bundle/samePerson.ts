import type { BundleRecords, ImportPreview } from '@sturvo/schema'
import { eq, inArray, isNull, max } from 'drizzle-orm'
import type { Db } from '../data/database'
import { person, visit } from '../data/tables'
import { fault } from '../http/faults'
import { searchKeyOf } from '../people/searchKey'
import { collectBundle } from './collect'
import { inParts } from './ownership'
import type { ReadImport } from './readImport'

/** Clients of a file by their id there, and the client here that somebody says each of them is. */
export type SamePeople = ReadonlyMap<string, string>
type Alike = ImportPreview['people'][number]['alike']

/**
 * Clients here who may be one of a file under another id: the same name and year of birth, or the same name where the
 * file has no years. Nobody is taken for them unless somebody says so.
 * @returns by the id in the file; nothing for a bundle of ours, whose ids are its own
 */
export async function alikeHere(
  db: Db,
  { kind, people }: { kind: ReadImport['kind']; people: BundleRecords['person'] },
): Promise<Map<string, Alike>> {
  const found = new Map<string, Alike>()
  if (kind === 'bundle' || people.length === 0) return found
  const here = await db
    .select({
      id: person.id,
      name: person.name,
      birthYear: person.birthYear,
      lastVisit: max(visit.startedOn),
    })
    .from(person)
    .leftJoin(visit, eq(visit.personId, person.id))
    .where(isNull(person.deletedOn))
    .groupBy(person.id)
  const ids = new Set(here.map(({ id }) => id))
  const byName = new Map<string, typeof here>()
  for (const one of here) {
    const key = searchKeyOf(one.name)
    byName.set(key, [...(byName.get(key) ?? []), one])
  }
  for (const { id, name, birthYear } of people) {
    if (ids.has(id)) continue
    const alike = (byName.get(searchKeyOf(name)) ?? []).filter(
      (one) => kind === 'measures' || (birthYear !== null && one.birthYear === birthYear),
    )
    if (alike.length > 0) found.set(id, alike)
  }
  return found
}

/**
 * The records of a file with those clients as the clients here that somebody said they are: their visits go on from
 * there, and what is known here of the person stays as it is.
 * @throws Fault 409 importMoved where one of them is not alike any more
 */
export async function withSamePeople(
  db: Db,
  kind: ReadImport['kind'],
  records: BundleRecords,
  said: SamePeople,
): Promise<BundleRecords> {
  const alike = await alikeHere(db, { kind, people: records.person })
  if (alike.size === 0 && said.size === 0) return records
  const same = new Map([...(await saidBefore(db, records, alike)), ...said])
  const known = new Map<string, BundleRecords['person'][number]>()
  for (const [there, id] of same) {
    if (!alike.get(there)?.some((one) => one.id === id)) throw fault('importMoved')
    const [row] = (await collectBundle(db, { personId: id })).records.person
    known.set(id, row!)
  }
  const moved = (id: string) => same.get(id) ?? id
  const people = records.person.map((one) => known.get(moved(one.id)) ?? one)
  return {
    ...records,
    person: [...new Map(people.map((one) => [one.id, one])).values()],
    visit: records.visit.map((one) => ({ ...one, personId: moved(one.personId) })),
  }
}

/** Of whom a visit came in already as that of a client here: a file that is taken in again goes to the same one. */
async function saidBefore(
  db: Db,
  records: BundleRecords,
  alike: ReadonlyMap<string, Alike>,
): Promise<Map<string, string>> {
  const theirs = records.visit.filter(({ personId }) => alike.has(personId))
  const rows = await inParts(
    theirs.map(({ id }) => id),
    (part) => db.select({ id: visit.id, of: visit.personId }).from(visit).where(inArray(visit.id, part)),
  )
  const ownerOf = new Map(rows.map(({ id, of }) => [id, of]))
  return new Map(
    theirs.flatMap(({ id, personId }) => {
      const one = alike.get(personId)?.find((who) => who.id === ownerOf.get(id))
      return one ? [[personId, one.id] as const] : []
    }),
  )
}
