import { mkdirSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import { createClient, type Client } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { takeBack } from './arrivals'
import type { Database, Db } from './databaseTypes'
import { errorCode, FileFault, fileFaultOf } from './fileFault'
import { lockFile, type FileLock } from './fileLock'
import { migrationsFolder } from './places'
import { packFile } from './packFile'
import { assertDatabaseOrNothing, inspectFile, isDemoFile, markFile } from './practiceFile'
import { settleFiles } from './fileErrands'
import { sweepLeftovers } from './sweep'
import * as tables from './tables'
import { createWriteQueue, type GroupOpener, type WriteQueue } from './writeQueue'

export type { Database, Db, Tables } from './databaseTypes'

/**
 * The calls of this client are synchronous: while it waits for a lock nobody is served. So it hardly waits at all,
 * and the waiting is done outside, in small steps.
 */
const busyMs = 20
const busyStepMs = 60
const busyPatienceMs = 3000
const idleMs = 1500

/**
 * Opens a practice's database, brings it up to date and makes every answered write durable. A copy is taken before a
 * migration, and a failed migration leaves the file as it was.
 *
 * @param alone a server: refuses a second one on the same file and clears up what a broken upload left
 * @param lock where the caller holds the file already; it is given back with the database
 * @throws FileFault in one sentence where the file may not be opened; it is then untouched
 */
export async function openDatabase(
  path: string,
  { alone = false, lock }: { alone?: boolean; lock?: FileLock | undefined } = {},
): Promise<Database> {
  const file = resolve(path)
  const opened: Client[] = []
  try {
    assertDatabaseOrNothing(file)
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 })
    if (alone) lock ??= await lockFile(file)
    const writer = clientOf(file)
    opened.push(writer)
    const state = await inspectFile(writer, file, migrationsFolder)
    await makeDurable(writer)
    if (state === 'older') await writer.execute(`VACUUM INTO '${copyName(file).replaceAll("'", "''")}'`)
    if (state !== 'upToDate') await migrate(drizzle(writer, { schema: tables }), { migrationsFolder })
    // migrating may have opened the file anew, and these settings belong to a connection
    await makeDurable(writer)
    await markFile(writer, file, migrationsFolder)
    await checkpoint(writer)
    const reader = clientOf(file)
    opened.push(reader)
    await makeDurable(reader)
    // a write that goes past the line fails at once, instead of meeting the one that waits its turn
    await reader.execute('PRAGMA query_only = ON')
    const database = assemble({ file, writer, reader, lock })
    if (alone) {
      await sweepLeftovers({ ...database, importsFolder: join(dirname(file), 'imports') })
      await takeUpLeft(database)
    }
    return database
  } catch (error) {
    for (const client of opened) client.close()
    lock?.release()
    throw fileFaultOf(error, file) ?? error
  }
}

/**
 * Whether a file holds the made-up practice; undefined where there is nothing in it yet. Changes nothing.
 * @throws FileFault as openDatabase
 */
export async function isDemo(path: string): Promise<boolean | undefined> {
  const file = resolve(path)
  let client: Client | undefined
  try {
    assertDatabaseOrNothing(file)
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 })
    client = clientOf(file)
    const state = await inspectFile(client, file, migrationsFolder)
    return state === 'new' ? undefined : await isDemoFile(client)
  } catch (error) {
    throw fileFaultOf(error, file) ?? error
  } finally {
    client?.close()
  }
}

const importsEnd = '.importing'

/** While the command line takes a file in, what it has under way is not taken for what a broken one left. */
export const lockForImport = (file: string): Promise<FileLock> => lockFile(`${resolve(file)}${importsEnd}`)

async function takeUpLeft(database: Database): Promise<void> {
  const held = await lockForImport(database.file).catch((error: unknown) => {
    if (error instanceof FileFault && error.code === 'inUse') return undefined
    throw error
  })
  if (!held) return
  try {
    // by a clock that was a year ahead when it began: nothing can be on its way now
    await takeBack(database, new Date(), { before: new Date('9999-01-01') })
    await settleFiles(database)
  } finally {
    held.release()
  }
}

function clientOf(file: string): Client {
  // one connection: a setting made by PRAGMA holds for that connection alone
  return createClient({ url: pathToFileURL(file).href, concurrency: 1, timeout: busyMs })
}

function assemble(parts: {
  file: string
  writer: Client
  reader: Client
  lock: FileLock | undefined
}): Database {
  const { file, writer, reader, lock } = parts
  const writing = drizzle(writer, { schema: tables })
  let idleTimer: NodeJS.Timeout | undefined
  const write = createWriteQueue<Db>(
    (work) =>
      patiently(writer, async () => {
        // savepoints cost a third of a write and hardly any job fails: only a group in which one did is undone, and
        // goes again with a part of its own for each, so that it undoes itself and not its neighbours
        if (await wholeGroup(writing, work)) return
        await writing.transaction((group) => work((job) => group.transaction((part) => job(part))))
      }),
    () => {
      clearTimeout(idleTimer)
      idleTimer = setTimeout(
        () => void write.idle().then(() => checkpoint(writer).catch(() => undefined)),
        idleMs,
      )
      idleTimer.unref()
    },
  )
  return {
    db: drizzle(reader, { schema: tables }),
    write,
    file,
    picturesFolder: join(dirname(file), 'pictures'),
    recordingsFolder: join(dirname(file), 'recordings'),
    compact: () => compacted(writer, write, file),
    close: async () => {
      await write.idle()
      clearTimeout(idleTimer)
      reader.close()
      // whoever copies the one file has the whole practice
      await checkpoint(writer).catch(() => undefined)
      writer.close()
      lock?.release()
    },
  }
}

const mostPackedBytes = 256 * 1024 * 1024

/**
 * Packs the file in a thread of its own, in the line of writes: whoever reads meanwhile is answered, and whoever saves
 * waits for the packing instead of failing at its lock. A very large file is not packed: what is deleted is zeros already.
 */
async function compacted(writer: Client, write: WriteQueue<Db>, file: string): Promise<void> {
  await write.alone(async () => {
    await checkpoint(writer)
    if (statSync(file).size <= mostPackedBytes) await packFile(file)
  })
}

/** @returns whether all jobs went well and are committed; nothing is, otherwise */
async function wholeGroup(
  writing: { transaction: (run: (group: Db) => Promise<void>) => Promise<void> },
  work: Parameters<GroupOpener<Db>>[0],
): Promise<boolean> {
  const undone = new Error('a job of this group failed')
  try {
    await writing.transaction(async (group) => {
      let hasFailed = false
      await work(async (job) => {
        if (hasFailed) throw undone
        try {
          return await job(group)
        } catch (reason) {
          hasFailed = true
          throw reason
        }
      })
      if (hasFailed) throw undone
    })
    return true
  } catch (reason) {
    if (reason !== undone) throw reason
    return false
  }
}

/**
 * Tries again while another program holds the file, without holding up anybody else. The statement that met the lock
 * stays open in this client until it is collected and would forbid every savepoint, so the line is made anew.
 */
async function patiently<T>(client: Client, open: () => Promise<T>): Promise<T> {
  const until = performance.now() + busyPatienceMs
  for (;;) {
    try {
      return await open()
    } catch (error) {
      if (!/BUSY|LOCKED/.test(errorCode(error)) || performance.now() > until) throw error
      await new Promise((resolve) => setTimeout(resolve, busyStepMs))
      await Promise.resolve(client.reconnect())
      await makeDurable(client)
    }
  }
}

async function makeDurable(client: Client): Promise<void> {
  await client.execute('PRAGMA journal_mode = WAL')
  await client.execute('PRAGMA synchronous = FULL')
  await client.execute('PRAGMA foreign_keys = ON')
  // what is deleted is overwritten with zeros
  await client.execute('PRAGMA secure_delete = ON')
  await client.execute(`PRAGMA busy_timeout = ${busyMs}`)
}

/** Moves everything out of the log beside the file into the file itself. */
async function checkpoint(client: Client): Promise<void> {
  await client.execute('PRAGMA wal_checkpoint(TRUNCATE)')
}

function copyName(file: string): string {
  return `${file}.before-migration-${new Date().toISOString().replace(/[:.]/g, '-')}`
}
