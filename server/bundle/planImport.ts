import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { inArray } from 'drizzle-orm'
import type { BundleKind, BundleRecords, ImportPreview } from '@sturvo/schema'
import { fieldName } from '@sturvo/words'
import type { Database, Db } from '../data/database'
import { isOnTheWay } from '../data/arrivals'
import { person } from '../data/tables'
import { fault } from '../http/faults'
import { breathing } from '../work/breathe'
import { collectBundle } from './collect'
import { importFault } from './importFault'
import { asText, columnOf, kindRules, kindsInOrder, nameOf, type Row } from './kinds'
import { mergePlan, pathOf, type MergePlan } from './mergePlan'
import { assertNobodyElses, assertOwnVisits, inParts, withOwnClients } from './ownership'
import { recordsOf } from './owners'
import { alikeHere, withSamePeople } from './samePerson'
import { withEverything, type ReadImport } from './readImport'
import { stableText } from './stableText'

/** What a file would do, with its clients as they would come in. */
export type ImportPlan = MergePlan & {
  people: BundleRecords['person']
  /** clients of it who are not here yet */
  fresh: string[]
  /** clients here who may be one of those, see alikeHere */
  alike: ReadonlyMap<string, ImportPreview['people'][number]['alike']>
}

/**
 * What a file would do here.
 * @param without clients of the file who are left out of it
 * @throws Fault 422 where its records do not belong together, 409 importBusy where one of its clients is on their way
 */
export async function planImport(
  database: Database,
  db: Db,
  read: ReadImport,
  isOwner: boolean,
  without: readonly string[] = [],
): Promise<ImportPlan> {
  const own = await withOwnClients(db, read)
  const joined = await withSamePeople(db, read.kind, own.records, read.same ?? new Map())
  const { records, dropped } = withoutLostFiles(database, { ...own, records: joined })
  const whole = isOwner ? records : withoutPractice(records)
  assertTogether(whole)
  const apart = new Set<unknown>(without)
  const kept = apart.size === 0 ? whole : recordsOf(whole, (personId) => !apart.has(personId))
  if (
    await isOnTheWay(
      db,
      kept.person.map(({ id }) => id),
    )
  )
    throw fault('importBusy')
  const here = await recordsHere(db, kept)
  const plan = await mergePlan(kept, here, read.kind !== 'bundle')
  const known = new Map(
    kindsInOrder.flatMap((kind) => (here[kind] as Row[]).map((row) => [nameOf(kind, row), row] as const)),
  )
  await assertNobodyElses(db, plan, (kind, row) => known.get(nameOf(kind, row)))
  const ownersAlone =
    !isOwner && records.practice.length + records.referenceVersion.length > 0
      ? ['settings and reference values of the practice: only the owner takes these over']
      : []
  return {
    ...plan,
    people: kept.person,
    alike: await alikeHere(db, { kind: read.kind, people: kept.person }),
    fresh: plan.steps
      .filter(({ kind, what }) => kind === 'person' && what === 'add')
      .map(({ row }) => row.id as string),
    leftOut: [...own.leftOut, ...dropped, ...ownersAlone, ...plan.leftOut],
  }
}

/** The same for people to read. */
export function previewOf(id: string, read: ReadImport, plan: ImportPlan): ImportPreview {
  const added = new Set(plan.fresh)
  return {
    id,
    kind: read.kind,
    people: plan.people.map(({ id: one, name }) => ({
      id: one,
      name,
      isHere: !added.has(one),
      alike: plan.alike.get(one) ?? [],
    })),
    counts: plan.counts,
    signs: plan.steps.filter((s) => s.kind === 'dealt' && (s.row.deletedOn ?? null) === null).length,
    conflicts: plan.conflicts.map(({ id: name, kind, here, there, newer }) => ({
      id: name,
      what: wordsFor(kind, here),
      here: shownOf(kind, here, there),
      there: shownOf(kind, there, here),
      hereChanged: asText(here.changed),
      thereChanged: asText(there.changed),
      newer,
    })),
    leftOut: plan.leftOut,
  }
}

function wordsFor(kind: BundleKind, row: Row): string {
  if (kind === 'person') return 'the person’s own data'
  if (kind === 'practice') return 'settings of the practice'
  if (kind === 'visit') return 'day of a visit'
  if (kind === 'insole') return 'kept inside of a shoe'
  return fieldName(pathOf(kind, row))
}

const mostShown = 160

/** What differs, no more. */
function shownOf(kind: BundleKind, row: Row, other: Row): string {
  if (kind === 'measure') return asText(row.value ?? row.word)
  if ((row.deletedOn ?? null) !== null) return 'taken away'
  const differing = Object.keys(row).filter(
    (column) =>
      !['version', 'created', 'changed', 'deletedOn'].includes(column) &&
      stableText(row[column]) !== stableText(other[column]),
  )
  return differing
    .map((column) => {
      const value = row[column]
      const text = typeof value === 'string' ? value : JSON.stringify(value)
      return differing.length === 1 && column === 'value' ? text : `${column}: ${text}`
    })
    .join(', ')
    .slice(0, mostShown)
}

/** Records of the practice are the owner's; names of those who wrote something come along. */
const withoutPractice = (records: BundleRecords): BundleRecords => ({
  ...records,
  practice: [],
  referenceVersion: [],
  eyeAnswer: [],
  insole: [],
})

/** What a field points to and what is neither here nor in the file would be a picture that nobody can open. */
function withoutLostFiles(
  database: Database,
  { records, files }: ReadImport,
): { records: BundleRecords; dropped: string[] } {
  const folder = dirname(database.file)
  const along = new Set(files)
  const isThere = (path: string) => along.has(path) || existsSync(join(folder, path))
  const pictures = records.picture.filter(({ hash }) => isThere(`pictures/${hash}.png`))
  const recordings = records.recordingFile.filter(({ hash }) => isThere(`recordings/${hash}.csv.gz`))
  const lost = records.picture.length - pictures.length + records.recordingFile.length - recordings.length
  if (lost === 0) return { records, dropped: [] }
  const here = new Set([...pictures.map(({ id }) => id), ...recordings.map(({ id }) => id)])
  const isLost = new Set(
    [...records.picture, ...records.recordingFile].map(({ id }) => id).filter((id) => !here.has(id)),
  )
  const without = <T extends { pictureId: string }>(rows: T[]) =>
    rows.filter(({ pictureId }) => !isLost.has(pictureId))
  return {
    records: {
      ...records,
      picture: pictures,
      recordingFile: recordings,
      photo: without(records.photo),
      print: without(records.print),
      recording: records.recording.filter(({ fileId }) => !isLost.has(fileId)),
      shoe: records.shoe.map((one) => ({ ...one, details: withoutLinks(one.details, isLost) })),
    },
    dropped: [`${lost} pictures or recordings that are not in the file, with what was measured on them`],
  }
}

function withoutLinks(details: unknown, isLost: ReadonlySet<string>): unknown {
  if (typeof details !== 'object' || details === null) return details
  return Object.fromEntries(
    Object.entries(details).filter(([, value]) => !(typeof value === 'string' && isLost.has(value))),
  )
}

/** Nothing in a file may hang on somebody who is not in it. */
function assertTogether(records: BundleRecords): void {
  const people = new Set(records.person.map(({ id }) => id))
  const visits = new Map(records.visit.map(({ id, personId }) => [id, personId]))
  const plans = new Set(records.plan.map(({ id }) => id))
  const loose = (kind: BundleKind) => importFault(`A ${kind} in it belongs to nobody in the file.`, kind)
  for (const kind of kindsInOrder)
    for (const row of records[kind] as Row[]) {
      const { of } = kindRules[kind]
      if (of === 'person' && kind !== 'person' && !people.has(row.personId as string)) throw loose(kind)
      if (of === 'visit' && !visits.has(row.visitId as string)) throw loose(kind)
      if (of === 'plan' && !plans.has(row.planId as string)) throw loose(kind)
      if (kind === 'plan' && visits.get(row.visitId as string) !== row.personId) throw loose(kind)
    }
}

/** Everything here of the clients in a file, and of the practice where the file has something of it. */
async function recordsHere(db: Db, there: BundleRecords): Promise<BundleRecords> {
  const here = withEverything({})
  const breathe = breathing()
  const ids = there.person.map(({ id }) => id)
  for (const { id } of await inParts(ids, (part) =>
    db.select({ id: person.id }).from(person).where(inArray(person.id, part)),
  )) {
    await breathe()
    const { records } = await collectBundle(db, { personId: id })
    for (const kind of kindsInOrder) for (const row of records[kind] as Row[]) (here[kind] as Row[]).push(row)
  }
  await assertOwnVisits(db, there)
  for (const kind of kindsInOrder) {
    if (kindRules[kind].of !== 'practice' || there[kind].length === 0) continue
    const [key] = kindRules[kind].key
    const names = (there[kind] as Row[]).map((row) => row[key!])
    const rows = await inParts(
      names as string[],
      async (part) =>
        (await db
          .select()
          .from(kindRules[kind].table)
          .where(inArray(columnOf(kind, key!), part))) as Row[],
    )
    const columns = Object.keys((there[kind] as Row[])[0]!)
    ;(here[kind] as Row[]) = rows.map((row) => Object.fromEntries(columns.map((c) => [c, row[c]])))
  }
  return here
}
