import { eq, inArray, isNotNull } from 'drizzle-orm'
import { bundleVersion, type Bundle, type BundleKind, type BundleRecords } from '@sturvo/schema'
import type { Db } from '../data/database'
import { unreadable } from '../data/storedJson'
import { person } from '../data/tables'
import { breathing } from '../work/breathe'
import {
  columnOf,
  columnsOf,
  kindRules,
  kindsInOrder,
  nameOf,
  selectionOf,
  type Row,
  type Where,
} from './kinds'

import { recordsOf } from './owners'

/** Where a bundle is taken from: one client, or everything. */
export type Scope = { personId: string } | 'practice'
const atOnce = 50 // a client's visits, their rows in one answer of the database

/** Records of some kind, their keys in the order of the alphabet. */
async function rowsOf(db: Db, kind: BundleKind, where: Where): Promise<Row[]> {
  const rows: Row[] = await db.select(selectionOf(kind)).from(kindRules[kind].table).where(where)
  const names = columnsOf(kind)
  return rows.map((row) =>
    // a damaged value is left as nothing: the row is there, and check names it
    Object.fromEntries(names.map((name) => [name, row[name] === unreadable ? null : row[name]])),
  )
}

async function rowsWith(db: Db, kind: BundleKind, column: string, ids: readonly string[]): Promise<Row[]> {
  const rows: Row[] = []
  const breathe = breathing()
  for (let i = 0; i < ids.length; i += atOnce) {
    await breathe()
    rows.push(...(await rowsOf(db, kind, inArray(columnOf(kind, column), ids.slice(i, i + atOnce)))))
  }
  return rows
}

/**
 * Everything of one client or of the practice as it is now; the same state gives the same bytes. Whoever is still on
 * their way in belongs to no practice yet.
 */
export async function collectBundle(db: Db, scope: Scope): Promise<Bundle> {
  const found = new Map<BundleKind, Row[]>()
  for (const kind of kindsInOrder) {
    const { of } = kindRules[kind]
    if (scope === 'practice') found.set(kind, await rowsOf(db, kind, undefined))
    else if (of === 'person')
      found.set(
        kind,
        await rowsOf(db, kind, eq(columnOf(kind, kind === 'person' ? 'id' : 'personId'), scope.personId)),
      )
    else if (of === 'visit') found.set(kind, await rowsWith(db, kind, 'visitId', idsOf(found.get('visit'))))
    else if (of === 'plan') found.set(kind, await rowsWith(db, kind, 'planId', idsOf(found.get('plan'))))
    else found.set(kind, [])
  }
  if (scope !== 'practice') found.set('account', await rowsWith(db, 'account', 'id', writersIn(found)))
  const records = Object.fromEntries(
    kindsInOrder
      .toSorted()
      .map((kind) => [
        kind,
        (found.get(kind) ?? []).toSorted((a, b) => (nameOf(kind, a) < nameOf(kind, b) ? -1 : 1)),
      ]),
  ) as unknown as BundleRecords
  const isWhole = scope === 'practice'
  return {
    format: 'sturvo-bundle',
    version: bundleVersion,
    what: isWhole ? 'practice' : 'client',
    records: isWhole ? await withoutHidden(db, records) : records,
  }
}

async function withoutHidden(db: Db, records: BundleRecords): Promise<BundleRecords> {
  const rows = await db.select({ id: person.id }).from(person).where(isNotNull(person.deletedOn))
  const hidden = new Set<unknown>(rows.map(({ id }) => id))
  return hidden.size === 0 ? records : recordsOf(records, (personId) => !hidden.has(personId))
}

const idsOf = (rows: readonly Row[] | undefined) => (rows ?? []).map((row) => row.id as string)

/** Everybody who wrote one of these records. */
function writersIn(found: ReadonlyMap<BundleKind, Row[]>): string[] {
  const writers = new Set<string>()
  for (const [kind, rows] of found)
    if (kind !== 'account')
      for (const row of rows) {
        const by = row.byAccount ?? row.accountId
        if (typeof by === 'string' && by !== '') writers.add(by)
      }
  return [...writers].sort()
}
