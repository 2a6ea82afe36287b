import dayjs from 'dayjs'
import { eq, inArray } from 'drizzle-orm'
import type { BundleRecords } from '@sturvo/schema'
import { appendAudits } from '../audit/chain'
import { hideClients, showClients, takeBack } from '../data/arrivals'
import type { Database, Db } from '../data/database'
import { errorCode } from '../data/fileFault'
import { newId } from '../data/ids'
import { unreadable } from '../data/storedJson'
import { account, importRun, visit } from '../data/tables'
import { refreshFollow } from '../follow/followState'
import { fault, Fault } from '../http/faults'
import { coreVersion } from '../version'
import { fieldRows } from '../visits/fieldRows'
import { assertOwnFiles } from '../visits/ownFiles'
import { visitCounts } from '../visits/visitCounts'
import { breathing } from '../work/breathe'
import { importFault } from './importFault'
import { assertReadable } from './importReadable'
import { rowsAt, sealsOf, writeRow, writeSteps, type Undo, type Writing } from './importRows'
import { kindRules, kindsInOrder, nameOf } from './kinds'
import type { Conflict, Step } from './mergePlan'
import { inParts, signedElsewhere } from './ownership'
import { ownersIn } from './owners'
import { planImport, type ImportPlan } from './planImport'
import type { ReadImport } from './readImport'
import { signedFor } from './signedFor'

type Choice = 'here' | 'there'
/** actor: who the audit names, where it is nobody who signed in */
export type Importer = { accountId: string; isOwner: boolean; origin: string; actor?: string }

type Taking = {
  id: string
  read: ReadImport
  /** for every conflict that was shown; one that came up since is a refusal */
  choices: ReadonlyMap<string, Choice>
  by: Importer
  now: Date
}

/**
 * Takes a file in, all of it or nothing. Clients who are new come in unseen and in parts, so that nobody's writing waits
 * for a large file; what goes on from something here comes in with one transaction, which is also the one that shows them.
 * @throws Fault 409 importMoved, 409 importClash, 409 importBusy, 422 badFile
 */
export async function importRecords(database: Database, input: Taking): Promise<Record<string, number>> {
  const { id, choices, now } = input
  const ahead = await planImport(database, database.db, input.read, input.by.isOwner)
  assertChosen(ahead, choices)
  const taking = (async () => {
    const arrived = await arrive(database, ahead, input)
    return database.write((tx) => finish(database, tx, { ahead, arrived, ...input }))
  })()
  try {
    return await taking
  } catch (error) {
    // what cannot be taken back now is at the next start; nobody sees it until then
    await takeBack(database, now, { id }).catch(() => undefined)
    if (!(error instanceof Fault) && /CONSTRAINT/.test(errorCode(error))) throw fault('importClash')
    throw error
  }
}

function assertChosen({ conflicts }: ImportPlan, choices: ReadonlyMap<string, Choice>): void {
  if (conflicts.some((conflict) => !choices.has(conflict.id))) throw fault('importMoved')
}

/** Clients who came in hidden, with what would undo it. */
type Arrived = { people: readonly string[]; undo: Undo[]; accounts: number; added: number }
const stepsAtOnce = 60
const visitsAtOnce = 6

/** Whoever is new comes in unseen, in parts between which others write; nothing of them meets anything that is here. */
async function arrive(database: Database, ahead: ImportPlan, input: Taking): Promise<Arrived> {
  const { id, now } = input
  const people = ahead.fresh
  if (people.length === 0) return { people, undo: [], accounts: 0, added: 0 }
  const isFresh = new Set<unknown>(people)
  const whose = ownersIn({ visit: rowsOf(ahead, 'visit'), plan: rowsOf(ahead, 'plan') })
  const theirs = ahead.steps.filter(({ kind, row }) => kind === 'account' || isFresh.has(whose(kind, row)))
  const signed = await signedSteps(database.db, theirs, input)
  // a row that stands twice in a file is one, as it stands last, wherever the parts divide
  const steps = [...new Map(signed.map((step) => [nameOf(step.kind, step.row), step])).values()]
  await assertReadable(database.db, steps)
  const undo: Undo[] = []
  const part = (work: (tx: Db, writing: Writing) => Promise<unknown>) =>
    // a part may run again from its start: what would undo it is its own until it is done
    database.write(async (tx) => {
      const writing: Writing = { versions: new Map(), undo: [], now }
      await work(tx, writing)
      return writing.undo
    })
  const keep = (done: readonly Undo[]) => done.forEach((one) => undo.push(one))
  const isFirst = ({ kind }: Step) => kind === 'account' || kind === 'person'
  keep(
    await part(async (tx, writing) => {
      await writeSteps(tx, steps.filter(isFirst), writing)
      await hideClients(tx, { id, people, now })
    }),
  )
  const later = kindsInOrder.flatMap((kind) => steps.filter((step) => step.kind === kind && !isFirst(step)))
  for (const some of partsOf(later, stepsAtOnce))
    keep(await part((tx, writing) => writeSteps(tx, some, writing)))
  for (const some of partsOf(visitsIn(steps), visitsAtOnce))
    await part((tx, writing) => finishVisits(tx, some, writing))
  const planned = new Set(steps.filter(({ kind }) => kind === 'plan').map(({ row }) => row.personId))
  for (const personId of peopleIn(steps, ahead.people))
    if (planned.has(personId)) await part((tx) => refreshFollow(tx, personId, now))
  await seal(database.db, undo)
  const accounts = theirs.filter(({ kind }) => kind === 'account').length
  return { people, undo, accounts, added: theirs.length }
}

const rowsOf = <K extends 'visit' | 'plan'>({ steps }: ImportPlan, wanted: K) =>
  steps.filter(({ kind }) => kind === wanted).map(({ row }) => row) as unknown as BundleRecords[K]

const partsOf = <T>(all: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(all.length / size) }, (_, i) => all.slice(i * size, (i + 1) * size))

/** What each row was left as, so that an undo knows whether somebody went on from there. */
async function seal(db: Db, undo: readonly Undo[]): Promise<void> {
  const seals = await sealsOf(db, undo)
  undo.forEach((one, i) => (one.after = seals[i]!))
}

/** What meets something that is here is worked out anew in the part that writes it; with it everybody new is seen. */
async function finish(
  database: Database,
  tx: Db,
  { ahead, arrived, ...input }: Taking & { ahead: ImportPlan; arrived: Arrived },
): Promise<Record<string, number>> {
  const { id, read, choices, by, now } = input
  const plan = await planImport(database, tx, read, by.isOwner, arrived.people)
  assertChosen(plan, choices)
  const taken = plan.conflicts.filter((conflict) => choices.get(conflict.id) === 'there')
  const steps = await signedSteps(tx, [...plan.steps, ...taken.flatMap(stepsOf)], input)
  const touched = visitsIn(steps)
  const undo: Undo[] = []
  const writing: Writing = { versions: await newVersions(tx, touched), undo, now }
  await writeSteps(tx, steps, writing)
  // where the one here stays, the other one still comes in, as what it was before
  for (const { id: name, kind, here, there } of plan.conflicts) {
    if (kind !== 'measure') continue
    const [former, latter] = choices.get(name) === 'here' ? [there, here] : [here, there]
    await writeRow(tx, kind, { ...former, supersededBy: latter.id }, writing)
  }
  await finishVisits(tx, touched, writing)
  await seal(tx, undo)
  await assertReadable(tx, steps)
  for (const personId of peopleIn(steps, plan.people)) await refreshFollow(tx, personId, now)
  if (arrived.people.length > 0) await showClients(tx, { id, people: arrived.people })
  const counts = {
    added: plan.counts.added + arrived.added,
    merged: plan.counts.merged + taken.length,
    // names of those who wrote something came in before
    same: plan.counts.same - arrived.accounts,
    kept: plan.counts.kept + plan.conflicts.length - taken.length,
  }
  await tx.insert(importRun).values({
    id,
    at: now.toISOString(),
    byAccount: by.accountId,
    kind: read.kind,
    counts,
    undo: JSON.stringify({ fresh: arrived.undo, rest: undo }),
    undoneOn: null,
  })
  const line = { actor: by.actor ?? by.accountId, what: `${read.kind} ${id}`, origin: by.origin }
  await appendAudits(
    tx,
    ahead.people.map(({ id: personId }) => ({ ...line, action: 'imported' as const, personId })),
    now,
  )
  return counts
}

/** The steps of a file, signed by whoever takes it in where they decide something. */
async function signedSteps(
  tx: Db,
  steps: readonly Step[],
  { read, by, now }: { read: ReadImport; by: Importer; now: Date },
): Promise<Step[]> {
  const [signer] = await tx.select({ name: account.name }).from(account).where(eq(account.id, by.accountId))
  const today = dayjs(now).format('YYYY-MM-DD')
  return (await signedElsewhere(tx, steps, read.records)).map((step) =>
    step.kind === 'dealt' && (step.row.deletedOn ?? null) === null
      ? { ...step, row: signedFor(step.row, signer?.name ?? '?', today) }
      : step,
  )
}

const stepsOf = ({ kind, there }: Conflict): Step[] =>
  kind === 'measure' ? [] : [{ kind, row: there, what: 'take' }]

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
  const rows = await inParts(ids, (part) =>
    tx.select({ id: visit.id, version: visit.version }).from(visit).where(inArray(visit.id, part)),
  )
  return new Map(rows.map(({ id, version }) => [id, version + 1]))
}

/**
 * Counts what lists show, gives every touched visit a content of its own, and holds its fields against their contract.
 * @throws Fault 422 badFile where a field cannot be, or points to somebody else's picture
 */
async function finishVisits(tx: Db, ids: readonly string[], { versions, undo, now }: Writing): Promise<void> {
  const breathe = breathing()
  const noted = new Set(undo.map(({ kind, key }) => nameOf(kind, key)))
  for (let i = 0; i < ids.length; i += visitsAtOnce) {
    const part = ids.slice(i, i + visitsAtOnce)
    const keys = part.map((one) => ({ id: one }))
    const visits = await rowsAt(tx, 'visit', keys)
    const fields = await fieldRows(tx, part)
    for (const key of keys) {
      await breathe()
      const name = nameOf('visit', key)
      const before = visits.get(name)
      if (!before) continue
      const rows = fields.filter(({ visitId, value }) => visitId === key.id && value !== null)
      await assertFields(tx, String(before.personId), rows)
      const version = versions.get(key.id)
      await tx
        .update(visit)
        .set({
          ...visitCounts(
            Object.fromEntries(rows.map(({ path, value }) => [path, value])),
            String(before.startedOn),
          ),
          countedBy: coreVersion,
          contentId: newId(now),
          ...(version !== undefined && { version, changed: now.toISOString() }),
        })
        .where(eq(visit.id, key.id))
      if (!noted.has(name)) undo.push({ kind: 'visit', key, before, after: '' })
    }
  }
}

async function assertFields(
  tx: Db,
  personId: string,
  rows: readonly { path: string; value: unknown }[],
): Promise<void> {
  const broken = rows.find(({ value }) => value === unreadable)
  if (broken) throw importFault(`The field ${broken.path} in it cannot be.`, broken.path)
  try {
    await assertOwnFiles(tx, personId, rows)
  } catch (error) {
    if (error instanceof Fault)
      throw importFault(`The field ${error.path} in it points to a picture of somebody else.`, error.path)
    throw error
  }
}
