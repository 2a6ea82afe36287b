import { readdir, rm } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { createClient } from '@libsql/client'
import { eq } from 'drizzle-orm'
import type { Db } from '../data/databaseTypes'
import { isPracticeFile } from '../data/practiceFile'
import { picture, recordingFile } from '../data/tables'

/** Files that no row points to any more. */
export async function unsharedFiles(
  tx: Db,
  { pictures, recordings }: { pictures: string[]; recordings: string[] },
): Promise<string[]> {
  const free: string[] = []
  for (const hash of pictures)
    if ((await tx.$count(picture, eq(picture.hash, hash))) === 0) free.push(`pictures/${hash}.png`)
  for (const hash of recordings)
    if ((await tx.$count(recordingFile, eq(recordingFile.hash, hash))) === 0)
      free.push(`recordings/${hash}.csv.gz`)
  return free
}

/** Takes files beside a practice away for good; what another practice in the same folder points to stays. @returns what went */
export async function removeFree(file: string, paths: readonly string[]): Promise<string[]> {
  if (paths.length === 0) return []
  const used = await usedByOthers(file)
  const free = paths.filter((path) => !used.has(path))
  for (const path of free) await rm(join(dirname(file), path), { force: true })
  return free
}

async function usedByOthers(file: string): Promise<Set<string>> {
  const folder = dirname(file)
  const used = new Set<string>()
  for (const name of await readdir(folder).catch(() => [])) {
    // what lies beside under the practice's own name is itself: its log, what it was before
    if (name.startsWith(basename(file)) || !isPracticeFile(join(folder, name))) continue
    const client = createClient({ url: pathToFileURL(join(folder, name)).href, concurrency: 1 })
    try {
      await client.execute('PRAGMA query_only = ON')
      for (const { hash } of (await client.execute('select distinct hash from picture')).rows)
        used.add(`pictures/${hash as string}.png`)
      for (const { hash } of (await client.execute('select distinct hash from recording_file')).rows)
        used.add(`recordings/${hash as string}.csv.gz`)
    } catch {
      // one of before there were any points to none
    } finally {
      client.close()
    }
  }
  return used
}
