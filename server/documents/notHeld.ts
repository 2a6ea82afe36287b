import type { Database } from '../data/database'
import { fault } from '../http/faults'
import { visitsSince } from '../inForce/visitsSince'
import { visitRow } from '../visits/queries'
import { visitSources } from '../visits/readVisit'
import type { Work } from '../work/pool'

/**
 * The plan of an older visit is printed as it would be made from it; a later visit holds it back as it would a kept one.
 * @throws Fault 409 toldSince
 */
export async function assertNotHeld(database: Database, work: Work, visitId: string): Promise<void> {
  const row = await visitRow(database.db, visitId)
  const asKept = { id: visitId, personId: row.personId, visitId, visitVersion: row.version }
  const later = await visitsSince(database.db, asKept)
  if (later.length === 0) return
  const decided = await work.run('decidedPlan', { sources: await visitSources(database, visitId) })
  if (!decided) return // nothing is planned on it
  const sources = []
  for (const { id } of later) sources.push(await visitSources(database, id))
  const { first } = await work.run('heldPlan', { kept: decided, sources })
  if (first) throw fault('toldSince', 'id')
}
