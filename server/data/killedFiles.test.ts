import { spawn } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { cases } from '@sturvo/core/testing/cases'
import { runCommand } from '../cli'
import { aPicture } from '../testing/aPicture'
import { runServer } from '../testing/runningServer'
import { startTestServer, testPassword } from '../testing/testServer'
import { openDatabase } from './database'
import { fileErrand, person, picture } from './tables'
import { rootFolder } from './places'

const out = mkdtempSync(join(tmpdir(), 'sturvo-killed-files-'))
const bundle = join(out, 'bundle.zip')
/** a practice without the client, and one with them */
const [without, withThem] = [join(out, 'without'), join(out, 'with')]
const pictures = 30

beforeAll(async () => {
  const server = await startTestServer()
  const post = (path: string, body: object) =>
    server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body).expect(201)
  await server.database.compact()
  cpSync(server.folder, without, { recursive: true })
  await post('/api/people', { id: 'person000001', name: 'Ansa Rook' })
  await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
  for (let i = 0; i < pictures; i++) await aPicture(server.database, 'visit0000001', 40 + i)
  await server.database.compact()
  const said = await runCommand(
    ['export', '--db', server.database.file, '--client', 'person000001', '--as', 'bundle', '--to', bundle],
    { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve('') },
  )
  expect(said.code).toBe(0)
  cpSync(server.folder, withThem, { recursive: true })
  await server.close()
})
afterAll(() => rmSync(out, { recursive: true, force: true }))

const freshFrom = (folder: string, n: number) => {
  const to = join(out, `run${n}`)
  rmSync(to, { recursive: true, force: true })
  cpSync(folder, to, { recursive: true })
  const name = readdirSync(to).find((one) => one.endsWith('.db'))!
  return join(to, name)
}

/** What the next start finds: rows, and files beside them. */
async function found(file: string) {
  const database = await openDatabase(file, { alone: true })
  try {
    const rows = (await database.db.select({ hash: picture.hash }).from(picture)).map(({ hash }) => hash)
    const folder = join(dirname(file), 'pictures')
    const files = (existsSync(folder) ? readdirSync(folder) : []).map((name) => name.replace(/\.png$/, ''))
    const people = await database.db.$count(person)
    return { people, rows: rows.sort(), files: files.sort(), errands: await database.db.$count(fileErrand) }
  } finally {
    await database.close()
  }
}

/** Killed with its watcher, the serving process may take a moment longer, and holds the file until then. */
async function gone(pid: number): Promise<void> {
  for (;;) {
    try {
      process.kill(pid, 0)
    } catch {
      return
    }
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
}

const runs = cases(5, 200)

test('killed at whatever moment of an import, the next start finds all of it or nothing, and no file of nobody', async () => {
  const importInto = (file: string, forMs?: number) =>
    new Promise<number>((done) => {
      const began = performance.now()
      const child = spawn(process.execPath, [
        join(rootFolder, 'server', 'dist', 'cli.mjs'),
        ...['import', bundle, '--db', file],
      ])
      const timer = forMs === undefined ? undefined : setTimeout(() => child.kill('SIGKILL'), forMs)
      child.on('close', () => {
        clearTimeout(timer)
        done(performance.now() - began)
      })
    })
  const whole = freshFrom(without, 0)
  const wholeMs = await importInto(whole)
  const all = await found(whole)
  expect(all).toMatchObject({ people: 1, errands: 0 })
  expect(all.rows).toHaveLength(pictures)
  for (let n = 1; n <= runs; n++) {
    const file = freshFrom(without, n)
    await importInto(file, wholeMs * (0.35 + (0.65 * n) / runs))
    const { people, rows, files, errands } = await found(file)
    expect([n, people, files, errands]).toEqual([n, people, rows, 0])
    expect(rows).toEqual(people === 1 ? all.rows : [])
    rmSync(dirname(file), { recursive: true, force: true })
  }
})

test('killed at whatever moment of a deletion, nothing of the client is left beside the practice, or all of them is there', async () => {
  for (let n = 0; n <= runs; n++) {
    const file = freshFrom(withThem, n)
    const server = await runServer(file)
    const serving = await server.serving()
    const json = { 'content-type': 'application/json' }
    const signedIn = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ email: 'ilse@tideway.example', password: testPassword }),
    })
    const cookie = signedIn.headers.getSetCookie().join('; ')
    const { csrf } = (await signedIn.json()) as { csrf: string }
    const deleting = fetch(`${server.url}/api/people/person000001/delete`, {
      method: 'POST',
      headers: { ...json, cookie, 'x-sturvo-csrf': csrf },
      body: JSON.stringify({ name: 'Ansa Rook' }),
    }).catch(() => undefined)
    if (n === 0) await deleting
    else await new Promise((resolve) => setTimeout(resolve, (n * 160) / runs))
    await server.stop('SIGKILL')
    await deleting
    await gone(serving)
    const { people, rows, files, errands } = await found(file)
    expect([n, files, errands]).toEqual([n, rows, 0])
    expect(rows).toHaveLength(people === 1 ? pictures : 0)
    if (n === 0) expect(people).toBe(0)
    rmSync(dirname(file), { recursive: true, force: true })
  }
})
