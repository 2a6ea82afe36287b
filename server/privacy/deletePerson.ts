import { existsSync, readdirSync } from 'node:fs'
import { basename, dirname } from 'node:path'
import { eq, inArray, sql } from 'drizzle-orm'
import type { SQLiteTable } from 'drizzle-orm/sqlite-core'
import type { Deleted } from '@sturvo/schema'
import { appendAudit } from '../audit/chain'
import { columnOf, kindRules, kindsInOrder } from '../bundle/kinds'
import { copiesIn } from '../copies/copyFolder'
import type { Database, Db } from '../data/database'
import { noteFiles, settleFiles } from '../data/fileErrands'
import { clientLink, importRun, person, picture, planVersion, recordingFile, visit } from '../data/tables'
import { fault, notFound } from '../http/faults'
import { unsharedFiles } from './unsharedFiles'

/**
 * Deletes everything of one client for good: every row, every file that nobody else points to, and the bytes on the
 * disk (deleted content is overwritten with zeros, the log is emptied, the file is packed anew). What stays is a line of
 * the audit with the id alone.
 * @param typed the name, typed by hand @throws Fault 404, or 422 otherName where it is another one
 * @returns copies that still hold the record
 */
export async function deletePerson(
  database: Database,
  input: {
    personId: string
    typed: string
    actor: string
    origin: string
    copiesFolder: string
    now: Date
  },
): Promise<Deleted> {
  const { personId, typed, actor, origin, copiesFolder, now } = input
  const { rows, files } = await database.write(async (tx) => {
    const [row] = await tx.select({ name: person.name }).from(person).where(eq(person.id, personId))
    if (!row) throw notFound('person')
    if (row.name.trim().toLowerCase() !== typed.trim().toLowerCase()) throw fault('otherName', 'name')
    const { rows, files: free } = await deleteRecord(tx, personId)
    const what = `record: ${rows} rows, ${free.length} files`
    await appendAudit(tx, { actor, action: 'deleted', personId, what, origin }, now)
    await noteFiles(tx, free, now)
    return { rows, files: free }
  })
  const gone = await settleFiles(database, files)
  await database.compact()
  return { personId, rows, files: gone.length, copies: holders(database.file, copiesFolder) }
}

/** Every row of one client. @returns how many, and files nobody points to any more: for the caller to take away */
export async function deleteRecord(tx: Db, personId: string): Promise<{ rows: number; files: string[] }> {
  const hashes = await hashesOf(tx, personId)
  const rows = await deleteRows(tx, personId)
  return { rows, files: await unsharedFiles(tx, hashes) }
}

async function hashesOf(tx: Db, personId: string) {
  const own = sql`(select ${visit.id} from ${visit} where ${visit.personId} = ${personId})`
  const pictures = await tx
    .selectDistinct({ hash: picture.hash })
    .from(picture)
    .where(sql`${picture.visitId} in ${own}`)
  const recordings = await tx
    .selectDistinct({ hash: recordingFile.hash })
    .from(recordingFile)
    .where(sql`${recordingFile.visitId} in ${own}`)
  return { pictures: pictures.map((p) => p.hash), recordings: recordings.map((r) => r.hash) }
}

/** Those that came last point to those before them. */
async function deleteRows(tx: Db, personId: string): Promise<number> {
  const ids = async (table: typeof visit | typeof planVersion) =>
    (await tx.select({ id: table.id }).from(table).where(eq(table.personId, personId))).map(({ id }) => id)
  const own = { visit: await ids(visit), plan: await ids(planVersion) }
  let rows = 0
  const gone = async (table: SQLiteTable, where: ReturnType<typeof eq>) => {
    rows += (await tx.delete(table).where(where)).rowsAffected
  }
  await gone(clientLink, eq(clientLink.personId, personId))
  for (const kind of kindsInOrder.toReversed()) {
    const { table, of } = kindRules[kind]
    if (of === 'practice') continue
    if (of === 'person')
      await gone(table, eq(columnOf(kind, kind === 'person' ? 'id' : 'personId'), personId))
    // a client has some dozens of visits and plans, never more than a query takes
    else if (own[of].length > 0) await gone(table, inArray(columnOf(kind, `${of}Id`), own[of]))
  }
  // what would undo an import holds what it brought
  await tx
    .update(importRun)
    .set({ undo: '' })
    .where(sql`instr(${importRun.undo}, ${personId}) > 0`)
  return rows
}

/** Copies that were made before now: of rotation, before migrations, before restores. */
export function holders(file: string, copiesFolder: string): Deleted['copies'] {
  const copies = copiesIn(copiesFolder, new Date()).map(({ name, madeAt }) => ({ name, madeAt }))
  const folder = dirname(file)
  const aside = existsSync(folder)
    ? readdirSync(folder).flatMap((name) => {
        const stamp = /\.before-(?:migration|restore)-(\d{4}-\d{2}-\d{2}T[\d-]+Z)$/.exec(name)?.[1]
        return name.startsWith(basename(file)) && stamp !== undefined
          ? [{ name, madeAt: stamp.slice(0, 10) }]
          : []
      })
    : []
  return [...copies, ...aside]
}
