import { and, eq } from 'drizzle-orm'
import { parsePath, type FieldKindName, type ParsedPath } from '@sturvo/schema'
import type { Db } from '../data/database'
import { newId } from '../data/ids'
import { unreadable } from '../data/storedJson'
import { fieldHistory } from '../data/tables'
import { storedKinds, type WriteStamp } from './fieldKinds'
import type { StoredKind } from './fieldKinds/storedKind'

export type FieldWrite = Omit<WriteStamp, 'hasEarlier'> & {
  path: string
  value: unknown
  /** what stood there until now */
  before: { value: unknown; version: number } | undefined
}

/**
 * Puts one checked field into its table, and the value with its writer into the history. A taken-away value stays as
 * a row with a date.
 */
export async function writeField(db: Db, write: FieldWrite): Promise<void> {
  const parsed = parsePath(write.path)
  if (!parsed) throw new Error(`unchecked path ${write.path}`)
  // measures keep a row for each value themselves
  if (parsed.kind !== 'measure') await keepHistory(db, write)
  await kindOf(parsed).write(db, { ...write, hasEarlier: write.before !== undefined }, parsed, write.value)
}

/** The kind a path is of; that its places and values fit it was checked with the path. */
function kindOf(parsed: ParsedPath) {
  return storedKinds[parsed.kind] as unknown as Omit<StoredKind<FieldKindName>, 'write'> & {
    write: (db: Db, stamp: WriteStamp, at: object, value: unknown) => Promise<void>
  }
}

async function keepHistory(db: Db, write: FieldWrite): Promise<void> {
  const { visitId, path, before, now } = write
  const row = (value: unknown, version: number, byAccount: string, editId = '') => ({
    id: newId(now),
    visitId,
    path,
    value,
    version,
    byAccount,
    editId,
    at: now.toISOString(),
  })
  // a value from before the history was kept is written down before it is replaced
  if (before && before.value !== unreadable && before.value !== null) {
    const [known] = await db
      .select({ id: fieldHistory.id })
      .from(fieldHistory)
      .where(and(eq(fieldHistory.visitId, visitId), eq(fieldHistory.path, path)))
      .limit(1)
    if (!known) await db.insert(fieldHistory).values(row(before.value, before.version, ''))
  }
  await db.insert(fieldHistory).values(row(write.value, write.version, write.byAccount, write.edit))
}
