import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import dayjs from 'dayjs'
import { and, eq, inArray, sql, type SQL } from 'drizzle-orm'
import {
  keptInsoleSchema,
  keptPlanSchema,
  logEntrySchema,
  personSchema,
  referencesSchema,
  type BundleKind,
  type BundleRecords,
  type ImportPreview,
} from '@sturvo/schema'
import { fieldName } from '@sturvo/words'
import { appendAudit } from '../audit/chain'
import type { Database, Db } from '../data/database'
import { noteFiles, settleFiles } from '../data/fileErrands'
import { errorCode } from '../data/fileFault'
import { newId } from '../data/ids'
import { account, importRun, person, practice, visit } from '../data/tables'
import { refreshFollow } from '../follow/followState'
import { fault, Fault } from '../http/faults'
import { searchKeyOf } from '../people/searchKey'
import { unsharedFiles } from '../privacy/unsharedFiles'
import { practiceAnswer } from '../practice/queries'
import { coreVersion } from '../version'
import { breathing } from '../work/breathe'
import { fieldRows } from '../visits/fieldRows'
import { assertOwnFiles } from '../visits/ownFiles'
import { visitCounts } from '../visits/visitCounts'
import { unreadable } from '../data/storedJson'
import { collectBundle } from './collect'
import { asText, columnOf, kindRules, kindsInOrder, nameOf, type Row } from './kinds'
import { mergePlan, pathOf, type Conflict, type MergePlan, type Step } from './mergePlan'
import { importFault } from './importFault'
import { assertNobodyElses, assertOwnVisits, signedElsewhere, withOwnClients } from './ownership'
import { withEverything, type ReadImport } from './readImport'
import { signedFor } from './signedFor'
import { stableText } from './stableText'

type Choice = 'here' | 'there'
/** actor: who the audit names, where it is nobody who signed in */
export type Importer = { accountId: string; isOwner: boolean; origin: string; actor?: string }

/** What a file would do, with its clients as they would come in. */
export type ImportPlan = MergePlan & { people: BundleRecords['person'] }

/**
 * What a file would do here.
 * @throws Fault 422 where its records do not belong together
 */
export async function planImport(
  database: Database,
  db: Db,
  read: ReadImport,
  isOwner: boolean,
): Promise<ImportPlan> {
  const own = await withOwnClients(db, read)
  const { records, dropped } = withoutLostFiles(database, own)
  const kept = isOwner ? records : withoutPractice(records)
  assertTogether(kept)
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
    leftOut: [...own.leftOut, ...dropped, ...ownersAlone, ...plan.leftOut],
  }
}

/** The same for people to read. */
export function previewOf(id: string, read: ReadImport, plan: ImportPlan): ImportPreview {
  const added = new Set(
    plan.steps.filter((s) => s.kind === 'person' && s.what === 'add').map((s) => s.row.id),
  )
  return {
    id,
    kind: read.kind,
    people: plan.people.map((one) => ({ name: one.name, isHere: !added.has(one.id) })),
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
  const isThere = (path: string) => files.includes(path) || existsSync(join(folder, path))
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
  for (const { id } of there.person) {
    const { records } = await collectBundle(db, { personId: id })
    for (const kind of kindsInOrder) (here[kind] as Row[]).push(...(records[kind] as Row[]))
  }
  await assertOwnVisits(db, there)
  for (const kind of kindsInOrder) {
    if (kindRules[kind].of !== 'practice' || there[kind].length === 0) continue
    const [key] = kindRules[kind].key
    const names = (there[kind] as Row[]).map((row) => row[key!])
    const atOnce = 500
    const rows: Row[] = []
    for (let i = 0; i < names.length; i += atOnce)
      rows.push(
        ...((await db
          .select()
          .from(kindRules[kind].table)
          .where(inArray(columnOf(kind, key!), names.slice(i, i + atOnce) as string[]))) as Row[]),
      )
    const columns = Object.keys((there[kind] as Row[])[0]!)
    ;(here[kind] as Row[]) = rows.map((row) => Object.fromEntries(columns.map((c) => [c, row[c]])))
  }
  return here
}

type Undo = { kind: BundleKind; key: Row; before: Row | null; after: string }

/**
 * Takes a file in, in one transaction: all of it or nothing.
 * @param choices for every conflict that was shown; one that came up since is a refusal
 * @throws Fault 409 importMoved, 409 importClash, 422 badFile
 */
export async function importRecords(
  database: Database,
  input: {
    id: string
    read: ReadImport
    choices: ReadonlyMap<string, Choice>
    by: Importer
    now: Date
  },
): Promise<Record<string, number>> {
  const { id, read, choices, by, now } = input
  return database
    .write(async (tx) => {
      const plan = await planImport(database, tx, read, by.isOwner)
      const unchosen = plan.conflicts.filter((conflict) => !choices.has(conflict.id))
      if (unchosen.length > 0) throw fault('importMoved')
      const undo: Undo[] = []
      const taken = plan.conflicts.filter((conflict) => choices.get(conflict.id) === 'there')
      const [signer] = await tx
        .select({ name: account.name })
        .from(account)
        .where(eq(account.id, by.accountId))
      const steps = (await signedElsewhere(tx, [...plan.steps, ...taken.flatMap(stepsOf)], read.records)).map(
        (step) =>
          step.kind === 'dealt' && (step.row.deletedOn ?? null) === null
            ? { ...step, row: signedFor(step.row, signer?.name ?? '?', dayjs(now).format('YYYY-MM-DD')) }
            : step,
      )
      // where the one here stays, the other one still comes in, as what it was before
      const passed = plan.conflicts.filter((c) => c.kind === 'measure' && choices.get(c.id) === 'here')
      const known = new Set((await tx.select({ id: visit.id }).from(visit)).map((row) => row.id))
      const touched = visitsIn(steps)
      const versions = await newVersions(
        tx,
        touched.filter((one) => known.has(one)),
      )
      const breathe = breathing()
      for (const step of inOrder(steps)) {
        await write(tx, step, { versions, undo, now })
        await breathe()
      }
      for (const { here, there } of passed)
        await write(
          tx,
          { kind: 'measure', row: { ...there, supersededBy: here.id }, what: 'take' },
          { versions, undo, now },
        )
      for (const { here, there } of taken.filter((c) => c.kind === 'measure'))
        await write(
          tx,
          { kind: 'measure', row: { ...here, supersededBy: there.id }, what: 'take' },
          { versions, undo, now },
        )
      await finishVisits(tx, touched, versions, undo, now)
      await assertReadable(tx, steps, touched)
      for (const personId of peopleIn(steps, plan.people)) await refreshFollow(tx, personId, now)
      const counts = {
        ...plan.counts,
        merged: plan.counts.merged + taken.length,
        kept: plan.counts.kept + plan.conflicts.length - taken.length,
      }
      await tx.insert(importRun).values({
        id,
        at: now.toISOString(),
        byAccount: by.accountId,
        kind: read.kind,
        counts,
        undo: JSON.stringify(undo),
        undoneOn: null,
      })
      for (const one of plan.people)
        await appendAudit(
          tx,
          {
            actor: by.actor ?? by.accountId,
            action: 'imported',
            personId: one.id,
            what: `${read.kind} ${id}`,
            origin: by.origin,
          },
          now,
        )
      return counts
    })
    .catch((error: unknown) => {
      if (!(error instanceof Fault) && /CONSTRAINT/.test(errorCode(error))) throw fault('importClash')
      throw error
    })
}

const stepsOf = ({ kind, there }: Conflict): Step[] =>
  kind === 'measure' ? [] : [{ kind, row: there, what: 'take' }]

const inOrder = (steps: readonly Step[]) =>
  [...steps].sort((a, b) => kindsInOrder.indexOf(a.kind) - kindsInOrder.indexOf(b.kind))

function visitsIn(steps: readonly Step[]): string[] {
  const ids = steps.flatMap(({ kind, row }) =>
    kind === 'visit' ? [row.id as string] : kindRules[kind].of === 'visit' ? [row.visitId as string] : [],
  )
  return [...new Set(ids)]
}

function peopleIn(steps: readonly Step[], people: BundleRecords['person']): string[] {
  const added = new Set(steps.filter((s) => s.kind === 'followState').map((s) => s.row.personId))
  // a state that came along whole is as it was; everything else is worked out anew
  return people.map(({ id }) => id).filter((id) => !added.has(id) && steps.length > 0)
}

/** A visit that was here already goes one version on, so that whoever has it open is told. */
async function newVersions(tx: Db, ids: readonly string[]): Promise<Map<string, number>> {
  const versions = new Map<string, number>()
  for (const id of ids) {
    const [row] = await tx.select({ version: visit.version }).from(visit).where(eq(visit.id, id))
    if (row) versions.set(id, row.version + 1)
  }
  return versions
}

type Writing = { versions: ReadonlyMap<string, number>; undo: Undo[]; now: Date }

async function write(tx: Db, { kind, row }: Step, { versions, undo, now }: Writing): Promise<void> {
  const rule = kindRules[kind]
  const where = whereOf(kind, row)
  const [before] = (await tx.select().from(rule.table).where(where)) as Row[]
  const version = versions.get((kind === 'visit' ? row.id : row.visitId) as string)
  const values: Row = {
    ...(before ?? freshOf(kind, row, now)),
    ...row,
    ...(kind === 'person' && { searchKey: searchKeyOf(`${String(row.name)} ${String(row.work)}`) || ' ' }),
    // a field of a visit that was here is news for whoever has it open
    ...(version !== undefined && 'version' in row && kind !== 'fieldHistory' && { version }),
    ...(kind === 'person' && before && { version: Number(before.version) + 1 }),
    ...(kind === 'practice' && before && { version: Number(before.version) + 1 }),
  }
  if (before) await tx.update(rule.table).set(values).where(where)
  else await tx.insert(rule.table).values(values as never)
  // worked out anew whenever somebody looks: it goes with its person
  if (kind !== 'followState') undo.push({ kind, key: keyOf(kind, row), before: before ?? null, after: '' })
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

const keyOf = (kind: BundleKind, row: Row): Row =>
  Object.fromEntries(kindRules[kind].key.map((name) => [name, row[name]]))
function whereOf(kind: BundleKind, row: Row): SQL | undefined {
  return and(...kindRules[kind].key.map((name) => eq(columnOf(kind, name), row[name] as string)))
}

/** Counts what lists show, and gives every touched visit a content of its own. */
async function finishVisits(
  tx: Db,
  ids: readonly string[],
  versions: ReadonlyMap<string, number>,
  undo: Undo[],
  now: Date,
): Promise<void> {
  const breathe = breathing()
  for (const id of ids) {
    await breathe()
    const [before] = (await tx.select().from(visit).where(eq(visit.id, id))) as Row[]
    if (!before) continue
    const rows = await fieldRows(tx, [id])
    const fields = Object.fromEntries(
      rows.flatMap(({ path, value }) => (value === null || value === unreadable ? [] : [[path, value]])),
    )
    const version = versions.get(id)
    await tx
      .update(visit)
      .set({
        ...visitCounts(fields, String(before.startedOn)),
        countedBy: coreVersion,
        contentId: newId(now),
        ...(version !== undefined && { version, changed: now.toISOString() }),
      })
      .where(eq(visit.id, id))
    if (!undo.some((one) => one.kind === 'visit' && one.key.id === id))
      undo.push({ kind: 'visit', key: { id }, before, after: '' })
  }
  // what each row was left as, so that an undo knows whether somebody went on from there
  for (const one of undo) {
    await breathe()
    one.after = await sealOfRow(tx, one.kind, one.key)
  }
}

async function sealOfRow(tx: Db, kind: BundleKind, key: Row): Promise<string> {
  const [row] = (await tx.select().from(kindRules[kind].table).where(whereOf(kind, key))) as Row[]
  if (!row) return ''
  const { countedBy: _by, ...rest } = row
  return createHash('sha256').update(stableText(rest)).digest('hex')
}

/** Everything that came in can be read again by its contract, and points to nobody else's pictures. */
async function assertReadable(tx: Db, steps: readonly Step[], visits: readonly string[]): Promise<void> {
  const people = new Map(
    visits.length === 0
      ? []
      : (await tx.select({ id: visit.id, personId: visit.personId }).from(visit)).map((row) => [
          row.id,
          row.personId,
        ]),
  )
  const breathe = breathing()
  for (const id of visits) {
    await breathe()
    const rows = await fieldRows(tx, [id])
    const broken = rows.find(({ value }) => value === unreadable)
    if (broken) throw importFault(`The field ${broken.path} in it cannot be.`, broken.path)
    await assertOwnFiles(
      tx,
      people.get(id) ?? '',
      rows.filter(({ value }) => value !== null),
    ).catch((error: unknown) => {
      if (error instanceof Fault)
        throw importFault(`The field ${error.path} in it points to a picture of somebody else.`, error.path)
      throw error
    })
  }
  for (const { kind, row } of steps) {
    await breathe()
    const wrong = problemOf(kind, row)
    if (wrong !== undefined) throw importFault(wrong, kind)
  }
  if (steps.some(({ kind }) => kind === 'practice')) {
    const [row] = await tx.select().from(practice).limit(1)
    try {
      await practiceAnswer(tx, row!)
    } catch {
      throw importFault('The settings of the practice in it cannot be.', 'practice')
    }
  }
}

function problemOf(kind: BundleKind, row: Row): string | undefined {
  switch (kind) {
    case 'person':
      return personSchema.safeParse({ ...row, visits: [], cautions: { stop: 0, limit: 0 } }).success
        ? undefined
        : 'A person in it cannot be.'
    case 'plan':
      return isPlanOf(row) ? undefined : 'A plan in it cannot be read.'
    case 'logEntry':
      return logEntrySchema.safeParse(row.value).success
        ? undefined
        : 'An entry of the log in it cannot be read.'
    case 'referenceVersion':
      return referencesSchema.safeParse(row.values).success ? undefined : 'Reference values in it cannot be.'
    case 'insole':
      return keptInsoleSchema.safeParse({ id: row.id, name: row.name, size: row.size, insole: row.outline })
        .success
        ? undefined
        : 'An inside of a shoe in it cannot be.'
    case 'followState':
      return Array.isArray(row.fired) && typeof row.proposal === 'object' && row.proposal !== null
        ? undefined
        : 'The state of a follow-up in it cannot be read.'
    default:
      return undefined
  }
}

/** A plan is what it was decided as: its text says the same as its columns. */
function isPlanOf(row: Row): boolean {
  try {
    const plan = keptPlanSchema.safeParse(JSON.parse(row.document as string))
    return (
      plan.success &&
      plan.data.id === row.id &&
      plan.data.personId === row.personId &&
      plan.data.visitId === row.visitId &&
      plan.data.number === row.number
    )
  } catch {
    return false
  }
}

/**
 * Puts everything back as it was before an import.
 * @throws Fault 404, 409 importUsed where somebody went on from what came in
 */
export async function undoImport(
  database: Database,
  id: string,
  by: Importer,
  now: Date,
): Promise<Record<string, number>> {
  const undone = database.write(async (tx) => {
    const [run] = await tx.select().from(importRun).where(eq(importRun.id, id))
    if (!run || (run.byAccount !== by.accountId && !by.isOwner)) throw fault('noImport', 'id')
    if (run.undoneOn !== null || run.undo === '') throw fault('importUsed')
    const undo = JSON.parse(run.undo) as Undo[]
    const breathe = breathing()
    for (const { kind, key, after } of undo) {
      await breathe()
      if ((await sealOfRow(tx, kind, key)) !== after) throw fault('importUsed')
    }
    const people = undo.filter((one) => one.kind === 'person').map((one) => one.key.id as string)
    // worked out since then; it goes with the person, or is worked out anew
    for (const one of people) await tx.run(sql`delete from follow_state where person_id = ${one}`)
    const hashes = await hashesOf(tx, undo)
    for (const { kind, key, before } of undo.toReversed()) {
      await breathe()
      const { table } = kindRules[kind]
      if (before === null) await tx.delete(table).where(whereOf(kind, key))
      else await tx.update(table).set(before).where(whereOf(kind, key))
    }
    // nobody who has one of these visits open may take its former content for the one of now
    for (const { kind, key, before } of undo)
      if (kind === 'visit' && before !== null)
        await tx
          .update(visit)
          .set({ contentId: newId(now), version: sql`${visit.version} + 2`, changed: now.toISOString() })
          .where(eq(visit.id, key.id as string))
    for (const one of people) {
      const [row] = await tx.select({ id: person.id }).from(person).where(eq(person.id, one))
      if (row) await refreshFollow(tx, one, now)
    }
    await tx.update(importRun).set({ undoneOn: now.toISOString(), undo: '' }).where(eq(importRun.id, id))
    const entry = {
      actor: by.actor ?? by.accountId,
      personId: '',
      what: `${run.kind} ${id} undone`,
      origin: by.origin,
    }
    await appendAudit(tx, { ...entry, action: 'imported' }, now)
    const free = await unsharedFiles(tx, hashes)
    await noteFiles(tx, free, now)
    return { counts: run.counts, free }
  })
  const { counts, free } = await undone.catch((error: unknown) => {
    // something was hung on what came in: a plan, a link, a visit
    if (!(error instanceof Fault) && /CONSTRAINT/.test(errorCode(error))) throw fault('importUsed')
    throw error
  })
  // it is undone: what cannot be taken away now is at the next start
  await settleFiles(database, free).catch(() => undefined)
  return counts
}

/** Files of pictures and recordings that an import brought. */
async function hashesOf(tx: Db, undo: readonly Undo[]) {
  const of = async (kind: 'picture' | 'recordingFile') => {
    const hashes: string[] = []
    for (const one of undo) {
      if (one.kind !== kind || one.before !== null) continue
      const [row] = (await tx.select().from(kindRules[kind].table).where(whereOf(kind, one.key))) as Row[]
      if (row) hashes.push(row.hash as string)
    }
    return hashes
  }
  return { pictures: await of('picture'), recordings: await of('recordingFile') }
}
