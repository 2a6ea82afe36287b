import { Router } from 'express'
import { desc, eq } from 'drizzle-orm'
import { eyeAnswerSchema, eyeAnswersSchema, eyeChoiceSchema } from '@sturvo/schema'
import type { Database } from '../data/database'
import { account, eyeAnswer } from '../data/tables'
import { bodyAs } from '../http/faults'
import { practiceReferences } from '../practice/queries'
import { errorsInForce } from '../repeatability/ownErrors'
import { whoIs } from '../signin/sessions'

const mostAnswers = 2000 // older ones say little about the eye of today

/** Practice belongs to who practises: nobody sees the answers of another. */
export function eyeRoutes(database: Database): Router {
  const router = Router()
  router.get('/eye', async (request, response) => {
    const { accountId } = whoIs(request)
    const [who] = await database.db
      .select({ counts: account.practiceCounts })
      .from(account)
      .where(eq(account.id, accountId))
    const rows = await database.db
      .select()
      .from(eyeAnswer)
      .where(eq(eyeAnswer.accountId, accountId))
      .orderBy(desc(eyeAnswer.at))
      .limit(mostAnswers)
    response.json(
      eyeAnswersSchema.parse({
        answers: rows.reverse().map(withDerived),
        countsAsOwn: who?.counts ?? false,
        errors: (await errorsInForce(database, accountId, await practiceReferences(database))).errors,
      }),
    )
  })
  router.post('/eye', async (request, response) => {
    const answer = bodyAs(eyeAnswerSchema, request)
    const { derived, ...row } = answer
    const stamp = new Date().toISOString()
    // the same answer sent twice counts once
    await database.write((tx) =>
      tx
        .insert(eyeAnswer)
        .values({
          ...row,
          derivedKind: derived?.kind ?? null,
          derivedError: derived?.error ?? null,
          accountId: whoIs(request).accountId,
          created: stamp,
          changed: stamp,
        })
        .onConflictDoNothing(),
    )
    response.status(201).json(answer)
  })
  router.patch('/eye', async (request, response) => {
    const { countsAsOwn } = bodyAs(eyeChoiceSchema, request)
    await database.write((tx) =>
      tx
        .update(account)
        .set({ practiceCounts: countsAsOwn, changed: new Date().toISOString() })
        .where(eq(account.id, whoIs(request).accountId)),
    )
    response.json({ countsAsOwn })
  })
  return router
}

function withDerived({ derivedKind, derivedError, ...row }: typeof eyeAnswer.$inferSelect) {
  return {
    ...row,
    derived:
      derivedKind === null || derivedError === null ? null : { kind: derivedKind, error: derivedError },
  }
}
