import { Router, type Request } from 'express'
import { and, desc, eq, isNull, ne, not, sql } from 'drizzle-orm'
import {
  acceptInviteSchema,
  accountChangeSchema,
  beginFactorSchema,
  factorCodeBodySchema,
  newInviteSchema,
  newPasswordSchema,
  type Access,
  type AccountLine,
  type Invite,
  type OwnAccount,
  type SessionLine,
} from '@sturvo/schema'
import { noteAudit } from '../audit/record'
import type { Database, Db } from '../data/database'
import { account, session } from '../data/tables'
import { bodyAs, fault, idOf } from '../http/faults'
import { practiceRow } from '../practice/queries'
import { changePassword, checkSignIn } from '../signin/accounts'
import { beginFactor, confirmFactor, takeCode, takeFactorAway } from '../signin/factor'
import { isFactorWanted } from '../signin/factorRule'
import { countTry, knownBrowserOf, type Trier } from '../signin/guessing'
import {
  closeInvitesOf,
  acceptInvite,
  makeInvite,
  openInvites,
  readInvite,
  revokeInvite,
} from '../signin/invites'
import { endAllSessions, forget, isOver, whoIs } from '../signin/sessions'

const idLetters = 16 // of a session's hash: enough to tell them apart, and it opens nothing

/** Who may sign in, by which lock, and where anybody is signed in. */
export function accessRoutes(database: Database, publicUrl: string | undefined): Router {
  const router = Router()
  const notInDemo = async () => {
    // whoever opens the made-up practice would lock it for the next one
    if ((await practiceRow(database)).isDemo) throw fault('notForDemo')
  }
  const trierOf = (request: Request): Trier => ({
    email: whoIs(request).email,
    address: request.ip ?? '',
    knownBrowser: knownBrowserOf(request),
  })

  router.get('/access', async (request, response) => {
    const now = new Date()
    response.json({
      accounts: await accountLines(database.db),
      invites: await openInvites(database.db, now),
      sessions: await sessionLines(database.db, whoIs(request).idHash, now),
      factorRule: (await practiceRow(database)).factorRule,
    } satisfies Access)
  })

  router.patch('/accounts/:id', async (request, response) => {
    const id = idOf(request)
    const change = bodyAs(accountChangeSchema, request)
    await notInDemo()
    // an open screen alone takes off nobody's own second factor: that asks for a code, in Account
    if (change.withoutFactor && id === whoIs(request).accountId) throw fault('ownFactor', 'withoutFactor')
    const now = new Date()
    await database.write(async (tx) => {
      const [row] = await tx.select().from(account).where(eq(account.id, id))
      if (!row) throw fault('noSuchAccount', 'id')
      const role = change.role ?? row.role
      const disabledOn =
        change.isDisabled === undefined
          ? row.disabledOn
          : change.isDisabled
            ? (row.disabledOn ?? now.toISOString())
            : null
      if (row.role === 'owner' && (role !== 'owner' || disabledOn !== null)) await assertAnotherOwner(tx, id)
      await tx
        .update(account)
        .set({ role, disabledOn, version: row.version + 1, changed: now.toISOString() })
        .where(eq(account.id, id))
      if (change.withoutFactor) await takeFactorAway(tx, id, now)
      // who is shut out comes in by no other door, nor does whoever they would have let in
      if (disabledOn !== null) await closeInvitesOf(tx, id, now)
      // what somebody may do is looked up with every request; an open page would still show the former rooms
      if (role !== row.role || disabledOn !== null || change.withoutFactor) await endAllSessions(tx, id)
    })
    noteAudit(request, { what: `account ${id}: ${Object.keys(change).join(', ')}` })
    response.json((await accountLines(database.db)).find((line) => line.id === id))
  })

  router.post('/invites', async (request, response) => {
    const wish = bodyAs(newInviteSchema, request)
    await notInDemo()
    if ('accountId' in wish && wish.accountId === whoIs(request).accountId)
      throw fault('ownReset', 'accountId')
    const { line, token } = await makeInvite(database, {
      wish,
      byAccount: whoIs(request).accountId,
      now: new Date(),
    })
    const here = publicUrl ?? `${request.protocol}://${request.get('host')}`
    // after the # it is never sent to any server, proxy or referrer
    response.status(201).json({ ...line, address: `${here}/invited#${token}` })
  })
  router.delete('/invites/:id', async (request, response) => {
    await revokeInvite(database, idOf(request), new Date())
    response.status(204).end()
  })
  router.get('/invite', async (request, response) => {
    const open = await readInvite(database.db, request.get('x-sturvo-invite'), new Date())
    const { name } = await practiceRow(database)
    response.json({ ...open, practiceName: name } satisfies Invite)
  })
  router.post('/invite', async (request, response) => {
    const { password } = bodyAs(acceptInviteSchema, request)
    const token = request.get('x-sturvo-invite')
    const { email, accountId } = await acceptInvite(database, { token, password, now: new Date() })
    noteAudit(request, { actor: accountId })
    response.status(201).json({ email })
  })

  router.get('/account', async (request, response) => {
    const who = whoIs(request)
    const [row] = await database.db.select().from(account).where(eq(account.id, who.accountId))
    const { factorRule, isDemo } = await practiceRow(database)
    const sessions = await sessionLines(database.db, who.idHash, new Date(), who.accountId)
    response.json({
      hasFactor: (row?.factorSecret ?? null) !== null,
      recoveryLeft: row?.recoveryHashes.length ?? 0,
      isFactorWanted: !isDemo && isFactorWanted(factorRule, who.role),
      sessions,
    } satisfies OwnAccount)
  })
  router.post('/account/password', async (request, response) => {
    const { current, password } = bodyAs(newPasswordSchema, request)
    await notInDemo()
    const { idHash } = whoIs(request)
    const trier = trierOf(request)
    await changePassword(database, { trier, current, password, session: idHash, now: new Date() })
    response.status(204).end()
  })
  router.post('/account/factor', async (request, response) => {
    const { password } = bodyAs(beginFactorSchema, request)
    await notInDemo()
    const { accountId, email } = whoIs(request)
    const now = new Date()
    await checkSignIn(database, trierOf(request), password, now)
    response.status(201).json(await beginFactor(database, { accountId, email }, now))
  })
  router.post('/account/factor/confirm', async (request, response) => {
    const { code } = bodyAs(factorCodeBodySchema, request)
    const { accountId } = whoIs(request)
    response.status(201).json({ codes: await confirmFactor(database, { accountId, code }, new Date()) })
  })
  router.post('/account/factor/off', async (request, response) => {
    const { code } = bodyAs(factorCodeBodySchema, request)
    const { accountId, role } = whoIs(request)
    const now = new Date()
    if (isFactorWanted((await practiceRow(database)).factorRule, role)) throw fault('factorWanted')
    // whoever finds an open screen does not get to try a million codes
    await countTry(database, trierOf(request), now)
    const [row] = await database.db.select().from(account).where(eq(account.id, accountId))
    if (row) await takeCode(database, row, code, now)
    await database.write((tx) => takeFactorAway(tx, accountId, now))
    response.status(204).end()
  })

  router.delete('/sessions/:id', async (request, response) => {
    const { id } = request.params
    const { accountId, role, idHash } = whoIs(request)
    const isOwn = role === 'owner' ? undefined : eq(session.accountId, accountId)
    const ended =
      typeof id === 'string' && /^[0-9a-f]{16}$/.test(id)
        ? await database.write((tx) =>
            tx
              .delete(session)
              .where(and(eq(sql`substr(${session.idHash}, 1, ${idLetters})`, id), isOwn))
              .returning({ idHash: session.idHash }),
          )
        : []
    if (ended.length === 0) throw fault('noSession', 'id')
    if (ended.some((one) => one.idHash === idHash)) forget(response)
    response.status(204).end()
  })
  return router
}

async function assertAnotherOwner(tx: Db, id: string): Promise<void> {
  const [other] = await tx
    .select({ id: account.id })
    .from(account)
    .where(and(eq(account.role, 'owner'), isNull(account.disabledOn), ne(account.id, id)))
    .limit(1)
  if (!other) throw fault('lastOwner')
}

async function accountLines(db: Db): Promise<AccountLine[]> {
  const rows = await db.select().from(account).orderBy(account.name)
  return rows.map(({ id, name, email, role, disabledOn, factorSecret, version }) => ({
    id,
    name,
    email,
    role,
    isDisabled: disabledOn !== null,
    hasFactor: factorSecret !== null,
    version,
  }))
}

/** Sessions that are still open, the last used first. @param accountId only those of one account */
async function sessionLines(db: Db, ownHash: string, now: Date, accountId?: string): Promise<SessionLine[]> {
  const rows = await db
    .select()
    .from(session)
    .where(and(not(isOver(now)), accountId === undefined ? undefined : eq(session.accountId, accountId)))
    .orderBy(desc(session.lastSeen))
  return rows.map((row) => ({
    id: row.idHash.slice(0, idLetters),
    accountId: row.accountId,
    device: row.device,
    address: row.address,
    since: row.created,
    lastSeen: row.lastSeen,
    isThis: row.idHash === ownHash,
  }))
}
