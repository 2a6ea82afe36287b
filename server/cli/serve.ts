import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { createSecureContext } from 'node:tls'
import pino from 'pino'
import { count } from 'drizzle-orm'
import { copiesBeside } from '../copies/copyFolder'
import { copyKeeper, type CopySettings } from '../copies/keeper'
import { replicate, type Replication } from '../copies/replica'
import { isDemo, openDatabase, type Database } from '../data/database'
import { FileFault, fileFaultOf } from '../data/fileFault'
import { openRemote } from '../data/remote'
import { lockFile, type FileLock } from '../data/fileLock'
import { rootFolder } from '../data/places'
import { account } from '../data/tables'
import { serveStreams } from '../devices/routes'
import { createApp, shelfOf } from '../http/app'
import { endOnTrouble, listen, PortBusyError, shutDownCleanly } from '../http/listen'
import { keyOldPeople } from '../people/queries'
import { practiceRow } from '../practice/queries'
import { newOwnerCode } from '../signin/routes'
import { countOldVisits } from '../visits/queries'
import { createWork } from '../work/pool'
import { portOf, readArguments, textOption, UsageError } from './usage'

const standardPort = 4173
const webFolder = join(rootFolder, 'web', 'dist')

/** @returns the code that the first owner has to type, where there is none yet */
async function start(
  database: Database,
  port: number,
  { reach = {}, copies }: { reach?: Reach; copies?: CopySettings } = {},
): Promise<string | undefined> {
  const logger = pino({ level: process.env.STURVO_LOG ?? 'warn' })
  const work = createWork()
  const devices = shelfOf(work)
  const [accounts] = await database.db.select({ n: count() }).from(account)
  const ownerCode = accounts?.n === 0 ? newOwnerCode() : undefined
  let replication: Replication | undefined
  const keeper = copyKeeper(database, {
    ...(copies ?? { folder: copiesBeside(database.file) }),
    replicaState: () => replication?.state(),
    unreplicated: (work) => (replication ? replication.anew(work) : work()),
  })
  const app = createApp({
    database,
    logger,
    webFolder,
    devices,
    work,
    ownerCode,
    copies: keeper,
    ...appReach(reach),
  })
  const say = (words: string) => logger.error({ code: 'copies' }, words)
  try {
    const server = await listen(app, port, reach.tls)
    const endStreams = serveStreams(server, devices, database, {
      hostNames: appReach(reach).hostNames,
      isSealed: reach.tls !== undefined || reach.isBehindProxy === true,
    })
    if (copies?.replica !== undefined) replication = replicate({ ...database, to: copies.replica }, say)
    // the last writes are replicated before the tool ends
    const closing = {
      ...database,
      close: async () => {
        await database.close()
        await replication?.close()
      },
    }
    const stop = shutDownCleanly({ server, database: closing, work, endStreams })
    endOnTrouble(logger, stop)
    // the made-up practice needs none
    if (copies) keeper.keepOn(say)
    void catchUp(database)
    return ownerCode
  } catch (error) {
    await work.close()
    await database.close()
    throw error instanceof PortBusyError ? new UsageError(error.message) : error
  }
}

/** What an older version did not keep is counted in small parts beside the answers. */
async function catchUp(database: Database): Promise<void> {
  const breath = () => new Promise((go) => setTimeout(go, 20))
  while ((await countOldVisits(database)) > 0) await breath()
  while ((await keyOldPeople(database)) > 0) await breath()
}

/** A file that cannot be opened is an answer of the command line, not a defect. */
async function opened<T>(open: () => Promise<T>): Promise<T> {
  try {
    return await open()
  } catch (error) {
    throw error instanceof FileFault ? new UsageError(error.message) : error
  }
}

/** How others reach this machine: by itself with a certificate, through a proxy, or not at all. */
export type Reach = { tls?: { cert: string; key: string }; isBehindProxy?: boolean; publicUrl?: string }

/** @throws UsageError where a file cannot be read, half a pair is named, or the address is no https address */
export function reachOf(
  options: Readonly<Record<string, string | true>>,
  publicUrl: string | undefined,
): Reach {
  const [cert, key] = [textOption(options, 'tls-cert'), textOption(options, 'tls-key')]
  if ((cert === undefined) !== (key === undefined))
    throw new UsageError('--tls-cert and --tls-key go together.')
  const read = (file: string) => {
    try {
      return readFileSync(file, 'utf8')
    } catch {
      throw new UsageError(`The file ${file} cannot be read.`)
    }
  }
  const pair = cert !== undefined && key !== undefined ? { cert: read(cert), key: read(key) } : undefined
  try {
    if (pair) createSecureContext(pair)
  } catch {
    throw new UsageError(`${cert} and ${key} are no certificate with its key.`)
  }
  const address = publicUrl === undefined || publicUrl === '' ? undefined : publicUrl.replace(/\/+$/, '')
  // phones keep a page, and let it hold the screen awake, only over https
  if (address !== undefined && !(URL.canParse(address) && new URL(address).protocol === 'https:'))
    throw new UsageError('STURVO_PUBLIC_URL is an address such as https://feet.example.')
  return {
    ...(pair && { tls: pair }),
    ...(options['behind-proxy'] === true && { isBehindProxy: true }),
    ...(address !== undefined && { publicUrl: address }),
  }
}

function appReach({ publicUrl, isBehindProxy = false }: Reach) {
  return {
    publicUrl,
    isBehindProxy,
    hostNames: publicUrl === undefined ? [] : [new URL(publicUrl).hostname],
  }
}

/** `serve --db FILE --port N`: a real practice; the first visit asks to create the owner. */
export async function serve(args: readonly string[]): Promise<string> {
  const { options } = readArguments(
    args,
    ['db', 'port', 'tls-cert', 'tls-key', 'copies', 'replicate'],
    ['behind-proxy'],
  )
  const file = textOption(options, 'db')
  if (file === undefined) throw new UsageError('Name the database: serve --db FILE.')
  const port = portOf(options, standardPort)
  const reach = reachOf(options, process.env.STURVO_PUBLIC_URL)
  const url = process.env.STURVO_DB_URL ?? ''
  assertSealed(url)
  const database = await opened(() =>
    url === ''
      ? openDatabase(file, { alone: true })
      : openRemote(url, { file, token: process.env.STURVO_DB_TOKEN }),
  )
  await practiceRow(database)
  const copies: CopySettings = {
    isAutomatic: true,
    folder: resolve(textOption(options, 'copies') ?? copiesBeside(file)),
    passphrase: process.env.STURVO_COPY_PASSPHRASE,
    replica: textOption(options, 'replicate'),
  }
  // a server of databases has copies and replicas of its own
  const code = await start(database, port, { reach, ...(url === '' && { copies }) })
  const hint = code === undefined ? '' : `\nTo become its owner, type this code there: ${code}`
  const here = `${reach.tls ? 'https' : 'http'}://127.0.0.1:${port}`
  const there = reach.publicUrl === undefined ? '' : `, for clients at ${reach.publicUrl}`
  return `Sturvo is open at ${here}${there} (Ctrl C ends it)${hint}`
}

export type Seed = (database: Database, today: Date) => Promise<void>

/** `demo [--port N] [--fresh]`: the made-up practice, filled once and kept until --fresh. */
export async function demo(args: readonly string[], seed: Seed): Promise<string> {
  const { options } = readArguments(args, ['port', 'db'], ['fresh'])
  const file = resolve(textOption(options, 'db') ?? join(rootFolder, 'demo', 'data', 'demo.db'))
  const port = portOf(options, standardPort)
  const isWhole = `${file}.whole` // written after filling, so that a half-filled file is filled anew
  const database = await opened(async () => {
    const lock = await emptied(file, options.fresh === true || !existsSync(isWhole))
    return openDatabase(file, { alone: true, lock })
  })
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

/**
 * Holds the file, and takes away what is in it where that is wanted and it is a made-up practice.
 * @throws FileFault, UsageError for a file that is anything else; it is then untouched
 */
async function emptied(file: string, isUnwanted: boolean): Promise<FileLock> {
  try {
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 })
  } catch (error) {
    throw fileFaultOf(error, file) ?? error
  }
  const isThere = existsSync(file) && statSync(file).size > 0
  if (isThere && (await isDemo(file)) !== true)
    throw new UsageError(
      `${file} is not a made-up practice. Nothing was changed: open it with "sturvo serve --db", or name another file.`,
    )
  const lock = await lockFile(file).catch((error: unknown) => {
    throw fileFaultOf(error, file) ?? error
  })
  if (isUnwanted) for (const end of ['', '-wal', '-shm', '.whole']) rmSync(file + end, { force: true })
  return lock
}

/** What goes to a server of databases on another machine goes sealed, unless somebody says by name that it need not. */
function assertSealed(url: string): void {
  if (url === '' || process.env.STURVO_DB_PLAIN === 'yes') return
  if (!URL.canParse(url)) throw new UsageError('STURVO_DB_URL is no address.')
  const { protocol, hostname } = new URL(url)
  const isHere = ['127.0.0.1', 'localhost', '[::1]', '::1'].includes(hostname)
  if (!isHere && !['https:', 'libsql:', 'wss:'].includes(protocol))
    throw new UsageError(
      'STURVO_DB_URL would send everything in clear to another machine: use https, or say STURVO_DB_PLAIN=yes.',
    )
}
