import { Router } from 'express'
import { fault } from '../http/faults'
import type { CopyKeeper } from './keeper'

/** Copies: what is there, one now, one on trial. */
export function copyRoutes(keeper: CopyKeeper): Router {
  const router = Router()
  router.get('/copies', async (_request, response) => {
    response.json(await keeper.answer(new Date()))
  })
  router.post('/copies', async (_request, response) => {
    const run = await keeper.make('byHand', new Date())
    if (!run.isFine) throw fault('copyFailed', 'copies', { why: run.words })
    response.status(201).json(run)
  })
  router.post('/copies/trial', async (_request, response) => {
    response.status(201).json(await keeper.tryNewest(new Date()))
  })
  return router
}
