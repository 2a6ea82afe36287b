import { Router } from 'express'
import { historyQuerySchema, visitChangesSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { bodyAs, fault, idOf } from '../http/faults'
import { requireVersion, sendVersioned } from '../http/versions'
import { whoIs } from '../signin/sessions'
import { changeVisit } from './changeVisit'
import { fieldHistory } from './history'
import { visitAnswer, visitRow } from './queries'

export function visitRoutes(database: Database): Router {
  const router = Router()
  router.get('/visits/:id', async (request, response) => {
    const answer = await visitAnswer(database.db, idOf(request))
    if (answer.unreadable.length > 0)
      request.log.error({ code: 'unreadableField', visit: answer.id, paths: answer.unreadable }, 'visit')
    sendVersioned(response, answer)
  })
  router.patch('/visits/:id', async (request, response) => {
    const { changes } = bodyAs(visitChangesSchema, request)
    const { accountId, role } = whoIs(request)
    const written = await changeVisit(database, {
      visitId: idOf(request),
      base: requireVersion(request),
      changes,
      byAccount: accountId,
      role,
      isClean: true,
      now: new Date(),
    })
    sendVersioned(response, written)
  })
  router.get('/visits/:id/history', async (request, response) => {
    const { id } = await visitRow(database.db, idOf(request))
    const asked = historyQuerySchema.safeParse(request.query)
    if (!asked.success) throw fault('badQuery', 'path')
    response.json(await fieldHistory(database.db, id, asked.data.path))
  })
  return router
}
