import { carriedIntoRetest, type Visit } from '@sturvo/schema'
import type { Database } from '../data/database'
import { notFound } from '../http/faults'
import { changeVisit } from './changeVisit'
import { visitAnswer } from './queries'

/**
 * Makes a visit that was just begun a re-test of an earlier one: what lasts goes on into it. Sent twice it goes on once;
 * a visit that holds something already stays as it is.
 * @throws Fault 404 where the earlier visit is nobody's or somebody else's
 */
export async function goOnFrom(
  database: Database,
  input: { begun: Visit; retestOf: string | undefined; byAccount: string; now: Date },
): Promise<Visit> {
  const { begun, retestOf, byAccount, now } = input
  if (retestOf === undefined || begun.version > 0) return begun
  const before = await visitAnswer(database.db, retestOf)
  if (before.personId !== begun.personId || before.id === begun.id) throw notFound('visit')
  const changes = carriedIntoRetest(before.fields, retestOf)
  await changeVisit(database, { visitId: begun.id, base: 0, changes, byAccount, now })
  return visitAnswer(database.db, begun.id)
}
