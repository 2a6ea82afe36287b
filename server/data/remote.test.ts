import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq, sql } from 'drizzle-orm'
import { appendAudit, firstBreak } from '../audit/chain'
import { startStandIn, type StandIn } from '../testing/standIn'
import type { Database } from './database'
import { openRemote } from './remote'
import { auditEntry, person } from './tables'

let folder: string
let standIn: StandIn
let database: Database
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'sturvo-remote-'))
  standIn = await startStandIn(join(folder, 'served.db'))
  database = await openRemote(standIn.url, { file: join(folder, 'here', 'practice.db') })
})
afterAll(async () => {
  await database.close()
  await standIn.close()
  rmSync(folder, { recursive: true, force: true })
})

const stamp = '2026-05-04T09:00:00.000Z'
const add = (id: string) =>
  database.write((tx) =>
    tx
      .insert(person)
      .values({
        id,
        name: `Person ${id}`,
        pronouns: '',
        birthYear: 1990,
        work: '',
        phone: '',
        email: '',
        lengthUnit: 'mm',
        massUnit: 'kg',
        kit: ['wall'],
        version: 1,
        created: stamp,
        changed: stamp,
      })
      .onConflictDoNothing(),
  )
const ids = async () => (await database.db.select({ id: person.id }).from(person)).map(({ id }) => id).sort()

test('the tables are made there, and what is written is read: numbers, nothing, JSON', async () => {
  await add('person000001')
  const [row] = await database.db.select().from(person).where(eq(person.id, 'person000001'))
  expect(row).toMatchObject({ birthYear: 1990, kit: ['wall'], deletedOn: null })
})

test('a job that fails undoes its own writes and nobody else’s', async () => {
  const fails = database.write(async (tx) => {
    await tx.update(person).set({ name: 'gone' })
    throw new Error('of its own')
  })
  const [failed] = await Promise.allSettled([fails, add('person000002')])
  expect(failed.status).toBe('rejected')
  expect(await ids()).toEqual(['person000001', 'person000002'])
  expect(await database.db.$count(person, eq(person.name, 'gone'))).toBe(0)
})

test('a line that is cut, before or after the work was done, loses and doubles nothing', async () => {
  standIn.cut(1)
  await add('person000003')
  for (const lost of [1, 2, 3]) {
    standIn.lose(1)
    await add(`person00001${lost}`)
  }
  standIn.cut(1)
  expect(await ids()).toEqual([
    'person000001',
    'person000002',
    'person000003',
    'person000011',
    'person000012',
    'person000013',
  ])
})

test('what was committed and whose answer was lost is neither done twice nor told as not done', async () => {
  await add('person000021')
  const line = {
    actor: 'program',
    action: 'changed' as const,
    personId: 'person000021',
    what: '',
    origin: '',
  }
  // a job that would see that it had been done, and refuse; as accepting an invitation does
  const once = (what: string) =>
    database.write(async (tx) => {
      const done = await tx.$count(auditEntry, eq(auditEntry.what, what))
      if (done > 0) throw new Error('it was done already')
      await tx
        .update(person)
        .set({ version: sql`${person.version} + 1` })
        .where(eq(person.id, 'person000021'))
      await appendAudit(tx, { ...line, what }, new Date())
      return what
    })
  for (const [n, lost] of [1, 2, 1].entries()) {
    standIn.loseCommits(lost)
    expect(await once(`time ${n}`)).toBe(`time ${n}`)
    standIn.loseCommits(0)
    await expect(once(`time ${n}`)).rejects.toThrow('done already')
  }
  expect(await database.db.$count(auditEntry, eq(auditEntry.personId, 'person000021'))).toBe(3)
  const [row] = await database.db.select().from(person).where(eq(person.id, 'person000021'))
  expect(row).toMatchObject({ version: 4 })
  expect(await firstBreak(database.db)).toBeUndefined()
})

test('a server that is not there is one sentence', async () => {
  await expect(openRemote('http://127.0.0.1:9', { file: join(folder, 'x.db') })).rejects.toThrow(
    /cannot be reached/,
  )
})
