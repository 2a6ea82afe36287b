import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { Router, type Request, type RequestHandler, type Response } from 'express'
import { passed } from '../access/guard'
import { referenceValues, type References } from '@sturvo/core/reference'
import type { OwnDrill } from '@sturvo/core/training'
import { loggedDays, stopSigns, type StopSign } from '@sturvo/core/followup'
import { stoppedSince } from '@sturvo/core/inForce'
import {
  followDecisionSchema,
  linkChangeSchema,
  logPostSchema,
  newLinkSchema,
  type ClientAnswer,
  type ClientFigures,
  type ClientPlan,
  type KeptPlan,
  type LogPost,
} from '@sturvo/schema'
import { heldLines } from '@sturvo/words'
import type { Database } from '../data/database'
import { clearedFor, inForceOf } from '../inForce/inForceOf'
import { newestPlanNow } from '../inForce/planNow'
import { bodyAs, Fault, fault, idOf, notFound } from '../http/faults'
import { findPerson } from '../people/queries'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { whoIs } from '../signin/sessions'
import type { Work } from '../work/pool'
import { decideFollow } from './decide'
import { lately, type Lately } from '../work/lately'
import { entriesOf, holdOf, newestPlan } from './followState'
import { changeLink, linksOf, makeLink, markOpened, openLink, revokeLink, type Shown } from './links'
import { keepEntries, logAnswerOf } from './logs'
import { stopsIn } from './stopsIn'
import { ownerOf, planFileOf } from './planFile'

type Asked = { kept: KeptPlan; isHeld: boolean; own: readonly OwnDrill[]; references: References }

/** Links to the client's page, what that page may do, the log, and what is decided about it. */
export function followRoutes(
  database: Database,
  work: Work,
  {
    publicUrl,
    webFolder,
    closedLink,
  }: {
    publicUrl: string | undefined
    webFolder: string
    /** counts refusals of links by the address they come from */
    closedLink: RequestHandler
  },
): Router {
  const router = Router()
  const personThere = async (id: string) => {
    if (!(await findPerson(database.db, id))) throw notFound('person')
    return id
  }
  router.get('/people/:id/in-force', async (request, response) => {
    const personId = await personThere(idOf(request))
    const stops = await inForceOf(database.db, personId, new Date())
    // a stop is told also where nobody can say just now what waits
    const now = await newestPlanNow(database, work, personId).catch((error: unknown) => {
      request.log.error({ code: 'heldPlan' }, error instanceof Fault ? error.code : 'defect')
      return undefined
    })
    response.json({
      ...stops,
      ...(now?.first && {
        waiting: {
          number: now.plan.number,
          ...now.first,
          lines: heldLines(now.held, (id) => drillNameIn(now.plan, id)),
        },
      }),
    })
  })
  router.get('/people/:id/links', async (request, response) => {
    response.json({ links: await linksOf(database.db, await personThere(idOf(request))) })
  })
  router.post('/people/:id/links', async (request, response) => {
    const personId = await personThere(idOf(request))
    const wish = bodyAs(newLinkSchema, request)
    if (!(await newestPlan(database.db, personId))?.days) throw fault('noPlanKept', 'id')
    const { accountId } = whoIs(request)
    const now = new Date()
    const cleared = await clearedFor(database.db, personId, now)
    const { link, token } = await makeLink(database, { cleared, wish, accountId, now })
    const here = publicUrl ?? `${request.protocol}://${request.get('host')}`
    // after the # it is never sent to any server, proxy or referrer
    response
      .status(201)
      .json({ ...link, token, address: `${here}/c/#${token}`, isPublic: publicUrl !== undefined })
  })
  router.patch('/links/:id', async (request, response) => {
    response.json(await changeLink(database, idOf(request), bodyAs(linkChangeSchema, request)))
  })
  router.delete('/links/:id', async (request, response) => {
    await revokeLink(database, idOf(request))
    response.status(204).end()
  })

  const plans = lately<ClientPlan>()
  const pictures = lately<ClientFigures>()
  /** Worked out in a thread, once for each plan and each state of the practice's drills. */
  const ofPlan = async <T>(
    known: Lately<T>,
    personId: string,
    make: (asked: Asked) => Promise<T | undefined>,
  ) => {
    const now = await newestPlanNow(database, work, personId)
    if (!now) return undefined
    const {
      drills: own,
      references,
      version,
    } = await practiceAnswer(database.db, await practiceRow(database))
    const key = `${now.key} ${version}`
    const made =
      known.get(key) ??
      (await make({
        kept: now.plan,
        isHeld: now.first !== undefined,
        own,
        references: referenceValues(references),
      }))
    if (made) known.put(key, made)
    return made
  }
  const contactOf = async () => {
    const { name, phone, emergency } = await practiceRow(database)
    return { practice: name, phone, emergency }
  }
  const answerOf = async (
    personId: string,
    plan: ClientPlan,
    until: string,
    now: Date,
  ): Promise<ClientAnswer> => {
    const found = await inForceOf(database.db, personId, now)
    const since = stoppedSince(found)
    const days = loggedDays(await entriesOf(database.db, personId, plan.startsOn))
    // what a visit found has no words for a phone: it says whom to call
    const isSign = (what: string): what is StopSign => stopSigns.some((sign) => sign === what)
    const signs = found.stops.map((stop) => stop.what).filter(isSign)
    const hold = await holdOf(database.db, personId, now)
    return {
      plan,
      contact: await contactOf(),
      until,
      now: now.toISOString(),
      ...(since !== undefined && { paused: { since, signs } }),
      logged: days.map(({ day, training, spacersMin, shoesMin, pain, firstSteps, morning }) => ({
        day,
        ...(training && { training }),
        ...(spacersMin !== undefined && { spacersMin }),
        ...(shoesMin !== undefined && { shoesMin }),
        ...(pain !== undefined && { pain }),
        ...(firstSteps !== undefined && { firstSteps }),
        ...(morning !== undefined && { morning }),
      })),
      ...(hold && { hold }),
    }
  }
  const planOf = (personId: string) => ofPlan(plans, personId, (asked) => work.run('clientPlan', asked))
  const figuresOf = (personId: string) =>
    ofPlan(pictures, personId, ({ kept, own }) => work.run('clientFigures', { kept, own }))
  router.get('/people/:id/plan.html', async (request, response) => {
    const personId = await personThere(idOf(request))
    const now = new Date()
    const [plan, figures] = [await planOf(personId), await figuresOf(personId)]
    const last = plan?.days.at(-1)?.date
    if (!plan || !figures || last === undefined) throw fault('noPlanKept', 'id')
    // a file cannot be called back: none leaves while somebody has to look first
    const cleared = await clearedFor(database.db, personId, now)
    const answer = await answerOf(personId, plan, last, now)
    const page = await planFileOf(cleared, await readFile(join(webFolder, 'planFile.html'), 'utf8'), {
      owner: ownerOf(personId),
      answer,
      figures,
      settled: (await entriesOf(database.db, personId))
        .filter((entry) => entry.isSettled && (entry.stops ?? []).length > 0)
        .map(({ id }) => id)
        .slice(-2000),
    })
    response.type('html').attachment('plan.html').send(page)
  })
  /** A refusal of a link tells whom to call instead. */
  const opened = async (request: Request, response: Response) => {
    try {
      const link = await openLink(database, shownBy(request), new Date())
      if (await findPerson(database.db, link.personId)) return link
      throw fault('linkClosed', 'x-sturvo-link')
    } catch (error) {
      if (!(error instanceof Fault)) throw error
      // each guess is another link: they count by where they come from
      await passed(closedLink, request, response)
      throw new Fault(error.status, error.code, error.message, error.path, { contact: await contactOf() })
    }
  }
  router.get('/c/plan', async (request, response) => {
    const now = new Date()
    const link = await opened(request, response)
    const plan = await planOf(link.personId)
    if (!plan)
      throw new Fault(404, 'linkClosed', fault('linkClosed').message, '', { contact: await contactOf() })
    await markOpened(database, link, now)
    if (link.wordHash !== null && link.pass !== null) response.set('x-sturvo-pass', link.pass)
    response.json(await answerOf(link.personId, plan, link.until, now))
  })
  router.get('/c/figures', async (request, response) => {
    const { personId } = await opened(request, response)
    const made = await figuresOf(personId)
    if (!made) throw fault('linkClosed')
    response.json(made)
  })
  router.post('/c/log', async (request, response) => {
    const { id: linkId, personId } = await opened(request, response)
    const now = new Date()
    const post = postOf(request, now)
    response.json(await keepEntries(database, { personId, post, sender: { linkId }, now }))
  })

  router.get('/people/:id/log', async (request, response) => {
    response.json(await logAnswerOf(database, await personThere(idOf(request)), new Date()))
  })
  router.post('/people/:id/log', async (request, response) => {
    const personId = await personThere(idOf(request))
    const post = bodyAs(logPostSchema, request)
    const { accountId } = whoIs(request)
    response.json(await keepEntries(database, { personId, post, sender: { accountId }, now: new Date() }))
  })
  router.post('/people/:id/follow-up', async (request, response) => {
    const personId = await personThere(idOf(request))
    const decision = bodyAs(followDecisionSchema, request)
    const { accountId, name } = whoIs(request)
    await decideFollow(database, { personId, decision, by: { accountId, name }, now: new Date() })
    response.status(201).json(await logAnswerOf(database, personId, new Date()))
  })
  return router
}

/** The name a plan has for one of its drills, or for what stands in for one. */
const drillNameIn = ({ plan }: KeptPlan, id: string): string => {
  const drills = plan.phases.flatMap((phase) => phase.drills)
  return [...drills, ...drills.flatMap(({ fallback }) => fallback ?? [])].find((d) => d.id === id)?.name ?? id
}

function shownBy(request: Request): Shown {
  return {
    token: request.get('x-sturvo-link'),
    word: request.get('x-sturvo-word'),
    pass: request.get('x-sturvo-pass'),
  }
}

/** What a phone sent; of something that cannot be read the stop signs are heard all the same. @throws Fault 400, 422 */
function postOf(request: Request, now: Date): LogPost {
  const parsed = logPostSchema.safeParse(request.body)
  if (parsed.success) return parsed.data
  const entries = stopsIn(request.body, now)
  return entries.length > 0 ? { entries, sentAt: now.toISOString() } : bodyAs(logPostSchema, request)
}
