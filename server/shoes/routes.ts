import { Router } from 'express'
import { and, asc, eq, isNull } from 'drizzle-orm'
import { keptInsoleSchema, keptInsolesSchema, type KeptInsole } from '@sturvo/schema'
import type { Database } from '../data/database'
import { keptInsole } from '../data/tables'
import { bodyAs, idOf, notFound } from '../http/faults'
import { whoIs } from '../signin/sessions'

/** Insides of shoes that the practice keeps, for other clients with the same shoe and size. */
export function shoeRoutes(database: Database): Router {
  const router = Router()
  router.get('/insoles', async (_request, response) => {
    const rows = await database.db
      .select()
      .from(keptInsole)
      .where(isNull(keptInsole.deletedOn))
      .orderBy(asc(keptInsole.name), asc(keptInsole.size))
    response.json(
      keptInsolesSchema.parse({
        insoles: rows.map(({ id, name, size, outline }) => ({ id, name, size, insole: outline })),
      }),
    )
  })
  router.post('/insoles', async (request, response) => {
    const kept: KeptInsole = bodyAs(keptInsoleSchema, request)
    const stamp = new Date().toISOString()
    const { id, name, size, insole } = kept
    // sent twice, kept once; the same shoe and size traced again stands beside the older one
    await database.write((tx) =>
      tx
        .insert(keptInsole)
        .values({
          id,
          name,
          size,
          outline: insole,
          byAccount: whoIs(request).accountId,
          deletedOn: null,
          created: stamp,
          changed: stamp,
        })
        .onConflictDoNothing(),
    )
    response.status(201).json(kept)
  })
  router.delete('/insoles/:id', async (request, response) => {
    const stamp = new Date().toISOString()
    const gone = await database.write((tx) =>
      tx
        .update(keptInsole)
        .set({ deletedOn: stamp, changed: stamp })
        .where(and(eq(keptInsole.id, idOf(request)), isNull(keptInsole.deletedOn)))
        .returning({ id: keptInsole.id }),
    )
    if (gone.length === 0) throw notFound('kept inside of a shoe')
    response.status(204).end()
  })
  return router
}
