import { Router } from 'express'
import { eq } from 'drizzle-orm'
import { practiceChangeSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { practice } from '../data/tables'
import { bodyAs, Fault } from '../http/faults'
import { requireVersion, sendVersioned } from '../http/versions'
import { whoIs } from '../signin/sessions'
import { practiceAnswer, practiceRow } from './queries'

export function practiceRoutes(database: Database): Router {
  const router = Router()
  router.get('/practice', async (_request, response) => {
    const answer = practiceAnswer(await practiceRow(database))
    sendVersioned(response, answer)
  })
  router.patch('/practice', async (request, response) => {
    if (whoIs(request).role !== 'owner')
      throw new Fault(403, 'ownerOnly', 'Only the owner changes the settings of the practice.')
    const { settings } = bodyAs(practiceChangeSchema, request)
    const base = requireVersion(request)
    const answer = await database.write(async () => {
      const row = await practiceRow(database)
      if (row.version !== base)
        throw new Fault(
          409,
          'conflict',
          'Someone changed the settings meanwhile. Nothing was changed: look at both and choose.',
          'settings',
          {
            version: row.version,
            clashes: Object.entries(settings).map(([key, yours]) => ({
              path: key,
              yours,
              theirs: row.settings[key] ?? null,
            })),
          },
        )
      const changed = {
        settings: { ...row.settings, ...settings },
        version: row.version + 1,
        changed: new Date().toISOString(),
      }
      await database.db.update(practice).set(changed).where(eq(practice.id, row.id))
      return practiceAnswer({ ...row, ...changed })
    })
    sendVersioned(response, answer)
  })
  return router
}
