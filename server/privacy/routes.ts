import { Router } from 'express'
import { deletePersonSchema } from '@sturvo/schema'
import type { CopyKeeper } from '../copies/keeper'
import type { Database } from '../data/database'
import { bodyAs, idOf } from '../http/faults'
import { whoIs } from '../signin/sessions'
import { deletePerson } from './deletePerson'
import { pastTheirTime } from './retention'

/** What a client and the law may ask for: everything gone, and nothing kept too long. */
export function privacyRoutes(database: Database, copies: CopyKeeper): Router {
  const router = Router()
  router.post('/people/:id/delete', async (request, response) => {
    const { name } = bodyAs(deletePersonSchema, request)
    const { accountId, device, address } = whoIs(request)
    response.json(
      await deletePerson(database, {
        personId: idOf(request),
        typed: name,
        actor: accountId,
        origin: `${device}, ${address}`,
        copies,
        now: new Date(),
      }),
    )
  })
  router.get('/retention', async (_request, response) => {
    response.json(await pastTheirTime(database, new Date()))
  })
  return router
}
