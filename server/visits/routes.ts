import { Router } from 'express'
import { visitChangesSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { bodyAs, idOf } from '../http/faults'
import { requireVersion, sendVersioned } from '../http/versions'
import { whoIs } from '../signin/sessions'
import { changeVisit } from './changeVisit'
import { visitAnswer } from './queries'

export function visitRoutes(database: Database): Router {
  const router = Router()
  router.get('/visits/:id', async (request, response) => {
    sendVersioned(response, await visitAnswer(database, idOf(request)))
  })
  router.patch('/visits/:id', async (request, response) => {
    const { changes } = bodyAs(visitChangesSchema, request)
    const written = await changeVisit(database, {
      visitId: idOf(request),
      base: requireVersion(request),
      changes,
      byAccount: whoIs(request).accountId,
      now: new Date(),
    })
    sendVersioned(response, written)
  })
  return router
}
