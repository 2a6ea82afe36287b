import request from 'supertest'
import { anotherApp, startTestServer, testPassword, type TestServer } from '../testing/testServer'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const fresh = () => request(anotherApp(server))

test('the right password opens a session in a cookie that scripts cannot read', async () => {
  const answer = await fresh()
    .post('/api/session')
    .send({ email: ' ILSE@tideway.example ', password: testPassword })
  expect(answer.status).toBe(201)
  expect(answer.body.account).toMatchObject({ name: 'Ilse Marrack', role: 'owner' })
  expect(answer.headers['set-cookie']![0]).toMatch(/HttpOnly; SameSite=Strict/)
  expect(JSON.stringify(answer.body)).not.toContain('argon2')
})

test.each([
  ['a wrong password', { email: 'ilse@tideway.example', password: 'not the one' }],
  ['an unknown address', { email: 'nobody@tideway.example', password: testPassword }],
])('%s is refused with the same words', async (_, body) => {
  const answer = await fresh().post('/api/session').send(body)
  expect(answer.status).toBe(401)
  expect(answer.body.error).toMatchObject({
    code: 'wrongSignIn',
    message: 'E-mail and password do not fit together.',
  })
})

test('input that is no sign-in is a 422 with one sentence, broken JSON a 400', async () => {
  const bad = await fresh().post('/api/session').send({ email: 'nobody', password: 'x' })
  expect(bad.status).toBe(422)
  expect(bad.body.error.message).toContain('This is not an e-mail address.')
  const broken = await fresh().post('/api/session').set('content-type', 'application/json').send('{"email":')
  expect(broken.status).toBe(400)
  expect(broken.body.error.code).toBe('badJson')
})

test('without a session nothing but the front door answers', async () => {
  for (const path of [
    '/api/people',
    '/api/practice',
    '/api/visits/aaaaaaaaaaaa',
    '/api/pictures/aaaaaaaaaaaa',
    '/api/session',
  ])
    expect((await fresh().get(path)).status).toBe(401)
  expect((await fresh().get('/api/front-door')).body).toMatchObject({ isDemo: false, hasOwner: true })
  expect((await fresh().get('/api/health')).body).toMatchObject({ ok: true })
})

test('a write without the token of the session, or from another site, is refused', async () => {
  const person = { id: 'person000001', name: 'Ansa Rook' }
  expect((await server.agent.post('/api/people').send(person)).status).toBe(403)
  const foreign = await server.agent
    .post('/api/people')
    .set('x-sturvo-csrf', server.csrf)
    .set('origin', 'https://elsewhere.example')
    .send(person)
  expect(foreign.body.error.code).toBe('otherOrigin')
  expect((await server.agent.get('/api/people')).body.people).toEqual([])
})

test('a real practice cannot be opened like the made-up one, nor get a second owner', async () => {
  expect((await fresh().post('/api/session/demo')).body.error.code).toBe('notDemo')
  const owner = {
    code: 'ABCD-EFGH',
    practiceName: 'Other',
    name: 'Other',
    email: 'other@tideway.example',
    password: testPassword,
  }
  expect((await fresh().post('/api/owner').send(owner)).body.error.code).toBe('wrongCode')
  const withCode = request(anotherApp(server, { ownerCode: 'ABCD-EFGH' }))
  expect((await withCode.post('/api/owner').send(owner)).body.error.code).toBe('hasOwner')
})

test('signing out ends the session on the server', async () => {
  const other = await startTestServer()
  expect((await other.agent.delete('/api/session').set('x-sturvo-csrf', other.csrf)).status).toBe(204)
  expect((await other.agent.get('/api/people')).status).toBe(401)
  await other.close()
})

test('pages may load nothing from elsewhere', async () => {
  const { headers } = await fresh().get('/api/health')
  expect(headers['content-security-policy']).toContain("default-src 'self'")
  expect(headers['content-security-policy']).not.toMatch(/https?:|unsafe-eval/)
  expect(headers['x-powered-by']).toBeUndefined()
})
