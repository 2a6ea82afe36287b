import { isDeepStrictEqual } from 'node:util'
import { eq } from 'drizzle-orm'
import type { BatchItem } from 'drizzle-orm/batch'
import { checkChange, type Clash, type Fields } from '@sturvo/schema'
import type { Database } from '../data/database'
import { visit } from '../data/tables'
import { Fault } from '../http/faults'
import { referencesVersion } from '../practice/queries'
import { fieldRows } from './fieldRows'
import { visitRow } from './queries'
import { writeField } from './writeField'

type Change = { path: string; value: unknown }

/**
 * Writes fields of a visit in one go. A writer who knew an older version is merged in field by field; only a field
 * that someone else changed since, to another value, is a clash, and then nothing is written.
 * @returns the new version, and what others changed since the version the writer knew
 */
export async function changeVisit(
  database: Database,
  input: { visitId: string; base: number; changes: readonly Change[]; byAccount: string; now: Date },
): Promise<{ version: number; fields: Fields }> {
  const checked = input.changes.map((change) => {
    const result = checkChange(change)
    if (!result.ok)
      throw new Fault(422, result.problem.code, `${result.problem.message}`, result.problem.path)
    return { path: change.path, value: result.value }
  })
  return database.write(async () => {
    const row = await visitRow(database, input.visitId)
    if (input.base > row.version)
      throw new Fault(400, 'badVersion', 'This version does not exist yet. Nothing was changed.', 'If-Match')
    const current = await fieldRows(database, [input.visitId])
    const newer = current.filter((field) => field.version > input.base)
    const clashes = checked.flatMap((change): Clash[] => {
      const theirs = newer.find((field) => field.path === change.path)
      return theirs && !isDeepStrictEqual(theirs.value, change.value)
        ? [{ path: change.path, yours: change.value, theirs: theirs.value }]
        : []
    })
    if (clashes.length > 0)
      throw new Fault(
        409,
        'conflict',
        'Someone else changed the same field meanwhile. Nothing was changed: look at both and choose.',
        clashes[0]!.path,
        { version: row.version, clashes },
      )
    const version = row.version + 1
    const stamp = input.now.toISOString()
    const statements: BatchItem<'sqlite'>[] = checked.flatMap((change) =>
      writeField(database, {
        ...change,
        visitId: input.visitId,
        version,
        byAccount: input.byAccount,
        now: input.now,
      }),
    )
    // one batch is one transaction: all of it or nothing
    await database.db.batch([
      database.db
        .update(visit)
        .set({ version, changed: stamp, referencesVersion: await referencesVersion(database) })
        .where(eq(visit.id, input.visitId)),
      ...statements,
    ])
    const written = new Set(checked.map((change) => change.path))
    return {
      version,
      fields: Object.fromEntries(
        newer.filter((field) => !written.has(field.path)).map((field) => [field.path, field.value]),
      ),
    }
  })
}
