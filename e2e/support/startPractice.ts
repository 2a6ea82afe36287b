import { spawn } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fillPractice } from '@sturvo/server/testing/filledPractice'
import { ownPort } from '@sturvo/server/testing/ownPort'

const root = join(__dirname, '..', '..')

export type Practice = { url: string; folder: string; stop: () => Promise<void> }

/** The made-up practice in a folder of its own, served as a user would start it. */
export async function startPractice(): Promise<Practice> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-e2e-'))
  cpSync(process.env.STURVO_FILLED ?? (await fillPractice()), folder, { recursive: true })
  const port = await ownPort()
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
      stdio: ['ignore', 'pipe', 'inherit'],
      detached: true,
    },
  )
  await new Promise<void>((resolve, reject) => {
    child.once('error', reject)
    child.once('exit', () => reject(new Error('the made-up practice could not be served')))
    // it says where it is open when it answers
    child.stdout.once('data', () => resolve())
  })
  child.removeAllListeners('exit')
  return {
    url,
    folder,
    stop: async () => {
      const ended = new Promise((resolve) => child.once('exit', resolve))
      process.kill(-child.pid!, 'SIGTERM')
      await ended
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
