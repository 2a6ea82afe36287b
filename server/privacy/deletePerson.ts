import { existsSync, readdirSync } from 'node:fs'
import { basename, dirname } from 'node:path'
import { eq } from 'drizzle-orm'
import type { Deleted } from '@sturvo/schema'
import { appendAudit, auditRoot } from '../audit/chain'
import { copiesIn } from '../copies/copyFolder'
import type { CopyKeeper } from '../copies/keeper'
import { removeFromReplica } from '../copies/replica'
import type { Database } from '../data/database'
import { noteFiles, settleFiles } from '../data/fileErrands'
import { person } from '../data/tables'
import { fault, notFound } from '../http/faults'
import { deleteRecord } from './deleteRecord'

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
    copies: Pick<CopyKeeper, 'folder' | 'replica' | 'unreplicated'>
    now: Date
  },
): Promise<Deleted> {
  const { personId, typed, actor, origin, copies, now } = input
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
  // what is deleted is deleted: what cannot be reached just now is said, and is no failure of it
  const isDone = (work: Promise<void>) =>
    work.then(
      () => true,
      () => false,
    )
  const isPacked = await isDone(copies.unreplicated(() => database.compact()))
  const isEmptied = copies.replica === undefined || (await isDone(removeFromReplica(copies.replica, gone)))
  return {
    personId,
    rows,
    files: gone.length,
    isPacked,
    copies: await holders(database, copies.folder),
    replica: copies.replica === undefined ? null : { to: copies.replica, isEmptied },
  }
}

/** Copies that were made before now: of rotation, before migrations, before restores. */
async function holders({ db, file }: Database, copiesFolder: string): Promise<Deleted['copies']> {
  const found = copiesIn(copiesFolder, new Date(), await auditRoot(db))
  const copies = found.map(({ name, madeAt }) => ({ name, madeAt }))
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
