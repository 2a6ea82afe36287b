import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openDatabase } from '../data/database'
import { logEntry } from '../data/tables'
import { becomeOwner, runServer } from '../testing/runningServer'
import { until } from '../testing/until'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-log-kill-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

test('killed with -9 while ten send at once: every answered entry is there, once', async () => {
  const file = join(folder, 'practice.db')
  const server = await runServer(file)
  const { headers } = await becomeOwner(server)
  const person = { id: 'person000001', name: 'Ansa Rook' }
  await fetch(`${server.url}/api/people`, { method: 'POST', headers, body: JSON.stringify(person) })
  const answered: string[] = []
  const sent: string[] = []
  const post = (url: string, id: string) =>
    fetch(`${url}/api/people/person000001/log`, {
      method: 'POST',
      headers,
      body: JSON.stringify({
        entries: [{ id, day: '2026-05-04', at: '2026-05-04T18:00:00Z', pain: 1 }],
        sentAt: new Date().toISOString(),
      }),
    })
  const sendUntilGone = async (who: number) => {
    for (let i = 0; ; i++) {
      const id = `entry${who}x${String(i).padStart(6, '0')}`
      sent.push(id)
      const response = await post(server.url, id).catch(() => undefined)
      if (!response?.ok) return
      answered.push(id)
    }
  }
  const sending = Promise.all(Array.from({ length: 10 }, (_, who) => sendUntilGone(who)))
  await until(() => answered.length > 60)
  await server.stop('SIGKILL')
  await sending
  expect(answered.length).toBeGreaterThan(20)
  const database = await openDatabase(file)
  const kept = (await database.db.select({ id: logEntry.id }).from(logEntry)).map(({ id }) => id)
  expect(new Set(kept).size).toBe(kept.length)
  expect(answered.filter((id) => !kept.includes(id))).toEqual([])
  expect(kept.filter((id) => !sent.includes(id))).toEqual([])
  expect(await database.db.all('PRAGMA integrity_check')).toEqual([{ integrity_check: 'ok' }])
  await database.close()
})
