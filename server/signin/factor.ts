import { randomBytes } from 'node:crypto'
import { and, eq, lt } from 'drizzle-orm'
import { generateSecret, generateURI, verifySync } from 'otplib'
import type { Database, Db } from '../data/database'
import { account } from '../data/tables'
import { fault } from '../http/faults'
import { hashOf } from './sessions'

type AccountRow = typeof account.$inferSelect

const stepSeconds = 30
const recoveryCodes = 10
const codeLetters = 'abcdefghjkmnpqrstuvwxyz23456789' // none that is mistaken for another
const codeLength = 12

/** The secret an authenticator is given; it opens nothing before a code of it was shown. */
export async function beginFactor(
  database: Database,
  { accountId, email }: { accountId: string; email: string },
  now: Date,
): Promise<{ secret: string; address: string }> {
  const secret = generateSecret()
  await database.write((tx) =>
    tx
      .update(account)
      .set({ factorPending: secret, changed: now.toISOString() })
      .where(eq(account.id, accountId)),
  )
  return { secret, address: generateURI({ issuer: 'Sturvo', label: email, secret }) }
}

/**
 * Puts the second factor in force: only with a code of it, so that nobody is locked out by a picture that was not read.
 * @returns recovery codes, told this once
 * @throws Fault 409 noFactorBegun, 401 wrongFactor
 */
export async function confirmFactor(
  database: Database,
  { accountId, code }: { accountId: string; code: string },
  now: Date,
): Promise<string[]> {
  const codes = Array.from({ length: recoveryCodes }, newCode)
  await database.write(async (tx) => {
    const [row] = await tx.select().from(account).where(eq(account.id, accountId))
    if (!row?.factorPending) throw fault('noFactorBegun', 'code')
    const step = stepOf(row.factorPending, code, now)
    if (step === undefined) throw fault('wrongFactor', 'code')
    await tx
      .update(account)
      .set({
        factorSecret: row.factorPending,
        factorPending: null,
        factorLastStep: step,
        recoveryHashes: codes.map((one) => hashOf(plainCode(one))),
        version: row.version + 1,
        changed: now.toISOString(),
      })
      .where(eq(account.id, accountId))
  })
  return codes
}

export async function takeFactorAway(tx: Db, accountId: string, now: Date): Promise<void> {
  await tx
    .update(account)
    .set({
      factorSecret: null,
      factorPending: null,
      factorLastStep: 0,
      recoveryHashes: [],
      changed: now.toISOString(),
    })
    .where(eq(account.id, accountId))
}

/**
 * Takes one code: of the second factor, each once, or a recovery code, which is gone afterwards.
 * @throws Fault 401 needCode without one, wrongFactor for a wrong or used one
 */
export async function takeCode(
  database: Database,
  row: AccountRow,
  code: string | undefined,
  now: Date,
): Promise<void> {
  if (row.factorSecret === null) return
  if (code === undefined) throw fault('needCode', 'code')
  const step = stepOf(row.factorSecret, code, now)
  const isTaken = await database.write(async (tx) => {
    if (step !== undefined) {
      // two who show the same code at once: one of them was first
      const moved = await tx
        .update(account)
        .set({ factorLastStep: step })
        .where(and(eq(account.id, row.id), lt(account.factorLastStep, step)))
      return moved.rowsAffected > 0
    }
    const [now] = await tx
      .select({ hashes: account.recoveryHashes })
      .from(account)
      .where(eq(account.id, row.id))
    const hash = hashOf(plainCode(code))
    if (!now?.hashes.includes(hash)) return false
    await tx
      .update(account)
      .set({ recoveryHashes: now.hashes.filter((one) => one !== hash) })
      .where(eq(account.id, row.id))
    return true
  })
  if (!isTaken) throw fault('wrongFactor', 'code')
}

/** The step of time a code belongs to: that of now, the one before or the one after. */
function stepOf(secret: string, code: string, now: Date): number | undefined {
  const token = code.replaceAll(/\s/g, '')
  if (!/^\d{6}$/.test(token)) return undefined
  const epoch = Math.floor(now.getTime() / 1000)
  const result = verifySync({ secret, token, epoch, epochTolerance: stepSeconds })
  return result.valid ? Math.floor(epoch / stepSeconds) + result.delta : undefined
}

const plainCode = (code: string) => code.replaceAll(/[\s-]/g, '').toLowerCase()

function newCode(): string {
  const letters = [...randomBytes(codeLength * 4)]
    .filter((byte) => byte < 248)
    .slice(0, codeLength)
    .map((byte) => codeLetters[byte % codeLetters.length])
    .join('')
  return `${letters.slice(0, 4)}-${letters.slice(4, 8)}-${letters.slice(8)}`
}
