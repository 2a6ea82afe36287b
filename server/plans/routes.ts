import { Router, type Request } from 'express'
import { newPlanSchema, type KeptPlan } from '@sturvo/schema'
import type { Database } from '../data/database'
import { bodyAs, fault, idOf, notFound } from '../http/faults'
import { findPerson } from '../people/queries'
import { whoIs } from '../signin/sessions'
import { visitSources } from '../visits/readVisit'
import type { Work } from '../work/pool'
import { paperOf, planPaperSchema } from '../documents/papers'
import { practiceRow } from '../practice/queries'
import { planCalendar } from './calendar'
import { keepPlan, keptPlanText, planAnsweredBefore, plansOf, plansWithDays } from './keptPlans'

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
  router.get('/plans/:id', async (request, response) => {
    const { personId, document } = await keptPlanText(database.db, idOf(request))
    await personThere(personId)
    response.type('json').send(document)
  })
  router.get('/plans/:id/handout.pdf', async (request, response) => {
    const { papers } = await keptPapers(request)
    const paper = paperOf(request, planPaperSchema)
    response.type('pdf').send(Buffer.from(await work.run('keptPaper', { kind: 'handout', papers, paper })))
  })
  router.get('/plans/:id/plan.pdf', async (request, response) => {
    const { papers } = await keptPapers(request)
    const paper = paperOf(request, planPaperSchema)
    response.type('pdf').send(Buffer.from(await work.run('keptPaper', { kind: 'sheet', papers, paper })))
  })
  router.get('/people/:id/plan.ics', async (request, response) => {
    const personId = await personThere(idOf(request))
    const plans = await plansWithDays(database.db, personId)
    if (plans.length === 0) throw notFound('plan')
    const { name } = await practiceRow(database)
    response
      .type('text/calendar; charset=utf-8')
      .set('Content-Disposition', 'attachment; filename="plan.ics"')
      .send(planCalendar(plans, name, zoneHere))
  })
  return router

  async function keptPapers(request: Request) {
    const { personId, document } = await keptPlanText(database.db, idOf(request))
    await personThere(personId)
    const { papers } = JSON.parse(document) as KeptPlan
    // plans kept before there were papers are read on the screen
    if (!papers) throw notFound('plan')
    return { papers }
  }
}
