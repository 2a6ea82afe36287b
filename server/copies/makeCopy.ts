import { existsSync } from 'node:fs'
import { copyFile, link, mkdir, open, readdir, rename, rm, writeFile } from 'node:fs/promises'
import { basename, dirname, join, resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import { createClient } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import { auditHead, auditRoot } from '../audit/chain'
import * as tables from '../data/tables'
import { assertDatabaseOrNothing, schemaNumber } from '../data/practiceFile'
import { migrationsFolder } from '../data/places'
import { sha256Of } from '../data/sha256'
import { coreVersion } from '../version'
import { CopyFault } from './copyFault'
import { copyVersion, databaseName, manifestName, type CopyManifest } from './manifest'

const patienceMs = 20_000

/**
 * A whole copy of a practice as a folder, while others write: the database as it is at one moment, then every file that
 * state of it points to. Nothing has the copy's name before it is whole and safe on the disk.
 *
 * @param to must not be there yet
 * @param like an earlier copy in the same folder: files it has already are shared with it instead of written again
 * @throws CopyFault in one sentence
 */
export async function makeCopy(input: {
  file: string
  to: string
  like?: string | undefined
  now: Date
}): Promise<CopyManifest> {
  const file = resolve(input.file)
  const to = resolve(input.to)
  if (!existsSync(file)) throw new CopyFault(`There is no practice at ${file}. Nothing was copied.`)
  assertDatabaseOrNothing(file)
  if (existsSync(to)) throw new CopyFault(`${to} is there already. Nothing was copied: name a new folder.`)
  const making = join(dirname(to), `.${basename(to)}.making`)
  await rm(making, { recursive: true, force: true })
  try {
    await mkdir(making, { recursive: true, mode: 0o700 })
    const { practice, audit, hashes } = await copyDatabase(file, join(making, databaseName))
    const files: CopyManifest['files'] = [
      { path: databaseName, ...(await sha256Of(join(making, databaseName))) },
    ]
    const missing: string[] = []
    for (const path of hashes) {
      const from = join(dirname(file), path)
      const into = join(making, path)
      await mkdir(dirname(into), { recursive: true, mode: 0o700 })
      const shared = input.like === undefined ? undefined : join(input.like, path)
      const found = await wholeFrom(into, { shared, from })
      if (found) files.push({ path, ...found })
      else missing.push(path)
    }
    const manifest: CopyManifest = {
      format: 'sturvo-copy',
      version: copyVersion,
      madeAt: input.now.toISOString(),
      coreVersion,
      schema: schemaNumber(migrationsFolder),
      practice,
      audit,
      files,
      missing,
    }
    await writeFile(join(making, manifestName), `${JSON.stringify(manifest, null, 1)}\n`, { mode: 0o600 })
    await syncAll(making)
    await rename(making, to)
    return manifest
  } catch (error) {
    await rm(making, { recursive: true, force: true })
    throw copyFaultOf(error) ?? error
  }
}

/**
 * A file under the name of its content: shared with the copy before, or copied anew, whichever is whole. Rot is not
 * inherited, and where the practice's own has rotted the copy before still has it.
 * @returns undefined where neither is
 */
async function wholeFrom(
  into: string,
  { shared, from }: { shared: string | undefined; from: string },
): Promise<{ sha256: string; bytes: number } | undefined> {
  const name = basename(into).split('.')[0]
  const ways = [
    async () => shared !== undefined && existsSync(shared) && (await linked(shared, into)),
    async () => {
      if (!existsSync(from)) return false
      await copyFile(from, into)
      return true
    },
  ]
  for (const way of ways) {
    if (!(await way())) continue
    const found = await sha256Of(into)
    if (found.sha256 === name) return found
    await rm(into, { force: true })
  }
  return undefined
}

async function linked(from: string, to: string): Promise<boolean> {
  return link(from, to).then(
    () => true,
    () => false,
  )
}

/** A reading connection of its own: writers of a practice in WAL are not held up by it. */
async function copyDatabase(file: string, to: string) {
  const client = createClient({ url: pathToFileURL(file).href, concurrency: 1, timeout: patienceMs })
  try {
    await client.execute(`VACUUM INTO '${to.replaceAll("'", "''")}'`)
  } finally {
    client.close()
  }
  const copy = createClient({ url: pathToFileURL(to).href, concurrency: 1 })
  try {
    const db = drizzle(copy, { schema: tables })
    // what the copied state points to, asked of the copy itself
    const pictures = await db.selectDistinct({ hash: tables.picture.hash }).from(tables.picture)
    const recordings = await db.selectDistinct({ hash: tables.recordingFile.hash }).from(tables.recordingFile)
    return {
      practice: await auditRoot(db),
      audit: await auditHead(db),
      hashes: [
        ...pictures.map(({ hash }) => `pictures/${hash}.png`),
        ...recordings.map(({ hash }) => `recordings/${hash}.csv.gz`),
      ].sort(),
    }
  } finally {
    copy.close()
  }
}

/** Every file and folder is safe before the copy gets its name. */
async function syncAll(folder: string): Promise<void> {
  for (const entry of await readdir(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) await syncAll(path)
    else await synced(path)
  }
  await synced(folder)
}

async function synced(path: string): Promise<void> {
  const handle = await open(path, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}

/** What a failing disk says, in words. */
export function copyFaultOf(error: unknown): CopyFault | undefined {
  if (error instanceof CopyFault) return error
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown }
  const text = `${typeof code === 'string' ? code : ''} ${typeof message === 'string' ? message : ''}`
  if (/ENOSPC|EDQUOT|SQLITE_FULL|disk is full/.test(text))
    return new CopyFault('The disk for the copy is full. Nothing was kept of this copy.')
  if (/EACCES|EROFS|EPERM|CANTOPEN|ENOENT|ENOTDIR|unable to open/i.test(text))
    return new CopyFault('The folder for the copy cannot be written to. Nothing was copied.')
  if (/BUSY|LOCKED/.test(text))
    return new CopyFault('The practice is held by another program. Nothing was copied: try again.')
  if (/CORRUPT|NOTADB|malformed/i.test(text))
    return new CopyFault('The practice itself is damaged. Nothing was copied: restore the last good copy.')
  return undefined
}
