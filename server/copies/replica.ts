import { spawn, type ChildProcess } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { copyFile, mkdir, readdir, rename, rm, stat } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { createInterface } from 'node:readline'
import type { ReplicaState } from '@sturvo/schema'
import { rootFolder } from '../data/places'
import { CopyFault } from './copyFault'
import { databaseName } from './manifest'
import { besideOf, replicaWatch, sourcePosition } from './replicaWatch'

const syncEvery = '250ms'
const filesEveryMs = 500
const startAgainMs = 2000
const filesFolder = 'files'

/**
 * Runs the tool and ends it when its line to this program is cut, however that ends: a tool that outlived its server would
 * write beside the one of the next. One that does not listen is ended all the same.
 */
const endsWithUs =
  'exec 3<&0; "$0" replicate -config "$1" & tool=$!; (cat <&3 >/dev/null; kill $tool 2>/dev/null; sleep 4; kill -9 $tool 2>/dev/null) & wait $tool'

/** Whether a folder is what the replication tool writes. */
export const isReplica = (folder: string) => existsSync(join(folder, 'database', 'generations'))

const isAddress = (to: string) => /^[a-z0-9]+:\/\//i.test(to)
const databaseTarget = (to: string) => (isAddress(to) ? to : join(resolve(to), 'database'))

/** The tool that the registry carries; its binary comes as a package of its own. */
function toolPath(): string {
  const require = createRequire(join(rootFolder, 'server', 'package.json'))
  const own = dirname(require.resolve('@flydotio/litestream/package.json'))
  const binary = createRequire(join(own, 'package.json')).resolve(
    `@flydotio/litestream-${process.platform}-${process.arch}/package.json`,
  )
  return join(dirname(binary), 'litestream')
}

export type Replication = {
  state: () => ReplicaState
  /**
   * Does something while nothing is replicated, and begins anew after it: the tool reads an older state all the time, and
   * keeps what was written lately beside the practice, what was deleted with it.
   */
  anew: <T>(work: () => Promise<T>) => Promise<T>
  close: () => Promise<void>
}
/** ms; looks at it are this far apart, a tool that stands still so long is started anew, and after so long it is told */
type Patience = { lookMs: number; standsStillMs: number; behindMs: number }
const usualPatience: Patience = { lookMs: 2000, standsStillMs: 15_000, behindMs: 25_000 }

/**
 * Copies every change of a practice to another place as it happens: the database by the replication tool, pictures and
 * recordings (which never change) by laying in the new ones. Falls the tool over, or stands it still (as it does without
 * a word where its target is full, also when there is room again), it is started again.
 * @param to a folder, or an address the tool knows; pictures go to folders only
 */
export function replicate(
  input: { file: string; to: string; picturesFolder: string; recordingsFolder: string },
  say: (words: string) => void,
  { lookMs, standsStillMs, behindMs }: Patience = usualPatience,
): Replication {
  const { file, to } = input
  const settings = join(mkdtempSync(join(tmpdir(), 'sturvo-replicate-')), 'settings.yml')
  const target = databaseTarget(to)
  writeFileSync(
    settings,
    JSON.stringify({
      dbs: [
        {
          path: resolve(file),
          'monitor-interval': syncEvery,
          replicas: [
            isAddress(to)
              ? { url: target, 'sync-interval': syncEvery }
              : { path: target, 'sync-interval': syncEvery },
          ],
        },
      ],
    }),
    { mode: 0o600 },
  )
  let isWanted = true
  let turn: Promise<unknown> = Promise.resolve()
  let tool: ChildProcess
  const watch = replicaWatch()
  // waits are measured by a clock that nobody sets
  const nowMs = () => performance.now()
  const wallMs = (ms: number) => Date.now() - (nowMs() - ms)
  let startedMs = nowMs()
  let filesFailedMs: number | undefined
  const start = () => {
    startedMs = nowMs()
    // a tool and what it was started by are ended together
    const shell = ['-c', endsWithUs, toolPath(), settings]
    tool = spawn('/bin/sh', shell, { stdio: ['pipe', 'pipe', 'pipe'], detached: true })
    tool.stdin?.on('error', () => undefined)
    tool.on('error', () => say('the replication tool does not start'))
    const words = [tool.stdout!, tool.stderr!]
    for (const stream of words) createInterface({ input: stream }).on('line', watch.hear)
    tool.on('exit', () => {
      // what waits to end it holds them for some seconds more
      for (const stream of words) stream.destroy()
      if (!isWanted) return
      say('the replication tool ended and is started again')
      setTimeout(() => isWanted && start(), startAgainMs).unref()
    })
  }
  start()
  const end = () => {
    isWanted = false
    return new Promise<void>((done) => {
      tool.once('exit', () => done())
      tool.stdin?.end()
      if (tool.exitCode !== null || tool.signalCode !== null) done()
    })
  }
  const anew: Replication['anew'] = (work) => {
    const next = turn.then(async () => {
      await end()
      await rm(besideOf(resolve(file)), { recursive: true, force: true })
      try {
        return await work()
      } finally {
        isWanted = true
        start()
      }
    })
    turn = next.catch(() => undefined)
    return next
  }
  const look = async () => {
    watch.look(await sourcePosition(resolve(file)), nowMs())
    if (!isWanted || watch.behindMs(nowMs()) < standsStillMs || nowMs() - startedMs < standsStillMs) return
    startedMs = nowMs()
    say('the replication tool stands still')
    try {
      process.kill(-tool.pid!, 'SIGKILL')
    } catch {
      // it has just ended by itself
    }
  }
  const looks = setInterval(() => void look(), lookMs)
  looks.unref()
  let isLaying = false
  const files = isAddress(to)
    ? undefined
    : setInterval(() => {
        if (isLaying) return
        isLaying = true
        void layIn(input, join(resolve(to), filesFolder))
          .then(() => (filesFailedMs = undefined))
          .catch(() => {
            if (filesFailedMs === undefined) say('a picture or recording could not be replicated')
            filesFailedMs ??= nowMs()
          })
          .finally(() => (isLaying = false))
      }, filesEveryMs)
  files?.unref()
  return {
    state: () => {
      const now = nowMs()
      const isFilesBehind = filesFailedMs !== undefined && now - filesFailedMs >= behindMs
      const upTo = watch.upToMs()
      return {
        to,
        upTo: upTo === undefined ? null : new Date(wallMs(upTo)).toISOString(),
        isBehind: isFilesBehind || watch.behindMs(now) >= behindMs,
        words: watch.trouble(),
      }
    },
    anew,
    close: async () => {
      clearInterval(files)
      clearInterval(looks)
      await turn
      await end()
      rmSync(dirname(settings), { recursive: true, force: true })
    },
  }
}

/**
 * Takes files of a deleted client away from a replica; nothing else is ever taken from it. An address of the tool holds
 * no pictures.
 */
export async function removeFromReplica(to: string, paths: readonly string[]): Promise<void> {
  if (isAddress(to)) return
  for (const path of paths) await rm(join(resolve(to), filesFolder, path), { force: true })
}

/** When each folder last changed, and what was laid in: a folder in which nothing came is not gone through. */
const lookedAt = new Map<string, number>()

/** Files are named by their content: what is there is the same. Nobody who is being served waits for it. */
async function layIn(from: { picturesFolder: string; recordingsFolder: string }, to: string): Promise<void> {
  for (const [kind, folder] of [
    ['pictures', from.picturesFolder],
    ['recordings', from.recordingsFolder],
  ] as const) {
    if (!existsSync(folder)) continue
    const key = `${folder} ${to}`
    const { mtimeMs } = await stat(folder)
    if (lookedAt.get(key) === mtimeMs) continue
    await mkdir(join(to, kind), { recursive: true, mode: 0o700 })
    const there = new Set(await readdir(join(to, kind)))
    for (const name of await readdir(folder)) {
      if (!/^[0-9a-f]{64}\.(png|csv\.gz)$/.test(name) || there.has(name)) continue
      const into = join(to, kind, name)
      await copyFile(join(folder, name), `${into}.arriving`)
      await rename(`${into}.arriving`, into)
    }
    // as it was before it was gone through: what came meanwhile is seen next time
    lookedAt.set(key, mtimeMs)
  }
}

/** The newest state of a replica as a folder like that of a copy. @throws CopyFault where there is none */
export async function restoreReplica(from: string, folder: string): Promise<void> {
  const to = join(folder, databaseName)
  const target = isAddress(from) ? from : `file://${databaseTarget(from)}`
  const code = await new Promise<number | null>((done) => {
    const tool = spawn(toolPath(), ['restore', '-o', to, target], { stdio: 'ignore' })
    tool.once('error', () => done(1))
    tool.once('exit', done)
  })
  if (code !== 0 || !existsSync(to))
    throw new CopyFault(`Nothing can be restored from the replica ${from}. Nothing was changed.`)
  if (isAddress(from)) return
  for (const kind of ['pictures', 'recordings']) {
    const files = join(resolve(from), filesFolder, kind)
    if (!existsSync(files)) continue
    mkdirSync(join(folder, kind), { recursive: true, mode: 0o700 })
    for (const name of readdirSync(files))
      if (/^[0-9a-f]{64}\.(png|csv\.gz)$/.test(name))
        copyFileSync(join(files, name), join(folder, kind, name))
  }
}
