import { startTestServer, type TestServer } from '../testing/testServer'
import dayjs from 'dayjs'
import { eq, sql } from 'drizzle-orm'
import { person, visit } from '../data/tables'
import { queryPlan } from '../testing/testServer'
import { countOldVisits } from '../visits/queries'
import { keyOldPeople, peoplePage } from './queries'
import { searchKeyOf } from './searchKey'
import { todayAnswer } from './today'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
const write = (path: string, body: object) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body).expect(201)
const day = (daysAgo: number) => dayjs('2026-05-20').subtract(daysAgo, 'day').format('YYYY-MM-DD')
const today = () => todayAnswer(server.database, server.work, '2026-05-20')

test('an empty practice has nobody, and says so', async () => {
  expect(await today()).toEqual({ due: [], total: 0, hasPeople: false })
})

test('stops come first, then open visits, then pages to hand over; old whole visits rest', async () => {
  const people = [
    { name: 'Whole', daysAgo: 3, steps: 8, stops: 0 },
    { name: 'Open', daysAgo: 1, steps: 3, stops: 0 },
    { name: 'Stop', daysAgo: 2, steps: 1, stops: 1 },
    { name: 'Old', daysAgo: 60, steps: 8, stops: 0 },
    { name: 'New', daysAgo: undefined, steps: 0, stops: 0 },
  ]
  for (const [i, { name, daysAgo, steps, stops }] of people.entries()) {
    await write('/api/people', { id: `person00000${i}`, name, work: 'lock-keeper' })
    if (daysAgo === undefined) continue
    // an earlier visit with a stop counts no more
    await write(`/api/people/person00000${i}/visits`, { id: `visit00000${i}a`, startedOn: day(daysAgo + 90) })
    await write(`/api/people/person00000${i}/visits`, { id: `visit00000${i}b`, startedOn: day(daysAgo) })
    await server.database.write(async (tx) => {
      await tx
        .update(visit)
        .set({ stops: 1 })
        .where(eq(visit.id, `visit00000${i}a`))
      await tx
        .update(visit)
        .set({ stepsFilled: steps, stops })
        .where(eq(visit.id, `visit00000${i}b`))
    })
  }
  const answer = await today()
  expect(answer.due.map((d) => [d.name, d.level])).toEqual([
    ['Stop', 'stop'],
    ['Open', 'open'],
    ['New', 'open'],
    ['Whole', 'done'],
  ])
  expect(answer).toMatchObject({ total: 4, hasPeople: true })
  expect(answer.due[0]!.visit).toEqual({ id: 'visit000002b', startedOn: day(2), stepsFilled: 1 })
})

test('a caution raised in a visit is counted where it is written, and no more when it is dealt with', async () => {
  const patch = (base: number, path: string, value: unknown) =>
    server.agent
      .patch('/api/visits/visit000001b')
      .set('x-sturvo-csrf', server.csrf)
      .set('if-match', `"${base}"`)
      .send({ changes: [{ path, value }] })
      .expect(200)
  const stops = async () => (await today()).due.filter((d) => d.level === 'stop').map((d) => d.name)
  await patch(0, 'answer.caution:hotSwollen', true)
  expect((await stops()).sort()).toEqual(['Open', 'Stop'])
  await patch(1, 'dealt.hotSwollen', { by: 'x', on: '2026-05-20', words: 'Seen, settled.' })
  expect(await stops()).toEqual(['Stop'])
})

test('people are found by words of name or work, whatever their accents and capitals', async () => {
  await write('/api/people', { id: 'person000020', name: 'Åsa Röd', work: 'kelp farmer' })
  await write('/api/people', { id: 'person000021', name: '100% Sure_', work: '' })
  const found = async (find: string) =>
    (await peoplePage(server.database.db, { find })).people.map((p) => p.name)
  expect(await found('asa FARM')).toEqual(['Åsa Röd'])
  expect(await found('%')).toEqual(['100% Sure_'])
  expect(await found('e_')).toEqual(['100% Sure_'])
  expect(await found('nobody')).toEqual([])
  const asked = (find: string) =>
    server.agent.post('/api/people/find').set('x-sturvo-csrf', server.csrf).send({ find })
  const { body } = await asked('asa farm').expect(200)
  expect((body as { people: { name: string }[] }).people.map(({ name }) => name)).toEqual(['Åsa Röd'])
  await asked('x'.repeat(101)).expect(422)
})

test('what an older version did not count is counted in small parts', async () => {
  await server.database.write(async (tx) => {
    await tx.update(visit).set({ countedBy: '0.1.0', stops: 9, stepsFilled: 8 })
    await tx.update(person).set({ searchKey: '' })
  })
  let rounds = 0
  while ((await countOldVisits(server.database, 3)) > 0) rounds++
  expect(rounds).toBeGreaterThan(1)
  expect(await server.database.db.$count(visit, sql`${visit.stops} > 1`)).toBe(0)
  while ((await keyOldPeople(server.database)) > 0) rounds++
  expect((await peoplePage(server.database.db, { find: searchKeyOf('Åsa') })).people).toHaveLength(1)
})

test('lists of a large practice use their indexes', async () => {
  const plan = await queryPlan(
    server.database.file,
    "select * from person where deleted_on is null and (name > 'M' or (name = 'M' and id > 'x')) order by name, id limit 201",
  )
  expect(plan).toContain('person_by_name')
  expect(
    await queryPlan(
      server.database.file,
      "select id from visit where person_id in ('a','b') order by started_on desc",
    ),
  ).toContain('visit_by_person')
})

test('Today reads no log, and every reason by an index', async () => {
  const client = (
    server.database.db as unknown as {
      $client: {
        execute: (query: { sql: string; args: unknown[] }) => Promise<{ rows: { detail: string }[] }>
      }
    }
  ).$client
  const bare = client.execute.bind(client)
  const asked: { sql: string; args: unknown[] }[] = []
  client.execute = (query) => {
    asked.push(query)
    return bare(query)
  }
  await today()
  client.execute = bare
  expect(asked.length).toBeGreaterThan(8)
  for (const { sql: text, args } of asked) {
    expect(text).not.toContain('log_entry')
    const { rows } = await bare({ sql: `explain query plan ${text}`, args })
    for (const { detail } of rows) expect(detail).not.toMatch(/^SCAN (?!practice)\w+$/)
  }
})
