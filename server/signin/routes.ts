import { randomBytes, timingSafeEqual } from 'node:crypto'
import { Router, type Request, type Response } from 'express'
import { and, eq, isNull } from 'drizzle-orm'
import { firstOwnerSchema, signInSchema, type FrontDoor, type Session } from '@sturvo/schema'
import { noteAudit } from '../audit/record'
import type { Database } from '../data/database'
import { account, practice } from '../data/tables'
import { bodyAs, fault } from '../http/faults'
import { practiceRow } from '../practice/queries'
import { addFirstOwner, checkSignIn } from './accounts'
import { deviceWords } from './device'
import { takeCode } from './factor'
import { isFactorWanted } from './factorRule'
import { forgetTries, knowBrowser, knownBrowserOf, type Trier } from './guessing'
import { beginSession, endAllSessions, endSession, forget, hashOf, whoIs } from './sessions'

type AccountRow = typeof account.$inferSelect

export function signInRoutes(database: Database, { ownerCode }: { ownerCode?: string | undefined }): Router {
  const router = Router()

  const answerSession = async (
    row: Pick<AccountRow, 'id' | 'name' | 'email' | 'role'> & { hasFactor: boolean },
    csrf: string,
  ): Promise<Session> => {
    const { name, isDemo, factorRule } = await practiceRow(database)
    return {
      account: { id: row.id, name: row.name, email: row.email, role: row.role },
      csrf,
      practiceName: name,
      isDemo,
      needsFactor: !isDemo && !row.hasFactor && isFactorWanted(factorRule, row.role),
    }
  }
  const begin = async (row: AccountRow, request: Request, response: Response) => {
    noteAudit(request, { actor: row.id, what: deviceWords(request.get('user-agent')) })
    const csrf = await beginSession(database, { accountId: row.id, request, response, now: new Date() })
    response.status(201).json(await answerSession({ ...row, hasFactor: row.factorSecret !== null }, csrf))
  }

  router.get('/front-door', async (_request, response) => {
    const { name, isDemo } = await practiceRow(database)
    const [owner] = await database.db.select({ id: account.id }).from(account).limit(1)
    response.json({ isDemo, hasOwner: owner !== undefined, practiceName: name } satisfies FrontDoor)
  })

  router.post('/owner', async (request, response) => {
    const { practiceName, code, ...who } = bodyAs(firstOwnerSchema, request)
    assertCode(code, ownerCode)
    const row = await addFirstOwner(database, who, new Date(), (tx) =>
      tx.update(practice).set({ name: practiceName }),
    )
    await begin(row, request, response)
  })

  router.post('/session', async (request, response) => {
    const { email, password, code } = bodyAs(signInSchema, request)
    const now = new Date()
    const trier: Trier = {
      email,
      address: request.ip ?? '',
      knownBrowser: knownBrowserOf(request),
    }
    const row = await checkSignIn(database, trier, password, now)
    await takeCode(database, row, code, now)
    const newBrowser = trier.knownBrowser ?? randomBytes(24).toString('base64url')
    await database.write((tx) => forgetTries(tx, { ...trier, accountId: row.id, newBrowser }, now))
    knowBrowser(response, newBrowser)
    await begin(row, request, response)
  })

  router.post('/session/demo', async (request, response) => {
    const { isDemo } = await practiceRow(database)
    if (!isDemo) throw fault('notDemo')
    const [row] = await database.db
      .select()
      .from(account)
      .where(and(eq(account.role, 'owner'), isNull(account.disabledOn)))
      .limit(1)
    if (!row) throw fault('noOwner')
    await begin(row, request, response)
  })

  router.get('/session', async (request, response) => {
    const who = whoIs(request)
    response.json(await answerSession({ id: who.accountId, ...who, hasFactor: !who.needsFactor }, who.csrf))
  })

  router.delete('/session', async (request, response) => {
    await endSession(database, whoIs(request).idHash, response)
    response.status(204).end()
  })

  router.delete('/sessions', async (request, response) => {
    const { accountId } = whoIs(request)
    await database.write((tx) => endAllSessions(tx, accountId))
    forget(response)
    response.status(204).end()
  })
  return router
}

/** @throws Fault 403 where the code is not the one in the terminal of whoever started the practice */
function assertCode(given: string, wanted: string | undefined): void {
  const asked = given.replaceAll('-', '').toUpperCase()
  const isRight =
    wanted !== undefined &&
    timingSafeEqual(Buffer.from(hashOf(asked)), Buffer.from(hashOf(wanted.replaceAll('-', ''))))
  if (!isRight) throw fault('wrongCode', 'code')
}

const codeLetters = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789' // none that is mistaken for another

/** A code that only whoever started the program can read, as XXXX-XXXX. */
export function newOwnerCode(): string {
  const letters = [...randomBytes(64)]
    .filter((byte) => byte < 248) // a multiple of the letters, so that each is as likely as any other
    .slice(0, 8)
    .map((byte) => codeLetters[byte % codeLetters.length])
    .join('')
  return `${letters.slice(0, 4)}-${letters.slice(4)}`
}
