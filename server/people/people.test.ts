import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
const write = (method: 'post' | 'patch', path: string) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf)

test('a person is added once, however often the same write arrives', async () => {
  const person = {
    id: 'person000001',
    name: 'Oda Fennick',
    work: 'botanical illustrator',
    birthYear: 1985,
    kit: ['wall'],
  }
  for (let i = 0; i < 2; i++) expect((await write('post', '/api/people').send(person)).status).toBe(201)
  const { people } = (await server.agent.get('/api/people')).body
  expect(people).toHaveLength(1)
  expect(people[0]).toMatchObject({
    ...person,
    lengthUnit: 'mm',
    visits: [],
    cautions: { stop: 0, limit: 0 },
  })
})

test('a change needs the version it was made on; a clash answers with both values', async () => {
  const read = await server.agent.get('/api/people/person000001')
  expect(read.headers.etag).toBe('"1"')
  expect((await write('patch', '/api/people/person000001').send({ work: 'illustrator' })).status).toBe(428)
  expect(
    (await write('patch', '/api/people/person000001').set('if-match', '"1"').send({ work: 'illustrator' }))
      .status,
  ).toBe(200)
  const clash = await write('patch', '/api/people/person000001')
    .set('if-match', '"1"')
    .send({ work: 'painter' })
  expect(clash.status).toBe(409)
  expect(clash.body.clashes).toEqual([{ path: 'work', yours: 'painter', theirs: 'illustrator' }])
})

test.each([
  ['no name', { id: 'person000002', name: '  ' }, 'The name is missing.'],
  ['a birth year in the future', { id: 'person000003', name: 'X', birthYear: 2099 }, 'future'],
  ['a birth year long ago', { id: 'person000004', name: 'X', birthYear: 1700 }, 'before 1900'],
  ['kit that does not exist', { id: 'person000005', name: 'X', kit: ['rocket'] }, 'Nothing was changed.'],
  ['an id of another shape', { id: '../../x', name: 'X' }, 'An id has'],
])('%s is refused with one sentence', async (_, person, words) => {
  const answer = await write('post', '/api/people').send(person)
  expect(answer.status).toBe(422)
  expect(answer.body.error.message).toContain(words)
})

test('what is not there is a 404 with words', async () => {
  expect((await server.agent.get('/api/people/person099999')).body.error.code).toBe('notFound')
  expect((await server.agent.get('/api/nowhere')).status).toBe(404)
  for (const after of ['rubbish', 'person099999'])
    expect((await server.agent.get(`/api/people?after=${after}`)).status).toBe(400)
})

test('long lists come in pages, every person once, in order', async () => {
  for (let i = 0; i < 205; i++)
    await write('post', '/api/people').send({
      id: `many${String(i).padStart(8, '0')}`,
      name: `Client ${String(i % 20).padStart(3, '0')}`,
    })
  const first = (await server.agent.get('/api/people')).body
  const second = (await server.agent.get(`/api/people?after=${first.next}`)).body
  const names = [...first.people, ...second.people].map(
    (p: { name: string; id: string }) => `${p.name} ${p.id}`,
  )
  expect(names).toHaveLength(206)
  // addresses are kept by browsers, proxies and logs
  expect(first.next).toBe(first.people.at(-1).id)
  expect(second.next).toBeNull()
  expect([...new Set(names)].sort()).toEqual(names)
})

test('settings change with their version and stay', async () => {
  const { version } = (await server.agent.get('/api/practice')).body
  const answer = await write('patch', '/api/practice')
    .set('if-match', `"${version}"`)
    .send({ settings: { loadTarget: 'equalThirds' } })
  expect(answer.body.settings).toMatchObject({ loadTarget: 'equalThirds', barefoot: 'gradual' })
  expect(
    (
      await write('patch', '/api/practice')
        .set('if-match', `"${version}"`)
        .send({ settings: { loadTarget: 'heelHalf' } })
    ).status,
  ).toBe(409)
  expect(
    (
      await write('patch', '/api/practice')
        .set('if-match', `"${version + 1}"`)
        .send({ settings: { loadTarget: 'elsewhere' } })
    ).status,
  ).toBe(422)
})
