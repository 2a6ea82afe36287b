import { existsSync } from 'node:fs'
import { copyFile, mkdir, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { moveDurably } from '../data/durableFile'
import type { Database } from '../data/database'

/**
 * Lays in pictures and recordings before the rows that point to them. They are named by their content: what is there is
 * the same.
 * @returns how to take back those that were not there before, where the rows do not come
 */
export async function layInFiles(
  database: Database,
  paths: readonly string[],
  from: string,
): Promise<{ takeBack: () => Promise<void> }> {
  const laid: string[] = []
  const takeBack = async () => {
    for (const file of laid) await rm(file, { force: true })
  }
  try {
    for (const path of paths) {
      const to = join(dirname(database.file), path)
      if (existsSync(to)) continue
      await mkdir(dirname(to), { recursive: true, mode: 0o700 })
      await copyFile(join(from, path), `${to}.arriving`)
      await moveDurably(`${to}.arriving`, to)
      laid.push(to)
    }
  } catch (error) {
    await takeBack()
    throw error
  }
  return { takeBack }
}
