import { Router, type Response } from 'express'
import { eq } from 'drizzle-orm'
import { firstOwnerSchema, signInSchema, type FrontDoor, type Session } from '@sturvo/schema'
import type { Database } from '../data/database'
import { account, practice } from '../data/tables'
import { bodyAs, Fault } from '../http/faults'
import { signInLimit } from '../http/security'
import { practiceRow } from '../practice/queries'
import { addAccount, checkSignIn } from './accounts'
import { beginSession, endSession, requireSession, whoIs } from './sessions'

type AccountRow = typeof account.$inferSelect

export function signInRoutes(database: Database): Router {
  const router = Router()
  const limited = signInLimit()

  const answerSession = async (
    row: Pick<AccountRow, 'id' | 'name' | 'email' | 'role'>,
    csrf: string,
  ): Promise<Session> => {
    const { name, isDemo } = await practiceRow(database)
    return {
      account: { id: row.id, name: row.name, email: row.email, role: row.role },
      csrf,
      practiceName: name,
      isDemo,
    }
  }
  const begin = async (row: AccountRow, response: Response) => {
    const csrf = await beginSession(database, row.id, response, new Date())
    response.status(201).json(await answerSession(row, csrf))
  }

  router.get('/front-door', async (_request, response) => {
    const { name, isDemo } = await practiceRow(database)
    const [owner] = await database.db.select({ id: account.id }).from(account).limit(1)
    response.json({ isDemo, hasOwner: owner !== undefined, practiceName: name } satisfies FrontDoor)
  })

  router.post('/owner', limited, async (request, response) => {
    const input = bodyAs(firstOwnerSchema, request)
    const [owner] = await database.db.select({ id: account.id }).from(account).limit(1)
    if (owner) throw new Fault(409, 'hasOwner', 'This practice already has an owner. Sign in instead.')
    const { practiceName, ...who } = input
    const row = await addAccount(database, { ...who, role: 'owner' }, new Date())
    await database.write(() => database.db.update(practice).set({ name: practiceName }))
    await begin(row, response)
  })

  router.post('/session', limited, async (request, response) => {
    const { email, password } = bodyAs(signInSchema, request)
    await begin(await checkSignIn(database, email, password, new Date()), response)
  })

  router.post('/session/demo', limited, async (_request, response) => {
    const { isDemo } = await practiceRow(database)
    if (!isDemo) throw new Fault(403, 'notDemo', 'Only the made-up practice opens without a password.')
    const [row] = await database.db.select().from(account).where(eq(account.role, 'owner')).limit(1)
    if (!row) throw new Fault(409, 'noOwner', 'The made-up practice is empty. Start it again with --fresh.')
    await begin(row, response)
  })

  router.get('/session', requireSession(database), async (request, response) => {
    const who = whoIs(request)
    response.json(await answerSession({ id: who.accountId, ...who }, who.csrf))
  })

  router.delete('/session', requireSession(database), async (request, response) => {
    await endSession(database, whoIs(request).idHash, response)
    response.status(204).end()
  })
  return router
}
