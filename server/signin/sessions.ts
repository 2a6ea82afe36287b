import { createHash, randomBytes } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { CookieOptions, Request, RequestHandler, Response } from 'express'
import type { Database } from '../data/database'
import { account, session } from '../data/tables'
import { Fault } from '../http/faults'

export type SignedIn = {
  accountId: string
  name: string
  email: string
  role: 'owner' | 'practitioner' | 'assistant'
  csrf: string
  idHash: string
}

export const cookieName = 'sturvo'
const idleMs = 12 * 3_600_000
const touchEveryMs = 60_000
const cookie: CookieOptions = { httpOnly: true, sameSite: 'strict', path: '/', maxAge: idleMs }

const hashOf = (id: string) => createHash('sha256').update(id).digest('hex')

export async function beginSession(
  database: Database,
  accountId: string,
  response: Response,
  now: Date,
): Promise<string> {
  const id = randomBytes(32).toString('base64url')
  const csrf = randomBytes(24).toString('base64url')
  const stamp = now.toISOString()
  await database.write(() =>
    database.db
      .insert(session)
      .values({ idHash: hashOf(id), accountId, csrf, lastSeen: stamp, created: stamp, changed: stamp }),
  )
  response.cookie(cookieName, id, cookie)
  return csrf
}

export async function endSession(database: Database, idHash: string, response: Response): Promise<void> {
  await database.write(() => database.db.delete(session).where(eq(session.idHash, idHash)))
  response.clearCookie(cookieName, { ...cookie, maxAge: undefined })
}

const signedIn = new WeakMap<Request, SignedIn>()

export function whoIs(request: Request): SignedIn {
  const who = signedIn.get(request)
  if (!who)
    throw new Fault(401, 'signedOut', 'You are signed out. What you typed is kept here: sign in to send it.')
  return who
}

/** Lets only signed-in requests through, and writes only with the session's own token. */
export function requireSession(database: Database): RequestHandler {
  return async (request, _response, next) => {
    const cookies = request.cookies as Record<string, string | undefined>
    const id = cookies[cookieName]
    const found = id === undefined ? undefined : await findSession(database, hashOf(id), new Date())
    if (!found)
      throw new Fault(
        401,
        'signedOut',
        'You are signed out. What you typed is kept here: sign in to send it.',
      )
    const isRead = request.method === 'GET' || request.method === 'HEAD'
    if (!isRead && request.get('x-sturvo-csrf') !== found.csrf)
      throw new Fault(
        403,
        'badToken',
        'This page is older than your sign-in. Reload it; what you typed is kept.',
      )
    signedIn.set(request, found)
    next()
  }
}

/** Who a cookie header belongs to; for lines that are no requests of the application. */
export async function sessionOfCookie(
  database: Database,
  header: string | undefined,
  now: Date,
): Promise<SignedIn | undefined> {
  const id = header
    ?.split(';')
    .map((part) => part.trim())
    .find((part) => part.startsWith(`${cookieName}=`))
    ?.slice(cookieName.length + 1)
  return id === undefined ? undefined : findSession(database, hashOf(decodeURIComponent(id)), now)
}

async function findSession(database: Database, idHash: string, now: Date): Promise<SignedIn | undefined> {
  const [row] = await database.db
    .select()
    .from(session)
    .innerJoin(account, eq(session.accountId, account.id))
    .where(eq(session.idHash, idHash))
  if (!row) return undefined
  const idle = now.getTime() - Date.parse(row.session.lastSeen)
  if (idle > idleMs) return undefined
  if (idle > touchEveryMs)
    await database.write(() =>
      database.db.update(session).set({ lastSeen: now.toISOString() }).where(eq(session.idHash, idHash)),
    )
  const { id, name, email, role } = row.account
  return { accountId: id, name, email, role, csrf: row.session.csrf, idHash }
}
