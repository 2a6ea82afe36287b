import { eq, inArray, sql } from 'drizzle-orm'
import type { SQLiteTable } from 'drizzle-orm/sqlite-core'
import { columnOf, kindRules, kindsInOrder } from '../bundle/kinds'
import type { Db } from '../data/databaseTypes'
import { clientLink, importRun, picture, planVersion, recordingFile, visit } from '../data/tables'
import { unsharedFiles } from './unsharedFiles'

/** Every row of one client. @returns how many, and files nobody points to any more: for the caller to take away */
export async function deleteRecord(tx: Db, personId: string): Promise<{ rows: number; files: string[] }> {
  // what would undo an import holds what it brought
  await tx
    .update(importRun)
    .set({ undo: '' })
    .where(sql`instr(${importRun.undo}, ${personId}) > 0`)
  return removeRecord(tx, personId)
}

/** The same for a client who was never shown to anybody. */
export async function removeRecord(tx: Db, personId: string): Promise<{ rows: number; files: string[] }> {
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
  return rows
}
