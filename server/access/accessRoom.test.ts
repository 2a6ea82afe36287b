import { generateSync } from 'otplib'
import request from 'supertest'
import {
  accessSchema,
  factorBegunSchema,
  madeInviteSchema,
  ownAccountSchema,
  recoveryCodesSchema,
  sessionSchema,
} from '@sturvo/schema'
import { eq } from 'drizzle-orm'
import { account, signInFailure } from '../data/tables'
import { deviceWords } from '../signin/device'
import { anotherApp, startTestServer, testPassword, type TestServer } from '../testing/testServer'

let server: TestServer
type Browser = { agent: ReturnType<typeof request.agent>; csrf: string }
const browser = () => request.agent(anotherApp(server))
const post = (path: string, body: object = {}, { agent, csrf }: Browser = server) =>
  agent.post(path).set('x-sturvo-csrf', csrf).send(body)
const patch = (path: string, body: object) =>
  server.agent.patch(path).set('x-sturvo-csrf', server.csrf).send(body)
const signIn = async (
  email: string,
  password: string,
  code?: string,
): Promise<Browser & { status: number; error?: string }> => {
  const agent = browser()
  const answer = await agent
    .post('/api/session')
    .send({ email, password, ...(code !== undefined && { code }) })
  const parsed = sessionSchema.safeParse(answer.body)
  return {
    agent,
    csrf: parsed.success ? parsed.data.csrf : '',
    status: answer.status,
    error: (answer.body as { error?: { code: string } }).error?.code,
  }
}
const access = async () => accessSchema.parse((await server.agent.get('/api/access').expect(200)).body)
const invited = async (wish: object) => {
  const made = madeInviteSchema.parse((await post('/api/invites', wish).expect(201)).body)
  return { ...made, token: made.address.split('#')[1]! }
}
const accept = (token: string, password: string) =>
  browser().post('/api/invite').set('x-sturvo-invite', token).send({ password })
const bram = { name: 'Bram Oddny', email: 'bram@tideway.example', role: 'assistant' }
const own = 'mudflats and marsh birds'

beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

test('an invitation opens once, for the one it is for, and only its hash is kept', async () => {
  const { token, address, id } = await invited(bram)
  expect(address).toMatch(/\/invited#[\w-]{43}$/)
  expect((await browser().get('/api/invite').set('x-sturvo-invite', token).expect(200)).body).toMatchObject({
    ...bram,
    isReset: false,
  })
  await accept(token, 'short').expect(422)
  await accept(token, 'passwordpassword').expect(422)
  const both = await Promise.all([accept(token, own), accept(token, 'another long password')])
  expect(both.map(({ status }) => status).sort()).toEqual([201, 404])
  await browser().get('/api/invite').set('x-sturvo-invite', token).expect(404)
  await browser().get('/api/invite').expect(404)
  const winner = both[0].status === 201 ? own : 'another long password'
  expect((await signIn(bram.email, winner)).status).toBe(201)
  expect((await access()).invites).toEqual([])
  expect((await server.agent.delete(`/api/invites/${id}`).set('x-sturvo-csrf', server.csrf)).status).toBe(404)
  expect((await post('/api/invites', bram)).status).toBe(409)
})

test('a later invitation takes the place of the earlier one; taken back it opens nothing', async () => {
  const wish = { name: 'Edda Voss', email: 'edda@tideway.example', role: 'practitioner' }
  const first = await invited(wish)
  const second = await invited(wish)
  await accept(first.token, own).expect(404)
  await server.agent.delete(`/api/invites/${second.id}`).set('x-sturvo-csrf', server.csrf).expect(204)
  await accept(second.token, own).expect(404)
  expect((await access()).accounts.map(({ email }) => email)).not.toContain(wish.email)
})

test('a link for a new password ends every session of the account, and only then', async () => {
  const { accounts } = await access()
  const { id } = accounts.find(({ email }) => email === bram.email)!
  const { token } = await invited({ accountId: id })
  await accept(token, own).expect(201)
  const there = await signIn(bram.email, own)
  const again = await invited({ accountId: id })
  await there.agent.get('/api/session').expect(200)
  await accept(again.token, 'tides and timetables').expect(201)
  await there.agent.get('/api/session').expect(401)
  expect((await signIn(bram.email, own)).status).toBe(401)
  expect((await signIn(bram.email, 'tides and timetables')).status).toBe(201)
})

test('one’s own password: only by whoever knows the one of now; every other session ends', async () => {
  const [here, other] = [
    await signIn(bram.email, 'tides and timetables'),
    await signIn(bram.email, 'tides and timetables'),
  ]
  await post('/api/account/password', { current: 'wrong', password: own }, here).expect(401)
  await post('/api/account/password', { current: 'tides and timetables', password: own }, here).expect(204)
  await here.agent.get('/api/session').expect(200)
  await other.agent.get('/api/session').expect(401)
})

test('sessions are listed with their device; one’s own may be ended, anybody’s by the owner, nobody else’s', async () => {
  const there = await signIn(bram.email, own)
  const { sessions } = ownAccountSchema.parse((await there.agent.get('/api/account').expect(200)).body)
  expect(sessions.find(({ isThis }) => isThis)).toMatchObject({ device: 'another program' })
  const owners = (await access()).sessions.find(({ isThis }) => isThis)!
  await there.agent.delete(`/api/sessions/${owners.id}`).set('x-sturvo-csrf', there.csrf).expect(404)
  const id = sessions.find(({ isThis }) => isThis)!.id
  await server.agent.delete(`/api/sessions/${id}`).set('x-sturvo-csrf', server.csrf).expect(204)
  await there.agent.get('/api/session').expect(401)
  await there.agent.delete('/api/sessions/%25').set('x-sturvo-csrf', there.csrf).expect(401)
})

describe('second factor', () => {
  let secret = ''
  let codes: string[] = []
  // each code counts once: the next one is of a later step
  let ahead = 0
  const codeNow = () => generateSync({ secret, epoch: Math.floor(Date.now() / 1000) + 30 * ahead })

  test('it is in force only after a code of it; until then everything is as before', async () => {
    const there = await signIn(bram.email, own)
    await post('/api/account/factor', { password: 'wrong' }, there).expect(401)
    const begun = factorBegunSchema.parse(
      (await post('/api/account/factor', { password: own }, there).expect(201)).body,
    )
    secret = begun.secret
    expect(begun.address).toMatch(/^otpauth:\/\/totp\/Sturvo:bram%40tideway\.example\?/)
    expect((await signIn(bram.email, own)).status).toBe(201)
    await post('/api/account/factor/confirm', { code: '000000' }, there).expect(401)
    codes = recoveryCodesSchema.parse(
      (await post('/api/account/factor/confirm', { code: codeNow() }, there).expect(201)).body,
    ).codes
    expect(new Set(codes).size).toBe(10)
    expect(codes[0]).toMatch(/^([a-z2-9]{5}-){3}[a-z2-9]{5}$/)
  })
  test('the password alone opens nothing, a code opens once, a wrong one not at all', async () => {
    expect(await signIn(bram.email, own)).toMatchObject({ status: 401, error: 'needCode' })
    expect(await signIn(bram.email, 'wrong', codeNow())).toMatchObject({ error: 'wrongSignIn' })
    expect(await signIn(bram.email, own, '123456')).toMatchObject({ error: 'wrongFactor' })
    // the one that put it in force is used already
    expect(await signIn(bram.email, own, codeNow())).toMatchObject({ error: 'wrongFactor' })
    ahead = 1
    const both = await Promise.all([signIn(bram.email, own, codeNow()), signIn(bram.email, own, codeNow())])
    // the other one is wrong by then, or has to wait
    expect(both.filter(({ status }) => status === 201)).toHaveLength(1)
  })
  test('a code that was taken while the clock was a year ahead shuts out none of today', async () => {
    await server.database.write((tx) => tx.delete(signInFailure))
    const mark = (seconds: number) =>
      server.database.write((tx) =>
        tx.update(account).set({ factorLastStep: Math.floor((Date.now() / 1000 + seconds) / 30) }),
      )
    await mark(90)
    expect(await signIn(bram.email, own, codeNow())).toMatchObject({ error: 'wrongFactor' })
    await mark(365 * 86_400)
    expect((await signIn(bram.email, own, codeNow())).status).toBe(201)
    expect(await signIn(bram.email, own, codeNow())).toMatchObject({ error: 'wrongFactor' })
  })
  test('a recovery code stands in for it once, however it is typed', async () => {
    expect((await signIn(bram.email, own, codes[0]!.replaceAll('-', '').toUpperCase())).status).toBe(201)
    expect(await signIn(bram.email, own, codes[0])).toMatchObject({ error: 'wrongFactor' })
    const [row] = await server.database.db.select().from(account).where(eq(account.email, bram.email))
    expect(row!.recoveryHashes).toHaveLength(9)
    expect(JSON.stringify(row)).not.toContain(codes[1]!.replaceAll('-', ''))
  })
  test('a new password does not get round it; the owner may take a lost one away', async () => {
    const { id } = (await access()).accounts.find(({ email }) => email === bram.email)!
    const { token } = await invited({ accountId: id })
    await accept(token, 'tides and timetables').expect(201)
    expect(await signIn(bram.email, 'tides and timetables')).toMatchObject({ error: 'needCode' })
    await patch(`/api/accounts/${id}`, { withoutFactor: true }).expect(200)
    expect((await signIn(bram.email, 'tides and timetables')).status).toBe(201)
  })
  test('the owner’s rule: not before they have one themselves; then whoever has none sees nothing else', async () => {
    const rule = (factorRule: string, version: number) =>
      server.agent
        .patch('/api/practice')
        .set('x-sturvo-csrf', server.csrf)
        .set('If-Match', `"${version}"`)
        .send({ factorRule })
    const versionNow = async () =>
      ((await server.agent.get('/api/practice')).body as { version: number }).version
    expect((await rule('everybody', await versionNow())).body).toMatchObject({
      error: { code: 'factorFirstOwn' },
    })
    const begun = factorBegunSchema.parse(
      (await post('/api/account/factor', { password: testPassword }).expect(201)).body,
    )
    await post('/api/account/factor/confirm', { code: generateSync({ secret: begun.secret }) }).expect(201)
    await rule('everybody', await versionNow()).expect(200)
    const there = await signIn(bram.email, 'tides and timetables')
    expect((await there.agent.get('/api/session')).body).toMatchObject({ needsFactor: true })
    expect((await there.agent.get('/api/people')).body).toMatchObject({ error: { code: 'factorFirst' } })
    const mine = factorBegunSchema.parse(
      (await post('/api/account/factor', { password: 'tides and timetables' }, there).expect(201)).body,
    )
    await post('/api/account/factor/confirm', { code: generateSync({ secret: mine.secret }) }, there).expect(
      201,
    )
    await there.agent.get('/api/people').expect(200)
    const off = await post('/api/account/factor/off', { code: generateSync({ secret: mine.secret }) }, there)
    expect(off.body).toMatchObject({ error: { code: 'factorWanted' } })
    await rule('choice', await versionNow()).expect(200)
  })
})

test('a role changes what is open at once and ends the sessions; an account that is shut signs in no more', async () => {
  const { id } = (await access()).accounts.find(({ email }) => email === bram.email)!
  await patch(`/api/accounts/${id}`, { withoutFactor: true }).expect(200)
  const there = await signIn(bram.email, 'tides and timetables')
  await patch(`/api/accounts/${id}`, { role: 'practitioner' }).expect(200)
  await there.agent.get('/api/session').expect(401)
  const again = await signIn(bram.email, 'tides and timetables')
  await patch(`/api/accounts/${id}`, { isDisabled: true }).expect(200)
  await again.agent.get('/api/session').expect(401)
  // told what a stranger is told
  expect(await signIn(bram.email, 'tides and timetables')).toMatchObject({
    status: 401,
    error: 'wrongSignIn',
  })
  expect((await post('/api/invites', { accountId: id })).status).toBe(404)
})

test('a practice keeps an owner who can sign in', async () => {
  const { id } = (await access()).accounts.find(({ role }) => role === 'owner')!
  expect((await patch(`/api/accounts/${id}`, { role: 'assistant' })).body).toMatchObject({
    error: { code: 'lastOwner' },
  })
  expect((await patch(`/api/accounts/${id}`, { isDisabled: true })).body).toMatchObject({
    error: { code: 'lastOwner' },
  })
})

test('a second factor is not taken off by trying: after some codes one has to wait', async () => {
  const { id } = (await access()).accounts.find(({ email }) => email === bram.email)!
  await patch(`/api/accounts/${id}`, { isDisabled: false, withoutFactor: true }).expect(200)
  const there = await signIn(bram.email, 'tides and timetables')
  const { secret } = factorBegunSchema.parse(
    (await post('/api/account/factor', { password: 'tides and timetables' }, there).expect(201)).body,
  )
  await post('/api/account/factor/confirm', { code: generateSync({ secret }) }, there).expect(201)
  const answers: number[] = []
  for (let i = 0; i < 12; i++)
    answers.push((await post('/api/account/factor/off', { code: `00000${i}` }, there)).status)
  expect(answers.slice(-3)).toEqual([429, 429, 429])
})

test.each([
  [
    'Mozilla/5.0 (iPad; CPU OS 17_4 like Mac OS X) AppleWebKit/605.1.15 Version/17.4 Mobile/15E148 Safari/604.1',
    'Safari on an iPad',
  ],
  ['Mozilla/5.0 (X11; Linux x86_64; rv:130.0) Gecko/20100101 Firefox/130.0', 'Firefox on Linux'],
  [
    'Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 Chrome/129.0 Safari/537.36 Edg/129.0',
    'Edge on Windows',
  ],
  ['curl/8', 'another program'],
  [undefined, 'another program'],
])('%s is %s', (agent, words) => expect(deviceWords(agent)).toBe(words))

test('who is shut out comes in by no other door: invitations they made, and the reset made for them, close with the account', async () => {
  const other = await startTestServer()
  const second = { name: 'Ferro Dane', email: 'ferro@tideway.example', role: 'owner' }
  const as = (who: Browser) => async (wish: object) =>
    madeInviteSchema.parse((await post('/api/invites', wish, who).expect(201)).body).address.split('#')[1]!
  const way = (token: string) =>
    request.agent(anotherApp(other)).get('/api/invite').set('x-sturvo-invite', token)
  const way2 = (token: string, password: string) =>
    request.agent(anotherApp(other)).post('/api/invite').set('x-sturvo-invite', token).send({ password })
  await way2(await as(other)(second), own).expect(201)
  const agent = request.agent(anotherApp(other))
  const signedIn = sessionSchema.parse(
    (await agent.post('/api/session').send({ email: second.email, password: own })).body,
  )
  const byFerro = await as({ agent, csrf: signedIn.csrf })({ ...bram, email: 'nobody@tideway.example' })
  const [, row] = await other.database.db.select().from(account)
  const reset = await as(other)({ accountId: row!.id })
  for (const token of [byFerro, reset]) await way(token).expect(200)
  const shut = (id: string, body: object) =>
    other.agent.patch(`/api/accounts/${id}`).set('x-sturvo-csrf', other.csrf).send(body)
  await shut(row!.id, { isDisabled: true }).expect(200)
  for (const token of [byFerro, reset]) await way(token).expect(404)
  // an open screen alone: neither the second factor of its own account off, nor a way around its password
  const [mine] = await other.database.db.select().from(account)
  await shut(mine!.id, { withoutFactor: true }).expect(409)
  await post('/api/invites', { accountId: mine!.id }, other).expect(409)
  await other.close()
})

test('a password of one letter, of blanks, or of one’s own name or address is none', async () => {
  const someone = { name: 'Marsh Oakley', email: 'marsh.oakley@tideway.example', role: 'assistant' }
  const { token } = await invited(someone)
  for (const password of [
    'aaaaaaaaaaaaaa',
    '              ',
    'Marsh Oakley',
    'marsh.oakley@tideway.example',
    'marshoakley1984',
  ])
    expect([password, (await accept(token, password)).status]).toEqual([password, 422])
  await accept(token, 'marsh birds and mud').expect(201)
})
