import { spawn } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const root = join(__dirname, '..', '..')

export type Practice = { url: string; folder: string; stop: () => Promise<void> }

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1')
  await new Promise((resolve) => probe.once('listening', resolve))
  const { port } = probe.address() as { port: number }
  await new Promise((resolve) => probe.close(resolve))
  return port
}

/** The made-up practice in a folder of its own, served as a user would start it. */
export async function startPractice(): Promise<Practice> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-e2e-'))
  // the files of one run share what was filled at its beginning; a program by itself fills its own
  const filled = process.env.STURVO_FILLED
  if (filled && existsSync(filled)) cpSync(filled, folder, { recursive: true })
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const child = spawn(
    process.execPath,
    [
      join(root, 'server', 'dist', 'cli.mjs'),
      'demo',
      '--db',
      join(folder, 'demo.db'),
      '--port',
      String(port),
    ],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      detached: true,
    },
  )
  for (let i = 0; i < 900; i++) {
    if (
      await fetch(`${url}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      break
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  if (filled && !existsSync(filled)) cpSync(folder, filled, { recursive: true })
  return {
    url,
    folder,
    stop: async () => {
      process.kill(-child.pid!, 'SIGTERM')
      await new Promise((resolve) => child.once('exit', resolve))
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
