import { fieldSchemaOf, parsePath, type Fields } from '@sturvo/schema'
import type { Db } from '../data/database'
import { unreadable } from '../data/storedJson'
import { storedKinds, type StoredField } from './fieldKinds'

/** Every field of some visits, the taken-away ones included as null. */
export async function fieldRows(db: Db, visitIds: readonly string[]): Promise<StoredField[]> {
  if (visitIds.length === 0) return []
  const ids = [...visitIds]
  const kinds = await Promise.all(Object.values(storedKinds).map((kind) => kind.read(db, ids)))
  return kinds.flat().map((field) => ({ ...field, value: readable(field.path, field.value) }))
}

/**
 * A stored value as the contract has it now. What fits no longer, or was damaged, must reach neither a page nor a
 * computation: an inside of a shoe a thousand times too large once held up every document of its visit.
 */
function readable(path: string, value: unknown): unknown {
  if (value === unreadable) return unreadable
  if (value === null) return null
  const parsed = parsePath(path)
  const checked = parsed && fieldSchemaOf(parsed).safeParse(value)
  return checked?.success ? checked.data : unreadable
}

/** The fields of some visits that can be read. */
export async function fieldsOfVisits(db: Db, visitIds: readonly string[]): Promise<Map<string, Fields>> {
  const byVisit = new Map<string, Fields>()
  for (const { visitId, path, value } of await fieldRows(db, visitIds)) {
    const fields = byVisit.get(visitId) ?? {}
    if (value !== null && value !== unreadable) fields[path] = value
    byVisit.set(visitId, fields)
  }
  return byVisit
}
