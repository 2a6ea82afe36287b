import { Router } from 'express'
import { eq } from 'drizzle-orm'
import { z } from 'zod'
import {
  changedReferences,
  practiceChangeSchema,
  referenceChangesSchema,
  type ReferenceChanges,
} from '@sturvo/schema'
import { referenceProblem, referenceValues, type ReferenceId } from '@sturvo/core/reference'
import { referenceSentence } from '@sturvo/schema/words'
import type { Database } from '../data/database'
import { practice, referenceVersion } from '../data/tables'
import { bodyAs, Fault } from '../http/faults'
import { requireVersion, sendVersioned } from '../http/versions'
import { whoIs } from '../signin/sessions'
import { previewReferences } from './preview'
import { practiceAnswer, practiceRow, referencesVersion } from './queries'

export function practiceRoutes(database: Database): Router {
  const router = Router()
  router.get('/practice', async (_request, response) => {
    const answer = await practiceAnswer(database, await practiceRow(database))
    sendVersioned(response, answer)
  })
  router.patch('/practice', async (request, response) => {
    if (whoIs(request).role !== 'owner')
      throw new Fault(403, 'ownerOnly', 'Only the owner changes the settings of the practice.')
    const { settings = {}, references, trialUses = {} } = bodyAs(practiceChangeSchema, request)
    const base = requireVersion(request)
    const { accountId } = whoIs(request)
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
      const stamp = new Date().toISOString()
      const own = references ? checkedReferences(row.references, references) : row.references
      const changed = {
        settings: { ...row.settings, ...settings },
        references: own,
        trialUses: { ...row.trialUses, ...trialUses },
        version: row.version + 1,
        changed: stamp,
      }
      await database.db.update(practice).set(changed).where(eq(practice.id, row.id))
      if (references)
        await database.db.insert(referenceVersion).values({
          number: (await referencesVersion(database)) + 1,
          values: own,
          byAccount: accountId,
          created: stamp,
          changed: stamp,
        })
      return practiceAnswer(database, { ...row, ...changed })
    })
    sendVersioned(response, answer)
  })
  router.post('/practice/preview', async (request, response) => {
    const { references } = bodyAs(previewBody, request)
    const row = await practiceRow(database)
    const own = checkedReferences(row.references, references)
    response.json(await previewReferences(database, row.references, own))
  })
  return router
}

const previewBody = z.object({ references: referenceChangesSchema })

/** @throws Fault where the values together make no sense, in one sentence */
function checkedReferences(
  own: Record<string, number>,
  changes: ReferenceChanges,
): Partial<Record<ReferenceId, number>> {
  const merged = changedReferences(own, changes)
  const problem = referenceProblem(referenceValues(merged))
  if (problem)
    throw new Fault(
      422,
      'badReference',
      `${referenceSentence(problem)} Nothing was changed.`,
      problem.what === 'order' ? problem.lower : problem.id,
    )
  return merged
}
