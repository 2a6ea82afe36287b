import { Router } from 'express'
import { and, eq } from 'drizzle-orm'
import { z } from 'zod'
import {
  changedReferences,
  ownDrillSchema,
  ownDrillsMost,
  practiceChangeSchema,
  referenceChangesSchema,
  type ReferenceChanges,
} from '@sturvo/schema'
import { referenceProblem, referenceValues, type ReferenceId } from '@sturvo/core/reference'
import { ownDrillProblem } from '@sturvo/core/training'
import { ownDrillSentence, referenceSentence } from '@sturvo/words'
import type { Database, Db } from '../data/database'
import { account, practice, referenceVersion } from '../data/tables'
import { Fault, bodyAs, fault } from '../http/faults'
import { requireVersion, sendVersioned } from '../http/versions'
import { whoIs } from '../signin/sessions'
import type { Work } from '../work/pool'
import { previewReferences } from './preview'
import { practiceAnswer, practiceRow, referencesVersion } from './queries'

export function practiceRoutes(database: Database, work: Work): Router {
  const router = Router()
  router.get('/practice', async (_request, response) => {
    const answer = await practiceAnswer(database.db, await practiceRow(database))
    sendVersioned(response, answer)
  })
  router.patch('/practice', async (request, response) => {
    const {
      settings = {},
      references,
      trialUses = {},
      phone,
      emergency,
      factorRule,
      retentionYears,
      consentText,
    } = bodyAs(practiceChangeSchema, request)
    const base = requireVersion(request)
    const { accountId } = whoIs(request)
    await practiceRow(database) // a new file gets its row first
    const answer = await database.write(async (tx) => {
      const row = (await tx.select().from(practice).limit(1))[0]!
      if (row.version !== base)
        throw fault('settingsChanged', 'settings', {
          version: row.version,
          clashes: Object.entries(settings).map(([key, yours]) => ({
            path: key,
            yours,
            theirs: row.settings[key] ?? null,
          })),
        })
      if (factorRule !== undefined && factorRule !== 'choice' && !row.isDemo)
        await assertOwnFactor(tx, accountId)
      const stamp = new Date().toISOString()
      const own = references ? checkedReferences(row.references, references) : row.references
      const changed = {
        settings: { ...row.settings, ...settings },
        references: own,
        trialUses: { ...row.trialUses, ...trialUses },
        phone: phone ?? row.phone,
        emergency: emergency ?? row.emergency,
        factorRule: factorRule ?? row.factorRule,
        retentionYears: retentionYears === undefined ? row.retentionYears : retentionYears,
        consentText: consentText ?? row.consentText,
        version: row.version + 1,
        changed: stamp,
      }
      await tx
        .update(practice)
        .set(changed)
        .where(and(eq(practice.id, row.id), eq(practice.version, row.version)))
      if (references)
        await tx.insert(referenceVersion).values({
          number: (await referencesVersion(tx)) + 1,
          values: own,
          byAccount: accountId,
          created: stamp,
          changed: stamp,
        })
      return practiceAnswer(tx, { ...row, ...changed })
    })
    sendVersioned(response, answer)
  })
  router.put('/practice/drills/:id', async (request, response) => {
    const own = bodyAs(ownDrillSchema, request)
    const base = requireVersion(request)
    const problem = ownDrillProblem(own)
    if (problem || own.id !== request.params.id)
      throw new Fault(
        422,
        'badDrill',
        `${ownDrillSentence(problem ?? { what: 'basis' })} Nothing was changed.`,
      )
    await practiceRow(database)
    const answer = await database.write(async (tx) => {
      const row = (await tx.select().from(practice).limit(1))[0]!
      if (row.version !== base) throw fault('settingsChanged', 'drills')
      const { drills: before } = await practiceAnswer(tx, row)
      const place = before.findIndex((one) => one.id === own.id)
      if (place < 0 && before.length >= ownDrillsMost) throw fault('tooManyDrills')
      const drills = place < 0 ? [...before, own] : before.with(place, own)
      const changed = { drills, version: row.version + 1, changed: new Date().toISOString() }
      await tx
        .update(practice)
        .set(changed)
        .where(and(eq(practice.id, row.id), eq(practice.version, row.version)))
      return practiceAnswer(tx, { ...row, ...changed })
    })
    sendVersioned(response, answer)
  })
  router.post('/practice/preview', async (request, response) => {
    const { references } = bodyAs(previewBody, request)
    const row = await practiceRow(database)
    const own = checkedReferences(row.references, references)
    response.json(await previewReferences(database, work, row.references, own))
  })
  return router
}

/** Whoever asks everybody for a second factor has one: nobody locks themselves out of their own practice. */
async function assertOwnFactor(tx: Db, accountId: string): Promise<void> {
  const [own] = await tx
    .select({ secret: account.factorSecret })
    .from(account)
    .where(eq(account.id, accountId))
  if ((own?.secret ?? null) === null) throw fault('factorFirstOwn', 'factorRule')
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
