import { existsSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { createClient, type Client } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import { auditHead } from '../audit/chain'
import { FileFault } from '../data/fileFault'
import { migrationsFolder } from '../data/places'
import { assertDatabaseOrNothing, inspectFile, schemaNumber } from '../data/practiceFile'
import { sha256Of } from '../data/sha256'
import * as tables from '../data/tables'
import { CopyFault } from './copyFault'
import { copyManifestSchema, copyVersion, databaseName, manifestName, type CopyManifest } from './manifest'

const mostManifestBytes = 64 * 1024 * 1024

/** @throws CopyFault where the manifest is missing, cut off, of something else, or of a newer program */
export function readManifest(folder: string): CopyManifest {
  const file = join(folder, manifestName)
  if (!existsSync(file))
    throw new CopyFault(`${folder} is no copy of a practice: it has no ${manifestName}. Nothing was changed.`)
  if (statSync(file).size > mostManifestBytes)
    throw new CopyFault(`${file} is too large to be a manifest. Nothing was changed.`)
  let read: unknown
  try {
    read = JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    throw new CopyFault(`${file} cannot be read: it was cut off or changed. Nothing was changed.`)
  }
  const version = (read as { version?: unknown } | null)?.version
  if (typeof version === 'number' && version > copyVersion) throw newer(folder)
  const manifest = copyManifestSchema.safeParse(read)
  if (!manifest.success)
    throw new CopyFault(
      `${file} is not the manifest of a copy (${manifest.error.issues[0]?.path.join('.') ?? ''}). Nothing was changed.`,
    )
  if (manifest.data.schema > schemaNumber(migrationsFolder)) throw newer(folder)
  return manifest.data
}

const newer = (folder: string) =>
  new CopyFault(
    `${folder} was made by a newer Sturvo than this one. Nothing was changed: restore it with the newer one.`,
  )

/**
 * Looks through a whole copy: every file by its hash, the database by its own checks, the end of its audit.
 * @throws CopyFault for the first thing that is wrong, in one sentence
 */
export async function verifyCopy(folder: string): Promise<CopyManifest> {
  const manifest = readManifest(folder)
  if (!manifest.files.some(({ path }) => path === databaseName))
    throw new CopyFault(`${folder} holds no database. Nothing was changed.`)
  for (const { path, bytes, sha256 } of manifest.files) {
    const file = join(folder, path)
    if (!existsSync(file)) throw new CopyFault(`${path} is missing from ${folder}. Nothing was changed.`)
    const found = await sha256Of(file)
    if (found.bytes !== bytes || found.sha256 !== sha256)
      throw new CopyFault(`${path} in ${folder} is not what was copied: it is damaged. Nothing was changed.`)
  }
  await verifyDatabase(folder, manifest)
  return manifest
}

const ownTriggers: Readonly<Record<string, string>> = {
  audit_stays: "BEFORE UPDATE ON audit_entry BEGIN SELECT RAISE(ABORT, 'the audit is only added to'); END",
  audit_is_kept: "BEFORE DELETE ON audit_entry BEGIN SELECT RAISE(ABORT, 'the audit is only added to'); END",
}

/** What acts by itself in a database is ours, word for word, or the copy is none of ours. */
async function assertOwnPrograms(client: Client, folder: string): Promise<void> {
  const { rows } = await client.execute(
    "SELECT type, name, sql FROM sqlite_master WHERE type IN ('trigger', 'view')",
  )
  for (const row of rows) {
    // columns of the list of what there is: texts, all of them
    const [type, name, sql] = [row.type, row.name, row.sql] as string[]
    const own = type === 'trigger' ? ownTriggers[name!] : undefined
    if (own === undefined || sql !== `CREATE TRIGGER ${name!} ${own}`)
      throw new CopyFault(
        `The database in ${folder} holds a ${type!} that is none of Sturvo’s. Nothing was changed.`,
      )
  }
}

async function verifyDatabase(folder: string, manifest: CopyManifest): Promise<void> {
  const file = join(folder, databaseName)
  const damaged = new CopyFault(`The database in ${folder} is damaged. Nothing was changed.`)
  try {
    assertDatabaseOrNothing(file)
  } catch {
    throw damaged
  }
  const client = createClient({ url: pathToFileURL(file).href, concurrency: 1 })
  try {
    await client.execute('PRAGMA query_only = ON')
    await inspectFile(client, file, migrationsFolder)
    const { rows } = await client.execute('PRAGMA integrity_check')
    const isWhole = rows.length === 1 && rows[0]?.integrity_check === 'ok'
    await assertOwnPrograms(client, folder)
    const loose = await client.execute('PRAGMA foreign_key_check')
    if (!isWhole || loose.rows.length > 0) throw damaged
    const head = await auditHead(drizzle(client, { schema: tables }))
    if (head.hash !== manifest.audit.hash)
      throw new CopyFault(`The audit in ${folder} is not the one that was copied. Nothing was changed.`)
  } catch (error) {
    if (error instanceof FileFault) throw new CopyFault(error.message)
    throw error instanceof CopyFault ? error : damaged
  } finally {
    client.close()
  }
}
