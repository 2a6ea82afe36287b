import { and, eq, inArray, sql } from 'drizzle-orm'
import { appendAudit } from '../audit/chain'
import { hideClients, takeBack } from '../data/arrivals'
import type { Database, Db } from '../data/database'
import { noteFiles, settleFiles } from '../data/fileErrands'
import { errorCode } from '../data/fileFault'
import { newId } from '../data/ids'
import { account, clientLink, importRun, person, planVersion, visit } from '../data/tables'
import { refreshFollow } from '../follow/followState'
import { fault, Fault } from '../http/faults'
import { unsharedFiles } from '../privacy/unsharedFiles'
import { breathing } from '../work/breathe'
import type { Importer } from './importRecords'
import { removeRows, rowsAt, sealsOf, whereOf, type Undo } from './importRows'
import { columnOf, kindRules, kindsInOrder } from './kinds'
import { inParts } from './ownership'

/**
 * Puts everything back as it was before an import. Clients who came in new are gone from sight at once, and their rows
 * in parts after it.
 * @throws Fault 404, 409 importUsed where somebody went on from what came in
 */
export async function undoImport(
  database: Database,
  id: string,
  by: Importer,
  now: Date,
): Promise<Record<string, number>> {
  const { fresh } = undoOf(await openRun(database.db, id, by))
  const people = fresh.filter(({ kind }) => kind === 'person').map(({ key }) => key.id as string)
  const stand = await standOf(database.db, people)
  if (!isAsItCame(stand, fresh) || !(await isUntouched(database.db, fresh))) throw fault('importUsed')
  const undone = database.write(async (tx) => {
    const run = await openRun(tx, id, by)
    if (JSON.stringify(await standOf(tx, people)) !== JSON.stringify(stand)) throw fault('importUsed')
    const { rest } = undoOf(run)
    if (!(await isUntouched(tx, rest))) throw fault('importUsed')
    const free = await putBack(tx, rest, now)
    if (people.length > 0) await hideClients(tx, { id, people, now })
    await tx.update(importRun).set({ undoneOn: now.toISOString(), undo: '' }).where(eq(importRun.id, id))
    const entry = { actor: by.actor ?? by.accountId, personId: '', what: `${run.kind} ${id} undone` }
    await appendAudit(tx, { ...entry, origin: by.origin, action: 'imported' }, now)
    await noteFiles(tx, free, now)
    return { counts: run.counts, free }
  })
  const { counts, free } = await undone.catch((error: unknown) => {
    // something was hung on what came in: a plan, a link, a visit
    if (!(error instanceof Fault) && /CONSTRAINT/.test(errorCode(error))) throw fault('importUsed')
    throw error
  })
  // it is undone: what cannot be taken away now is at the next start
  const clearing = async () => {
    await takeBack(database, now, { id })
    await removeNames(database, fresh)
    await settleFiles(database, free)
  }
  await clearing().catch(() => undefined)
  return counts
}

type Run = typeof importRun.$inferSelect

async function openRun(db: Db, id: string, by: Importer): Promise<Run> {
  const [run] = await db.select().from(importRun).where(eq(importRun.id, id))
  if (!run || (run.byAccount !== by.accountId && !by.isOwner)) throw fault('noImport', 'id')
  if (run.undoneOn !== null || run.undo === '') throw fault('importUsed')
  return run
}

/** fresh: rows of clients who came in new. Before there were parts, all was one list. */
function undoOf({ undo }: Run): { fresh: Undo[]; rest: Undo[] } {
  const parsed = JSON.parse(undo) as Undo[] | { fresh: Undo[]; rest: Undo[] }
  return Array.isArray(parsed) ? { fresh: [], rest: parsed } : parsed
}

async function isUntouched(db: Db, undo: readonly Undo[]): Promise<boolean> {
  const seals = await sealsOf(db, undo)
  return undo.every(({ after }, i) => seals[i] === after)
}

/** How much there is of some clients, and in which versions: nobody goes on from anything without a trace in it. */
type Stand = { counts: Record<string, number>; versions: string[]; links: number }

async function standOf(db: Db, people: readonly string[]): Promise<Stand> {
  const breathe = breathing()
  const themselves = await inParts(people, (part) =>
    db.select({ id: person.id, version: person.version }).from(person).where(inArray(person.id, part)),
  )
  const visits = await inParts(people, (part) =>
    db.select({ id: visit.id, version: visit.version }).from(visit).where(inArray(visit.personId, part)),
  )
  const plans = await inParts(people, (part) =>
    db.select({ id: planVersion.id }).from(planVersion).where(inArray(planVersion.personId, part)),
  )
  const owners = { person: people, visit: visits.map(({ id }) => id), plan: plans.map(({ id }) => id) }
  const counts: Record<string, number> = {}
  for (const kind of kindsInOrder) {
    await breathe()
    const { table, of } = kindRules[kind]
    // what the rules say is worked out anew whenever somebody looks
    if (of === 'practice' || kind === 'followState') continue
    const column = columnOf(kind, kind === 'person' ? 'id' : `${of}Id`)
    const found = await inParts(owners[of], async (part) => [await db.$count(table, inArray(column, part))])
    counts[kind] = found.reduce((sum, n) => sum + n, 0)
  }
  const links = await inParts(people, async (part) => [
    await db.$count(clientLink, inArray(clientLink.personId, part)),
  ])
  return {
    counts,
    versions: [...themselves, ...visits].map(({ id, version }) => `${id} ${version}`).sort(),
    links: links.reduce((sum, n) => sum + n, 0),
  }
}

function isAsItCame({ counts, links }: Stand, fresh: readonly Undo[]): boolean {
  return (
    links === 0 &&
    Object.entries(counts).every(([kind, n]) => n === fresh.filter((one) => one.kind === kind).length)
  )
}

/** @returns files that nobody points to any more */
async function putBack(tx: Db, undo: readonly Undo[], now: Date): Promise<string[]> {
  const breathe = breathing()
  const people = undo.filter((one) => one.kind === 'person').map((one) => one.key.id as string)
  // worked out since then; it goes with the person, or is worked out anew
  for (const one of people) await tx.run(sql`delete from follow_state where person_id = ${one}`)
  const hashes = await hashesOf(tx, undo)
  for (const { kind, key, before } of undo.toReversed()) {
    if (before === null) continue
    await breathe()
    await tx.update(kindRules[kind].table).set(before).where(whereOf(kind, key))
  }
  await removeRows(
    tx,
    undo.toReversed().filter(({ before }) => before === null),
  )
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
  return unsharedFiles(tx, hashes)
}

/** Names of those who wrote what is gone: they let nobody in. One that something else is signed with stays. */
async function removeNames(database: Database, undo: readonly Undo[]): Promise<void> {
  for (const { kind, key } of undo)
    if (kind === 'account')
      await database
        .write((tx) =>
          tx.delete(account).where(and(eq(account.id, key.id as string), eq(account.passwordHash, ''))),
        )
        .catch(() => undefined)
}

/** Files of pictures and recordings that an import brought. */
async function hashesOf(tx: Db, undo: readonly Undo[]) {
  const of = async (kind: 'picture' | 'recordingFile') => {
    const keys = undo.filter((one) => one.kind === kind && one.before === null).map(({ key }) => key)
    return [...(await rowsAt(tx, kind, keys)).values()].map(({ hash }) => hash as string)
  }
  return { pictures: await of('picture'), recordings: await of('recordingFile') }
}
