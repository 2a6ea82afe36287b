import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { runCommand } from '../cli'
import { openDatabase } from '../data/database'
import { person, picture } from '../data/tables'
import { becomeOwner, runServer } from '../testing/runningServer'
import { until } from '../testing/until'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-replica-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
jest.setTimeout(90_000)

test('killed with -9 and the disk lost: what was answered until a second before is in the replica, pictures too', async () => {
  const file = join(folder, 'disk', 'practice.db')
  const replica = join(folder, 'elsewhere')
  const server = await runServer(file, { options: ['--replicate', replica] })
  const { headers } = await becomeOwner(server)
  const post = (path: string, body: object) =>
    fetch(`${server.url}${path}`, { method: 'POST', headers, body: JSON.stringify(body) })
  const answered: { id: string; at: number }[] = []
  await post('/api/people', { id: 'person000000', name: 'Ansa Rook' })
  await post('/api/people/person000000/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
  const png = await sharp({ create: { width: 30, height: 40, channels: 3, background: '#888' } })
    .png()
    .toBuffer()
  const form = new FormData()
  form.append('picture', new Blob([new Uint8Array(png)]), 'a.png')
  const { 'content-type': _json, ...others } = headers
  expect(
    (
      await fetch(`${server.url}/api/visits/visit0000001/pictures`, {
        method: 'POST',
        headers: others,
        body: form,
      })
    ).status,
  ).toBe(201)
  // of somebody who is deleted no picture stays in the replica either
  await post('/api/people', { id: 'persongone01', name: 'Rook Ansa' })
  await post('/api/people/persongone01/visits', { id: 'visitgone001', startedOn: '2026-05-04' })
  const theirs = new FormData()
  const other = await sharp({ create: { width: 31, height: 40, channels: 3, background: '#468' } })
    .png()
    .toBuffer()
  theirs.append('picture', new Blob([new Uint8Array(other)]), 'b.png')
  await fetch(`${server.url}/api/visits/visitgone001/pictures`, {
    method: 'POST',
    headers: others,
    body: theirs,
  })
  const replicated = () =>
    existsSync(join(replica, 'files', 'pictures'))
      ? readdirSync(join(replica, 'files', 'pictures')).length
      : 0
  await until(() => replicated() === 2)
  const deleted = (await (
    await post('/api/people/persongone01/delete', { name: 'Rook Ansa' })
  ).json()) as object
  expect(deleted).toMatchObject({ files: 1, isPacked: true, replica: { to: replica, isEmptied: true } })
  expect(replicated()).toBe(1)
  // nor a byte beside the practice, where the tool keeps what was written lately
  const disk = readdirSync(join(folder, 'disk'), { recursive: true, withFileTypes: true })
  const holding = disk.filter(
    (entry) => entry.isFile() && readFileSync(join(entry.parentPath, entry.name)).includes('Rook Ansa'),
  )
  expect(holding.map(({ name }) => name)).toEqual([])
  // written as fast as somebody types, until some seconds of it lie in the replica
  const enoughMs = 4000
  for (let i = 1; i < 100 || Date.now() - answered[0]!.at < enoughMs; i++) {
    const id = `person${String(i).padStart(6, '0')}`
    if ((await post('/api/people', { id, name: `Person ${i}` })).status === 201)
      answered.push({ id, at: Date.now() })
    await new Promise((resolve) => setTimeout(resolve, 15))
  }
  const killedAt = Date.now()
  await server.stop('SIGKILL')
  // the tool ends with the server it belongs to: one that went on would write beside the next
  const isRunning = () => spawnSync('pgrep', ['-f', 'replicate -config .*sturvo-replicate-']).status === 0
  await until(() => !isRunning())
  rmSync(join(folder, 'disk'), { recursive: true })

  const restored = join(folder, 'new-disk', 'practice.db')
  const answer = await runCommand(['restore', replica, '--db', restored], {
    seed: () => Promise.resolve(),
    passwordFrom: () => Promise.resolve(''),
  })
  expect(answer).toMatchObject({ code: 0 })
  const database = await openDatabase(restored)
  const there = new Set((await database.db.select({ id: person.id }).from(person)).map(({ id }) => id))
  const [shot] = await database.db.select().from(picture)
  expect(existsSync(join(database.picturesFolder, `${shot!.hash}.png`))).toBe(true)
  await database.close()
  const lost = answered.filter(({ id, at }) => !there.has(id) && at < killedAt - 1000)
  expect(answered.length).toBeGreaterThan(50)
  expect(lost).toEqual([])
})
