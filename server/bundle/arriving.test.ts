import type { Bundle } from '@sturvo/schema'
import { hideClients, takeBack } from '../data/arrivals'
import { arrival, importRun, measure, person, visit } from '../data/tables'
import { bundleText } from './exportFile'
import { startTestServer, type TestServer } from '../testing/testServer'

const clients = 40
const table = (names = 'Rook', rows = clients) =>
  `client,visit,date,side,measure,trial,value,unit,client_id\n${Array.from(
    { length: rows * 4 },
    (_, i) =>
      `${names} ${i % rows},visit${String(i % rows).padStart(7, '0')},2026-05-04,left,kneeToWall,${Math.floor(i / rows) + 1},${60 + i / rows},mm,person${String(i % rows).padStart(6, '0')}`,
  ).join('\n')}\n`

let server: TestServer
beforeEach(async () => {
  server = await startTestServer()
})
afterEach(() => server.close())

const post = (path: string, body: object = {}) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
const looked = async (text: string): Promise<string> => {
  const answer = await server.agent
    .post('/api/imports')
    .set('x-sturvo-csrf', server.csrf)
    .attach('file', Buffer.from(text), 'measures.csv')
    .expect(201)
  return (answer.body as { id: string }).id
}
const shown = async () =>
  ((await server.agent.get('/api/people').expect(200)).body as { people: unknown[] }).people.length
const left = async () => ({
  people: await server.database.db.$count(person),
  visits: await server.database.db.$count(visit),
  measures: await server.database.db.$count(measure),
  arrivals: await server.database.db.$count(arrival),
})
const nobody = { people: 0, visits: 0, measures: 0, arrivals: 0 }

test('whoever comes in is seen by nobody until all have come, while others go on writing', async () => {
  const id = await looked(table())
  let isOver = false
  const taking = post(`/api/imports/${id}`, { choices: [] })
    .expect(201)
    .then(() => (isOver = true))
  const seen = new Set<number>()
  const between = { saved: 0, hidden: 0 }
  for (let n = 0; !isOver; n++) {
    await post('/api/people', { id: `beside${String(n).padStart(6, '0')}`, name: `Beside ${n}` }).expect(201)
    if (!isOver) between.saved++
    const { people, arrivals } = await left()
    if (arrivals === 1 && people > n) between.hidden++
    const { body } = await server.agent
      .post('/api/people/find')
      .set('x-sturvo-csrf', server.csrf)
      .send({ find: 'Rook' })
    seen.add((body as { people: unknown[] }).people.length)
  }
  await taking
  expect(between.saved).toBeGreaterThan(1)
  expect(between.hidden).toBeGreaterThan(0)
  expect([...seen].every((n) => n === 0 || n >= Math.min(clients, 8))).toBe(true)
  expect(await left()).toMatchObject({ measures: clients * 4, arrivals: 0 })
})

test('a part that cannot come in takes back those before it', async () => {
  const id = await looked(table())
  // a measure of somebody else, under the very name of one of the last to come
  await post('/api/people', { id: 'somebody0001', name: 'Somebody' }).expect(201)
  await post('/api/people/somebody0001/visits', { id: 'visitofthem1', startedOn: '2026-05-04' }).expect(201)
  await server.database.write((tx) =>
    tx.insert(visit).values({
      ...{
        id: `visit${String(clients - 1).padStart(7, '0')}`,
        personId: 'somebody0001',
        startedOn: '2026-05-04',
      },
      ...{ coreVersion: '', version: 0, countedBy: '', created: '', changed: '' },
    }),
  )
  const answer = await post(`/api/imports/${id}`, { choices: [] }).expect(409)
  expect((answer.body as { error: { code: string } }).error.code).toBe('importClash')
  expect(await left()).toEqual({ people: 1, visits: 2, measures: 0, arrivals: 0 })
  expect(await server.database.db.$count(importRun)).toBe(0)
})

test('a second file with somebody who is on their way waits; what a broken import left is taken back, what is seen never', async () => {
  const { database } = server
  await post(`/api/imports/${await looked(table('Rook', 3))}`, { choices: [] }).expect(201)
  const people = ['person000000', 'person000001']
  await database.write((tx) => hideClients(tx, { id: 'broken', people, now: new Date() }))
  expect(await shown()).toBe(1)
  expect((await server.agent.get('/api/people/person000000')).status).toBe(404)
  const refused = await server.agent
    .post('/api/imports')
    .set('x-sturvo-csrf', server.csrf)
    .attach('file', Buffer.from(table('Rook', 2)), 'measures.csv')
    .expect(409)
  expect((refused.body as { error: { code: string } }).error.code).toBe('importBusy')
  const { records } = JSON.parse(await bundleText(database, 'practice')) as Bundle
  expect([records.person, records.visit, records.measure].map((rows) => rows.length)).toEqual([1, 1, 4])
  await database.write((tx) => tx.update(arrival).set({ people: [...people, 'person000002'] }))
  await takeBack(database, new Date())
  expect(await left()).toEqual({ people: 1, visits: 1, measures: 4, arrivals: 0 })
  expect(await shown()).toBe(1)
})

test.each([
  [
    'a visit',
    () =>
      post('/api/people/person000002/visits', { id: 'visitadded01', startedOn: '2026-06-04' }).expect(201),
  ],
  [
    'a measure',
    () =>
      server.agent
        .patch('/api/visits/visit0000002')
        .set('x-sturvo-csrf', server.csrf)
        .set('if-match', '"0"')
        .send({ changes: [{ path: 'measure.kneeToWall.left.7', value: 71 }] }),
  ],
])('once somebody added %s, nothing of the import is undone', async (_what, add) => {
  const id = await looked(table('Rook', 3))
  await post(`/api/imports/${id}`, { choices: [] }).expect(201)
  const before = await left()
  const added = await add()
  expect(added.status).toBeLessThan(300)
  await post(`/api/imports/${id}/undo`).expect(409)
  expect(await left()).toMatchObject({ people: before.people, arrivals: 0 })
  expect(await shown()).toBe(3)
})

test('a line that stands twice, far apart, is one row, and can be undone', async () => {
  const text = table()
  const again = text.split('\n')[1]!
  const id = await looked(`${text}${again}\n`)
  await post(`/api/imports/${id}`, { choices: [] }).expect(201)
  expect((await left()).measures).toBe(clients * 4)
  await post(`/api/imports/${id}/undo`).expect(200)
  expect(await left()).toEqual(nobody)
})

test('undone, nothing is left but the line of it', async () => {
  const id = await looked(table())
  await post(`/api/imports/${id}`, { choices: [] }).expect(201)
  await post(`/api/imports/${id}/undo`).expect(200)
  expect(await left()).toEqual(nobody)
  await post(`/api/imports/${id}/undo`).expect(409)
})
