import { mkdtempSync, rmSync, statSync, copyFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openDatabase } from '../data/database'
import { becomeOwner, runServer } from '../testing/runningServer'
import { until } from '../testing/until'
import { visitAnswer } from './queries'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-kill-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Writes one value after the other until an answer stays away. @returns number of the last answered one */
async function writeUntilGone(
  url: string,
  headers: Record<string, string>,
  onAnswer: (count: number) => void,
  first = 0,
): Promise<number> {
  for (let i = first; ; i++) {
    const response = await fetch(`${url}/api/visits/visit0000001`, {
      method: 'PATCH',
      headers: { ...headers, 'if-match': `"${i}"` },
      body: JSON.stringify({ changes: [{ path: 'answer.goal', value: `write ${i}` }] }),
    }).catch(() => undefined)
    if (!response?.ok) return i - 1
    onAnswer(i - first + 1)
  }
}

async function begin(url: string, headers: Record<string, string>): Promise<void> {
  const post = (path: string, body: unknown) =>
    fetch(url + path, { method: 'POST', headers, body: JSON.stringify(body) })
  await post('/api/people', { id: 'person000001', name: 'Ansa Rook' })
  await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
}

test('killed with -9 in the middle of writing, it keeps every write it answered and starts again', async () => {
  const file = join(folder, 'practice.db')
  const server = await runServer(file)
  const { headers } = await becomeOwner(server)
  await begin(server.url, headers)
  let soFar = 0
  const writing = writeUntilGone(server.url, headers, (count) => (soFar = count))
  await until(() => soFar > 20)
  await server.stop('SIGKILL')
  const answered = await writing
  expect(answered).toBeGreaterThan(3)
  const database = await openDatabase(file)
  const { fields, version } = await visitAnswer(database.db, 'visit0000001')
  const kept = Number(String(fields['answer.goal']).split(' ')[1])
  // the one on its way when the power went may be there or not
  expect([answered, answered + 1]).toContain(kept)
  expect(version).toBe(kept + 1)
  expect(await database.db.all('PRAGMA integrity_check')).toEqual([{ integrity_check: 'ok' }])
  await database.close()
  const again = await runServer(file)
  expect(await again.stop()).toBe(0)
})

test('the serving process alone is killed: another one answers by itself, with everything that was answered', async () => {
  const file = join(folder, 'watched.db')
  const server = await runServer(file)
  const { headers } = await becomeOwner(server)
  await begin(server.url, headers)
  let next = 0
  for (let round = 0; round < 2; round++) {
    let soFar = 0
    const writing = writeUntilGone(server.url, headers, (count) => (soFar = count), next)
    await until(() => soFar > 5)
    const killed = await server.serving()
    process.kill(killed, 'SIGKILL')
    const answered = await writing
    await server.answering()
    expect(await server.serving()).not.toBe(killed)
    const { fields, version } = (await (
      await fetch(`${server.url}/api/visits/visit0000001`, { headers })
    ).json()) as { fields: Record<string, string>; version: number }
    expect([answered, answered + 1]).toContain(Number(fields['answer.goal']!.split(' ')[1]))
    next = version
  }
  expect(await server.stop()).toBe(0)
})

test('a request that never ends does not hold up the end, and the one file then holds everything', async () => {
  const file = join(folder, 'whole.db')
  const server = await runServer(file)
  const { headers, cookie, csrf } = await becomeOwner(server)
  await begin(server.url, headers)
  const { connect } = await import('node:net')
  const hanging = connect(server.port, '127.0.0.1')
  hanging.on('error', () => undefined)
  hanging.write(
    `POST /api/people HTTP/1.1\r\nHost: 127.0.0.1:${server.port}\r\nCookie: ${cookie}\r\nx-sturvo-csrf: ${csrf}\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"id":`,
  )
  await new Promise((resolve) => setTimeout(resolve, 200))
  // by itself: whoever does not end is killed by the watching process, and that is no 0
  expect(await server.stop()).toBe(0)
  hanging.destroy()
  // only the one file is carried away
  expect(statSync(file).size).toBeGreaterThan(4096)
  const copy = join(folder, 'carried', 'practice.db')
  const { mkdirSync } = await import('node:fs')
  mkdirSync(join(folder, 'carried'))
  copyFileSync(file, copy)
  const database = await openDatabase(copy)
  expect((await visitAnswer(database.db, 'visit0000001')).personId).toBe('person000001')
  await database.close()
})

test('whoever started it dies: the server ends as well and gives the file back', async () => {
  const file = join(folder, 'orphan.db')
  const server = await runServer(file)
  const serving = await server.serving()
  process.kill(server.watcher.pid!, 'SIGKILL')
  const isAlive = () => {
    try {
      process.kill(serving, 0)
      return true
    } catch {
      return false
    }
  }
  await until(() => !isAlive())
  await (await openDatabase(file, { alone: true })).close()
})
