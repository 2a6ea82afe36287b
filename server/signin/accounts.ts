import { count, eq } from 'drizzle-orm'
import type { z } from 'zod'
import type { newAccountSchema } from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { newId } from '../data/ids'
import { account } from '../data/tables'
import { fault } from '../http/faults'
import { commonPasswords } from './commonPasswords'
import { hashPassword, isPassword } from './passwords'
import { endAllSessions } from './sessions'
import { countTry, forgetAllTries, type Trier } from './guessing'

type AccountRow = typeof account.$inferSelect
type NewAccount = z.infer<typeof newAccountSchema>

export async function addAccount(database: Database, input: NewAccount, now: Date): Promise<AccountRow> {
  const row = await newAccountRow(input, now)
  return database.write((tx) => insertAccount(tx, row))
}

/**
 * The owner of an empty practice, once: whether there is one already is asked in the transaction that writes.
 * @throws Fault 409 hasOwner
 */
export async function addFirstOwner(
  database: Database,
  input: Omit<NewAccount, 'role'>,
  now: Date,
  beside: (tx: Db) => Promise<unknown>,
): Promise<AccountRow> {
  const row = await newAccountRow({ ...input, role: 'owner' }, now)
  return database.write(async (tx) => {
    const [any] = await tx.select({ n: count() }).from(account)
    if ((any?.n ?? 0) > 0) throw fault('hasOwner')
    await beside(tx)
    return insertAccount(tx, row)
  })
}

export async function newAccountRow({ password, ...known }: NewAccount, now: Date): Promise<AccountRow> {
  await assertUncommon(password, [known.name, known.email])
  const stamp = now.toISOString()
  return {
    id: newId(now),
    ...known,
    passwordHash: await hashPassword(password),
    practiceCounts: false,
    disabledOn: null,
    factorSecret: null,
    factorPending: null,
    factorLastStep: 0,
    recoveryHashes: [],
    version: 1,
    created: stamp,
    changed: stamp,
  }
}

export async function insertAccount(tx: Db, row: AccountRow): Promise<AccountRow> {
  const [existing] = await tx.select().from(account).where(eq(account.email, row.email))
  if (existing) throw fault('emailTaken', 'email')
  await tx.insert(account).values(row)
  return row
}

/** @throws Fault 422 for a password that is among the first that anybody tries */
/** @param own name and address of whose it is: nobody guesses longer than that */
export async function assertUncommon(password: string, own: readonly string[] = []): Promise<void> {
  const plain = plainText(password)
  const isOneLetter = new Set(plain).size <= 1
  const isOwn = own.some((text) => {
    const parts = [text, text.split('@')[0] ?? ''].map(plainText)
    return parts.some((part) => part !== '' && (plain === part || repeats(plain, part)))
  })
  if (isOneLetter || isOwn || (await commonPasswords()).has(password.toLowerCase()))
    throw fault('commonPassword', 'password')
}

const plainText = (text: string) => text.toLowerCase().replace(/\s+/g, '')
/** "mossmoss", "moss1984": a word of one's own with a number behind it, or several times. */
const repeats = (plain: string, part: string) =>
  part.length > 3 && plain.replaceAll(part, '').replace(/\d/g, '') === ''

/** A new password by the command line: every session of the account ends, and nothing counts against it any more. */
export async function resetPassword(
  database: Database,
  email: string,
  password: string,
  now: Date,
): Promise<AccountRow> {
  await assertUncommon(password, [email])
  const passwordHash = await hashPassword(password)
  return database.write(async (tx) => {
    const [row] = await tx.select().from(account).where(eq(account.email, email))
    if (!row) throw fault('noSuchAccount', 'email')
    return setPassword(tx, row, passwordHash, now)
  })
}

/** A new password: every session of the account but, where told, the present one ends, and no try counts any more. */
export async function setPassword(
  tx: Db,
  row: AccountRow,
  passwordHash: string,
  now: Date,
  except?: string,
): Promise<AccountRow> {
  const changed = { passwordHash, version: row.version + 1, changed: now.toISOString() }
  await tx.update(account).set(changed).where(eq(account.id, row.id))
  await endAllSessions(tx, row.id, except)
  await forgetAllTries(tx, row.email)
  return { ...row, ...changed }
}

/**
 * A password of one's own choice, by whoever knows the one of now.
 * @throws Fault 401 wrongSignIn, 422 commonPassword, 429 while it has to wait
 */
export async function changePassword(
  database: Database,
  input: { trier: Trier; current: string; password: string; session: string; now: Date },
): Promise<void> {
  const { trier, current, password, session, now } = input
  const row = await checkSignIn(database, trier, current, now)
  await assertUncommon(password, [row.name, row.email])
  const passwordHash = await hashPassword(password)
  await database.write((tx) => setPassword(tx, row, passwordHash, now, session))
}

// a hash of nobody's password, so that an unknown e-mail takes as long as a known one
let nobodysHash: Promise<string> | undefined

/** @throws Fault 401 on any mismatch, 429 while it has to wait; says never which half was wrong */
export async function checkSignIn(
  database: Database,
  trier: Trier,
  password: string,
  now: Date,
): Promise<AccountRow> {
  await countTry(database, trier, now)
  const [row] = await database.db.select().from(account).where(eq(account.email, trier.email))
  nobodysHash ??= hashPassword('nobody at all')
  const isRight = await isPassword(row?.passwordHash ?? (await nobodysHash), password)
  // somebody who left is told what a stranger is told
  if (!row || !isRight || row.disabledOn !== null) throw fault('wrongSignIn')
  return row
}
