import { randomBytes } from 'node:crypto'
import { and, eq, gt, isNull, or } from 'drizzle-orm'
import type { Invite, InviteLine, Role } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { newId } from '../data/ids'
import { account, invite } from '../data/tables'
import { fault, notFound } from '../http/faults'
import { newAccountRow, insertAccount, setPassword, assertUncommon } from './accounts'
import { hashPassword } from './passwords'
import { hashOf } from './sessions'

type InviteRow = typeof invite.$inferSelect
const openDays = 3
const dayMs = 24 * 3_600_000
const tokenBytes = 32

const lineOf = (row: InviteRow): InviteLine => ({
  id: row.id,
  name: row.name,
  email: row.email,
  role: row.role,
  until: row.until,
  isReset: row.accountId !== null,
})

/** Ways in that still open. */
export async function openInvites(db: Db, now: Date): Promise<InviteLine[]> {
  const rows = await db
    .select()
    .from(invite)
    .where(and(isNull(invite.usedOn), isNull(invite.revokedOn), gt(invite.until, now.toISOString())))
  return rows.map(lineOf)
}

/**
 * Makes a way in that opens once: for somebody new, or for a new password of an account. Its token is returned here and
 * kept as a hash. A later one for the same account or e-mail takes the place of the one before.
 * @throws Fault 409 emailTaken, 404 without such an account
 */
export async function makeInvite(
  database: Database,
  input: {
    wish: { name: string; email: string; role: Role } | { accountId: string }
    byAccount: string
    now: Date
  },
): Promise<{ line: InviteLine; token: string }> {
  const { wish, byAccount, now } = input
  const token = randomBytes(tokenBytes).toString('base64url')
  const stamp = now.toISOString()
  const row = await database.write(async (tx) => {
    const who = 'accountId' in wish ? await accountThere(tx, wish.accountId) : { ...wish, id: null }
    const [same] = await tx.select({ id: account.id }).from(account).where(eq(account.email, who.email))
    if (who.id === null && same) throw fault('emailTaken', 'email')
    await tx
      .update(invite)
      .set({ revokedOn: stamp, changed: stamp })
      .where(and(eq(invite.email, who.email), isNull(invite.usedOn), isNull(invite.revokedOn)))
    const made: InviteRow = {
      id: newId(now),
      tokenHash: hashOf(token),
      accountId: who.id,
      name: who.name,
      email: who.email,
      role: who.role,
      until: new Date(now.getTime() + openDays * dayMs).toISOString(),
      usedOn: null,
      revokedOn: null,
      byAccount,
      created: stamp,
      changed: stamp,
    }
    await tx.insert(invite).values(made)
    return made
  })
  return { line: lineOf(row), token }
}

async function accountThere(tx: Db, id: string) {
  const [row] = await tx.select().from(account).where(eq(account.id, id))
  if (!row || row.disabledOn !== null) throw fault('noSuchAccount', 'accountId')
  return row
}

export async function revokeInvite(database: Database, id: string, now: Date): Promise<void> {
  const stamp = now.toISOString()
  const gone = await database.write((tx) =>
    tx
      .update(invite)
      .set({ revokedOn: stamp, changed: stamp })
      .where(and(eq(invite.id, id), isNull(invite.usedOn)))
      .returning({ id: invite.id }),
  )
  if (gone.length === 0) throw notFound('invitation')
}

/** Ways in that somebody made for others, or others for them, open nothing any more. */
export async function closeInvitesOf(tx: Db, accountId: string, now: Date): Promise<void> {
  const stamp = now.toISOString()
  await tx
    .update(invite)
    .set({ revokedOn: stamp, changed: stamp })
    .where(
      and(
        or(eq(invite.accountId, accountId), eq(invite.byAccount, accountId)),
        isNull(invite.usedOn),
        isNull(invite.revokedOn),
      ),
    )
}

/** What an open way in says. @throws Fault 404 inviteClosed: wrong, used, ended, taken back are one and the same */
export async function readInvite(
  db: Db,
  token: string | undefined,
  now: Date,
): Promise<Omit<Invite, 'practiceName'>> {
  const { name, email, role, accountId } = await openRow(db, token, now)
  return { name, email, role, isReset: accountId !== null }
}

/** Goes through: an account with this password, or a new password for the one it is for. Opens no session by itself. */
export async function acceptInvite(
  database: Database,
  { token, password, now }: { token: string | undefined; password: string; now: Date },
): Promise<{ email: string; accountId: string }> {
  const open = await openRow(database.db, token, now)
  await assertUncommon(password, [open.name, open.email])
  const fresh = await newAccountRow({ name: open.name, email: open.email, role: open.role, password }, now)
  const passwordHash = await hashPassword(password)
  return database.write(async (tx) => {
    // asked again in the transaction that writes: two who press at once, and one goes through
    const row = await openRow(tx, token, now)
    const stamp = now.toISOString()
    await tx.update(invite).set({ usedOn: stamp, changed: stamp }).where(eq(invite.id, row.id))
    if (row.accountId === null) {
      const made = await insertAccount(tx, fresh)
      return { email: made.email, accountId: made.id }
    }
    const who = await accountThere(tx, row.accountId).catch(() => undefined)
    if (!who) throw fault('inviteClosed')
    await setPassword(tx, who, passwordHash, now)
    return { email: who.email, accountId: who.id }
  })
}

async function openRow(db: Db, token: string | undefined, now: Date): Promise<InviteRow> {
  const [row] =
    token?.length === 43
      ? await db
          .select()
          .from(invite)
          .where(eq(invite.tokenHash, hashOf(token)))
      : []
  const isOpen = row && row.usedOn === null && row.revokedOn === null && row.until > now.toISOString()
  if (!isOpen) throw fault('inviteClosed')
  return row
}
