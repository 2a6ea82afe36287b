import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import type { newAccountSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { newId } from '../data/ids'
import { account } from '../data/tables'
import { Fault } from '../http/faults'
import { hashPassword, isPassword } from './passwords'

type AccountRow = typeof account.$inferSelect
const failuresBeforeLock = 8
const lockMs = 10 * 60_000

export async function addAccount(
  database: Database,
  input: z.infer<typeof newAccountSchema>,
  now: Date,
): Promise<AccountRow> {
  const passwordHash = await hashPassword(input.password)
  return database.write(async () => {
    const [existing] = await database.db.select().from(account).where(eq(account.email, input.email))
    if (existing)
      throw new Fault(
        409,
        'emailTaken',
        'There is already an account with this e-mail address. Nothing was changed.',
        'email',
      )
    const stamp = now.toISOString()
    const { password: _, ...known } = input
    const row: AccountRow = {
      id: newId(now),
      ...known,
      passwordHash,
      failedSignIns: 0,
      lockedUntil: null,
      practiceCounts: false,
      version: 1,
      created: stamp,
      changed: stamp,
    }
    await database.db.insert(account).values(row)
    return row
  })
}

// a hash of nobody's password, so that an unknown e-mail takes as long as a known one
let nobodysHash: Promise<string> | undefined

/** @throws Fault 401 on any mismatch, 423 while locked; says never which half was wrong */
export async function checkSignIn(
  database: Database,
  email: string,
  password: string,
  now: Date,
): Promise<AccountRow> {
  const [row] = await database.db.select().from(account).where(eq(account.email, email))
  if (row?.lockedUntil && row.lockedUntil > now.toISOString())
    throw new Fault(
      423,
      'locked',
      'Too many wrong passwords. Wait ten minutes, or let the owner set a new one.',
    )
  nobodysHash ??= hashPassword('nobody at all')
  const isRight = await isPassword(row?.passwordHash ?? (await nobodysHash), password)
  if (!row || !isRight) {
    if (row) await countFailure(database, row, now)
    throw new Fault(401, 'wrongSignIn', 'E-mail and password do not fit together.')
  }
  if (row.failedSignIns > 0)
    await database.write(() =>
      database.db.update(account).set({ failedSignIns: 0, lockedUntil: null }).where(eq(account.id, row.id)),
    )
  return row
}

async function countFailure(database: Database, row: AccountRow, now: Date): Promise<void> {
  const failedSignIns = row.failedSignIns + 1
  const lockedUntil =
    failedSignIns % failuresBeforeLock === 0 ? new Date(now.getTime() + lockMs).toISOString() : null
  await database.write(() =>
    database.db.update(account).set({ failedSignIns, lockedUntil }).where(eq(account.id, row.id)),
  )
}
