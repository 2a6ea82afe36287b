import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { sessionSchema } from '@sturvo/schema'
import { rootFolder } from '../data/places'
import { ownPort } from './ownPort'

/** The built server as a user starts it, in processes of its own. */
export type RunningServer = {
  url: string
  port: number
  /** the watching process; the serving one is its child */
  watcher: ChildProcess
  /** everything it printed so far */
  printed: () => string
  /** pid of the serving process */
  serving: () => Promise<number>
  answering: (patienceMs?: number) => Promise<void>
  stop: (signal?: NodeJS.Signals) => Promise<number | null>
}

/** @param preload a file that is required before the server itself, in both processes */
export async function runServer(
  file: string,
  {
    preload,
    env = {},
    options = [],
  }: { preload?: string; env?: Record<string, string>; options?: readonly string[] } = {},
): Promise<RunningServer> {
  const port = await ownPort()
  const url = `http://127.0.0.1:${port}`
  const watcher = spawn(
    process.execPath,
    [
      join(rootFolder, 'server', 'dist', 'cli.mjs'),
      'serve',
      '--db',
      file,
      '--port',
      String(port),
      ...options,
    ],
    {
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
      env: { ...process.env, ...env, ...(preload ? { NODE_OPTIONS: `--require ${preload}` } : {}) },
    },
  )
  let text = ''
  const listen = (part: Buffer) => {
    text += part.toString()
  }
  watcher.stdout.on('data', listen)
  watcher.stderr.on('data', listen)
  const answering = async (patienceMs = 240_000) => {
    const until = Date.now() + patienceMs
    while (Date.now() < until) {
      const isThere = await fetch(`${url}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
      if (isThere) return
      await new Promise((resolve) => setTimeout(resolve, 40))
    }
    throw new Error(`the server does not answer: ${text}`)
  }
  await answering()
  return {
    url,
    port,
    watcher,
    printed: () => text,
    serving: async () => Number((await childrenOf(watcher.pid!))[0]),
    answering,
    stop: async (signal = 'SIGTERM') => {
      if (watcher.exitCode !== null || watcher.signalCode !== null) return watcher.exitCode
      const ended = new Promise<number | null>((resolve) => watcher.once('exit', resolve))
      process.kill(signal === 'SIGKILL' ? -watcher.pid! : watcher.pid!, signal)
      return ended
    },
  }
}

function childrenOf(pid: number): Promise<string[]> {
  const run = spawn('ps', ['-o', 'pid=', '--ppid', String(pid)])
  let text = ''
  run.stdout.on('data', (part: Buffer) => (text += part.toString()))
  return new Promise((resolve) => run.once('close', () => resolve(text.trim().split(/\s+/))))
}

/** Becomes the owner of an empty practice, with the code that was printed. */
export async function becomeOwner(
  server: Pick<RunningServer, 'url' | 'printed'>,
): Promise<{ csrf: string; cookie: string; headers: Record<string, string> }> {
  const code = /type this code there: (\S+)/.exec(server.printed())?.[1] ?? ''
  const answer = await fetch(`${server.url}/api/owner`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      code,
      practiceName: 'Tideway',
      name: 'Ilse Marrack',
      email: 'ilse@tideway.example',
      password: 'tide tables and lanterns',
    }),
  })
  const { csrf } = sessionSchema.parse(await answer.json())
  const cookie = answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ')
  return { csrf, cookie, headers: { 'content-type': 'application/json', 'x-sturvo-csrf': csrf, cookie } }
}
