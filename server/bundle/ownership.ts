import { inArray } from 'drizzle-orm'
import type { BundleKind, BundleRecords } from '@sturvo/schema'
import type { Db } from '../data/database'
import { account, person, visit } from '../data/tables'
import { fault } from '../http/faults'
import { hashedId } from './foreignRecords'
import { columnOf, kindRules, type Row } from './kinds'
import type { MergePlan, Step } from './mergePlan'
import type { ReadImport } from './readImport'

const atOnce = 500 // ids in a query

/** Asks for many ids in parts that a query can take. */
export async function inParts<T>(
  ids: readonly string[],
  ask: (part: string[]) => Promise<T[]>,
): Promise<T[]> {
  const found: T[] = []
  for (let i = 0; i < ids.length; i += atOnce) found.push(...(await ask(ids.slice(i, i + atOnce))))
  return found
}

const ownerOf = (kind: BundleKind, row: Row): unknown => {
  const { of } = kindRules[kind]
  return of === 'person'
    ? kind === 'person'
      ? row.id
      : row.personId
    : of === 'visit'
      ? row.visitId
      : row.planId
}

/**
 * Nothing of a file may take the place of somebody else's record: what is new has no name that is taken here, and what
 * goes on from a record here stays where that is.
 * @param known the records here of the clients in the file, by kind and name
 * @throws Fault 409 importClash
 */
export async function assertNobodyElses(
  db: Db,
  { steps, conflicts }: Pick<MergePlan, 'steps' | 'conflicts'>,
  known: (kind: BundleKind, row: Row) => Row | undefined,
): Promise<void> {
  for (const { kind, here, there } of conflicts)
    if (kindRules[kind].of !== 'practice' && ownerOf(kind, here) !== ownerOf(kind, there))
      throw fault('importClash', kind)
  const added = new Map<BundleKind, string[]>()
  for (const { kind, row, what } of steps) {
    const { key, of } = kindRules[kind]
    if (of === 'practice') continue
    const mine = known(kind, row)
    if (mine && ownerOf(kind, mine) !== ownerOf(kind, row)) throw fault('importClash', kind)
    if (what !== 'add' || key.length !== 1 || key[0] !== 'id') continue
    const ids = added.get(kind)
    if (ids) ids.push(row.id as string)
    else added.set(kind, [row.id as string])
  }
  for (const [kind, ids] of added) {
    const { table } = kindRules[kind]
    const id = columnOf(kind, 'id')
    const taken = await inParts(ids, (part) =>
      db.select({ id }).from(table).where(inArray(id, part)).limit(1),
    )
    if (taken.length > 0) throw fault('importClash', kind)
  }
}

const plainName = (name: string) => name.normalize('NFKC').trim().toLocaleLowerCase('en')

/**
 * A table or another program's bundle, in which nobody is taken for a client here by an id alone: the name has to be the
 * same, and the year of birth where the file may tell it. Whoever is not comes in as a client of their own.
 */
export async function withOwnClients(db: Db, read: ReadImport): Promise<ReadImport> {
  if (read.kind === 'bundle') return read
  const here = new Map(
    (
      await inParts(
        read.records.person.map(({ id }) => id),
        (part) =>
          db
            .select({ id: person.id, name: person.name, birthYear: person.birthYear })
            .from(person)
            .where(inArray(person.id, part)),
      )
    ).map((row) => [row.id, row]),
  )
  const others = new Map<string, string>()
  const leftOut: string[] = []
  for (const { id, name, birthYear } of read.records.person) {
    const mine = here.get(id)
    if (!mine) continue
    // a table of measures has no year of birth
    const isSame =
      plainName(mine.name) === plainName(name) && (read.kind === 'measures' || mine.birthYear === birthYear)
    if (isSame) continue
    others.set(id, hashedId('client', [id, plainName(name), birthYear].join(' ')))
    leftOut.push(`“${name}” has the id of another client here: they come in as a client of their own`)
  }
  if (others.size === 0) return read
  const { records } = read
  const visits = new Map(
    records.visit.flatMap(({ id, personId }) =>
      others.has(personId) ? [[id, hashedId('visit', `${others.get(personId)!} ${id}`)] as const] : [],
    ),
  )
  const moved = <T extends { visitId: string }>(row: T): T => ({
    ...row,
    visitId: visits.get(row.visitId) ?? row.visitId,
  })
  return {
    ...read,
    leftOut: [...read.leftOut, ...leftOut],
    records: {
      ...records,
      person: records.person.map((one) => ({ ...one, id: others.get(one.id) ?? one.id })),
      visit: records.visit.map((one) => ({
        ...one,
        id: visits.get(one.id) ?? one.id,
        personId: others.get(one.personId) ?? one.personId,
      })),
      measure: records.measure.map((one) =>
        visits.has(one.visitId)
          ? { ...moved(one), id: hashedId('measure', `${visits.get(one.visitId)!} ${one.id}`) }
          : one,
      ),
      answer: records.answer.map(moved),
    },
  }
}

/**
 * Nobody signs by a file: what comes in under the name of somebody who signs in here is shown as theirs from elsewhere.
 * @returns the steps, with a name more for each of them
 */
export async function signedElsewhere(
  tx: Db,
  steps: readonly Step[],
  records: Pick<BundleRecords, 'account'>,
): Promise<Step[]> {
  const ids = [
    ...new Set(
      steps.flatMap(({ row }) =>
        typeof row.byAccount === 'string' && row.byAccount !== '' ? [row.byAccount] : [],
      ),
    ),
  ]
  const mine = await inParts(ids, (part) =>
    tx
      .select({ id: account.id, name: account.name, role: account.role, passwordHash: account.passwordHash })
      .from(account)
      .where(inArray(account.id, part)),
  )
  const told = new Map(records.account.map(({ id, name }) => [id, name]))
  const standIns = new Map(
    mine
      // a name that came in by a file signs nothing here
      .filter(({ passwordHash }) => passwordHash !== '')
      .map(({ id, name, role }) => [
        id,
        { id: hashedId('account', `${id} elsewhere`), name: `${told.get(id) ?? name} (from a file)`, role },
      ]),
  )
  if (standIns.size === 0) return [...steps]
  const known = new Set(
    (
      await inParts(
        [...standIns.values()].map(({ id }) => id),
        (part) => tx.select({ id: account.id }).from(account).where(inArray(account.id, part)),
      )
    ).map(({ id }) => id),
  )
  return [
    ...[...standIns.values()]
      .filter(({ id }) => !known.has(id))
      .map((row): Step => ({ kind: 'account', row, what: 'add' })),
    ...steps.map((step) => {
      const standIn = standIns.get(step.row.byAccount as string)
      return standIn ? { ...step, row: { ...step.row, byAccount: standIn.id } } : step
    }),
  ]
}

/** Whose a visit is here, for a file that knows it under another client. */
export async function assertOwnVisits(db: Db, records: Pick<BundleRecords, 'visit'>): Promise<void> {
  const of = new Map(records.visit.map(({ id, personId }) => [id, personId]))
  const rows = await inParts([...of.keys()], (part) =>
    db.select({ id: visit.id, personId: visit.personId }).from(visit).where(inArray(visit.id, part)),
  )
  if (rows.some(({ id, personId }) => of.get(id) !== personId)) throw fault('importClash', 'visit')
}
