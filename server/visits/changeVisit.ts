import { isDeepStrictEqual } from 'node:util'
import { and, eq, sql } from 'drizzle-orm'
import { checkChange, type Clash, type Fields, type Role } from '@sturvo/schema'
import { assertMayChange } from '../access/fieldAccess'
import type { Database, Db } from '../data/database'
import { newId } from '../data/ids'
import { unreadable } from '../data/storedJson'
import { account, referenceVersion, visit } from '../data/tables'
import { Fault } from '../http/faults'
import { coreVersion } from '../version'
import { assertOwnFiles } from './ownFiles'
import { visitRow } from './queries'
import { contentsAfter, visitContents } from './visitContents'
import { visitCounts } from './visitCounts'
import { writeField } from './writeField'

type Change = { path: string; value: unknown }

/**
 * Writes fields of a visit in one go. A writer who knew an older version is merged in field by field; only a field
 * that someone else changed since, to another value, is a clash, and then nothing is written.
 *
 * @param known for single fields, the version they were typed on where it is older than `base`
 * @returns the new version, and what others changed since the version the writer knew
 */
export async function changeVisit(
  database: Database,
  input: {
    visitId: string
    base: number
    changes: readonly (Change & { base?: number | undefined })[]
    byAccount: string
    /** left out where the program itself writes: the made-up practice, an import */
    role?: Role
    now: Date
  },
): Promise<{ version: number; fields: Fields }> {
  const checked = input.changes.map((change) => {
    const result = checkChange(change)
    if (!result.ok)
      throw new Fault(422, result.problem.code, `${result.problem.message}`, result.problem.path)
    return { path: change.path, value: result.value, base: Math.min(change.base ?? input.base, input.base) }
  })
  assertNamedOnce(checked)
  return database.write(async (tx) => {
    const row = await visitRow(tx, input.visitId)
    if (input.base > row.version)
      throw new Fault(400, 'badVersion', 'This version does not exist yet. Nothing was changed.', 'If-Match')
    const before = await visitContents(tx, row)
    const changes = await signed(tx, checked, input.byAccount)
    const clashes = changes.flatMap((change): Clash[] => {
      const theirs = before.rows.get(change.path)
      return theirs && theirs.version > change.base && !isDeepStrictEqual(theirs.value, change.value)
        ? [
            {
              path: change.path,
              yours: change.value,
              theirs: theirs.value === unreadable ? null : theirs.value,
            },
          ]
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
    const { role } = input
    if (role) for (const change of changes) assertMayChange(role, change, before.rows.get(change.path)?.value)
    await assertOwnFiles(tx, row.personId, changes)
    const version = row.version + 1
    const contentId = newId(input.now)
    const after = contentsAfter(before, changes, version, contentId)
    await advance(tx, row, { version, contentId, fields: after.fields, now: input.now })
    for (const change of changes)
      await writeField(tx, {
        ...change,
        before: before.rows.get(change.path),
        visitId: input.visitId,
        version,
        byAccount: input.byAccount,
        now: input.now,
      })
    const written = new Set(changes.map((change) => change.path))
    const newer: Fields = {}
    for (const [path, field] of before.rows)
      if (field.version > input.base && !written.has(path) && field.value !== unreadable)
        newer[path] = field.value
    return { version, fields: newer }
  })
}

/** The visit's own row one version on; the version it had stands in the condition, so that two can never both win. */
async function advance(
  tx: Db,
  row: { id: string; version: number },
  next: { version: number; contentId: string; fields: Fields; now: Date },
): Promise<void> {
  const moved = await tx
    .update(visit)
    .set({
      version: next.version,
      contentId: next.contentId,
      changed: next.now.toISOString(),
      referencesVersion: sql`(select coalesce(max(${referenceVersion.number}), 0) from ${referenceVersion})`,
      ...visitCounts(next.fields),
      countedBy: coreVersion,
    })
    .where(and(eq(visit.id, row.id), eq(visit.version, row.version)))
    .returning({ id: visit.id })
  if (moved.length === 0)
    throw new Fault(503, 'busy', 'This visit was changed at the same moment. Nothing was changed: try again.')
}

/** How a caution was dealt with is signed by whoever is signed in, never by what the page sends. */
async function signed<T extends Change>(tx: Db, changes: readonly T[], byAccount: string): Promise<T[]> {
  if (!changes.some((change) => change.path.startsWith('dealt.') && change.value !== null))
    return [...changes]
  const [who] = await tx.select({ name: account.name }).from(account).where(eq(account.id, byAccount))
  return changes.map((change) =>
    change.path.startsWith('dealt.') && change.value !== null
      ? { ...change, value: { ...(change.value as object), by: who?.name ?? '?' } }
      : change,
  )
}

function assertNamedOnce(changes: readonly Change[]): void {
  const seen = new Set<string>()
  for (const { path } of changes) {
    if (seen.has(path))
      throw new Fault(422, 'doubledField', 'The same field is named twice. Nothing was changed.', path)
    seen.add(path)
  }
}
