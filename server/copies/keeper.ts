import { spawn } from 'node:child_process'
import { statSync } from 'node:fs'
import { mkdir } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { and, desc, eq, or } from 'drizzle-orm'
import type { Copies, CopyLine, CopyRun, ReplicaState } from '@sturvo/schema'
import { auditRoot } from '../audit/chain'
import { msSince } from '../data/clock'
import type { Database } from '../data/database'
import { newId } from '../data/ids'
import { rootFolder } from '../data/places'
import { copyRun } from '../data/tables'
import { fault } from '../http/faults'
import { copiesIn, copyNameOf, rotate } from './copyFolder'

const hourMs = 3_600_000
const dayMs = 24 * hourMs
/** a copy a day, and half a day of grace before it is called old */
const oldAfterMs = 36 * hourMs
const trialEveryMs = 30 * dayMs
const lookEveryMs = hourMs / 2
const firstLookMs = 60_000
const shownRuns = 20

export type CopySettings = {
  folder: string
  /** seals every copy */
  passphrase?: string | undefined
  /** made by itself every day; a program that only answers makes none */
  isAutomatic?: boolean
  /** where the practice is replicated to */
  replica?: string | undefined
  /** how far that is */
  replicaState?: () => ReplicaState | undefined
  /** does something while nothing is replicated, see Replication.anew */
  unreplicated?: CopyKeeper['unreplicated']
}

export type CopyKeeper = {
  folder: string
  replica?: string | undefined
  unreplicated: <T>(work: () => Promise<T>) => Promise<T>
  make: (kind: 'daily' | 'byHand', now: Date) => Promise<CopyRun>
  tryNewest: (now: Date) => Promise<CopyRun>
  answer: (now: Date) => Promise<Copies>
  /** makes the daily copy and the monthly trial when they are due, until it is told to stop */
  keepOn: (say: (words: string) => void) => () => void
}

/** Copies of a running practice: made and tried in processes of their own, so that nobody waits for them. */
export function copyKeeper(database: Database, settings: CopySettings): CopyKeeper {
  const { folder, passphrase } = settings
  // another practice may keep its copies in the same folder
  const own = () => auditRoot(database.db)
  let running: Promise<unknown> | undefined
  const alone = async <T>(work: () => Promise<T>): Promise<T> => {
    if (running) throw fault('copyRuns')
    const now = work()
    running = now.catch(() => undefined).finally(() => (running = undefined))
    return now
  }
  const note = async (run: CopyRun): Promise<CopyRun> => {
    await database.write((tx) => tx.insert(copyRun).values(run))
    return run
  }
  const make: CopyKeeper['make'] = (kind, now) =>
    alone(async () => {
      const name = copyNameOf(now, passphrase === undefined ? undefined : { own: await own() })
      const begun = performance.now()
      await mkdir(folder, { recursive: true, mode: 0o700 }).catch(() => undefined)
      const newest = newestOf(copiesIn(folder, now, await own()))
      const like = newest && passphrase === undefined ? ['--like', join(folder, newest.name)] : []
      const sealed = passphrase === undefined ? [] : ['--seal', '--passphrase-stdin']
      const { isFine, words } = await command(
        ['backup', join(folder, name), '--db', database.file, ...like, ...sealed],
        passphrase,
      )
      if (isFine) await rotate(folder, now, await own())
      const made = copiesIn(folder, now, await own()).find((copy) => copy.name === name)
      return note({
        id: newId(now),
        at: now.toISOString(),
        kind,
        isFine,
        name,
        words,
        bytes: made?.bytes ?? 0,
        tookMs: Math.round(performance.now() - begun),
      })
    })
  const tryNewest: CopyKeeper['tryNewest'] = (now) =>
    alone(async () => {
      const newest = newestOf(copiesIn(folder, now, await own()))
      if (!newest) throw fault('noCopyYet')
      const begun = performance.now()
      const sealed = passphrase === undefined ? [] : ['--passphrase-stdin']
      const { isFine, words } = await command(
        ['restore', join(folder, newest.name), '--trial', '--near', database.file, ...sealed],
        passphrase,
      )
      return note({
        id: newId(now),
        at: now.toISOString(),
        kind: 'trial',
        isFine,
        name: newest.name,
        words,
        bytes: newest.bytes,
        tookMs: Math.round(performance.now() - begun),
      })
    })
  const lastRun = async (kinds: CopyRun['kind'][], isFine?: boolean) => {
    const [row] = await database.db
      .select()
      .from(copyRun)
      .where(
        and(
          or(...kinds.map((kind) => eq(copyRun.kind, kind))),
          isFine === undefined ? undefined : eq(copyRun.isFine, isFine),
        ),
      )
      .orderBy(desc(copyRun.at))
      .limit(1)
    return row
  }
  const answer: CopyKeeper['answer'] = async (now) => {
    const copies = copiesIn(folder, now, await own())
    const lastGood = newestOf(copies)?.madeAt ?? null
    return {
      folder,
      isSameDisk: isSameDisk(folder, database.file),
      copies,
      runs: await database.db.select().from(copyRun).orderBy(desc(copyRun.at)).limit(shownRuns),
      lastGood,
      isAutomatic: settings.isAutomatic === true,
      isOld: settings.isAutomatic === true && (lastGood === null || msSince(lastGood, now) > oldAfterMs),
      lastTrial: (await lastRun(['trial'])) ?? null,
      replica: settings.replicaState?.() ?? null,
    }
  }
  const keepOn: CopyKeeper['keepOn'] = (say) => {
    const look = async () => {
      const now = new Date()
      const newest = newestOf(copiesIn(folder, now, await own()))
      if (!newest || msSince(newest.madeAt, now) >= dayMs) {
        const run = await make('daily', now)
        if (!run.isFine) say('the daily copy failed')
      }
      const tried = await lastRun(['trial'])
      if (tried && msSince(tried.at, now) < trialEveryMs) return
      const run = await tryNewest(new Date())
      if (!run.isFine) say('the trial of a copy failed')
    }
    const safely = () => void look().catch(() => say('copies could not be looked after'))
    const first = setTimeout(safely, firstLookMs)
    const timer = setInterval(safely, lookEveryMs)
    first.unref()
    timer.unref()
    return () => {
      clearTimeout(first)
      clearInterval(timer)
    }
  }
  const unreplicated = settings.unreplicated ?? ((work) => work())
  return { folder, replica: settings.replica, unreplicated, make, tryNewest, answer, keepOn }
}

/** The last one of this practice that the clock has come to. */
const newestOf = (copies: readonly CopyLine[]) =>
  copies.find(({ keptAs }) => keptAs !== 'ahead' && keptAs !== 'unsaid')

/** Runs the command line itself, with little claim to the processor. @returns its one sentence */
function command(args: string[], input: string | undefined): Promise<{ isFine: boolean; words: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [join(rootFolder, 'server', 'dist', 'cli.mjs'), ...args], {
      stdio: ['pipe', 'pipe', 'pipe'],
      env: { ...process.env, STURVO_LOW_PRIORITY: 'yes' },
    })
    let out = ''
    let error = ''
    child.stdout.on('data', (part: Buffer) => (out += part.toString()))
    child.stderr.on('data', (part: Buffer) => (error += part.toString()))
    child.on('error', () => resolve({ isFine: false, words: 'The copying program does not start.' }))
    child.on('close', (code) => {
      const isFine = code === 0
      const said = (isFine ? out : error).trim().split('\n').at(-1) ?? ''
      resolve({ isFine, words: said === '' ? 'The copying program ended without a word.' : said })
    })
    child.stdin.on('error', () => undefined)
    child.stdin.end(input === undefined ? '' : `${input}\n`)
  })
}

function isSameDisk(folder: string, file: string): boolean {
  const deviceOf = (path: string): number => {
    try {
      return statSync(path).dev
    } catch {
      return path === dirname(path) ? -1 : deviceOf(dirname(path))
    }
  }
  return deviceOf(folder) === deviceOf(file)
}
