import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { createClient } from '@libsql/client'
import { demo, serve } from '../cli/serve'
import { UsageError } from '../cli/usage'
import { practiceRow } from '../practice/queries'
import { openDatabase } from './database'
import { FileFault } from './fileFault'
import { person } from './tables'
import { until } from '../testing/until'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-file-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const at = (name: string) => join(folder, name)
const clientOf = (file: string) => createClient({ url: pathToFileURL(file).href })
const somebody = (id: string) => ({
  id,
  name: 'Ansa Rook',
  pronouns: '',
  birthYear: null,
  work: '',
  phone: '',
  email: '',
  lengthUnit: 'mm' as const,
  massUnit: 'kg' as const,
  kit: [],
  version: 1,
  created: '',
  changed: '',
})

/** A practice with a few people, closed. */
async function practice(name: string, people = 60): Promise<string> {
  const database = await openDatabase(at(name))
  await practiceRow(database)
  for (let i = 0; i < people; i++)
    await database.write((tx) => tx.insert(person).values(somebody(`person${String(i).padStart(6, '0')}`)))
  await database.close()
  return at(name)
}
const refusal = async (open: () => Promise<unknown>): Promise<string> => {
  try {
    await open()
  } catch (error) {
    if (error instanceof FileFault || error instanceof UsageError) return error.message
    throw error
  }
  return 'opened'
}

test('after a clean end the one file holds everything, and nobody else may read it', async () => {
  const file = await practice('whole.db')
  expect(statSync(file).size).toBeGreaterThan(50_000)
  expect(existsSync(`${file}-wal`) ? statSync(`${file}-wal`).size : 0).toBe(0)
  expect(statSync(file).mode & 0o777).toBe(0o600)
  mkdirSync(at('carried'))
  copyFileSync(file, at('carried/whole.db'))
  const copy = await openDatabase(at('carried/whole.db'))
  expect(await copy.db.$count(person)).toBe(60)
  await copy.close()
})

test('a practice that has been quiet for a while lies in its one file as well, while it is open', async () => {
  const database = await openDatabase(at('quiet.db'))
  await database.write((tx) => tx.insert(person).values(somebody('person000001')))
  expect(statSync(at('quiet.db-wal')).size).toBeGreaterThan(0)
  await until(() => statSync(at('quiet.db-wal')).size === 0)
  await database.close()
})

test.each(['with # and ?.db', "o'clock & 100%.db", 'füße.db'])(
  'a file called "%s" is that file',
  async (name) => {
    const file = await practice(name, 1)
    expect(existsSync(file)).toBe(true)
    const database = await openDatabase(file)
    expect(await database.db.$count(person)).toBe(1)
    await database.close()
  },
)

describe('a file that is none of ours is refused in one sentence and stays as it is', () => {
  const broken: [name: string, make: () => Promise<string>, words: string][] = [
    [
      'a text',
      () => {
        writeFileSync(at('notes.db'), 'these are notes\n'.repeat(200))
        return Promise.resolve(at('notes.db'))
      },
      'is not a database',
    ],
    [
      "another program's database",
      async () => {
        const client = clientOf(at('other.db'))
        await client.execute('create table boats (name text)')
        client.close()
        return at('other.db')
      },
      'belongs to another program',
    ],
    [
      'a practice whose log was left behind',
      async () => {
        const client = clientOf(at('young.db'))
        await client.execute('PRAGMA journal_mode = WAL')
        client.close()
        return at('young.db')
      },
      'copied without its "-wal" file',
    ],
    [
      'a practice of a newer version',
      async () => {
        const file = await practice('newer.db', 1)
        const client = clientOf(file)
        await client.execute('PRAGMA user_version = 999')
        client.close()
        return file
      },
      'newer Sturvo',
    ],
    [
      'a practice that was cut',
      async () => {
        const file = await practice('cut.db', 300)
        truncateSync(file, Math.floor(statSync(file).size / 2 / 4096) * 4096)
        return file
      },
      'damaged',
    ],
    [
      'a practice with a damaged page',
      async () => {
        const file = await practice('page.db', 300)
        const bytes = readFileSync(file)
        // in the middle of the pages of a table
        bytes.fill(0xff, 4096 * 3, 4096 * 40)
        writeFileSync(file, bytes)
        return file
      },
      'damaged',
    ],
  ]
  test.each(broken)('%s', async (_, make, words) => {
    const file = await make()
    const before = readFileSync(file)
    expect(await refusal(() => openDatabase(file, { alone: true }))).toContain(words)
    expect(await refusal(() => serve(['--db', file]))).toContain(words)
    expect(readFileSync(file).equals(before)).toBe(true)
  })

  test('a place that cannot be written to', async () => {
    expect(await refusal(() => openDatabase('/proc/practice.db', { alone: true }))).toContain(
      'cannot be written to',
    )
    expect(await refusal(() => demo(['--db', '/proc/demo.db'], () => Promise.resolve()))).toContain(
      'cannot be written to',
    )
  })
})

test('the made-up practice never takes the place of a real one', async () => {
  const file = await practice('real.db')
  const before = readFileSync(file)
  const seed = () => Promise.reject(new Error('nothing may be made up here'))
  for (const args of [
    ['--db', file],
    ['--db', file, '--fresh'],
  ])
    expect(await refusal(() => demo(args, seed))).toContain('is not a made-up practice')
  expect(readFileSync(file).equals(before)).toBe(true)
})

test('one server for one file: the second is refused, and the first goes on', async () => {
  const file = await practice('alone.db', 1)
  const first = await openDatabase(file, { alone: true })
  expect(await refusal(() => openDatabase(file, { alone: true }))).toContain('already open in another Sturvo')
  expect(await first.db.$count(person)).toBe(1)
  await first.close()
  await (await openDatabase(file, { alone: true })).close()
})

test('another program that holds the file for a moment is waited for, and nobody stands still meanwhile', async () => {
  const file = await practice('held.db', 1)
  const database = await openDatabase(file)
  const other = clientOf(file)
  const held = await other.transaction('write')
  await held.execute("update person set name = 'held'")
  let turns = 0
  const ticking = setInterval(() => turns++, 10)
  const write = database.write((tx) => tx.insert(person).values(somebody('person000099')))
  await until(() => turns > 20)
  expect(await database.db.$count(person)).toBe(1)
  await held.rollback()
  await write
  clearInterval(ticking)
  expect(await database.db.$count(person)).toBe(2)
  const stuck = await other.transaction('write')
  await expect(
    database.write((tx) => tx.insert(person).values(somebody('person000100'))),
  ).rejects.toMatchObject({ code: expect.stringContaining('BUSY') as string })
  await stuck.rollback()
  other.close()
  await database.close()
})

test('what an upload left that never ended is swept away when the server starts, and nothing else', async () => {
  const file = await practice('swept.db', 1)
  for (const name of ['pictures', 'recordings']) mkdirSync(at(name), { recursive: true })
  const leftovers = [
    'pictures/a.arriving',
    'pictures/b.png.x.temporary',
    'recordings/c.arriving',
    'recordings/d.packed',
  ]
  for (const name of [...leftovers, 'pictures/kept.png', 'recordings/kept.csv.gz'])
    writeFileSync(at(name), 'x')
  await (await openDatabase(file, { alone: true })).close()
  expect(leftovers.filter((name) => existsSync(at(name)))).toEqual([])
  expect(existsSync(at('pictures/kept.png')) && existsSync(at('recordings/kept.csv.gz'))).toBe(true)
})

test('what reads cannot write: a write past the line fails at once', async () => {
  const database = await openDatabase(at('readonly.db'))
  await expect(database.db.insert(person).values(somebody('person000001'))).rejects.toThrow()
  await database.close()
})

test("a file of others that may be read is made its owner's alone", async () => {
  const file = await practice('mode.db', 1)
  chmodSync(file, 0o644)
  await (await openDatabase(file)).close()
  expect(statSync(file).mode & 0o777).toBe(0o600)
})

test('a write that breaks a rule of the database undoes itself and lets its neighbours be', async () => {
  const database = await openDatabase(at('rules.db'))
  await database.write((tx) => tx.insert(person).values(somebody('person000001')))
  const outcomes = await Promise.allSettled(
    ['person000002', 'person000001', 'person000003', 'person000001', 'person000004'].map((id) =>
      database.write(async (tx) => {
        await tx.insert(person).values(somebody(`${id}x`))
        await tx.insert(person).values(somebody(id))
      }),
    ),
  )
  expect(outcomes.map((o) => o.status)).toEqual([
    'fulfilled',
    'rejected',
    'fulfilled',
    'rejected',
    'fulfilled',
  ])
  const ids = (await database.db.select({ id: person.id }).from(person)).map((row) => row.id).sort()
  expect(ids).toEqual([
    'person000001',
    'person000002',
    'person000002x',
    'person000003',
    'person000003x',
    'person000004',
    'person000004x',
  ])
  await database.close()
})
