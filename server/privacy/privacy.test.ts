import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { getTableColumns, getTableName, is, sql } from 'drizzle-orm'
import { SQLiteTable } from 'drizzle-orm/sqlite-core'
import { deletedSchema, retentionSchema } from '@sturvo/schema'
import { kindRules, kindsInOrder } from '../bundle/kinds'
import { copyNameOf } from '../copies/copyFolder'
import * as tables from '../data/tables'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
const [who, other] = ['person000001', 'person000002']
// words that stand nowhere else, to be looked for in the bytes
const secret = 'Quillonweatherby'
const post = (path: string, body: object = {}) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
async function write(visit: string, fields: Record<string, unknown>): Promise<void> {
  const { body } = await server.agent.get(`/api/visits/${visit}`)
  await server.agent
    .patch(`/api/visits/${visit}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${(body as { version: number }).version}"`)
    .send({ changes: Object.entries(fields).map(([path, value]) => ({ path, value })) })
    .expect(200)
}
const bytesHold = (text: string) =>
  readdirSync(server.folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !entry.parentPath.includes('copies'))
    .some((entry) => readFileSync(join(entry.parentPath, entry.name)).includes(text))

beforeAll(async () => {
  server = await startTestServer()
  for (const [id, name] of [
    [who, `Ansa ${secret}`],
    [other, 'Bo Skarne'],
  ])
    await post('/api/people', { id, name }).expect(201)
  await post(`/api/people/${who}/visits`, { id: 'visit0000001', startedOn: '2010-05-04' }).expect(201)
  await post(`/api/people/${who}/visits`, { id: 'visit0000002', startedOn: '2011-05-04' }).expect(201)
  await post(`/api/people/${other}/visits`, { id: 'visit0000003', startedOn: '2026-05-04' }).expect(201)
  // the same picture in both records, and one of her own
  await aPicture(server.database, 'visit0000001', 100)
  await aPicture(server.database, 'visit0000003', 100)
  await aPicture(server.database, 'visit0000001', 50)
  await write('visit0000001', {
    'answer.goal': `To walk with ${secret}.`,
    'measure.kneeToWall.left.1': 60,
    'mark.mark00000001': { side: 'left', across: 0, along: 0.4, kind: 'pain' },
  })
  await write('visit0000001', { 'answer.goal': `Not to tell ${secret}.` })
  await post(`/api/people/${who}/log`, {
    sentAt: new Date().toISOString(),
    entries: [
      { id: 'entry0000001', day: '2026-05-05', at: '2026-05-05T18:00:00Z', words: `Sore, says ${secret}` },
    ],
  }).expect(200)
  // twenty more, so that pages fill and split
  for (let i = 0; i < 20; i++)
    await write('visit0000002', { 'answer.complaint': `${secret} ${'x'.repeat(900)} ${i}` })
})
afterAll(() => server.close())

test('who is past their time is listed, and nobody is deleted by itself', async () => {
  expect(retentionSchema.parse((await server.agent.get('/api/retention').expect(200)).body)).toEqual({
    years: null,
    people: [],
  })
  const { version } = (await server.agent.get('/api/practice')).body as { version: number }
  const set = (retentionYears: number) =>
    server.agent
      .patch('/api/practice')
      .set('x-sturvo-csrf', server.csrf)
      .set('If-Match', `"${version}"`)
      .send({ retentionYears })
  await set(0).expect(422)
  await set(8).expect(200)
  const { people } = retentionSchema.parse((await server.agent.get('/api/retention')).body)
  expect(people).toEqual([{ id: who, name: `Ansa ${secret}`, lastVisit: '2011-05-04' }])
  await server.agent.get(`/api/people/${who}`).expect(200)
})

test('consent is kept with its day and the words of that day', async () => {
  const { version } = (await server.agent.get(`/api/people/${other}`)).body as { version: number }
  const patch = (body: object) =>
    server.agent
      .patch(`/api/people/${other}`)
      .set('x-sturvo-csrf', server.csrf)
      .set('If-Match', `"${version}"`)
      .send(body)
  await patch({ consentOn: 'today' }).expect(422)
  const { body } = await patch({ consentOn: '2026-05-04', consentText: 'All of it.' }).expect(200)
  expect(body).toMatchObject({ consentOn: '2026-05-04', consentText: 'All of it.' })
})

test('every table with something of a client is gone through when one is deleted', () => {
  const known = new Set(
    kindsInOrder
      .filter((kind) => kindRules[kind].of !== 'practice')
      .map((kind) => getTableName(kindRules[kind].table)),
  )
  const ofClients = Object.values(tables as Record<string, unknown>)
    .filter((one): one is SQLiteTable => is(one, SQLiteTable))
    .filter((table) => ['personId', 'visitId', 'planId'].some((column) => column in getTableColumns(table)))
    .map((table) => getTableName(table))
  // links are deleted beside the records; the audit keeps the id and nothing else
  for (const name of ofClients)
    expect([name, known.has(name) || ['client_link', 'audit_entry'].includes(name)]).toEqual([name, true])
})

test('the wrong name deletes nothing', async () => {
  const answer = await post(`/api/people/${who}/delete`, { name: 'Ansa' })
  expect(answer.body).toMatchObject({ error: { code: 'otherName' } })
  await server.agent.get(`/api/people/${who}`).expect(200)
})

test('deleted, nothing is left of a client: no row, no picture, no byte of the file or its log; the copies that hold it are named', async () => {
  expect(bytesHold(secret)).toBe(true)
  const copies = join(server.folder, 'copies')
  mkdirSync(copies)
  writeFileSync(join(copies, copyNameOf(new Date('2026-05-01T03:00:00Z'), { own: '' })), 'sealed')
  const [shared, own] = [100, 50]
  expect(readdirSync(server.database.picturesFolder)).toHaveLength(2)
  const gone = deletedSchema.parse(
    (await post(`/api/people/${who}/delete`, { name: ` ansa ${secret.toUpperCase()} ` }).expect(200)).body,
  )
  expect(gone).toMatchObject({ files: 1, copies: [{ madeAt: '2026-05-01T03:00:00.000Z' }] })
  expect(gone.rows).toBeGreaterThan(25)
  expect([shared, own].length - gone.files).toBe(readdirSync(server.database.picturesFolder).length)
  expect(bytesHold(secret)).toBe(false)
  await server.agent.get(`/api/people/${who}`).expect(404)
  await server.agent.get('/api/visits/visit0000001').expect(404)
  await server.agent.get(`/api/people/${other}`).expect(200)
  const left = await server.database.db.all<{ n: number }>(
    sql`select count(*) as n from field_history where visit_id in ('visit0000001', 'visit0000002')`,
  )
  expect(left[0]!.n).toBe(0)
  // the line of the audit stays, with the id alone
  const audit = (await server.agent.get(`/api/audit?person=${who}&action=deleted`)).body as {
    lines: object[]
  }
  expect(audit.lines).toMatchObject([
    { personId: who, person: '', what: expect.stringMatching(/^record: \d+ rows, 1 files$/) as string },
  ])
  expect(existsSync(server.database.file)).toBe(true)
})

test('writes that wait while the file is packed are written', async () => {
  await post('/api/people', { id: 'person000004', name: 'Cass Orrin' }).expect(201)
  const [deleted, ...people] = await Promise.all([
    post('/api/people/person000004/delete', { name: 'Cass Orrin' }),
    ...Array.from({ length: 12 }, (_, i) =>
      post('/api/people', { id: `person0001${String(i).padStart(2, '0')}`, name: `Person ${i}` }),
    ),
  ])
  expect(deleted.status).toBe(200)
  expect(people.map(({ status }) => status)).toEqual(people.map(() => 201))
})

test('where another program holds the file it is not packed: that is said, and what is deleted is deleted', async () => {
  await post('/api/people', { id: 'person000005', name: 'Orrin Cass' }).expect(201)
  const holder = createClient({ url: `file:${server.database.file}` })
  const held = await holder.transaction('read')
  await held.execute('select count(*) from person')
  const answer = await post('/api/people/person000005/delete', { name: 'Orrin Cass' }).expect(200)
  expect(deletedSchema.parse(answer.body)).toMatchObject({ isPacked: false })
  held.close()
  holder.close()
  await server.agent.get('/api/people/person000005').expect(404)
  await post('/api/people', { id: 'person000006', name: 'Rinor Cass' }).expect(201)
})

test('a picture that another practice in the same folder points to stays', async () => {
  const own = await startTestServer()
  const ask = (path: string, body: object) => own.agent.post(path).set('x-sturvo-csrf', own.csrf).send(body)
  await ask('/api/people', { id: who, name: 'Ansa Rook' }).expect(201)
  await ask(`/api/people/${who}/visits`, { id: 'visit0000001', startedOn: '2026-05-04' }).expect(201)
  await aPicture(own.database, 'visit0000001')
  await own.database.compact()
  copyFileSync(own.database.file, join(own.folder, 'other practice.db'))
  const { files } = deletedSchema.parse(
    (await ask(`/api/people/${who}/delete`, { name: 'Ansa Rook' }).expect(200)).body,
  )
  expect(files).toBe(0)
  expect(readdirSync(join(own.folder, 'pictures'))).toHaveLength(1)
  await own.close()
})
