import { desc, eq, isNull } from 'drizzle-orm'
import type { ReferenceId } from '@sturvo/core/reference'
import type { Moved, ReferencePreview } from '@sturvo/schema'
import type { Database } from '../data/database'
import { person, visit } from '../data/tables'
import { visitContents } from '../visits/visitContents'
import type { Work } from '../work/pool'
import { practiceAnswer, practiceRow } from './queries'

type Values = Partial<Record<ReferenceId, number>>
const clientsAtOnce = 12

/**
 * Which findings of which clients a change of the table would move: the last visit of each is read with the values in
 * force and with the wanted ones, a few clients at a time and in other threads.
 */
export async function previewReferences(
  database: Database,
  work: Work,
  now: Values,
  wanted: Values,
): Promise<ReferencePreview> {
  const { db } = database
  const { settings, trialUses } = await practiceAnswer(db, await practiceRow(database))
  const rows = await db
    .select({
      visitId: visit.id,
      contentId: visit.contentId,
      startedOn: visit.startedOn,
      personId: person.id,
      personName: person.name,
      birthYear: person.birthYear,
      kit: person.kit,
    })
    .from(visit)
    .innerJoin(person, eq(visit.personId, person.id))
    .where(isNull(person.deletedOn))
    .orderBy(desc(visit.startedOn))
  const last = [...new Map([...rows].reverse().map((row) => [row.personId, row])).values()]
  const moved: Moved[] = []
  for (let from = 0; from < last.length; from += clientsAtOnce) {
    const part = last.slice(from, from + clientsAtOnce)
    const visits = []
    for (const { contentId, ...row } of part) {
      // a breath between two visits: each may have thousands of points
      await new Promise((resolve) => setImmediate(resolve))
      const contents = await visitContents(db, { id: row.visitId, contentId })
      visits.push({ ...row, fieldsJson: contents.json() })
    }
    moved.push(...(await work.run('movedFindings', { now, wanted, settings, trialUses, visits })))
  }
  return { moved, visitsRead: last.length }
}
