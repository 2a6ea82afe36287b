import { spawn } from 'node:child_process'
import { copyFileSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { cases } from '@sturvo/core/testing/cases'
import { runCommand } from '../cli'
import { openDatabase } from '../data/database'
import { rootFolder } from '../data/places'
import { person } from '../data/tables'
import { aPicture } from '../testing/aPicture'
import { startTestServer } from '../testing/testServer'
import { troubles } from '../data/troubles'

const peopleOf = async (file: string) => {
  const database = await openDatabase(file, { alone: true })
  try {
    const { found } = await troubles(database, join(file, '..'))
    const names = (await database.db.select({ name: person.name }).from(person)).map(({ name }) => name)
    return { names, found }
  } finally {
    await database.close()
  }
}

test('killed at whatever moment of a restore, the next start finds the old practice or the new one, whole, and no half of one', async () => {
  const server = await startTestServer()
  const out = mkdtempSync(join(tmpdir(), 'sturvo-killed-'))
  const post = (path: string, body: object) =>
    server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
  await post('/api/people', { id: 'person000001', name: 'Old Practice' }).expect(201)
  const old = join(out, 'old.db')
  await server.database.compact()
  copyFileSync(server.database.file, old)
  await post('/api/people', { id: 'person000002', name: 'New Practice' }).expect(201)
  await post('/api/people/person000002/visits', { id: 'visit0000002', startedOn: '2026-05-04' }).expect(201)
  await aPicture(server.database, 'visit0000002')
  const copy = join(out, 'copy')
  await runCommand(['backup', copy, '--db', server.database.file], {
    seed: () => Promise.resolve(),
    passwordFrom: () => Promise.resolve(''),
  })
  const restoreFor = (file: string, forMs: number | undefined) =>
    new Promise<number>((done) => {
      const begun = Date.now()
      const child = spawn(process.execPath, [
        join(rootFolder, 'server', 'dist', 'cli.mjs'),
        ...['restore', copy, '--db', file, '--replace'],
      ])
      const timer = forMs === undefined ? undefined : setTimeout(() => child.kill('SIGKILL'), forMs)
      child.on('close', () => {
        clearTimeout(timer)
        done(Date.now() - begun)
      })
    })
  const freshFile = (n: number) => {
    const folder = join(out, `run${n}`)
    rmSync(folder, { recursive: true, force: true })
    const file = join(mkdtempSync(`${folder}-`), 'practice.db')
    copyFileSync(old, file)
    return file
  }
  // as long as one takes here, on whatever machine
  const wholeMs = await restoreFor(freshFile(0), undefined)
  const runs = cases(8, 200)
  const seen = new Set<string>()
  for (let n = 1; n <= runs; n++) {
    const file = freshFile(n)
    await restoreFor(file, (wholeMs * (0.3 + (0.7 * n) / runs)) | 0)
    const { names, found } = await peopleOf(file)
    expect(found).toEqual([])
    seen.add(names.toSorted().join())
    expect(readdirSync(join(file, '..')).filter((name) => name.includes('.restoring'))).toEqual([])
  }
  expect(
    [...seen].filter((names) => names !== 'Old Practice' && names !== 'New Practice,Old Practice'),
  ).toEqual([])
  await server.close()
  rmSync(out, { recursive: true, force: true })
})
