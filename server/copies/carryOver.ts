import { existsSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { createClient, type Client } from '@libsql/client'
import { and, eq, isNull, lt, sql } from 'drizzle-orm'
import { appendAudit } from '../audit/chain'
import { newId } from '../data/ids'
import type { Database, Db } from '../data/database'
import { noteFiles } from '../data/fileErrands'
import { account, clientLink, invite, person, session, signInFailure, visit } from '../data/tables'
import { deleteRecord } from '../privacy/deleteRecord'

/** What became of a copy on its way into the place of a practice. */
export type CarriedOver = {
  sessions: number
  links: number
  invites: number
  /** accounts that were shut or got another password or second factor since the copy */
  accounts: number
  /** clients deleted since the copy, and deleted again */
  deleted: number
  /** visits that were written on since: their numbers go on above */
  visits: number
  /** the practice that was there could not be read: what was shut or deleted since is not known */
  isFormerUnread: boolean
}

/**
 * A copy knows an earlier day: every way in that was open then is shut, and what was taken away since stays so, as far as
 * the practice that was there can say it.
 * @param former the practice that is replaced, where there is one that can be read
 * @returns what was carried over, and files that nobody points to any more once the copy is in its place
 */
export async function carryOver(
  restored: Database,
  former: string | undefined,
  now: Date,
): Promise<{ carried: CarriedOver; free: string[] }> {
  const since = former !== undefined && existsSync(former) ? await readFormer(former) : undefined
  const free: string[] = []
  const carried = await restored.write(async (tx) => {
    const ended = await endWaysIn(tx, now)
    const accounts = await carryAccounts(tx, since?.accounts ?? [], now)
    const visits = await carryVersions(tx, since?.visits ?? [], now)
    let deleted = 0
    for (const personId of since?.deleted ?? []) {
      const [row] = await tx.select({ id: person.id }).from(person).where(eq(person.id, personId))
      if (!row) continue
      deleted++
      const record = await deleteRecord(tx, personId)
      free.push(...record.files)
      await noteFiles(tx, record.files, now)
      const what = `record, deleted since the copy: ${record.rows} rows, ${record.files.length} files`
      await appendAudit(
        tx,
        { actor: 'program', action: 'deleted', personId, what, origin: 'command line' },
        now,
      )
    }
    const all = { ...ended, accounts, deleted, visits, isFormerUnread: since?.isUnread ?? false }
    const entry = { actor: 'program', personId: '', origin: 'command line' }
    await appendAudit(tx, { ...entry, action: 'restored', what: `from a copy: ${carriedText(all)}` }, now)
    return all
  })
  return { carried, free }
}

/** In words, for the audit and for who restored it. */
export function carriedText(carried: CarriedOver): string {
  const { sessions, links, invites, accounts, deleted, visits, isFormerUnread } = carried
  const parts = [
    `${sessions} sessions, ${links} links of clients and ${invites} invitations were ended`,
    ...(accounts > 0 ? [`${accounts} accounts are as they were changed since`] : []),
    ...(deleted > 0 ? [`${deleted} clients deleted since were deleted again`] : []),
    ...(isFormerUnread
      ? [
          'the practice that was there cannot be read, so look yourself whether accounts were shut or clients deleted since the copy',
        ]
      : []),
    ...(visits > 0 ? [`${visits} visits written on since go on above their numbers`] : []),
  ]
  return parts.join('; ')
}

async function endWaysIn(tx: Db, now: Date): Promise<Pick<CarriedOver, 'sessions' | 'links' | 'invites'>> {
  const stamp = now.toISOString()
  await tx.delete(signInFailure)
  const sessions = await tx.delete(session)
  const links = await tx
    .update(clientLink)
    .set({ revokedOn: stamp.slice(0, 10), changed: stamp })
    .where(isNull(clientLink.revokedOn))
  const invites = await tx
    .update(invite)
    .set({ revokedOn: stamp, changed: stamp })
    .where(and(isNull(invite.usedOn), isNull(invite.revokedOn)))
  return {
    sessions: sessions.rowsAffected,
    links: links.rowsAffected,
    invites: invites.rowsAffected,
  }
}

type FormerAccount = {
  id: string
  role: 'owner' | 'practitioner' | 'assistant'
  disabledOn: string | null
  passwordHash: string
  factorSecret: string | null
  factorLastStep: number
  recoveryHashes: string[]
  version: number
}
type Former = {
  accounts: FormerAccount[]
  visits: { id: string; version: number }[]
  deleted: string[]
  isUnread: boolean
}

/** What the practice that was there knows; a part that an older or a broken one cannot say is left out. */
async function readFormer(file: string): Promise<Former> {
  const client = createClient({ url: pathToFileURL(file).href, concurrency: 1 })
  let isUnread = false
  const rows = async (query: string) => {
    try {
      return (await client.execute(query)).rows
    } catch {
      isUnread = true
      return []
    }
  }
  try {
    await onlyRead(client)
    const accounts = await rows(
      'select id, role, disabled_on, password_hash, factor_secret, factor_last_step, recovery_hashes, version from account',
    )
    const visits = await rows('select id, version from visit')
    const deleted = await rows("select distinct person_id from audit_entry where action = 'deleted'")
    return {
      accounts: accounts.map((row) => ({
        id: text(row.id),
        role: text(row.role) as FormerAccount['role'],
        disabledOn: orNull(row.disabled_on),
        passwordHash: text(row.password_hash),
        factorSecret: orNull(row.factor_secret),
        factorLastStep: Number(row.factor_last_step),
        recoveryHashes: JSON.parse(text(row.recovery_hashes) || '[]') as string[],
        version: Number(row.version),
      })),
      visits: visits.map((row) => ({ id: text(row.id), version: Number(row.version) })),
      deleted: deleted.map((row) => text(row.person_id)).filter((id) => id !== ''),
      isUnread,
    }
  } finally {
    client.close()
  }
}

const onlyRead = async (client: Client) => {
  try {
    await client.execute('PRAGMA query_only = ON')
  } catch {
    // a file that is none of ours has nothing to say
  }
}
const text = (value: unknown) => (typeof value === 'string' ? value : '')
const orNull = (value: unknown) => (typeof value === 'string' ? value : null)

async function carryAccounts(tx: Db, former: readonly FormerAccount[], now: Date): Promise<number> {
  let moved = 0
  for (const { id, version, ...known } of former) {
    const done = await tx
      .update(account)
      .set({ ...known, version, changed: now.toISOString() })
      .where(and(eq(account.id, id), lt(account.version, version)))
    moved += done.rowsAffected
  }
  return moved
}

/** An edit that was begun on a later state never slips in as if it followed from this one. */
async function carryVersions(tx: Db, former: Former['visits'], now: Date): Promise<number> {
  let moved = 0
  for (const { id, version } of former) {
    const done = await tx
      .update(visit)
      .set({ version: version + 1, contentId: newId(now), changed: now.toISOString() })
      .where(and(eq(visit.id, id), lt(visit.version, version)))
    moved += done.rowsAffected
  }
  await tx.run(sql`update practice set version = version + 1`)
  return moved
}
