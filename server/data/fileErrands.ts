import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { eq, inArray } from 'drizzle-orm'
import { removeFree } from '../privacy/unsharedFiles'
import type { Database, Db } from './databaseTypes'
import { fileErrand, picture, recordingFile } from './tables'

const atOnce = 500

/**
 * Writes down files beside the practice that may come to belong to nobody: before they are laid in, or in the very
 * transaction that takes their last row away. Killed in between, the next start settles what is left.
 */
export async function noteFiles(tx: Db, paths: readonly string[], now: Date): Promise<void> {
  const created = now.toISOString()
  for (let i = 0; i < paths.length; i += atOnce)
    await tx
      .insert(fileErrand)
      .values(paths.slice(i, i + atOnce).map((path) => ({ path, created })))
      .onConflictDoNothing()
}

/**
 * Takes away those files that no row points to, and strikes all of them from the list.
 * @param paths all that were written down where left out
 * @returns what went
 */
export async function settleFiles(database: Database, paths?: readonly string[]): Promise<string[]> {
  const { db, file } = database
  const open = paths ?? (await db.select({ path: fileErrand.path }).from(fileErrand)).map(({ path }) => path)
  if (open.length === 0) return []
  const free: string[] = []
  for (const path of open)
    if (existsSync(join(dirname(file), path)) && !(await isUsed(db, path))) free.push(path)
  const gone = await removeFree(file, free)
  await database.write(async (tx) => {
    for (let i = 0; i < open.length; i += atOnce)
      await tx.delete(fileErrand).where(inArray(fileErrand.path, open.slice(i, i + atOnce)))
  })
  return gone
}

/** Files are named by their content, and lie in the folder of their kind. */
async function isUsed(db: Db, path: string): Promise<boolean> {
  const [folder, name = ''] = path.split('/')
  const hash = name.split('.')[0]!
  const rows =
    folder === 'pictures'
      ? await db.$count(picture, eq(picture.hash, hash))
      : await db.$count(recordingFile, eq(recordingFile.hash, hash))
  return rows > 0
}
