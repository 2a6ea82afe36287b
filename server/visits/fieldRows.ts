import { fieldSchemaOf, parsePath, type FieldKindName, type Fields } from '@sturvo/schema'
import type { Db } from '../data/database'
import { unreadable } from '../data/storedJson'
import { storedKinds, type StoredField } from './fieldKinds'

/** Every field of some visits, the taken-away ones included as null. @param wanted kinds, all where left out */
export async function fieldRows(
  db: Db,
  visitIds: readonly string[],
  wanted = Object.keys(storedKinds) as FieldKindName[],
): Promise<StoredField[]> {
  if (visitIds.length === 0) return []
  const ids = [...visitIds]
  const kinds = await Promise.all(wanted.map((kind) => storedKinds[kind].read(db, ids)))
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

/** The fields of some visits that can be read; of some kinds only, where the others would be read for nothing. */
export async function fieldsOfVisits(
  db: Db,
  visitIds: readonly string[],
  wanted?: FieldKindName[],
): Promise<Map<string, Fields>> {
  const byVisit = new Map<string, Fields>()
  for (const { visitId, path, value } of await fieldRows(db, visitIds, wanted)) {
    const fields = byVisit.get(visitId) ?? {}
    if (value !== null && value !== unreadable) fields[path] = value
    byVisit.set(visitId, fields)
  }
  return byVisit
}
