import { eq } from 'drizzle-orm'
import type { Fields, Visit } from '@sturvo/schema'
import type { Database } from '../data/database'
import { visit } from '../data/tables'
import { notFound } from '../http/faults'
import { fieldRows } from './fieldRows'

export async function visitRow(database: Database, id: string): Promise<typeof visit.$inferSelect> {
  const [row] = await database.db.select().from(visit).where(eq(visit.id, id))
  if (!row) throw notFound('visit')
  return row
}

export async function visitAnswer(database: Database, id: string): Promise<Visit> {
  const row = await visitRow(database, id)
  const fields: Fields = {}
  for (const field of await fieldRows(database, [id]))
    if (field.value !== null) fields[field.path] = field.value
  return {
    id: row.id,
    personId: row.personId,
    startedOn: row.startedOn,
    version: row.version,
    referencesVersion: row.referencesVersion,
    fields,
  }
}
