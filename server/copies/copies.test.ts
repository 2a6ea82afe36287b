import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { copiesSchema } from '@sturvo/schema'
import { runCommand } from '../cli'
import { openDatabase } from '../data/database'
import { person } from '../data/tables'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'
import { copiesIn, copyNameOf, rotate } from './copyFolder'
import { keptCopies } from './rotation'

let server: TestServer
let out: string
let file: string
const passphrase = 'lanterns over the mud flats'
const run = (args: string[], typed = '') =>
  runCommand(args, { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve(`${typed}\n`) })
const post = (path: string, body: object = {}) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
const peopleIn = async (path: string) => {
  const database = await openDatabase(path)
  try {
    return (await database.db.select({ name: person.name }).from(person)).map(({ name }) => name).sort()
  } finally {
    await database.close()
  }
}
const spoil = (path: string, at: number) => {
  const bytes = readFileSync(path)
  bytes[at] = bytes[at]! ^ 0xff
  writeFileSync(path, bytes)
}

beforeAll(async () => {
  server = await startTestServer()
  out = mkdtempSync(join(tmpdir(), 'sturvo-copies-'))
  file = server.database.file
  await post('/api/people', { id: 'person000001', name: 'Ansa Rook' }).expect(201)
  await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' }).expect(201)
  await aPicture(server.database, 'visit0000001')
})
afterAll(async () => {
  await server.close()
  rmSync(out, { recursive: true, force: true })
})

test('a copy of an open practice is whole: database, pictures, manifest; restored elsewhere it is the same', async () => {
  const to = join(out, 'first')
  expect(await run(['backup', to, '--db', file])).toMatchObject({
    code: 0,
    output: expect.stringMatching(/^Copied to .*: 2 files/) as string,
  })
  expect(readdirSync(to).sort()).toEqual(['manifest.json', 'pictures', 'practice.db'])
  expect(statSync(to).mode & 0o077).toBe(0)
  const target = join(out, 'elsewhere', 'practice.db')
  expect(await run(['restore', to, '--db', target])).toMatchObject({ code: 0 })
  expect(await peopleIn(target)).toEqual(['Ansa Rook'])
  expect(readdirSync(join(out, 'elsewhere', 'pictures'))).toEqual(readdirSync(join(to, 'pictures')))
  expect((await run(['check', '--db', target])).output).toContain('everything can be read')
})

test('a copy never takes a name that is there, and a practice is never written over unasked', async () => {
  expect((await run(['backup', join(out, 'first'), '--db', file])).code).toBe(2)
  const target = join(out, 'elsewhere', 'practice.db')
  const before = readFileSync(target)
  expect(await run(['restore', join(out, 'first'), '--db', target])).toMatchObject({
    code: 2,
    output: expect.stringContaining('there already') as string,
  })
  expect(readFileSync(target).equals(before)).toBe(true)
  const replaced = await run(['restore', join(out, 'first'), '--db', target, '--replace'])
  expect(replaced.output).toMatch(/The practice that was there is now .*before-restore-/)
  const kept = readdirSync(join(out, 'elsewhere')).find((name) => name.includes('before-restore'))!
  expect(await peopleIn(join(out, 'elsewhere', kept))).toEqual(['Ansa Rook'])
})

test('a practice that is open is nobody’s to replace', async () => {
  const target = join(out, 'open', 'practice.db')
  await run(['restore', join(out, 'first'), '--db', target])
  const open = await openDatabase(target, { alone: true })
  expect(await run(['restore', join(out, 'first'), '--db', target, '--replace'])).toMatchObject({
    code: 2,
    output: expect.stringContaining('already open') as string,
  })
  await open.close()
})

test.each([
  ['a byte of the database', (to: string) => spoil(join(to, 'practice.db'), 5000)],
  ['a database that is cut off', (to: string) => truncateSync(join(to, 'practice.db'), 8192)],
  ['a picture', (to: string) => spoil(join(to, 'pictures', readdirSync(join(to, 'pictures'))[0]!), 30)],
  ['a picture that is missing', (to: string) => rmSync(join(to, 'pictures'), { recursive: true })],
  ['no manifest', (to: string) => rmSync(join(to, 'manifest.json'))],
  ['half a manifest', (to: string) => truncateSync(join(to, 'manifest.json'), 100)],
  [
    'a manifest of a newer program',
    (to: string) =>
      writeFileSync(
        join(to, 'manifest.json'),
        readFileSync(join(to, 'manifest.json'), 'utf8').replace('"version": 1', '"version": 2'),
      ),
  ],
  [
    'a newer schema',
    (to: string) =>
      writeFileSync(
        join(to, 'manifest.json'),
        readFileSync(join(to, 'manifest.json'), 'utf8').replace(/"schema": \d+/, '"schema": 999'),
      ),
  ],
  [
    'a path out of the folder',
    (to: string) =>
      writeFileSync(
        join(to, 'manifest.json'),
        readFileSync(join(to, 'manifest.json'), 'utf8').replace('"practice.db"', '"../../practice.db"'),
      ),
  ],
])('a copy with %s is refused with one sentence, and nothing is written', async (_name, break_) => {
  const to = join(out, `broken-${Math.random()}`)
  await run(['backup', to, '--db', file])
  break_(to)
  const target = join(out, `never-${Math.random()}`, 'practice.db')
  const answer = await run(['restore', to, '--db', target])
  expect(answer.code).toBe(2)
  expect(answer.output).toMatch(/Nothing was changed/)
  expect(answer.output.split('\n')).toHaveLength(1)
  expect(existsSync(target)).toBe(false)
  expect((await run(['restore', to, '--trial'])).code).toBe(2)
})

test('a database whose hash was made to fit is still looked at: broken pages, another program’s file', async () => {
  const to = join(out, 'fitted')
  await run(['backup', to, '--db', file])
  writeFileSync(join(to, 'practice.db'), 'SQLite format 3\0 and then nothing that fits')
  const { sha256Of } = await import('./manifest')
  const manifest = JSON.parse(readFileSync(join(to, 'manifest.json'), 'utf8')) as {
    files: { path: string }[]
  }
  manifest.files = await Promise.all(
    manifest.files.map(async (f) =>
      f.path === 'practice.db' ? { ...f, ...(await sha256Of(join(to, f.path))) } : f,
    ),
  )
  writeFileSync(join(to, 'manifest.json'), JSON.stringify(manifest))
  expect(await run(['restore', to, '--db', join(out, 'nowhere', 'p.db')])).toMatchObject({
    code: 2,
    output: expect.stringContaining('damaged') as string,
  })
})

test('sealed, only the passphrase opens it; a changed byte or a wrong word opens nothing', async () => {
  const to = join(out, 'sealed.copy')
  expect((await run(['backup', to, '--db', file, '--seal', '--passphrase-stdin'], 'short')).code).toBe(2)
  expect(await run(['backup', to, '--db', file, '--seal', '--passphrase-stdin'], passphrase)).toMatchObject({
    code: 0,
  })
  expect(readFileSync(to).includes('Ansa')).toBe(false)
  const target = join(out, 'unsealed', 'practice.db')
  expect((await run(['restore', to, '--db', target])).output).toContain('sealed')
  expect((await run(['restore', to, '--db', target, '--passphrase-stdin'], 'another passphrase')).code).toBe(
    2,
  )
  expect(existsSync(target)).toBe(false)
  const opened = await run(['restore', to, '--db', target, '--passphrase-stdin'], passphrase)
  expect([opened.code, opened.output]).toEqual([0, expect.any(String)])
  expect(await peopleIn(target)).toEqual(['Ansa Rook'])
  // nothing of it stays open beside the practice, nor where the copy lies
  for (const place of [server.folder, out, join(out, 'unsealed')])
    expect(readdirSync(place).filter((name) => name.startsWith('.working-'))).toEqual([])
  spoil(to, 200)
  expect(await run(['restore', to, '--trial', '--passphrase-stdin'], passphrase)).toMatchObject({ code: 2 })
})

test('copies are made and tried from the page; a broken one is found by the trial', async () => {
  await post('/api/copies/trial').expect(409)
  const made = await post('/api/copies').expect(201)
  expect(made.body).toMatchObject({
    kind: 'byHand',
    isFine: true,
    words: expect.stringContaining('Copied to') as string,
  })
  const tried = await post('/api/copies/trial').expect(201)
  expect(tried.body).toMatchObject({
    isFine: true,
    words: expect.stringContaining('1 people, 1 visits, 1 pictures') as string,
  })
  const answer = copiesSchema.parse((await server.agent.get('/api/copies').expect(200)).body)
  expect(answer).toMatchObject({ isOld: false, copies: [{ keptAs: 'newest' }], lastTrial: { isFine: true } })
  // the next one of the day takes the place of this one, and shares what has not changed
  const pictureOf = (name: string) => {
    const pictures = join(answer.folder, name, 'pictures')
    return statSync(join(pictures, readdirSync(pictures)[0]!)).ino
  }
  const shared = pictureOf(answer.copies[0]!.name)
  await post('/api/copies').expect(201)
  const [second, ...others] = copiesIn(answer.folder)
  expect(others).toEqual([])
  expect(pictureOf(second!.name)).toBe(shared)
  spoil(join(answer.folder, second!.name, 'practice.db'), 6000)
  expect((await post('/api/copies/trial').expect(201)).body).toMatchObject({ isFine: false })
})

test('what a copy left that never ended goes at the next rotation, whole ones stay', async () => {
  const folder = mkdtempSync(join(out, 'rotating-'))
  const days = Array.from({ length: 40 }, (_, i) => new Date(Date.UTC(2026, 4, 1 + i, 12)))
  for (const day of days) writeFileSync(join(folder, copyNameOf(day, false)), '')
  writeFileSync(join(folder, '.x.making'), '')
  writeFileSync(join(folder, 'holiday pictures.txt'), '')
  await rotate(folder)
  const left = readdirSync(folder)
  expect(left).toContain('holiday pictures.txt')
  expect(left).not.toContain('.x.making')
  expect(left.length - 1).toBeLessThanOrEqual(7 + 4 + 6)
  expect(left).toContain(copyNameOf(days.at(-1)!, false))
})

test('rotation: never more than 17, always the newest of 7 days, 4 weeks and 6 months, the same whatever the order', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 700 * 24 }), { maxLength: 120 }), (hours) => {
      const copies = hours.map((hour, i) => ({
        name: `c${i}`,
        madeAt: new Date(Date.UTC(2026, 0, 1, hour)).toISOString(),
      }))
      const kept = keptCopies(copies)
      expect(kept.size).toBeLessThanOrEqual(17)
      const newest = copies
        .map((c) => c.madeAt)
        .sort()
        .at(-1)
      expect(copies.length === 0 || copies.some((c) => kept.has(c.name) && c.madeAt === newest)).toBe(true)
      const days = new Set(copies.map((c) => c.madeAt.slice(0, 10)))
      const keptDays = new Set(copies.filter((c) => kept.has(c.name)).map((c) => c.madeAt.slice(0, 10)))
      expect(keptDays.size).toBeGreaterThanOrEqual(Math.min(7, days.size))
      // rotating day by day keeps what rotating once at the end keeps of the days
      const again = keptCopies(copies.filter((c) => kept.has(c.name)))
      expect([...again.keys()].sort()).toEqual([...kept.keys()].sort())
    }),
  )
})
