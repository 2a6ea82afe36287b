import dayjs from 'dayjs'
import { and, desc, eq, gte, inArray, lt, lte } from 'drizzle-orm'
import { auditActions, stranger, type AuditAction, type AuditLine, type AuditPage } from '@sturvo/schema'
import type { Db } from '../data/database'
import { account, auditEntry, person } from '../data/tables'
import { csvOf } from '../files/csv'
import { breakIn } from './chain'

export type AuditFilter = {
  personId?: string | undefined
  actor?: string | undefined
  action?: AuditAction | undefined
  /** days of the practice, both included */
  from?: string | undefined
  to?: string | undefined
  before?: number | undefined
}
const pageSize = 100
const mostInCsv = 100_000

function whereOf({ personId, actor, action, from, to, before }: AuditFilter) {
  return and(
    personId === undefined ? undefined : eq(auditEntry.personId, personId),
    actor === undefined ? undefined : eq(auditEntry.actor, actor),
    action === undefined ? undefined : eq(auditEntry.action, action),
    from === undefined ? undefined : gte(auditEntry.at, dayjs(from).startOf('day').toISOString()),
    to === undefined ? undefined : lte(auditEntry.at, dayjs(to).endOf('day').toISOString()),
    before === undefined ? undefined : lt(auditEntry.number, before),
  )
}

async function linesOf(db: Db, filter: AuditFilter, most: number): Promise<AuditLine[]> {
  const rows = await db
    .select()
    .from(auditEntry)
    .where(whereOf(filter))
    .orderBy(desc(auditEntry.number))
    .limit(most)
  const accounts = new Map((await db.select().from(account)).map(({ id, name }) => [id, name]))
  const ids = [...new Set(rows.map(({ personId }) => personId))].filter((id) => id !== '')
  const people = new Map<string, string>()
  const atOnce = 500
  for (let i = 0; i < ids.length; i += atOnce)
    for (const { id, name } of await db
      .select({ id: person.id, name: person.name })
      .from(person)
      .where(inArray(person.id, ids.slice(i, i + atOnce))))
      people.set(id, name)
  return rows.map(({ number, at, actor, action, personId, what, origin }) => ({
    number,
    at,
    actor,
    by: accounts.get(actor) ?? nameless(actor),
    action: auditActions.find((known) => known === action) ?? 'changed',
    personId,
    person: people.get(personId) ?? '',
    what,
    origin,
  }))
}

const nameless = (actor: string) =>
  actor === stranger ? 'not signed in' : actor.startsWith('link ') ? 'the client, by a link' : ''

/** A page of the audit, the newest first. */
export async function auditPage(db: Db, filter: AuditFilter): Promise<AuditPage> {
  const lines = await linesOf(db, filter, pageSize + 1)
  const newest = await db.select().from(auditEntry).orderBy(desc(auditEntry.number)).limit(1000)
  const inOrder = newest.reverse()
  return {
    lines: lines.slice(0, pageSize),
    next: lines.length > pageSize ? lines[pageSize - 1]!.number : null,
    count: await db.$count(auditEntry),
    isWhole: breakIn(inOrder, inOrder[0]?.number ?? 1, undefined) === undefined,
  }
}

/** The same as a table for other programs; texts that a program would take for a formula are guarded. */
export async function auditCsv(db: Db, filter: AuditFilter): Promise<string> {
  const lines = await linesOf(db, filter, mostInCsv)
  return csvOf(
    ['number', 'at', 'by', 'actor', 'action', 'person', 'personId', 'what', 'origin'],
    lines.map((l) => [l.number, l.at, l.by, l.actor, l.action, l.person, l.personId, l.what, l.origin]),
  )
}
