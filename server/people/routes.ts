import { Router } from 'express'
import { eq } from 'drizzle-orm'
import { newPersonSchema, newVisitSchema, personChangeSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { person, visit } from '../data/tables'
import { bodyAs, Fault, idOf, notFound } from '../http/faults'
import { requireVersion, sendVersioned } from '../http/versions'
import { coreVersion } from '../version'
import { visitAnswer } from '../visits/queries'
import { findPerson, peoplePage, withVisits, type PersonRow } from './queries'

export function peopleRoutes(database: Database): Router {
  const router = Router()
  const answerOf = async (row: PersonRow) => (await withVisits(database, [row]))[0]!
  const personOr404 = async (id: string) => {
    const row = await findPerson(database, id)
    if (!row) throw notFound('person')
    return row
  }

  router.get('/people', async (request, response) => {
    const { people, last } = await peoplePage(database, cursorOf(request.query.after))
    response.json({
      people,
      next: last ? Buffer.from(JSON.stringify([last.name, last.id])).toString('base64url') : null,
    })
  })

  router.post('/people', async (request, response) => {
    const input = bodyAs(newPersonSchema, request)
    assertBorn(input.birthYear)
    const stamp = new Date().toISOString()
    const row = { ...input, version: 1, deletedOn: null, created: stamp, changed: stamp }
    // the same write sent twice makes one person
    await database.write(() => database.db.insert(person).values(row).onConflictDoNothing())
    sendVersioned(response, await answerOf(await personOr404(input.id)), 201)
  })

  router.get('/people/:id', async (request, response) => {
    sendVersioned(response, await answerOf(await personOr404(idOf(request))))
  })

  router.patch('/people/:id', async (request, response) => {
    const id = idOf(request)
    const change = bodyAs(personChangeSchema, request)
    assertBorn(change.birthYear)
    const base = requireVersion(request)
    const row = await database.write(async () => {
      const before = await personOr404(id)
      if (before.version !== base)
        throw new Fault(
          409,
          'conflict',
          'Someone changed this person meanwhile. Nothing was changed: look at both and choose.',
          'person',
          {
            version: before.version,
            clashes: Object.entries(change).map(([path, yours]) => ({
              path,
              yours,
              theirs: before[path as keyof PersonRow],
            })),
          },
        )
      const after = { ...before, ...change, version: before.version + 1, changed: new Date().toISOString() }
      await database.db.update(person).set(after).where(eq(person.id, id))
      return after
    })
    sendVersioned(response, await answerOf(row))
  })

  router.post('/people/:id/visits', async (request, response) => {
    const { id: personId } = await personOr404(idOf(request))
    const { id, startedOn } = bodyAs(newVisitSchema, request)
    const stamp = new Date().toISOString()
    await database.write(() =>
      database.db
        .insert(visit)
        .values({ id, personId, startedOn, coreVersion, version: 0, created: stamp, changed: stamp })
        .onConflictDoNothing(),
    )
    sendVersioned(response, await visitAnswer(database, id), 201)
  })
  return router
}

function assertBorn(birthYear: number | null | undefined): void {
  if (birthYear && birthYear > new Date().getFullYear())
    throw new Fault(422, 'badInput', 'The birth year lies in the future. Nothing was changed.', 'birthYear')
}

function cursorOf(after: unknown): { name: string; id: string } | undefined {
  if (typeof after !== 'string' || after === '') return undefined
  try {
    const [name, id] = JSON.parse(Buffer.from(after, 'base64url').toString()) as [unknown, unknown]
    if (typeof name === 'string' && typeof id === 'string') return { name, id }
  } catch {
    // falls through to the one answer for a broken cursor
  }
  throw new Fault(400, 'badCursor', 'This page marker cannot be read. Start from the first page.', 'after')
}
