import { createHash, randomBytes } from 'node:crypto'
import { and, desc, eq, isNull, lt, sql } from 'drizzle-orm'
import dayjs from 'dayjs'
import type { ClientLink, NewLink } from '@sturvo/schema'
import { msSince } from '../data/clock'
import type { Database, Db } from '../data/database'
import { clientLink } from '../data/tables'
import { fault, notFound } from '../http/faults'
import type { Cleared } from '../inForce/inForceOf'

type LinkRow = typeof clientLink.$inferSelect

export const mostWrongWords = 10
const tokenBytes = 32

const newToken = () => randomBytes(tokenBytes).toString('base64url')
const hashOf = (text: string) => createHash('sha256').update(text).digest('hex')
// the token is the salt: whoever has the database alone cannot try the ten thousand words
const wordHashOf = (token: string, word: string) => hashOf(`${token}:${word}`)

export const linkAnswer = (row: LinkRow): ClientLink => ({
  id: row.id,
  until: row.until,
  hasWord: row.wordHash !== null,
  createdOn: row.created.slice(0, 10),
  lastOpened: row.lastOpened,
  revokedOn: row.revokedOn,
  isLocked: row.wrongWords >= mostWrongWords,
})

export async function linksOf(db: Db, personId: string): Promise<ClientLink[]> {
  const rows = await db
    .select()
    .from(clientLink)
    .where(eq(clientLink.personId, personId))
    .orderBy(desc(clientLink.created))
  return rows.map(linkAnswer)
}

/**
 * Makes a link. Its token is returned once and kept as a hash only; pressed twice, the first token is gone for good and
 * the second press is refused, because nobody could tell it again.
 */
export async function makeLink(
  database: Database,
  { cleared, wish, accountId, now }: { cleared: Cleared; wish: NewLink; accountId: string; now: Date },
): Promise<{ link: ClientLink; token: string }> {
  const token = newToken()
  const stamp = now.toISOString()
  if (wish.until < dayjs(now).format('YYYY-MM-DD')) throw fault('linkEndsBefore', 'until')
  const row: LinkRow = {
    id: wish.id,
    personId: cleared.personId,
    tokenHash: hashOf(token),
    until: wish.until,
    wordHash: wish.word === undefined ? null : wordHashOf(token, wish.word),
    wrongWords: 0,
    pass: null,
    lastOpened: null,
    revokedOn: null,
    byAccount: accountId,
    created: stamp,
    changed: stamp,
  }
  await database.write(async (tx) => {
    const [same] = await tx.select({ id: clientLink.id }).from(clientLink).where(eq(clientLink.id, wish.id))
    if (same) throw fault('linkMade', 'id')
    await tx.insert(clientLink).values(row)
  })
  return { link: linkAnswer(row), token }
}

export async function changeLink(
  database: Database,
  id: string,
  change: { until?: string | undefined; unlock?: true | undefined },
): Promise<ClientLink> {
  return database.write(async (tx) => {
    const [row] = await tx.select().from(clientLink).where(eq(clientLink.id, id))
    if (!row) throw notFound('link')
    const after = {
      ...row,
      until: change.until ?? row.until,
      wrongWords: change.unlock ? 0 : row.wrongWords,
      changed: new Date().toISOString(),
    }
    await tx.update(clientLink).set(after).where(eq(clientLink.id, id))
    return linkAnswer(after)
  })
}

export async function revokeLink(database: Database, id: string): Promise<void> {
  await database.write(async (tx) => {
    const stamp = new Date().toISOString()
    const gone = await tx
      .update(clientLink)
      .set({ revokedOn: stamp.slice(0, 10), changed: stamp })
      .where(and(eq(clientLink.id, id), isNull(clientLink.revokedOn)))
      .returning({ id: clientLink.id })
    if (gone.length > 0) return
    const [row] = await tx.select({ id: clientLink.id }).from(clientLink).where(eq(clientLink.id, id))
    if (!row) throw notFound('link')
  })
}

/** What a phone shows to be let in. */
export type Shown = { token: string | undefined; word: string | undefined; pass: string | undefined }

/**
 * The link a token opens. Wrong, ended, revoked, locked: one and the same refusal. A wrong word is counted before it is
 * compared, so that twenty at once count as twenty. A phone that has shown the right word has a pass from then on, so
 * that it keeps no digits, and is not locked out by whoever guesses at them.
 * @throws Fault linkClosed, or linkWord where a word is asked for
 */
export async function openLink(
  database: Database,
  { token, word, pass }: Shown,
  now: Date,
): Promise<LinkRow> {
  const row = await linkRow(database.db, token)
  const today = dayjs(now).format('YYYY-MM-DD')
  if (!row || row.revokedOn !== null || row.until < today) throw fault('linkClosed', 'x-sturvo-link')
  if (row.wordHash === null || isPass(row, pass)) return row
  if (row.wrongWords >= mostWrongWords) throw fault('linkClosed', 'x-sturvo-link')
  if (word === undefined) throw fault('linkWord', 'x-sturvo-word')
  const counted = await database.write((tx) =>
    tx
      .update(clientLink)
      .set({ wrongWords: sql`${clientLink.wrongWords} + 1` })
      .where(and(eq(clientLink.id, row.id), lt(clientLink.wrongWords, mostWrongWords)))
      .returning({ wrongWords: clientLink.wrongWords }),
  )
  if (counted.length === 0) throw fault('linkClosed', 'x-sturvo-link')
  if (wordHashOf(token!, word) !== row.wordHash) throw fault('linkWord', 'x-sturvo-word')
  // right, and counted among the ten: what was counted for wrong ones is forgotten
  const [letIn] = await database.write((tx) =>
    tx
      .update(clientLink)
      .set({ wrongWords: 0, pass: sql`coalesce(${clientLink.pass}, ${newToken()})` })
      .where(eq(clientLink.id, row.id))
      .returning(),
  )
  return letIn ?? row
}

function isPass({ pass: own }: LinkRow, shown: string | undefined): boolean {
  return own !== null && shown !== undefined && hashOf(own) === hashOf(shown)
}

/** Whether a token opens a link at all, its word not asked. */
export async function isOpenLink(database: Database, token: string | undefined): Promise<boolean> {
  const row = await linkRow(database.db, token)
  return row !== undefined && row.revokedOn === null
}

const tokenShape = /^[A-Za-z0-9_-]{43}$/

async function linkRow(db: Db, token: string | undefined): Promise<LinkRow | undefined> {
  if (token === undefined || !tokenShape.test(token)) return undefined
  const [row] = await db
    .select()
    .from(clientLink)
    .where(eq(clientLink.tokenHash, hashOf(token)))
  return row
}

const openedEveryMs = 60_000

/** Kept to the minute: an open page asks often. */
export async function markOpened(database: Database, row: LinkRow, now: Date): Promise<void> {
  if (row.lastOpened !== null && msSince(row.lastOpened, now) < openedEveryMs) return
  await database.write((tx) =>
    tx.update(clientLink).set({ lastOpened: now.toISOString() }).where(eq(clientLink.id, row.id)),
  )
}
