import { existsSync } from 'node:fs'
import { copyFile, mkdir } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { moveDurably } from '../data/durableFile'
import type { Database } from '../data/database'
import { noteFiles, settleFiles } from '../data/fileErrands'

/**
 * Lays in pictures and recordings before the rows that point to them. They are named by their content: what is there is
 * the same.
 * @returns how to look at those that were not there before once the rows have come, or have not: what no row points to
 * goes. A program that is killed meanwhile does so at its next start.
 */
export async function layInFiles(
  database: Database,
  paths: readonly string[],
  from: string,
): Promise<{ settle: () => Promise<void> }> {
  const beside = (path: string) => join(dirname(database.file), path)
  const fresh = paths.filter((path) => !existsSync(beside(path)))
  await database.write((tx) => noteFiles(tx, fresh, new Date()))
  // the import itself is done or undone by then: what cannot be looked at now is at the next start
  const settle = () =>
    settleFiles(database, fresh).then(
      () => undefined,
      () => undefined,
    )
  try {
    for (const path of fresh) {
      const to = beside(path)
      await mkdir(dirname(to), { recursive: true, mode: 0o700 })
      await copyFile(join(from, path), `${to}.arriving`)
      await moveDurably(`${to}.arriving`, to)
    }
  } catch (error) {
    await settle()
    throw error
  }
  return { settle }
}
