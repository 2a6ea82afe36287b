import { createHash } from 'node:crypto'
import { and, eq, inArray, type SQL } from 'drizzle-orm'
import type { BundleKind } from '@sturvo/schema'
import type { Db } from '../data/database'
import { searchKeyOf } from '../people/searchKey'
import { breathing } from '../work/breathe'
import { columnOf, kindRules, kindsInOrder, nameOf, type Row } from './kinds'
import type { Step } from './mergePlan'
import { stableText } from './stableText'

/** What an import did to one row, and what the row was left as, so that an undo knows whether somebody went on from it. */
export type Undo = { kind: BundleKind; key: Row; before: Row | null; after: string }

const rowsAtOnce = 100 // their columns stay well under what a query can take
const keysAtOnce = 200

export const keyOf = (kind: BundleKind, row: Row): Row =>
  Object.fromEntries(kindRules[kind].key.map((name) => [name, row[name]]))
export function whereOf(kind: BundleKind, row: Row): SQL | undefined {
  return and(...kindRules[kind].key.map((name) => eq(columnOf(kind, name), row[name] as string)))
}

export type Writing = {
  /** what a visit that was here already goes on to: whoever has it open is told */
  versions: ReadonlyMap<string, number>
  undo: Undo[]
  now: Date
}

/** Writes the rows of a file, kind by kind, so that each finds what it points to; new ones many at a time. */
export async function writeSteps(tx: Db, steps: readonly Step[], writing: Writing): Promise<void> {
  const breathe = breathing()
  for (const kind of kindsInOrder) {
    const [fresh, others] = apart(
      kind,
      steps.filter((step) => step.kind === kind),
    )
    for (let i = 0; i < fresh.length; i += rowsAtOnce) {
      await breathe()
      const rows = fresh.slice(i, i + rowsAtOnce)
      await tx
        .insert(kindRules[kind].table)
        .values(rows.map((row) => valuesOf(kind, row, undefined, writing)) as never)
      noteUndo(writing, kind, rows)
    }
    for (const { row } of others) {
      await breathe()
      await writeRow(tx, kind, row, writing)
    }
  }
}

/** What is new, and what goes on from a row that is here or came in just before it under the same name. */
function apart(kind: BundleKind, steps: readonly Step[]): [Row[], Step[]] {
  const met = new Set<string>()
  const fresh: Row[] = []
  const others = steps.filter(({ row, what }) => {
    const name = nameOf(kind, row)
    if (what === 'take' || met.has(name)) return true
    met.add(name)
    fresh.push(row)
    return false
  })
  return [fresh, others]
}

export async function writeRow(tx: Db, kind: BundleKind, row: Row, writing: Writing): Promise<void> {
  const { table } = kindRules[kind]
  const where = whereOf(kind, row)
  const [before] = (await tx.select().from(table).where(where)) as Row[]
  const values = valuesOf(kind, row, before, writing)
  if (before) await tx.update(table).set(values).where(where)
  else await tx.insert(table).values(values as never)
  noteUndo(writing, kind, [row], before)
}

function noteUndo(
  { undo }: Writing,
  kind: BundleKind,
  rows: readonly Row[],
  before: Row | null = null,
): void {
  // worked out anew whenever somebody looks: it goes with its person
  if (kind === 'followState') return
  for (const row of rows) undo.push({ kind, key: keyOf(kind, row), before, after: '' })
}

function valuesOf(kind: BundleKind, row: Row, before: Row | undefined, { versions, now }: Writing): Row {
  const version = versions.get((kind === 'visit' ? row.id : row.visitId) as string)
  return {
    ...(before ?? freshOf(kind, row, now)),
    ...row,
    ...(kind === 'person' && { searchKey: searchKeyOf(`${String(row.name)} ${String(row.work)}`) || ' ' }),
    // a field of a visit that was here is news for whoever has it open
    ...(version !== undefined && 'version' in row && kind !== 'fieldHistory' && { version }),
    ...(kind === 'person' && before && { version: Number(before.version) + 1 }),
    ...(kind === 'practice' && before && { version: Number(before.version) + 1 }),
  }
}

/** What a new row has beside its record. */
function freshOf(kind: BundleKind, row: Row, now: Date): Row {
  if (kind !== 'account') return { ...kindRules[kind].beside }
  const stamp = now.toISOString()
  return {
    // a name for what they wrote: without a password that fits, and shut
    email: `${String(row.id)}@from-a-bundle.invalid`,
    passwordHash: '',
    disabledOn: stamp,
    version: 1,
    created: stamp,
    changed: stamp,
  }
}

/** Rows as they are now, by their names; those that are not there are left out. */
export async function rowsAt(tx: Db, kind: BundleKind, keys: readonly Row[]): Promise<Map<string, Row>> {
  const { table, key } = kindRules[kind]
  const wanted = new Set(keys.map((one) => nameOf(kind, one)))
  const firsts = [...new Set(keys.map((one) => one[key[0]!]))] as string[]
  const found = new Map<string, Row>()
  for (let i = 0; i < firsts.length; i += keysAtOnce) {
    const part = firsts.slice(i, i + keysAtOnce)
    const rows = (await tx
      .select()
      .from(table)
      .where(inArray(columnOf(kind, key[0]!), part))) as Row[]
    for (const row of rows) {
      const name = nameOf(kind, row)
      if (wanted.has(name)) found.set(name, row)
    }
  }
  return found
}

/** The seal of each row as it is now, in their order; '' where it is gone. */
export async function sealsOf(tx: Db, rows: readonly { kind: BundleKind; key: Row }[]): Promise<string[]> {
  const breathe = breathing()
  const seals = new Map<string, string>()
  for (const kind of kindsInOrder) {
    const keys = rows.filter((one) => one.kind === kind).map(({ key }) => key)
    for (let i = 0; i < keys.length; i += keysAtOnce) {
      await breathe()
      for (const [name, row] of await rowsAt(tx, kind, keys.slice(i, i + keysAtOnce)))
        seals.set(name, sealOf(kind, row))
    }
  }
  return rows.map(({ kind, key }) => seals.get(nameOf(kind, key)) ?? '')
}

/** What is counted for lists is worked out anew at any time, and is nobody's change; so is whether a client is seen yet. */
function sealOf(kind: BundleKind, { countedBy: _by, ...rest }: Row): string {
  const row = kind === 'person' ? { ...rest, deletedOn: null } : rest
  return createHash('sha256').update(stableText(row)).digest('hex')
}

/** Takes rows away in the order given, neighbours of a kind together. */
export async function removeRows(tx: Db, rows: readonly { kind: BundleKind; key: Row }[]): Promise<void> {
  const breathe = breathing()
  for (let i = 0; i < rows.length;) {
    await breathe()
    const { kind } = rows[i]!
    const { table, key } = kindRules[kind]
    let end = i + 1
    while (key.length === 1 && end < rows.length && end - i < keysAtOnce && rows[end]!.kind === kind) end++
    const part = rows.slice(i, end)
    await tx
      .delete(table)
      .where(
        key.length === 1
          ? inArray(columnOf(kind, key[0]!), part.map((one) => one.key[key[0]!]) as string[])
          : whereOf(kind, part[0]!.key),
      )
    i = end
  }
}
