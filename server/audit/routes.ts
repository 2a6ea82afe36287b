import { Router, type Request } from 'express'
import { auditQuerySchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { fault, idOf } from '../http/faults'
import { auditCsv, auditPage, type AuditFilter } from './queries'

function filterOf(request: Request): AuditFilter {
  const read = auditQuerySchema.safeParse(request.query)
  if (!read.success) throw fault('badQuery', read.error.issues[0]?.path.join('.') ?? '')
  const { person, ...filter } = read.data
  return { ...filter, personId: person }
}

/** The audit, to be read by the owner; of one person by whoever treats them. */
export function auditRoutes({ db }: Database): Router {
  const router = Router()
  router.get('/audit', async (request, response) => {
    response.json(await auditPage(db, filterOf(request)))
  })
  router.get('/audit.csv', async (request, response) => {
    response
      .type('text/csv')
      .attachment('audit.csv')
      .send(await auditCsv(db, filterOf(request)))
  })
  router.get('/people/:id/audit', async (request, response) => {
    response.json(await auditPage(db, { ...filterOf(request), personId: idOf(request) }))
  })
  return router
}
