import { createHash } from 'node:crypto'
import { asc, desc, gt, sql } from 'drizzle-orm'
import type { AuditAction } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { auditEntry } from '../data/tables'

type AuditRow = typeof auditEntry.$inferSelect
export type NewAuditEntry = {
  actor: string
  action: AuditAction
  personId: string
  what: string
  origin: string
}

/** What a line is sealed with: everything in it, and the seal of the line before. */
export function sealOf(row: Omit<AuditRow, 'hash'>): string {
  const { number, at, actor, action, personId, what, origin, before } = row
  return createHash('sha256')
    .update(JSON.stringify([number, at, actor, action, personId, what, origin, before]))
    .digest('hex')
}

/** Adds a line in the transaction of what it tells of, or in one of its own. */
export const appendAudit = (tx: Db, entry: NewAuditEntry, now: Date): Promise<void> =>
  appendAudits(tx, [entry], now)

const linesAtOnce = 100

/** Several lines, one after the other. */
export async function appendAudits(tx: Db, entries: readonly NewAuditEntry[], now: Date): Promise<void> {
  let { number, hash: before } = await auditHead(tx)
  const rows = entries.map((entry) => {
    const row = { number: ++number, at: now.toISOString(), ...entry, before }
    before = sealOf(row)
    return { ...row, hash: before }
  })
  for (let i = 0; i < rows.length; i += linesAtOnce)
    await tx.insert(auditEntry).values(rows.slice(i, i + linesAtOnce))
}

export async function addAudit(database: Database, entry: NewAuditEntry, now: Date): Promise<void> {
  await database.write((tx) => appendAudit(tx, entry, now))
}

/** Whether the database itself still refuses that lines are changed or taken away. */
export async function isAuditKept(db: Db): Promise<boolean> {
  const kept = await db.all<{ name: string }>(
    sql`select name from sqlite_master where type = 'trigger' and tbl_name = 'audit_entry'`,
  )
  const names = kept.map(({ name }) => name)
  return names.includes('audit_stays') && names.includes('audit_is_kept')
}

/** The first line of an audit, which no other practice has; '' before there is one. */
export async function auditRoot(db: Db): Promise<string> {
  const [first] = await db
    .select({ hash: auditEntry.hash })
    .from(auditEntry)
    .orderBy(asc(auditEntry.number))
    .limit(1)
  return first?.hash ?? ''
}

/** The newest line, to be held against a later state of the same practice. */
export async function auditHead(db: Db): Promise<{ number: number; hash: string }> {
  const [last] = await db
    .select({ number: auditEntry.number, hash: auditEntry.hash })
    .from(auditEntry)
    .orderBy(desc(auditEntry.number))
    .limit(1)
  return last ?? { number: 0, hash: '' }
}

const atOnce = 2000

/**
 * Goes through the whole audit.
 * @returns number of the first line that does not hang together with the one before, and why; undefined where all do
 */
export async function firstBreak(db: Db): Promise<{ number: number; why: string } | undefined> {
  let expected = 1
  let before = ''
  for (;;) {
    const rows = await db
      .select()
      .from(auditEntry)
      .where(gt(auditEntry.number, expected - 1))
      .orderBy(asc(auditEntry.number))
      .limit(atOnce)
    if (rows.length === 0) return undefined
    const broken = breakIn(rows, expected, before)
    if (broken) return broken
    expected += rows.length
    before = rows.at(-1)!.hash
  }
}

/** @param rows in their order @param before seal of the line in front of them; undefined where nobody knows it */
export function breakIn(
  rows: readonly AuditRow[],
  expected: number,
  before: string | undefined,
): { number: number; why: string } | undefined {
  for (const row of rows) {
    if (row.number !== expected) return { number: expected, why: 'a line is missing' }
    if (before !== undefined && row.before !== before)
      return { number: row.number, why: 'it does not follow the line before it' }
    if (sealOf(row) !== row.hash) return { number: row.number, why: 'it was changed' }
    before = row.hash
    expected++
  }
  return undefined
}
