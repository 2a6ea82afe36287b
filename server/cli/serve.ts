import { existsSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import pino from 'pino'
import { openDatabase, type Database } from '../data/database'
import { deviceShelf, usualDevices } from '../devices/deviceShelf'
import { serveStreams } from '../devices/routes'
import { createApp } from '../http/app'
import { listen, PortBusyError, shutDownCleanly } from '../http/listen'
import { practiceRow } from '../practice/queries'
import { portOf, readArguments, textOption, UsageError } from './usage'

const standardPort = 4173
const root = join(__dirname, '..', '..')
const webFolder = join(root, 'web', 'dist')

async function start(database: Database, port: number): Promise<void> {
  const logger = pino({ level: process.env.STURVO_LOG ?? 'warn' })
  const devices = deviceShelf(usualDevices())
  const app = createApp({ database, logger, webFolder, devices })
  try {
    const server = await listen(app, port)
    shutDownCleanly(server, database, serveStreams(server, devices, database))
  } catch (error) {
    await database.close()
    throw error instanceof PortBusyError ? new UsageError(error.message) : error
  }
}

/** `serve --db FILE --port N`: a real practice; the first visit asks to create the owner. */
export async function serve(args: readonly string[]): Promise<string> {
  const { options } = readArguments(args, ['db', 'port'], [])
  const file = textOption(options, 'db')
  if (file === undefined) throw new UsageError('Name the database: serve --db FILE.')
  const port = portOf(options, standardPort)
  const database = await openDatabase(file)
  await practiceRow(database)
  await start(database, port)
  return `Sturvo is open at http://127.0.0.1:${port} (Ctrl C ends it)`
}

export type Seed = (database: Database, today: Date) => Promise<void>

/** `demo [--port N] [--fresh]`: the made-up practice, filled once and kept until --fresh. */
export async function demo(args: readonly string[], seed: Seed): Promise<string> {
  const { options } = readArguments(args, ['port', 'db'], ['fresh'])
  const file = textOption(options, 'db') ?? join(root, 'demo', 'data', 'demo.db')
  const port = portOf(options, standardPort)
  const isWhole = `${file}.whole` // written after filling, so that a half-filled file is filled anew
  if (options.fresh === true || !existsSync(isWhole))
    for (const end of ['', '-wal', '-shm', '.whole']) rmSync(file + end, { force: true })
  const database = await openDatabase(file)
  if (!existsSync(isWhole)) {
    process.stderr.write(
      'Making up the practice: people, prints, photos, recordings (about twenty seconds, once) …\n',
    )
    await seed(database, new Date())
    writeFileSync(isWhole, '')
  }
  await start(database, port)
  return `The made-up practice is open at http://127.0.0.1:${port} (Ctrl C ends it)`
}
