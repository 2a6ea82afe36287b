import type { Fields } from '@sturvo/schema'
import type { Db } from '../data/database'
import { unreadable } from '../data/storedJson'
import { fieldRows } from './fieldRows'

/** Everything in a visit: each field with the version it was written in. */
export type VisitContents = {
  rows: ReadonlyMap<string, { value: unknown; version: number }>
  fields: Fields
  unreadable: readonly string[]
  /** the fields as JSON, written once: it is sent to many, and a text goes to another thread in no time */
  json: () => string
}

const mostKept = 120
const kept = new Map<string, VisitContents>()

/**
 * The contents of a visit, read once for each write. Every write gives the visit a content id that is used once, so
 * what is kept under one cannot be of another state, whatever was rolled back and whoever else writes to the file.
 */
export async function visitContents(db: Db, row: { id: string; contentId: string }): Promise<VisitContents> {
  const known = row.contentId === '' ? undefined : kept.get(row.contentId)
  if (known) return known
  const found = contentsOf((await fieldRows(db, [row.id])).map((r) => [r.path, r]))
  if (row.contentId !== '') keep(row.contentId, found)
  return found
}

/** What a visit holds after a write, kept under the id of that write. */
export function contentsAfter(
  before: VisitContents,
  changes: readonly { path: string; value: unknown }[],
  version: number,
  contentId: string,
): VisitContents {
  const rows = new Map(before.rows)
  for (const { path, value } of changes) rows.set(path, { value, version })
  const after = contentsOf(rows)
  keep(contentId, after)
  return after
}

function contentsOf(entries: Iterable<[string, { value: unknown; version: number }]>): VisitContents {
  const rows = new Map<string, { value: unknown; version: number }>()
  const fields: Fields = {}
  const broken: string[] = []
  for (const [path, { value, version }] of entries) {
    rows.set(path, { value, version })
    if (value === unreadable) broken.push(path)
    else if (value !== null) fields[path] = value
  }
  let json: string | undefined
  return { rows, fields, unreadable: broken, json: () => (json ??= JSON.stringify(fields)) }
}

function keep(contentId: string, contents: VisitContents): void {
  kept.set(contentId, contents)
  if (kept.size > mostKept) kept.delete(kept.keys().next().value!)
}
