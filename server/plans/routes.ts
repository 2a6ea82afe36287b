import { Router, type Request, type Response } from 'express'
import dayjs from 'dayjs'
import { stoppedSince } from '@sturvo/core/inForce'
import { backToPlanSchema, newPlanSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { bodyAs, fault, idOf, notFound } from '../http/faults'
import { findPerson } from '../people/queries'
import { inForceOf } from '../inForce/inForceOf'
import { currentFor, keptTextsNow } from '../inForce/planNow'
import { whoIs } from '../signin/sessions'
import { visitSources } from '../visits/readVisit'
import type { Work } from '../work/pool'
import type { KeptPaperWish } from '../documents/keptPaper'
import { paperOf, planPaperSchema } from '../documents/papers'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { goBackTo } from './goBack'
import { keepPlan, keptPlanText, planAnsweredBefore, plansOf } from './keptPlans'

// the practice is where its server stands
const zoneHere = Intl.DateTimeFormat().resolvedOptions().timeZone

/** Plans as decisions: made from a visit on the server, kept as a version, answered as they were kept. */
export function planRoutes(database: Database, work: Work): Router {
  const router = Router()
  const personThere = async (id: string) => {
    if (!(await findPerson(database.db, id))) throw notFound('person')
    return id
  }
  router.get('/people/:id/plans', async (request, response) => {
    response.json({ plans: await plansOf(database.db, await personThere(idOf(request))) })
  })
  router.post('/people/:id/plans', async (request, response) => {
    const personId = await personThere(idOf(request))
    const wish = bodyAs(newPlanSchema, request)
    const sources = await visitSources(database, wish.visitId)
    if (sources.visit.personId !== personId) throw notFound('visit')
    const kept = await planAnsweredBefore(database.db, personId, wish)
    if (kept !== undefined) return void response.status(201).type('json').send(kept)
    if (sources.visit.version !== wish.visitVersion) throw fault('planMoved', 'visitVersion')
    const decided = await work.run('decidedPlan', { sources })
    if (!decided) throw fault('planBlocked', 'visitId')
    const { accountId, name } = whoIs(request)
    const keeper = { accountId, name }
    const text = await keepPlan(database, { personId, wish, decided, keeper, now: new Date() })
    response.status(201).type('json').send(text)
  })
  router.post('/people/:id/plans/back', async (request, response) => {
    const personId = await personThere(idOf(request))
    const wish = bodyAs(backToPlanSchema, request)
    const { accountId, name } = whoIs(request)
    const text = await goBackTo(database, work, { personId, wish, by: { accountId, name }, now: new Date() })
    response.status(201).type('json').send(text)
  })
  router.get('/plans/:id', async (request, response) => {
    const { personId, document } = await keptPlanText(database.db, idOf(request))
    await personThere(personId)
    response.type('json').send(document)
  })
  const keptPaper = (kind: KeptPaperWish['kind']) => async (request: Request, response: Response) => {
    const { personId, document } = await keptPlanText(database.db, idOf(request))
    await personThere(personId)
    const paper = paperOf(request, planPaperSchema)
    const current = await currentFor(database, work, { document, now: new Date() })
    const printed = await work.run('keptPaper', { current, kind, document, paper })
    // plans kept before there were papers are read on the screen
    if (!printed) throw notFound('plan')
    response.type('pdf').send(Buffer.from(printed))
  }
  router.get('/plans/:id/handout.pdf', keptPaper('handout'))
  router.get('/plans/:id/plan.pdf', keptPaper('sheet'))
  router.get('/people/:id/plan.ics', async (request, response) => {
    const personId = await personThere(idOf(request))
    const kept = await keptTextsNow(database, work, personId)
    const stopped = stoppedSince(await inForceOf(database.db, personId, new Date()))
    const { name: practice, drills: own } = await practiceAnswer(database.db, await practiceRow(database))
    const text = await work.run('keptCalendar', {
      kept,
      practice,
      zone: zoneHere,
      own,
      callOffFrom: stopped === undefined ? undefined : dayjs().format('YYYY-MM-DD'),
    })
    if (text === undefined) throw notFound('plan')
    response
      .type('text/calendar; charset=utf-8')
      .set('Content-Disposition', 'attachment; filename="plan.ics"')
      .send(text)
  })
  return router
}
