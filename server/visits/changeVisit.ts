import { isDeepStrictEqual } from 'node:util'
import { and, eq, gt, sql } from 'drizzle-orm'
import {
  checkChange,
  checkCleanChange,
  parsePath,
  type Clash,
  type FieldEdit,
  type Fields,
  type Role,
} from '@sturvo/schema'
import { assertMayChange } from '../access/fieldAccess'
import type { Database, Db } from '../data/database'
import { newId } from '../data/ids'
import { unreadable } from '../data/storedJson'
import { account, fieldHistory, followState, measure, referenceVersion, visit } from '../data/tables'
import { Fault, fault } from '../http/faults'
import { coreVersion } from '../version'
import { assertOwnFiles } from './ownFiles'
import { visitHead } from './queries'
import { contentsAfter, visitContents, type VisitContents } from './visitContents'
import { visitCounts } from './visitCounts'
import { writeField } from './writeField'

type Change = { path: string; value: unknown }
/** As it arrives: with where and on what it was typed. */
type Edit = Change & Pick<FieldEdit, 'base' | 'edit' | 'replaces'>

/**
 * Writes fields of a visit in one go. A writer who knew an older version is merged in field by field; only a field
 * that someone else changed since, to another value, is a clash, and then nothing is written.
 *
 * @returns the new version, and what others changed since the version the writer knew
 */
export async function changeVisit(
  database: Database,
  input: {
    visitId: string
    base: number
    changes: readonly Edit[]
    byAccount: string
    /** left out where the program itself writes: the made-up practice, an import */
    role?: Role
    /** came through the door already, with the request it was in */
    isClean?: boolean
    now: Date
  },
): Promise<{ version: number; fields: Fields }> {
  const checked = input.changes.map((change) => {
    const result = (input.isClean ? checkCleanChange : checkChange)(change)
    if (!result.ok)
      throw new Fault(422, result.problem.code, `${result.problem.message}`, result.problem.path)
    return { ...change, value: result.value, base: change.base ?? input.base }
  })
  assertNamedOnce(checked)
  return database.write(async (tx) => {
    const row = await visitHead(tx, input.visitId)
    if (Math.max(input.base, ...checked.map((change) => change.base)) > row.version)
      throw fault('versionAhead', 'If-Match')
    const before = await visitContents(tx, row)
    const arrived = await signed(tx, checked, input.byAccount)
    const changes: typeof arrived = []
    const clashes: Clash[] = []
    for (const change of arrived) {
      const theirs = before.rows.get(change.path)
      if (!theirs || theirs.version <= change.base) {
        changes.push(change)
        continue
      }
      const newer = await editsSince(tx, input.visitId, change)
      // it arrived before and the answer got lost: written once is enough, whatever came after it
      if (change.edit !== undefined && newer.includes(change.edit)) continue
      const isOwn = newer.length > 0 && newer.every((edit) => change.replaces?.includes(edit))
      if (isOwn || isDeepStrictEqual(theirs.value, change.value)) changes.push(change)
      else
        clashes.push({
          path: change.path,
          yours: change.value,
          theirs: theirs.value === unreadable ? null : theirs.value,
        })
    }
    if (clashes.length > 0) throw fault('fieldChanged', clashes[0]!.path, { version: row.version, clashes })
    const { role } = input
    if (role) for (const change of changes) assertMayChange(role, change, before.rows.get(change.path)?.value)
    await assertOwnFiles(tx, row.personId, changes)
    if (changes.length === 0) return { version: row.version, fields: newerThan(before, input.base, []) }
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
    const written = changes.map((change) => change.path)
    return { version, fields: newerThan(before, input.base, written) }
  })
}

/** What others wrote since a version, without the fields that were written just now. */
function newerThan(contents: VisitContents, base: number, except: readonly string[]): Fields {
  const newer: Fields = {}
  for (const [path, field] of contents.rows)
    if (field.version > base && !except.includes(path) && field.value !== unreadable)
      newer[path] = field.value
  return newer
}

/** The edits of a field that were written since the version a change was typed on; '' for one without a name. */
async function editsSince(
  tx: Db,
  visitId: string,
  { path, base }: { path: string; base: number },
): Promise<string[]> {
  const parsed = parsePath(path)
  const rows =
    parsed?.kind === 'measure'
      ? await tx
          .select({ edit: measure.editId })
          .from(measure)
          .where(
            and(
              eq(measure.visitId, visitId),
              eq(measure.measure, parsed.measure),
              eq(measure.side, parsed.side),
              eq(measure.trial, parsed.trial),
              gt(measure.version, base),
            ),
          )
      : await tx
          .select({ edit: fieldHistory.editId })
          .from(fieldHistory)
          .where(
            and(
              eq(fieldHistory.visitId, visitId),
              eq(fieldHistory.path, path),
              gt(fieldHistory.version, base),
            ),
          )
  return rows.map((row) => row.edit)
}

/** The visit's own row one version on; the version it had stands in the condition, so that two can never both win. */
async function advance(
  tx: Db,
  row: { id: string; version: number; startedOn: string },
  next: { version: number; contentId: string; fields: Fields; now: Date },
): Promise<void> {
  const moved = await tx
    .update(visit)
    .set({
      version: next.version,
      contentId: next.contentId,
      changed: next.now.toISOString(),
      referencesVersion: sql`(select coalesce(max(${referenceVersion.number}), 0) from ${referenceVersion})`,
      ...visitCounts(next.fields, row.startedOn),
      countedBy: coreVersion,
    })
    .where(and(eq(visit.id, row.id), eq(visit.version, row.version)))
  if (moved.rowsAffected === 0) throw fault('sameMoment')
  // what it says now may hold back a part of the plan in force
  await tx.run(
    sql`update ${followState} set is_told_open = 1 where person_id = (select person_id from visit where visit.id = ${row.id})`,
  )
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
    if (seen.has(path)) throw fault('doubledField', path)
    seen.add(path)
  }
}
