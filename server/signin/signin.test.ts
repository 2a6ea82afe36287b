import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import request from 'supertest'
import { openDatabase } from '../data/database'
import { account, session } from '../data/tables'
import { practiceRow } from '../practice/queries'
import { resetPassword } from './accounts'
import { countTry, forgetTries } from './guessing'
import { newOwnerCode } from './routes'
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
  // WebAssembly may run, since the solver of plans is that; text as code may not
  expect(headers['content-security-policy']).not.toMatch(/https?:|'unsafe-eval'/)
  expect(headers['content-security-policy']).toContain("script-src 'self' 'wasm-unsafe-eval';")
  expect(headers['x-powered-by']).toBeUndefined()
})

describe('the first owner', () => {
  const owner = (i: number) => ({
    code: 'abcd-efgh',
    practiceName: 'Tideway',
    name: `Owner ${i}`,
    email: `owner${i}@tideway.example`,
    password: 'tide tables and lanterns',
  })
  test('is one, however many try at the same moment, and only with the code', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'sturvo-owner-'))
    const database = await openDatabase(join(folder, 'practice.db'))
    await practiceRow(database)
    const app = anotherApp({ ...server, database }, { ownerCode: 'ABCD-EFGH' })
    expect(
      (
        await request(app)
          .post('/api/owner')
          .send({ ...owner(0), code: 'ABCD-EFGX' })
      ).status,
    ).toBe(403)
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) => request(app).post('/api/owner').send(owner(i))),
    )
    expect(answers.map((a) => a.status).sort()).toEqual([201, 409, 409, 409, 409, 409, 409, 409])
    expect(await database.db.$count(account)).toBe(1)
    await database.close()
    rmSync(folder, { recursive: true })
  })
  test('may not take a password that everybody tries first', async () => {
    const answer = await request(anotherApp(server, { ownerCode: 'ABCD-EFGH' }))
      .post('/api/owner')
      .send({ ...owner(1), password: 'Passwordpassword' })
    expect(answer.body.error).toMatchObject({ code: 'commonPassword', path: 'password' })
  })
  test('codes are not told from one another by luck', () => {
    const codes = new Set(Array.from({ length: 300 }, newOwnerCode))
    expect(codes.size).toBe(300)
    for (const code of codes) expect(code).toMatch(/^[A-HJ-NP-Z2-9]{4}-[A-HJ-NP-Z2-9]{4}$/)
  })
})

describe('guessing', () => {
  const wide = { signIn: 9999, anonymous: 9999, health: 9999, session: 9999, link: 9999 }
  const guess = (app: Parameters<typeof request>[0], password: string, cookie = '') =>
    request(app).post('/api/session').set('cookie', cookie).send({ email: 'ilse@tideway.example', password })
  test('twenty at the same moment count as twenty', async () => {
    const other = await startTestServer()
    const app = anotherApp(other, { limits: wide })
    const statuses = (await Promise.all(Array.from({ length: 20 }, () => guess(app, 'wrong')))).map(
      (a) => a.status,
    )
    expect(statuses.filter((s) => s === 401)).toHaveLength(5)
    expect(statuses.filter((s) => s === 429)).toHaveLength(15)
    const refused = await guess(app, testPassword)
    expect(refused.body).toMatchObject({ error: { code: 'slowDown' }, retryAfterS: expect.any(Number) })
    await other.close()
  })
  test('a browser that has signed in before is not made to wait by strangers', async () => {
    const other = await startTestServer()
    const app = anotherApp(other, { limits: wide })
    const known = (await guess(app, testPassword))
      .get('Set-Cookie')!
      .find((c) => c.startsWith('sturvo_known='))!
    for (let i = 0; i < 9; i++) await guess(app, 'wrong')
    expect((await guess(app, testPassword)).status).toBe(429)
    expect((await guess(app, testPassword, known.split(';')[0])).status).toBe(201)
    await other.close()
  })
  test('guesses at one account from many addresses are slowed together, and never its own browser', async () => {
    const other = await startTestServer()
    const known = {
      email: 'ilse@tideway.example',
      address: 'home',
      accountId: '',
      newBrowser: 'browser of Ilse',
    }
    const now = new Date()
    const [owner] = await other.database.db.select().from(account)
    await other.database.write((tx) => forgetTries(tx, { ...known, accountId: owner!.id }, now))
    const from = (n: number) => countTry(other.database, { email: known.email, address: `street ${n}` }, now)
    for (let n = 0; n < 30; n++) await from(n)
    await expect(from(30)).rejects.toMatchObject({ status: 429 })
    await countTry(other.database, { ...known, knownBrowser: known.newBrowser }, now)
    await countTry(other.database, { email: 'ferro@tideway.example', address: 'street 31' }, now)
    await other.close()
  })
  test('after the wait the right password opens; nobody is shut out for good', async () => {
    const other = await startTestServer()
    const trier = { email: 'ilse@tideway.example', address: 'somewhere' }
    const start = Date.now()
    for (let i = 0; i < 40; i++) await countTry(other.database, trier, new Date(start + i * 61_000))
    await expect(countTry(other.database, trier, new Date(start + 39 * 61_000 + 1000))).rejects.toMatchObject(
      { status: 429 },
    )
    await countTry(other.database, trier, new Date(start + 41 * 61_000))
    await other.close()
  })
  test('guesses counted while the clock was a year ahead make nobody wait longer than any others', async () => {
    const other = await startTestServer()
    const trier = { email: 'ilse@tideway.example', address: 'somewhere' }
    const now = Date.now()
    for (let i = 0; i < 40; i++)
      await countTry(other.database, trier, new Date(now + 365 * 86_400_000 + i * 61_000))
    await expect(countTry(other.database, trier, new Date(now))).rejects.toMatchObject({ status: 429 })
    await countTry(other.database, trier, new Date(now + 61_000))
    await other.close()
  })
  test("health questions of strangers use up nobody's allowance", async () => {
    const app = anotherApp(server, { limits: { signIn: 5, anonymous: 5, health: 3, session: 50, link: 50 } })
    for (let i = 0; i < 8; i++) await request(app).get('/api/health')
    expect((await request(app).get('/api/health')).status).toBe(429)
    expect((await request(app).get('/api/front-door')).status).toBe(200)
    expect((await request(app).get('/api/session').set('cookie', server.cookie)).status).toBe(200)
    for (let i = 0; i < 8; i++) await request(app).get('/api/people')
    expect((await request(app).get('/api/people')).status).toBe(429)
    expect((await request(app).get('/api/people').set('cookie', server.cookie)).status).toBe(200)
  })
})

describe('a session', () => {
  const signIn = async (cookie = '') => {
    const answer = await fresh()
      .post('/api/session')
      .set('cookie', cookie)
      .send({ email: 'ilse@tideway.example', password: testPassword })
    return {
      csrf: answer.body.csrf as string,
      cookie: answer
        .get('Set-Cookie')!
        .find((c) => c.startsWith('sturvo='))!
        .split(';')[0]!,
    }
  }
  const isOpen = async (cookie: string) =>
    (await fresh().get('/api/session').set('cookie', cookie)).status === 200
  const age = (column: 'lastSeen' | 'created', minutes: number) =>
    server.database.write((tx) =>
      tx.update(session).set({ [column]: new Date(Date.now() - minutes * 60_000).toISOString() }),
    )
  test('ends when the same browser signs in anew', async () => {
    const first = await signIn()
    const second = await signIn(first.cookie)
    expect([await isOpen(first.cookie), await isOpen(second.cookie)]).toEqual([false, true])
  })
  test('ends after half an hour of nothing, and after twelve hours whatever happens', async () => {
    const { cookie } = await signIn()
    await age('lastSeen', 29)
    expect(await isOpen(cookie)).toBe(true)
    await age('lastSeen', 31)
    expect(await isOpen(cookie)).toBe(false)
    const again = await signIn()
    await age('created', 12 * 60 + 1)
    expect(await isOpen(again.cookie)).toBe(false)
    expect(await server.database.db.$count(session)).toBeGreaterThan(0)
    await signIn() // sweeps
    expect(await server.database.db.$count(session)).toBe(1)
  })
  test('of a clock that was a year ahead is over when the clock is right again', async () => {
    for (const column of ['lastSeen', 'created'] as const) {
      const { cookie } = await signIn()
      await age(column, -365 * 24 * 60)
      expect([column, await isOpen(cookie)]).toEqual([column, false])
    }
    // two machines that differ by a minute are no such clock
    const { cookie } = await signIn()
    await age('lastSeen', -1)
    expect(await isOpen(cookie)).toBe(true)
    await server.database.write((tx) => tx.delete(session))
  })
  test('ends everywhere at one word, and the browser forgets what it kept', async () => {
    const [one, two] = [await signIn(), await signIn()]
    const answer = await fresh()
      .delete('/api/sessions')
      .set('cookie', one.cookie)
      .set('x-sturvo-csrf', one.csrf)
    expect(answer.status).toBe(204)
    expect(answer.headers['clear-site-data']).toBe('"cache"')
    expect([await isOpen(one.cookie), await isOpen(two.cookie)]).toEqual([false, false])
  })
  test('of an account with a new password is over', async () => {
    const { cookie } = await signIn()
    await resetPassword(server.database, 'ilse@tideway.example', 'lanterns and tide tables', new Date())
    expect(await isOpen(cookie)).toBe(false)
    await resetPassword(server.database, 'ilse@tideway.example', testPassword, new Date())
    await expect(
      resetPassword(server.database, 'nobody@tideway.example', testPassword, new Date()),
    ).rejects.toMatchObject({ status: 404 })
  })
})

test.each([
  ['localhost:4173', 200],
  ['127.0.0.1', 200],
  ['[::1]:80', 200],
  ['tideway.example', 421],
  ['127.0.0.1.evil.example', 421],
  ['localhost@evil.example', 421],
])('called by the name %s, the answer is %i', async (host, status) => {
  expect((await fresh().get('/api/health').set('host', host)).status).toBe(status)
})
