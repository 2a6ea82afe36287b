import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openDatabase } from '../data/database'
import { visitAnswer } from './queries'

const root = join(__dirname, '..', '..')

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1')
  await new Promise((resolve) => probe.once('listening', resolve))
  const { port } = probe.address() as { port: number }
  await new Promise((resolve) => probe.close(resolve))
  return port
}

async function answering(url: string): Promise<void> {
  for (let i = 0; i < 150; i++) {
    if (
      await fetch(`${url}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('the server does not answer')
}

test('killed with -9 in the middle of writing, it keeps every write it answered and starts again', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-kill-'))
  const file = join(folder, 'practice.db')
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const start = (): ChildProcess =>
    spawn(
      join(root, 'node_modules', '.bin', 'tsx'),
      [join(root, 'demo', 'cli.ts'), 'serve', '--db', file, '--port', String(port)],
      { stdio: 'ignore', detached: true },
    )
  const child = start()
  await answering(url)
  const owner = await fetch(`${url}/api/owner`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      practiceName: 'Tideway',
      name: 'Ilse',
      email: 'ilse@tideway.example',
      password: 'a long password',
    }),
  })
  const { csrf } = (await owner.json()) as { csrf: string }
  const headers = {
    'content-type': 'application/json',
    'x-sturvo-csrf': csrf,
    cookie: owner.headers.get('set-cookie')!.split(';')[0]!,
  }
  const post = (path: string, body: unknown) =>
    fetch(url + path, { method: 'POST', headers, body: JSON.stringify(body) })
  await post('/api/people', { id: 'person000001', name: 'Ansa Rook' })
  await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
  let answered = -1
  const writing = (async () => {
    for (let i = 0; ; i++) {
      const body = JSON.stringify({ changes: [{ path: 'answer.goal', value: `write ${i}` }] })
      const response = await fetch(`${url}/api/visits/visit0000001`, {
        method: 'PATCH',
        headers: { ...headers, 'if-match': `"${i}"` },
        body,
      }).catch(() => undefined)
      if (!response?.ok) return
      answered = i
    }
  })()
  await new Promise((resolve) => setTimeout(resolve, 700))
  // the whole group: the command and the node process it started
  process.kill(-child.pid!, 'SIGKILL')
  await writing
  expect(answered).toBeGreaterThan(3)
  const database = await openDatabase(file)
  const { fields, version } = await visitAnswer(database, 'visit0000001')
  const kept = Number(String(fields['answer.goal']).split(' ')[1])
  // the one on its way when the power went may be there or not
  expect([answered, answered + 1]).toContain(kept)
  expect(version).toBe(kept + 1)
  expect(await database.db.all('PRAGMA integrity_check')).toEqual([{ integrity_check: 'ok' }])
  await database.close()
  const again = start()
  await answering(url)
  process.kill(-again.pid!, 'SIGTERM')
  await new Promise((resolve) => again.once('exit', resolve))
  rmSync(folder, { recursive: true, force: true })
}, 60_000)
