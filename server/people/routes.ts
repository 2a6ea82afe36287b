import dayjs from 'dayjs'
import { Router, type Request, type Response } from 'express'
import { and, eq, isNull } from 'drizzle-orm'
import {
  findPeopleSchema,
  idSchema,
  newPersonSchema,
  newVisitSchema,
  personChangeSchema,
  type Person,
} from '@sturvo/schema'
import type { Database, Db } from '../data/database'
import { person } from '../data/tables'
import { Fault, bodyAs, fault, idOf, notFound } from '../http/faults'
import { requireVersion, sendVersioned } from '../http/versions'
import { whoIs } from '../signin/sessions'
import { beginVisit } from '../visits/queries'
import { goOnFrom } from '../visits/retest'
import { courseOf } from './course'
import { findPerson, peoplePage, withVisits, type PeoplePage, type PersonRow } from './queries'
import { searchKeyOf } from './searchKey'
import type { Work } from '../work/pool'
import { todayAnswer } from './today'

export function peopleRoutes(database: Database, work: Work): Router {
  const router = Router()
  const answerOf = async (row: PersonRow): Promise<Person> => {
    const [read] = (await withVisits(database.db, [row])).people
    if (!read)
      throw new Fault(
        422,
        'unreadableRow',
        `What is stored of this person (${row.id}) cannot be read. It is kept as it is: run ./sturvo check.`,
        'id',
      )
    return read
  }
  const personOr404 = async (db: Db, id: string) => {
    const row = await findPerson(db, id)
    if (!row) throw notFound('person')
    return row
  }

  router.get('/people', async (request, response) => {
    const page = await peoplePage(database.db, { after: await markerOf(database.db, request.query.after) })
    answerPage(request, response, page)
  })
  router.post('/people/find', async (request, response) => {
    const { find } = bodyAs(findPeopleSchema, request)
    answerPage(request, response, await peoplePage(database.db, { find }))
  })

  router.get('/today', async (_request, response) => {
    response.json(await todayAnswer(database, work, dayjs().format('YYYY-MM-DD')))
  })

  router.post('/people', async (request, response) => {
    const input = bodyAs(newPersonSchema, request)
    assertBorn(input.birthYear)
    const stamp = new Date().toISOString()
    const row = {
      ...input,
      searchKey: searchKeyOf(`${input.name} ${input.work}`),
      version: 1,
      deletedOn: null,
      created: stamp,
      changed: stamp,
    }
    // the same write sent twice makes one person
    await database.write((tx) => tx.insert(person).values(row).onConflictDoNothing())
    sendVersioned(response, await answerOf(await personOr404(database.db, input.id)), 201)
  })

  router.get('/people/:id', async (request, response) => {
    sendVersioned(response, await answerOf(await personOr404(database.db, idOf(request))))
  })

  router.get('/people/:id/course', async (request, response) => {
    const { id } = await personOr404(database.db, idOf(request))
    response.json(await courseOf(database, id, whoIs(request).accountId))
  })

  router.patch('/people/:id', async (request, response) => {
    const id = idOf(request)
    const change = bodyAs(personChangeSchema, request)
    assertBorn(change.birthYear)
    const base = requireVersion(request)
    const row = await database.write(async (tx) => {
      const before = await personOr404(tx, id)
      const after = {
        ...before,
        ...change,
        searchKey: searchKeyOf(`${change.name ?? before.name} ${change.work ?? before.work}`),
        version: before.version + 1,
        changed: new Date().toISOString(),
      }
      const moved =
        before.version === base
          ? await tx
              .update(person)
              .set(after)
              .where(and(eq(person.id, id), eq(person.version, base), isNull(person.deletedOn)))
              .returning({ id: person.id })
          : []
      if (moved.length === 0)
        throw fault('personChanged', 'person', {
          version: before.version,
          clashes: Object.entries(change).map(([path, yours]) => ({
            path,
            yours,
            theirs: before[path as keyof PersonRow],
          })),
        })
      return after
    })
    sendVersioned(response, await answerOf(row))
  })

  router.post('/people/:id/visits', async (request, response) => {
    const { id: personId } = await personOr404(database.db, idOf(request))
    const { id, startedOn, retestOf } = bodyAs(newVisitSchema, request)
    const begun = await beginVisit(database, { id, personId, startedOn, now: new Date() })
    const { accountId } = whoIs(request)
    const visit = await goOnFrom(database, { begun, retestOf, byAccount: accountId, now: new Date() })
    sendVersioned(response, visit, 201)
  })
  return router
}

function answerPage(request: Request, response: Response, page: PeoplePage): void {
  const { people, unreadable, last } = page
  if (unreadable.length > 0) request.log.error({ code: 'unreadableRow', ids: unreadable }, 'people')
  response.json({ people, unreadable, next: last?.id ?? null })
}

function assertBorn(birthYear: number | null | undefined): void {
  if (birthYear && birthYear > new Date().getFullYear()) throw fault('birthInFuture', 'birthYear')
}

/** The last person of the page before. Its id alone is in the address: names never are. */
async function markerOf(db: Db, after: unknown): Promise<{ name: string; id: string } | undefined> {
  if (after === undefined || after === '') return undefined
  const id = idSchema.safeParse(after)
  const [row] = id.success
    ? await db.select({ name: person.name, id: person.id }).from(person).where(eq(person.id, id.data))
    : []
  if (!row) throw fault('badCursor', 'after')
  return row
}
