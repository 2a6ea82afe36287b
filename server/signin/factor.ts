import { randomBytes } from 'node:crypto'
import { and, eq, gt, lt, or } from 'drizzle-orm'
import { generateSecret, generateURI, verifySync } from 'otplib'
import { clockPlayMs } from '../data/clock'
import type { Database, Db } from '../data/database'
import { account } from '../data/tables'
import { fault } from '../http/faults'
import { hashPassword, isPassword } from './passwords'
import { hashOf } from './sessions'

type AccountRow = typeof account.$inferSelect

const stepSeconds = 30
/** a clock in play is never this far from a step it took, steps */
const farStep = clockPlayMs / 1000 / stepSeconds
const recoveryCodes = 10
const codeLetters = 'abcdefghjkmnpqrstuvwxyz23456789' // none that is mistaken for another
const codeLength = 20 // of 31 letters: 99 bits

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
  const recoveryHashes = await Promise.all(codes.map((one) => hashPassword(plainCode(one))))
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
        recoveryHashes,
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
  // slow on purpose, so before anybody waits in line for the write
  const fitting = step === undefined ? await fittingHash(row.recoveryHashes, plainCode(code)) : undefined
  const isTaken = await database.write(async (tx) => {
    if (step !== undefined) {
      // two who show the same code at once: one of them was first
      const moved = await tx
        .update(account)
        .set({ factorLastStep: step })
        // a code is good once; a mark that a clock set while it was ahead would shut out every code until then
        .where(
          and(
            eq(account.id, row.id),
            or(lt(account.factorLastStep, step), gt(account.factorLastStep, step + farStep)),
          ),
        )
      return moved.rowsAffected > 0
    }
    const [now] = await tx
      .select({ hashes: account.recoveryHashes })
      .from(account)
      .where(eq(account.id, row.id))
    if (fitting === undefined || !now?.hashes.includes(fitting)) return false
    await tx
      .update(account)
      .set({ recoveryHashes: now.hashes.filter((one) => one !== fitting) })
      .where(eq(account.id, row.id))
    return true
  })
  if (!isTaken) throw fault('wrongFactor', 'code')
}

/** Which of the kept ones a recovery code is; those of before they were kept as passwords are fit as well. */
async function fittingHash(hashes: readonly string[], code: string): Promise<string | undefined> {
  const former = hashOf(code)
  if (hashes.includes(former)) return former
  if (code.length !== codeLength) return undefined
  for (const one of hashes) if (one.startsWith('$') && (await isPassword(one, code))) return one
  return undefined
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
  return letters.match(/.{1,5}/g)!.join('-')
}
