import { Router, type Request } from 'express'
import { z } from 'zod'
import { idSchema } from '@sturvo/schema'
import { papers, type Paper } from '@sturvo/pages/feetPage'
import { fitPapers, type FitPaper } from '@sturvo/pages/fitPage'
import { triedText } from '@sturvo/words'
import type { Database } from '../data/database'
import { fault, idOf, notFound } from '../http/faults'
import { entriesOf, newestPlan } from '../follow/followState'
import { inForceOf } from '../inForce/inForceOf'
import { whoIs } from '../signin/sessions'
import { visitRow } from '../visits/queries'
import { visitSources } from '../visits/readVisit'
import type { Work } from '../work/pool'
import { assertNotHeld } from './notHeld'
import { paperOf, planPaperSchema } from './papers'
import type { DocumentWish } from './visitDocument'

/** Documents of a visit. They are made in a thread of their own: a full visit takes longer than anybody should wait. */
export function documentRoutes(database: Database, work: Work): Router {
  const router = Router()
  /** A plan on paper leaves only where nothing told elsewhere stops or holds it; what this visit says itself stands on its page. */
  const planPaper = (request: Request, wish: DocumentWish) => work.inPaperTurn(() => printPlan(request, wish))
  const made = (request: Request, wish: DocumentWish) => work.inPaperTurn(() => print(request, wish))
  const printPlan = async (request: Request, wish: DocumentWish) => {
    const { personId } = await visitRow(database.db, idOf(request))
    const { stops } = await inForceOf(database.db, personId, new Date())
    if (stops.some((stop) => stop.toldAt === 'log' || (stop.visitId ?? idOf(request)) !== idOf(request)))
      throw fault('stopFirst', 'id')
    await assertNotHeld(database, work, idOf(request))
    return print(request, wish)
  }
  const print = async (request: Request, wish: DocumentWish) => {
    const document = await work.run('visitDocument', {
      sources: await visitSources(database, idOf(request)),
      wish,
    })
    return typeof document === 'string' ? document : Buffer.from(document)
  }
  const letterWish = async (request: Request) => {
    const { personId } = await visitRow(database.db, idOf(request))
    const { stops } = await inForceOf(database.db, personId, new Date())
    const plan = await newestPlan(database.db, personId)
    return {
      practitioner: whoIs(request).name,
      inForce: stops,
      tried: plan ? [triedText(plan, (await entriesOf(database.db, personId)).length)] : [],
    }
  }
  router.get('/visits/:id/handout.pdf', async (request, response) => {
    response
      .type('pdf')
      .send(await planPaper(request, { kind: 'handout', paper: paperOf(request, planPaperSchema) }))
  })
  router.get('/visits/:id/plan.pdf', async (request, response) => {
    const wish = {
      kind: 'planSheet',
      paper: paperOf(request, planPaperSchema),
      withPrices: request.query.prices === 'yes',
    } as const
    response.type('pdf').send(await planPaper(request, wish))
  })
  router.get('/visits/:id/shoes.pdf', async (request, response) => {
    response
      .type('pdf')
      .send(await planPaper(request, { kind: 'shoes', paper: paperOf(request, planPaperSchema) }))
  })
  router.get('/visits/:id/letter.txt', async (request, response) => {
    const letter = await work.inPaperTurn(async () =>
      print(request, { kind: 'letter', ...(await letterWish(request)) }),
    )
    response.type('text/plain').send(letter)
  })
  router.get('/visits/:id/letter.pdf', async (request, response) => {
    const paper = paperOf(request, planPaperSchema)
    const letter = await work.inPaperTurn(async () =>
      print(request, { kind: 'letterPdf', ...(await letterWish(request)), paper }),
    )
    response.type('pdf').send(letter)
  })
  router.get('/visits/:id/feet.pdf', async (request, response) => {
    response.type('pdf').send(await made(request, { kind: 'feetPdf', paper: paperOf(request, paperSchema) }))
  })
  router.get('/visits/:id/feet.svg', async (request, response) => {
    response
      .type('image/svg+xml')
      .set('Content-Disposition', 'attachment; filename="feet.svg"')
      .send(await made(request, { kind: 'feetSvg', paper: paperOf(request, paperSchema) }))
  })
  router.get('/visits/:id/shoes/:shoe/fit.pdf', async (request, response) => {
    const shoe = idSchema.safeParse(request.params.shoe)
    if (!shoe.success) throw notFound('shoe')
    const wish = { kind: 'fit', shoe: shoe.data, paper: paperOf(request, fitPaperSchema) } as const
    response.type('pdf').send(await made(request, wish))
  })
  return router
}

const fitPaperSchema = z.enum(Object.keys(fitPapers) as [FitPaper, ...FitPaper[]])
const paperSchema = z.enum(Object.keys(papers) as [Paper, ...Paper[]])
