import { existsSync, mkdirSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { createClient, type Client } from '@libsql/client'
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import * as tables from './tables'
import { createWriteQueue, type WriteQueue } from './writeQueue'

export type Tables = typeof tables
export type Database = {
  db: LibSQLDatabase<Tables>
  /** every write goes through here, one after the other */
  write: WriteQueue
  file: string
  picturesFolder: string
  recordingsFolder: string
  close: () => Promise<void>
}

const busyMs = 5000 // another program, such as a backup, may hold the file for a moment
const migrationsFolder = join(__dirname, '..', 'migrations')

/**
 * Opens a practice's database, brings it up to date and makes every answered write durable.
 * A copy is taken before a migration, and a failed migration leaves the file as it was.
 */
export async function openDatabase(path: string): Promise<Database> {
  const file = resolve(path)
  mkdirSync(dirname(file), { recursive: true })
  const isNew = !existsSync(file)
  // one connection: a setting made by PRAGMA holds for that connection alone, and two that write at
  // the same moment meet as "database is locked". The calls are synchronous, so more bring no speed.
  const client = createClient({ url: `file:${file}`, concurrency: 1, timeout: busyMs })
  const db = drizzle(client, { schema: tables })
  await makeDurable(client)
  if (!isNew && (await hasPendingMigrations(client)))
    await client.execute(`VACUUM INTO '${copyName(file).replaceAll("'", "''")}'`)
  await migrate(db, { migrationsFolder })
  // migrating may have opened the file anew, and these settings belong to a connection
  await makeDurable(client)
  const write = createWriteQueue()
  return {
    db,
    write,
    file,
    picturesFolder: join(dirname(file), 'pictures'),
    recordingsFolder: join(dirname(file), 'recordings'),
    close: async () => {
      await write.idle()
      client.close()
    },
  }
}

async function makeDurable(client: Client): Promise<void> {
  await client.execute('PRAGMA journal_mode = WAL')
  await client.execute('PRAGMA synchronous = FULL')
  await client.execute('PRAGMA foreign_keys = ON')
  await client.execute(`PRAGMA busy_timeout = ${busyMs}`)
}

async function hasPendingMigrations(client: Client): Promise<boolean> {
  const known = await client.execute("SELECT name FROM sqlite_master WHERE name = '__drizzle_migrations'")
  if (known.rows.length === 0) return true
  const last = await client.execute('SELECT max(created_at) AS at FROM __drizzle_migrations')
  const newest = Math.max(...readMigrationFiles({ migrationsFolder }).map((m) => m.folderMillis))
  return Number(last.rows[0]?.at ?? 0) < newest
}

function copyName(file: string): string {
  return `${file}.before-migration-${new Date().toISOString().replace(/[:.]/g, '-')}`
}
