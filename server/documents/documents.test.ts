import { routes } from '@sturvo/schema'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
  await write('post', '/api/people').send({
    id: 'person000001',
    name: 'Yusk Amari',
    birthYear: 1979,
    kit: ['wall'],
  })
  await write('post', '/api/people/person000001/visits').send({ id: 'visit0000001', startedOn: '2026-05-04' })
})
afterAll(() => server.close())
const write = (method: 'post' | 'patch', path: string) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf)

test('the print-out is a PDF even of an empty visit', async () => {
  const answer = await server.agent.get('/api/visits/visit0000001/handout.pdf')
  expect(answer.status).toBe(200)
  expect(answer.headers['content-type']).toContain('pdf')
  expect((answer.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-')
})

test('a letter comes with a stop and names who should see the foot; without one there is none', async () => {
  expect((await server.agent.get('/api/visits/visit0000001/letter.txt')).status).toBe(409)
  await write('patch', '/api/visits/visit0000001')
    .set('if-match', '"0"')
    .send({ changes: [{ path: 'answer.caution:hotSwollen', value: true }] })
  const { text } = await server.agent.get('/api/visits/visit0000001/letter.txt')
  expect(text).toContain('To a doctor, today')
  expect(text).toContain('Hot, swollen foot')
  expect(text).toContain('born 1979')
  expect(text).toContain('not a diagnosis')
})

test('no change of shoes is printed while a stop is open, and no other paper size than the two', async () => {
  const shoes = (query = '') => server.agent.get(`/api/visits/visit0000001/shoes.pdf${query}`)
  const stopped = await shoes()
  expect([stopped.status, stopped.body.error.code]).toEqual([409, 'planBlocked'])
  expect((await shoes('?paper=napkin')).status).toBe(422)
})

test('the list of people shows the stop', async () => {
  expect((await server.agent.get('/api/people')).body.people[0].cautions).toEqual({ stop: 1, limit: 0 })
})

test('every route of the OpenAPI document answers, and none but these', async () => {
  const { paths, openapi } = (await server.agent.get('/api/openapi.json')).body as {
    openapi: string
    paths: Record<string, object>
  }
  expect(openapi).toBe('3.1.0')
  expect(Object.keys(paths).sort()).toEqual([...new Set(routes.map((r) => r.path))].sort())
  for (const { method, path } of routes.filter((r) => r.path !== '/api/session' && r.path !== '/api/owner')) {
    const answer = await server.agent[method](path.replace('{id}', 'visit0000001')).set(
      'x-sturvo-csrf',
      server.csrf,
    )
    expect(answer.body?.error?.message).not.toBe('There is no such address in the API.')
    expect(answer.status).toBeLessThan(500)
  }
})
