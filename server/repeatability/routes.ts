import { Router } from 'express'
import { firstSentence, pairsQuerySchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { Fault, idOf } from '../http/faults'
import { practiceReferences } from '../practice/queries'
import { whoIs } from '../signin/sessions'
import { visitRow } from '../visits/queries'
import { takenTrials, visitBackground } from './background'
import { ownErrorsCsv } from './csv'
import { ownErrorsAnswer } from './ownErrors'
import { trialPairs } from './pairs'

export function repeatabilityRoutes(database: Database): Router {
  const router = Router()
  router.get('/errors', async (_request, response) => {
    response.json(await ownErrorsAnswer(database))
  })
  router.get('/errors.csv', async (_request, response) => {
    const references = await practiceReferences(database)
    response
      .type('text/csv')
      .set('Content-Disposition', 'attachment; filename="own-errors.csv"')
      .send(ownErrorsCsv(await ownErrorsAnswer(database), references))
  })
  router.get('/errors/pairs', async (request, response) => {
    const asked = pairsQuerySchema.safeParse(request.query)
    if (!asked.success) throw new Fault(422, 'badQuery', firstSentence(asked.error), 'errors/pairs')
    response.json(await trialPairs(database, asked.data))
  })
  router.get('/visits/:id/background', async (request, response) => {
    const row = await visitRow(database.db, idOf(request))
    const { accountId, name } = whoIs(request)
    response.json(
      await visitBackground(database, row, await practiceReferences(database), { id: accountId, name }),
    )
  })
  router.get('/visits/:id/trials', async (request, response) => {
    response.json(await takenTrials(database, (await visitRow(database.db, idOf(request))).id))
  })
  return router
}
