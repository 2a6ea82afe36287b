import request from 'supertest'
import { cautionQuestions } from '@sturvo/core/cautions'
import { routes, type Role } from '@sturvo/schema'
import { account } from '../data/tables'
import { addAccount } from '../signin/accounts'
import { anotherApp, startTestServer, testPassword, type TestServer } from '../testing/testServer'
import { routeAccess, routeKeyOf } from './accessTable'
import { answerAccess, fieldAccess } from './fieldAccess'

type Agent = { agent: ReturnType<typeof request.agent>; csrf: string }
let server: TestServer
const by = {} as Record<Role, Agent>
beforeAll(async () => {
  server = await startTestServer(undefined, {
    limits: { signIn: 9999, anonymous: 9999, health: 9999, session: 9999, link: 9999, closedLink: 9999 },
  })
  by.owner = { agent: server.agent, csrf: server.csrf }
  for (const role of ['practitioner', 'assistant'] as const) {
    const email = `${role}@tideway.example`
    await addAccount(
      server.database,
      { name: `Some ${role}`, email, role, password: testPassword },
      new Date(),
    )
    const agent = request.agent(anotherApp(server))
    const { body } = await agent.post('/api/session').send({ email, password: testPassword })
    by[role] = { agent, csrf: (body as { csrf: string }).csrf }
  }
  const write = (path: string, body: object) =>
    server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body).expect(201)
  await write('/api/people', { id: 'person000001', name: 'Ansa Rook' })
  await write('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
})
afterAll(() => server.close())

const keyOf = (r: { method: string; path: string }) => `${r.method} ${r.path}`

test('every route of the contract has a row, and every row a route', () => {
  expect(Object.keys(routeAccess).sort()).toEqual(routes.map(keyOf).sort())
  for (const r of routes)
    expect(routeKeyOf(r.method, r.path.replace(/\{\w+\}/g, 'visit0000001'))).toBe(keyOf(r))
  expect(routeKeyOf('get', '/api/nowhere')).toBeUndefined()
  expect(routeKeyOf('HEAD', '/api/health')).toBe('get /api/health')
})

describe.each(
  routes
    .filter((r) => r.path !== '/api/session' && r.path !== '/api/sessions')
    .map((r) => [keyOf(r), r] as const),
)('%s', (key, route) => {
  const access = routeAccess[key]!
  const path = route.path.replace('{shoe}', 'shoe00000001').replace('{id}', 'visit0000001')
  test('is closed to strangers where its row says so', async () => {
    const answer = await request(anotherApp(server))[route.method](path)
    if (access === 'everybody') expect(answer.status).not.toBe(401)
    else expect(answer.status).toBe(401)
  })
  test.each(['owner', 'practitioner', 'assistant'] as const)(
    'lets %s through exactly where its row says so',
    async (role) => {
      const { agent, csrf } = by[role]
      const answer = await agent[route.method](path).set('x-sturvo-csrf', csrf)
      const isRefused = ['ownerOnly', 'notYours'].includes(
        (answer.body as { error?: { code: string } })?.error?.code ?? '',
      )
      expect(isRefused).toBe(access !== 'everybody' && !access.includes(role))
    },
  )
})

describe('what an assistant may write', () => {
  let version = 0
  const change = async (role: Role, path: string, value: unknown) => {
    const { agent, csrf } = by[role]
    const answer = await agent
      .patch('/api/visits/visit0000001')
      .set('x-sturvo-csrf', csrf)
      .set('if-match', `"${version}"`)
      .send({ changes: [{ path, value }] })
    const body = answer.body as { version?: number; error?: { code: string; path: string } }
    version = body.version ?? version
    return { status: answer.status, error: body.error }
  }
  const values: Record<string, [path: string, value: unknown]> = {
    measure: ['measure.navicularStand.left.1', 34],
    mark: ['mark.mark00000001', { side: 'left', across: 0, along: 0.4, kind: 'pain' }],
    event: ['event.event0000001', { kind: 'sprain', side: 'left', month: '2024-05' }],
    shoe: ['shoe.shoe00000001', { name: 'Deck boots' }],
    device: ['device.device000001', { kind: 'support', volume: 'slim', reason: 'grade' }],
    dealt: ['dealt.hotSwollen', { by: 'Somebody else', on: '2026-05-04', words: 'Seen, settled.' }],
  }
  test.each(Object.entries(values))('%s: as its row says', async (kind, [path, value]) => {
    const rule = fieldAccess[kind as keyof typeof fieldAccess]
    const answer = await change('assistant', path, value)
    expect(answer.status).toBe(rule === 'none' ? 403 : 200)
    if (rule === 'none') expect(answer.error).toMatchObject({ code: 'notYourField', path })
    expect((await change('practitioner', path, value)).status).toBe(200)
  })
  test('answers that are decisions stay with the practitioner', async () => {
    const samples: Partial<Record<keyof typeof answerAccess, unknown>> = {
      goal: 'Stand a shift.',
      planMinutes: 20,
      planBanned: ['dome'],
      planPace: 'slow',
      planDoses: [{ drill: 'dome', sets: 1 }],
      spacersMm: [1, 1, 1, 1],
      pinnedSentences: ['a'],
      worstPain: 3,
    }
    for (const [key, value] of Object.entries(samples)) {
      const rule = answerAccess[key as keyof typeof answerAccess]
      expect((await change('assistant', `answer.${key}`, value)).status).toBe(rule === 'none' ? 403 : 200)
    }
  })
  test('a caution may be raised by whoever sees it, and taken back by a practitioner alone', async () => {
    const path = `answer.caution:${cautionQuestions[0]}`
    expect((await change('assistant', path, false)).status).toBe(403)
    expect((await change('assistant', path, true)).status).toBe(200)
    expect((await change('assistant', path, null)).status).toBe(403)
    expect((await change('practitioner', path, false)).status).toBe(200)
  })
  test('a shoe is measured by anybody; what becomes of it is decided by a practitioner', async () => {
    const shoe = { name: 'Clogs', hoursPerWeek: 20 }
    const path = 'shoe.shoe00000002'
    expect((await change('assistant', path, { ...shoe, ownVerdict: { choice: 'keep' } })).status).toBe(403)
    expect((await change('assistant', path, shoe)).status).toBe(200)
    expect((await change('practitioner', path, { ...shoe, ownVerdict: { choice: 'keep' } })).status).toBe(200)
    expect((await change('assistant', path, shoe)).status).toBe(403)
    expect((await change('assistant', path, null)).status).toBe(403)
    expect(
      (await change('assistant', path, { ...shoe, weightG: 300, ownVerdict: { choice: 'keep' } })).status,
    ).toBe(200)
  })
  test('how a caution was dealt with is signed by who is signed in, whatever the page sends', async () => {
    await change('practitioner', 'dealt.hotSwollen', {
      by: 'Ilse Marrack',
      on: '2026-05-04',
      words: 'Seen, settled.',
    })
    const { body } = await server.agent.get('/api/visits/visit0000001')
    expect((body as { fields: Record<string, { by: string }> }).fields['dealt.hotSwollen']!.by).toBe(
      'Some practitioner',
    )
  })
  test('nothing of a request is written when one field of it is not theirs', async () => {
    const { agent, csrf } = by.assistant
    const answer = await agent
      .patch('/api/visits/visit0000001')
      .set('x-sturvo-csrf', csrf)
      .set('if-match', `"${version}"`)
      .send({
        changes: [
          { path: 'answer.goal', value: 'not this' },
          { path: 'answer.planPace', value: 'brisk' },
        ],
      })
    expect(answer.status).toBe(403)
    const { body } = await server.agent.get('/api/visits/visit0000001')
    expect((body as { fields: Record<string, unknown> }).fields['answer.goal']).toBe('Stand a shift.')
  })
})

test('accounts that were added are there once', async () => {
  expect(await server.database.db.$count(account)).toBe(3)
})
