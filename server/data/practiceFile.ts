import { chmodSync, closeSync, existsSync, openSync, readSync, statSync } from 'node:fs'
import type { Client } from '@libsql/client'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { FileFault } from './fileFault'

/** In the head of every practice's file, so that it can be told from any other database. ("Strv") */
const applicationId = 0x53747276
const magic = 'SQLite format 3\0'
const ownerOnly = 0o600

/** How a file stands towards this program. */
export type FileState = 'new' | 'older' | 'upToDate'

/** Looks at the first bytes only: no database is opened, nothing is changed. @throws FileFault notADatabase */
export function assertDatabaseOrNothing(file: string): void {
  if (!existsSync(file)) return
  const { size } = statSync(file)
  if (size === 0) return
  const head = Buffer.alloc(magic.length)
  const handle = openSync(file, 'r')
  try {
    readSync(handle, head, 0, magic.length, 0)
  } finally {
    closeSync(handle)
  }
  if (head.toString('latin1') !== magic) throw new FileFault('notADatabase', file)
}

/**
 * Whether the opened file is a practice that this program may work on.
 * @throws FileFault otherProgram, newerVersion, damaged
 */
export async function inspectFile(
  client: Client,
  file: string,
  migrationsFolder: string,
): Promise<FileState> {
  const tables = (await client.execute("SELECT name FROM sqlite_master WHERE type = 'table'")).rows.map(
    (r) => r.name as string,
  )
  const id = await pragma(client, 'application_id')
  const isOurs = id === applicationId
  // files from before they were marked are known by their tables
  const looksOurs = tables.includes('__drizzle_migrations') && tables.includes('practice')
  const isEmpty = tables.length === 0 && id === 0 && (!existsSync(file) || statSync(file).size === 0)
  if (!isOurs && !looksOurs && !isEmpty) throw new FileFault('otherProgram', file)
  if (isEmpty) return 'new'
  if ((await pragma(client, 'user_version')) > schemaNumber(migrationsFolder))
    throw new FileFault('newerVersion', file)
  const check = await client.execute('PRAGMA quick_check(1)')
  if ((check.rows[0]?.quick_check ?? 'ok') !== 'ok') throw new FileFault('damaged', file)
  if (!tables.includes('__drizzle_migrations')) return 'older'
  const last = await client.execute('SELECT max(created_at) AS at FROM __drizzle_migrations')
  const migrations = readMigrationFiles({ migrationsFolder })
  const newest = Math.max(...migrations.map((m) => m.folderMillis))
  const at = Number(last.rows[0]?.at ?? 0)
  if (at > newest) throw new FileFault('newerVersion', file)
  return at < newest ? 'older' : 'upToDate'
}

/** Marks the file as a practice of this version and as its owner's alone. */
export async function markFile(client: Client, file: string, migrationsFolder: string): Promise<void> {
  const number = schemaNumber(migrationsFolder)
  // a write to the head for nothing would be one more moment in which a power cut finds something half done
  if ((await pragma(client, 'application_id')) !== applicationId)
    await client.execute(`PRAGMA application_id = ${applicationId}`)
  if ((await pragma(client, 'user_version')) !== number)
    await client.execute(`PRAGMA user_version = ${number}`)
  for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) chmodSync(file + end, ownerOnly)
}

/** Whether an opened practice is the made-up one; undefined where it holds nothing yet. */
export async function isDemoFile(client: Client): Promise<boolean | undefined> {
  const known = await client.execute("SELECT name FROM sqlite_master WHERE name = 'practice'")
  if (known.rows.length === 0) return undefined
  const { rows } = await client.execute('SELECT is_demo FROM practice LIMIT 1')
  return rows[0] === undefined ? undefined : Number(rows[0].is_demo) === 1
}

export function schemaNumber(migrationsFolder: string): number {
  return readMigrationFiles({ migrationsFolder }).length
}

async function pragma(client: Client, name: 'application_id' | 'user_version'): Promise<number> {
  const { rows } = await client.execute(`PRAGMA ${name}`)
  return Number(rows[0]?.[name] ?? 0)
}

const idAt = 68 // of the head of a database file: the program it belongs to

/** Whether a file is marked as a practice, by its head alone. */
export function isPracticeFile(file: string): boolean {
  try {
    if (!statSync(file).isFile()) return false
    const handle = openSync(file, 'r')
    try {
      const head = Buffer.alloc(idAt + 4)
      return (
        readSync(handle, head, 0, head.length, 0) === head.length && head.readUInt32BE(idAt) === applicationId
      )
    } finally {
      closeSync(handle)
    }
  } catch {
    return false
  }
}
