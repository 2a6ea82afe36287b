import { createHash, randomBytes } from 'node:crypto'
import { and, eq, gt, isNotNull, lt, ne, or, sql } from 'drizzle-orm'
import type { Request, Response } from 'express'
import type { Role } from '@sturvo/schema'
import { clockPlayMs, msSince } from '../data/clock'
import type { Database, Db } from '../data/database'
import { account, practice, session } from '../data/tables'
import { fault } from '../http/faults'
import { clearCookie, cookieIn, cookieInHeader, layCookie } from './cookies'
import { deviceWords } from './device'
import { isFactorWanted } from './factorRule'

export type SignedIn = {
  accountId: string
  name: string
  email: string
  role: Role
  csrf: string
  idHash: string
  /** browser and system in words, and the address it came from */
  device: string
  address: string
  /** the practice asks this role for a second factor, and the account has none */
  needsFactor: boolean
}

const minuteMs = 60_000
const idleMs = 30 * minuteMs
const longestMs = 12 * 60 * minuteMs
const touchEveryMs = minuteMs

export const hashOf = (id: string) => createHash('sha256').update(id).digest('hex')
const before = (now: Date, ms: number) => new Date(now.getTime() - ms).toISOString()

/** Begins a session; the one this browser had before ends with it, whoever it belonged to. */
export async function beginSession(
  database: Database,
  input: { accountId: string; request: Request; response: Response; now: Date },
): Promise<string> {
  const { accountId, request, response, now } = input
  const id = randomBytes(32).toString('base64url')
  const csrf = randomBytes(24).toString('base64url')
  const stamp = now.toISOString()
  const earlier = cookieIn(request, 'sturvo')
  await database.write(async (tx) => {
    if (earlier !== undefined) await tx.delete(session).where(eq(session.idHash, hashOf(earlier)))
    await tx.insert(session).values({
      idHash: hashOf(id),
      accountId,
      csrf,
      device: deviceWords(request.get('user-agent')),
      address: request.ip ?? '',
      lastSeen: stamp,
      created: stamp,
      changed: stamp,
    })
    await tx.delete(session).where(isOver(now))
  })
  layCookie(response, 'sturvo', id, longestMs)
  return csrf
}

export async function endSession(database: Database, idHash: string, response: Response): Promise<void> {
  await database.write((tx) => tx.delete(session).where(eq(session.idHash, idHash)))
  forget(response)
}

/** Ends the sessions of an account on every browser but, where told, the present one. */
export async function endAllSessions(db: Db, accountId: string, except?: string): Promise<void> {
  await db
    .delete(session)
    .where(
      except === undefined
        ? eq(session.accountId, accountId)
        : and(eq(session.accountId, accountId), ne(session.idHash, except)),
    )
}

/** Nothing of a practice stays in a browser that has signed out; unsent edits do, locked to their account. */
export function forget(response: Response): void {
  clearCookie(response, 'sturvo')
  response.set('Clear-Site-Data', '"cache"')
}

/** Sessions that are over: nothing for too long, too long in all, or of a clock that was ahead. */
export function isOver(now: Date) {
  return or(
    lt(session.lastSeen, before(now, idleMs)),
    lt(session.created, before(now, longestMs)),
    gt(session.lastSeen, before(now, -clockPlayMs)),
    gt(session.created, before(now, -clockPlayMs)),
  )!
}

const signedIn = new WeakMap<Request, SignedIn>()

export function whoIs(request: Request): SignedIn {
  const who = signedIn.get(request)
  if (!who) throw signedOut()
  return who
}

/** Who a request comes from, where somebody is signed in. */
export const whoIfAny = (request: Request): SignedIn | undefined => signedIn.get(request)

/** What counts as one caller for the limits of who is signed in. */
export function sessionKey(request: Request): string {
  return signedIn.get(request)?.idHash ?? ''
}

const signedOut = () => fault('signedOut')

/** Finds who a request comes from. @throws Fault 401 without a session, 403 for a write without its token */
export async function admit(database: Database, request: Request): Promise<void> {
  const id = cookieIn(request, 'sturvo')
  const found =
    id === undefined ? undefined : await findSession(database, hashOf(id), new Date(), isUse(request))
  if (!found) throw signedOut()
  // set first: a write that is refused is told of under who it came from
  signedIn.set(request, found)
  const isRead = request.method === 'GET' || request.method === 'HEAD'
  if (!isRead && request.get('x-sturvo-csrf') !== found.csrf) throw fault('badToken')
}

/** Who a cookie header belongs to; for lines that are no requests of the application. */
export async function sessionOfCookie(
  database: Database,
  { header, isSecure }: { header: string | undefined; isSecure: boolean },
  now: Date,
): Promise<SignedIn | undefined> {
  const id = cookieInHeader(header, 'sturvo', isSecure)
  return id === undefined ? undefined : findSession(database, hashOf(id), now)
}

/** Whether a session still opens anything; asking does not keep it open. */
export const isSessionOpen = async (database: Database, idHash: string, now: Date): Promise<boolean> =>
  (await findSession(database, idHash, now, false)) !== undefined

/** Asked with every request: its columns are few, and the query is built once for each practice. */
const lookUps = new WeakMap<Database, ReturnType<typeof lookUpOf>>()

function lookUpOf({ db }: Database) {
  return (
    db
      .select({
        accountId: account.id,
        name: account.name,
        email: account.email,
        role: account.role,
        csrf: session.csrf,
        lastSeen: session.lastSeen,
        created: session.created,
        device: session.device,
        address: session.address,
        disabledOn: account.disabledOn,
        hasFactor: isNotNull(account.factorSecret).mapWith(Boolean),
        factorRule: practice.factorRule,
        isDemo: practice.isDemo,
      })
      .from(session)
      .innerJoin(account, eq(session.accountId, account.id))
      // one practice in a file; a file that has none yet asks for nothing
      .leftJoin(practice, eq(practice.id, practice.id))
      .where(eq(session.idHash, sql.placeholder('idHash')))
      .prepare()
  )
}

/** A page that only looks whether its session still is does not keep it open by that. */
const isUse = ({ method, baseUrl, path }: Request) =>
  !(method === 'GET' && `${baseUrl}${path}` === '/api/session')

async function findSession(
  database: Database,
  idHash: string,
  now: Date,
  counts = true,
): Promise<SignedIn | undefined> {
  let lookUp = lookUps.get(database)
  if (!lookUp) lookUps.set(database, (lookUp = lookUpOf(database)))
  const [row] = await lookUp.all({ idHash })
  if (!row) return undefined
  const { lastSeen, created, disabledOn, hasFactor, factorRule, isDemo, ...who } = row
  if (disabledOn !== null) return undefined
  // a session of a clock that was ahead would outlive every end
  const idle = msSince(lastSeen, now)
  if (idle > idleMs || msSince(created, now) > longestMs) return undefined
  if (counts && idle > touchEveryMs)
    await database.write((tx) =>
      tx.update(session).set({ lastSeen: now.toISOString() }).where(eq(session.idHash, idHash)),
    )
  const needsFactor = !isDemo && !hasFactor && isFactorWanted(factorRule ?? 'choice', who.role)
  return { ...who, idHash, needsFactor }
}
