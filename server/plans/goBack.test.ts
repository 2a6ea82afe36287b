import dayjs from 'dayjs'
import { keptPlanSchema, planListSchema, type Fields } from '@sturvo/schema'
import { noRedFlags } from '../../core/judgement/reading/testing/bareFacts'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
const who = 'person000001'
const today = dayjs().format('YYYY-MM-DD')
const post = (path: string, body: object) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
async function write(visit: string, fields: Fields): Promise<void> {
  const { body } = await server.agent.get(`/api/visits/${visit}`)
  await server.agent
    .patch(`/api/visits/${visit}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${(body as { version: number }).version}"`)
    .send({ changes: Object.entries(fields).map(([path, value]) => ({ path, value })) })
    .expect(200)
}
const denied = Object.fromEntries(Object.keys(noRedFlags).map((q) => [`answer.caution:${q}`, false]))
const short = {
  ...denied,
  'measure.kneeToWall.left.1': 60,
  'measure.kneeToWall.right.1': 118,
  'measure.singleLegOpen.left.1': 8,
  'measure.singleLegOpen.right.1': 25,
  'answer.planKit': ['wall', 'step'],
  'answer.planMinutes': 8,
}
const keep = async (id: string, visitId: string, after: number, words?: string) => {
  const { body } = await server.agent.get(`/api/visits/${visitId}`)
  const visitVersion = (body as { version: number }).version
  return keptPlanSchema.parse(
    (
      await post(`/api/people/${who}/plans`, {
        id,
        visitId,
        visitVersion,
        after,
        ...(words !== undefined && { words }),
      }).expect(201)
    ).body,
  )
}
const back = (id: string, to: string, after: number, person = who) =>
  post(`/api/people/${person}/plans/back`, { id, to, after, words: 'The other one was too much.' })
const codeOf = ({ status, body }: { status: number; body: unknown }) =>
  `${status} ${(body as { error?: { code: string } }).error?.code ?? ''}`.trim()

beforeAll(async () => {
  server = await startTestServer()
  await post('/api/people', { id: who, name: 'Ansa Rook', birthYear: 1984 }).expect(201)
  await post('/api/people', { id: 'person000002', name: 'Bo Skarne', birthYear: 1980 }).expect(201)
  await post(`/api/people/${who}/visits`, { id: 'visit0000001', startedOn: today }).expect(201)
  await write('visit0000001', short)
  await keep('plan00000001', 'visit0000001', 0, 'Ankles first.')
  await write('visit0000001', { 'answer.planMinutes': 20 })
  await keep('plan00000002', 'visit0000001', 1)
})
afterAll(() => server.close())

test('why a plan was made is kept with it: words, findings, shut gates', async () => {
  const kept = keptPlanSchema.parse((await server.agent.get('/api/plans/plan00000001')).body)
  expect(kept.why!.words).toBe('Ankles first.')
  expect(kept.why!.findings.length).toBeGreaterThan(0)
  expect(kept.why!.gates.join(' ')).toMatch(/mm to the wall/)
  const { plans } = planListSchema.parse((await server.agent.get(`/api/people/${who}/plans`)).body)
  expect(plans.map(({ words }) => words)).toEqual([undefined, 'Ankles first.'])
  expect(plans[0]!.endsOn! > plans[0]!.startsOn!).toBe(true)
})

test('going back makes a new version of the earlier one; sent twice it is one; nothing before is changed', async () => {
  const first = (await server.agent.get('/api/plans/plan00000001')).text
  const answer = await back('plan00000003', 'plan00000001', 2).expect(201)
  const kept = keptPlanSchema.parse(answer.body)
  expect(kept).toMatchObject({ number: 3, because: { action: 'back', to: 1, before: 'plan00000002' } })
  expect(kept.drills).toEqual(keptPlanSchema.parse(JSON.parse(first)).drills)
  expect((await back('plan00000003', 'plan00000001', 2).expect(201)).text).toBe(answer.text)
  expect((await server.agent.get('/api/plans/plan00000001')).text).toBe(first)
  const { plans } = planListSchema.parse((await server.agent.get(`/api/people/${who}/plans`)).body)
  expect(plans.map(({ number, action }) => [number, action])).toEqual([
    [3, 'back'],
    [2, undefined],
    [1, undefined],
  ])
})

test('not onto what somebody kept meanwhile, not to somebody else’s, not without a reason', async () => {
  expect(codeOf(await back('plan00000004', 'plan00000002', 2))).toBe('409 planKept')
  expect(codeOf(await back('plan00000004', 'plan00000002', 0, 'person000002'))).toBe('404 notFound')
  expect(
    (
      await post(`/api/people/${who}/plans/back`, {
        id: 'plan00000004',
        to: 'plan00000002',
        after: 3,
        words: ' ',
      })
    ).status,
  ).toBe(422)
})

test('not while a stop sign is open', async () => {
  const entry = { id: 'entry0000001', day: today, at: new Date().toISOString(), stops: ['numb'] }
  await post(`/api/people/${who}/log`, { entries: [entry], sentAt: new Date().toISOString() }).expect(200)
  expect(codeOf(await back('plan00000004', 'plan00000002', 3))).toBe('409 stopFirst')
  const { planId, now } = (await server.agent.get(`/api/people/${who}/log`)).body as {
    planId: string
    now: string
  }
  await post(`/api/people/${who}/follow-up`, {
    kind: 'reopen',
    id: 'decision0001',
    planId,
    rule: 'stopSign',
    seenUpTo: now,
    words: 'Laces.',
  }).expect(201)
})

test('not to what a caution forbids that came up since; not while red flags of a newer visit are open', async () => {
  const { plans } = planListSchema.parse((await server.agent.get(`/api/people/${who}/plans`)).body)
  const after = plans[0]!.number
  await post(`/api/people/${who}/visits`, {
    id: 'visit0000002',
    startedOn: today,
    retestOf: 'visit0000001',
  }).expect(201)
  expect(codeOf(await back('plan00000009', 'plan00000002', after))).toBe('409 planBlocked')
  await write('visit0000002', { ...denied, 'answer.caution:hypermobility': true })
  expect(codeOf(await back('plan00000009', 'plan00000002', after))).toBe('409 cautionSince')
  await write('visit0000002', { 'answer.caution:hypermobility': false })
  expect(codeOf(await back('plan00000009', 'plan00000002', after))).toBe('201')
})
