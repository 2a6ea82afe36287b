import { and, eq, inArray, like, lt, sql } from 'drizzle-orm'
import type { Request, Response } from 'express'
import { isAhead } from '../data/clock'
import type { Database, Db } from '../data/database'
import { knownBrowser, signInFailure } from '../data/tables'
import { Fault } from '../http/faults'
import { cookieIn, layCookie } from './cookies'
import { hashOf } from './sessions'

/** Who tries: an account from an address, or from a browser that has signed in with that account before. */
export type Trier = { email: string; address: string; knownBrowser?: string | undefined }

/** Longer than any session: it only says that this browser has signed in before, and opens nothing by itself. */
const knownCookie = 'sturvo_known'
const knownMs = 400 * 86_400_000 // as long as browsers keep one

export function knownBrowserOf(request: Request): string | undefined {
  return cookieIn(request, knownCookie)
}

export const knowBrowser = (response: Response, browser: string): void =>
  layCookie(response, knownCookie, browser, knownMs)

const freeTries = 5
const freeFromAddress = 30
// from many addresses at one account: many more than a forgetful owner of it needs
const freeAtAccount = 30
const longestWaitMs = 60_000
const forgottenAfterMs = 24 * 3_600_000

/**
 * Counts a try before the password is looked at, so that twenty at once count as twenty. From the sixth on each try
 * has to wait, twice as long each time, up to a minute; nobody is ever shut out. A browser that has signed in before
 * is counted by itself, so that a stranger's guesses never make its owner wait; all others together, from whatever
 * addresses, are slowed at one account too.
 *
 * @throws Fault 429 with the seconds to wait
 */
export async function countTry(database: Database, trier: Trier, now: Date): Promise<void> {
  const refused = await database.write(async (tx) => {
    const keys = await keysOf(tx, trier)
    const rows = await tx
      .select()
      .from(signInFailure)
      .where(inArray(signInFailure.key, [keys.own, keys.all, keys.account]))
    // what a clock that was ahead counted is as of now, and not a wait of a year
    for (const row of rows)
      if (isAhead(row.lastAt, now)) {
        row.lastAt = now.toISOString()
        await tx.update(signInFailure).set({ lastAt: row.lastAt }).where(eq(signInFailure.key, row.key))
      }
    const of = (key: string) => rows.find((row) => row.key === key)
    const waitMs = Math.max(
      waitOf(of(keys.own), freeTries, now),
      keys.isKnown ? 0 : waitOf(of(keys.all), freeFromAddress, now),
      keys.isKnown ? 0 : waitOf(of(keys.account), freeAtAccount, now),
    )
    // a refused try does not make the next one wait longer: whoever is patient gets in
    if (waitMs > 0) return waitMs
    for (const key of keys.isKnown ? [keys.own] : [keys.own, keys.all, keys.account])
      await tx
        .insert(signInFailure)
        .values({ key, count: 1, lastAt: now.toISOString() })
        .onConflictDoUpdate({
          target: signInFailure.key,
          set: { count: sql`${signInFailure.count} + 1`, lastAt: now.toISOString() },
        })
    await tx
      .delete(signInFailure)
      .where(lt(signInFailure.lastAt, new Date(now.getTime() - forgottenAfterMs).toISOString()))
    return 0
  })
  if (refused > 0) {
    const seconds = Math.ceil(refused / 1000)
    throw new Fault(
      429,
      'slowDown',
      `Too many wrong passwords. Wait ${seconds} ${seconds === 1 ? 'second' : 'seconds'}, then try again.`,
      'password',
      { retryAfterS: seconds },
    )
  }
}

/** The right password: what was counted for this trier is forgotten, and the browser is known from now on. */
export async function forgetTries(
  tx: Db,
  trier: Trier & { accountId: string; newBrowser: string },
  now: Date,
): Promise<void> {
  const { own, all, account, isKnown } = await keysOf(tx, trier)
  await tx.delete(signInFailure).where(eq(signInFailure.key, own))
  // the one that was right was counted beforehand
  if (!isKnown)
    await tx
      .update(signInFailure)
      .set({ count: sql`max(0, ${signInFailure.count} - 1)` })
      .where(inArray(signInFailure.key, [all, account]))
  const stamp = now.toISOString()
  await tx
    .insert(knownBrowser)
    .values({ idHash: hashOf(trier.newBrowser), accountId: trier.accountId, created: stamp, changed: stamp })
    .onConflictDoNothing()
}

/** Every count for an account; for whoever sets a new password by the command line. */
export async function forgetAllTries(tx: Db, email: string): Promise<void> {
  await tx.delete(signInFailure).where(like(signInFailure.key, `${hashOf(email)}:%`))
}

async function keysOf(tx: Db, { email, address, knownBrowser: browser }: Trier) {
  const known =
    browser === undefined
      ? []
      : await tx
          .select({ idHash: knownBrowser.idHash })
          .from(knownBrowser)
          .where(
            and(
              eq(knownBrowser.idHash, hashOf(browser)),
              sql`exists (select 1 from account a where a.id = ${knownBrowser.accountId} and a.email = ${email})`,
            ),
          )
  const isKnown = known.length > 0
  return {
    isKnown,
    own: `${hashOf(email)}:${isKnown ? known[0]!.idHash : hashOf(address)}`,
    all: `address:${hashOf(address)}`,
    account: `${hashOf(email)}:everywhere`,
  }
}

function waitOf(row: { count: number; lastAt: string } | undefined, free: number, now: Date): number {
  if (!row || row.count < free) return 0
  const waitMs = Math.min(longestWaitMs, 1000 * 2 ** Math.min(10, row.count - free))
  return Math.max(0, Date.parse(row.lastAt) + waitMs - now.getTime())
}
