import { mkdirSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join, resolve } from 'node:path'
import type { Client } from '@libsql/client'
import type { createClient as createHttpClient } from '@libsql/client/http'
import { eq, lt } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { takeBack } from './arrivals'
import type { Database, Db } from './databaseTypes'
import { errorCode, FileFault } from './fileFault'
import { newId } from './ids'
import { migrationsFolder, rootFolder } from './places'
import * as tables from './tables'
import { doneWrite } from './tables'
import { createWriteQueue } from './writeQueue'

const tries = 4
const firstPauseMs = 80
const keptMs = 24 * 3_600_000
const longestArrivalMs = 3_600_000

/**
 * Opens a practice on a server of databases: the same queries, the same line of writes. Pictures and recordings stay in
 * the folder of `file` on this machine. The part of the client that speaks over the network is read only here.
 *
 * What is busy or cut off is tried again, with growing pauses. A read may be asked as often as one likes. Of a write
 * nobody knows whether it was done where its answer was lost: each group leaves a line of its own with what it wrote, and
 * is asked for by it before it is done again. So nothing that was done is told as not done, or done twice.
 * @throws FileFault where the server is not there
 */
export async function openRemote(
  url: string,
  { file, token }: { file: string; token?: string | undefined },
): Promise<Database> {
  // the built server leaves the part out that speaks to other machines; asked for, it is taken from the packages
  const { createClient } = createRequire(join(rootFolder, 'server', 'package.json'))(
    '@libsql/client/http',
  ) as { createClient: typeof createHttpClient }
  const client: Client = createClient({ url, ...(token !== undefined && { authToken: token }) })
  const folder = dirname(resolve(file))
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const writing = drizzle(client, { schema: tables })
  try {
    await again(() => migrate(writing, { migrationsFolder }))
  } catch (error) {
    client.close()
    throw isOfTheLine(error) ? new FileFault('cannotReach', url) : error
  }
  const isDone = async (id: string) => (await writing.$count(doneWrite, eq(doneWrite.id, id))) > 0
  const write = createWriteQueue<Db>(async (work) => {
    const id = newId()
    let tried = 0
    await again(async () => {
      if (tried++ > 0 && (await isDone(id))) return
      let cut: unknown
      await writing.transaction(async (group) => {
        await work(async (job) => {
          try {
            return await group.transaction((part) => job(part))
          } catch (error) {
            // a line that was cut is nobody's own failure: the whole group goes again
            if (isOfTheLine(error)) cut = error
            throw error
          }
        })
        if (cut !== undefined) throw new LineCut(cut)
        const at = Date.now()
        await group.insert(doneWrite).values({ id, at: new Date(at).toISOString() })
        // nobody asks for a group after its last try
        await group.delete(doneWrite).where(lt(doneWrite.at, new Date(at - keptMs).toISOString()))
      })
    })
  })
  const database: Database = {
    db: drizzle(patient(client), { schema: tables }),
    write,
    file: resolve(file),
    picturesFolder: join(folder, 'pictures'),
    recordingsFolder: join(folder, 'recordings'),
    // a server packs its own files
    compact: () => Promise.resolve(),
    close: async () => {
      await write.idle()
      client.close()
    },
  }
  // another site may be taking a file in at this moment
  await takeBack(database, new Date(), { before: new Date(Date.now() - longestArrivalMs) })
  return database
}

class LineCut extends Error {
  constructor(cause: unknown) {
    super('the line to the database was cut', { cause })
    this.name = 'LineCut'
  }
}

/** The same client, whose single questions are asked again where the line failed. */
function patient(client: Client): Client {
  return new Proxy(client, {
    get: (target, name) => {
      const value = Reflect.get(target, name) as unknown
      if (typeof value !== 'function') return value
      const bound = (value as (...args: unknown[]) => unknown).bind(target)
      return name === 'execute' ? (...args: unknown[]) => again(() => Promise.resolve(bound(...args))) : bound
    },
  })
}

async function again<T>(work: () => Promise<T>): Promise<T> {
  for (let i = 1; ; i++) {
    try {
      return await work()
    } catch (error) {
      if (i === tries || !isOfTheLine(error)) throw error
      await new Promise((resolve) => setTimeout(resolve, firstPauseMs * 2 ** i))
    }
  }
}

/** Busy, cut off, not there: nothing that was asked is wrong. */
function isOfTheLine(error: unknown): boolean {
  const { message, cause } = (error ?? {}) as { message?: unknown; cause?: unknown }
  const text = `${errorCode(error)} ${typeof message === 'string' ? message : ''}`
  if (
    /BUSY|LOCKED|ECONN|UND_ERR|fetch failed|socket|STREAM_EXPIRED|HRANA_CLOSED|SERVER_ERROR|terminated/i.test(
      text,
    )
  )
    return true
  return cause !== undefined && cause !== null && isOfTheLine(cause)
}
