import { and, inArray, isNull } from 'drizzle-orm'
import { fieldSchemaOf, parsePath, type Fields } from '@sturvo/schema'
import type { Db } from '../data/database'
import { unreadable } from '../data/storedJson'
import {
  answer,
  dealtWith,
  deviceOnFoot,
  event,
  mark,
  measure,
  photo,
  print,
  recording,
  shoe,
} from '../data/tables'

/** One field as it is stored; `unreadable` where what is stored fits no contract. */
export type FieldRow = { visitId: string; path: string; value: unknown; version: number }

/** Every field of some visits, the taken-away ones included as null. */
export async function fieldRows(db: Db, visitIds: readonly string[]): Promise<FieldRow[]> {
  if (visitIds.length === 0) return []
  const ids = [...visitIds]
  const [measures, marks, events, shoes, devices, prints, photos, recordings, answers, dealt] =
    await Promise.all([
      // earlier values stay in the table, and grow with every correction
      db
        .select()
        .from(measure)
        .where(and(inArray(measure.visitId, ids), isNull(measure.supersededBy))),
      db.select().from(mark).where(inArray(mark.visitId, ids)),
      db.select().from(event).where(inArray(event.visitId, ids)),
      db.select().from(shoe).where(inArray(shoe.visitId, ids)),
      db.select().from(deviceOnFoot).where(inArray(deviceOnFoot.visitId, ids)),
      db.select().from(print).where(inArray(print.visitId, ids)),
      db.select().from(photo).where(inArray(photo.visitId, ids)),
      db.select().from(recording).where(inArray(recording.visitId, ids)),
      db.select().from(answer).where(inArray(answer.visitId, ids)),
      db.select().from(dealtWith).where(inArray(dealtWith.visitId, ids)),
    ])
  const row = (r: { visitId: string; version: number }, path: string, value: unknown): FieldRow => ({
    visitId: r.visitId,
    path,
    value: readable(path, value),
    version: r.version,
  })
  return [
    ...measures.map((r) => row(r, `measure.${r.measure}.${r.side}.${r.trial}`, r.value ?? r.word)),
    ...marks.map((r) =>
      row(
        r,
        `mark.${r.id}`,
        r.deletedOn
          ? null
          : withDetails({ side: r.side, across: r.across, along: r.along, kind: r.kind }, r.details),
      ),
    ),
    ...events.map((r) => row(r, `event.${r.id}`, r.deletedOn ? null : r.value)),
    ...shoes.map((r) => row(r, `shoe.${r.id}`, r.deletedOn ? null : shoeValue(r))),
    ...devices.map((r) => row(r, `device.${r.id}`, r.deletedOn ? null : r.value)),
    ...prints.map((r) => row(r, `print.${r.side}`, r.deletedOn ? null : r.value)),
    ...photos.map((r) => row(r, `photo.${r.view}.${r.side}`, r.deletedOn ? null : r.value)),
    ...recordings.map((r) => row(r, `recording.${r.id}`, r.deletedOn ? null : r.value)),
    ...answers.map((r) => row(r, `answer.${r.key}`, r.value)),
    ...dealt.map((r) =>
      row(r, `dealt.${r.caution}`, r.deletedOn ? null : { by: r.by, on: r.on, words: r.words }),
    ),
  ]
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

function withDetails(known: object, details: unknown): unknown {
  return details === unreadable ? unreadable : { ...known, ...(details as object) }
}

/** The shoe without its row's own columns, and without what nobody measured. */
function shoeValue(row: typeof shoe.$inferSelect): unknown {
  const {
    id: _,
    visitId: _visit,
    version: _version,
    created: _created,
    changed: _changed,
    deletedOn: _gone,
    details,
    ...value
  } = row
  return withDetails(Object.fromEntries(Object.entries(value).filter(([, v]) => v !== null)), details)
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
