import { eq } from 'drizzle-orm'
import { keptPlanSchema, planListSchema, type Fields } from '@sturvo/schema'
import { noRedFlags } from '../../core/judgement/reading/testing/bareFacts'
import { person } from '../data/tables'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
const [who, visitId] = ['person000001', 'visit0000001']
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
const short = {
  ...Object.fromEntries(Object.keys(noRedFlags).map((q) => [`answer.caution:${q}`, false])),
  'measure.kneeToWall.left.1': 60,
  'measure.kneeToWall.right.1': 118,
  'measure.singleLegOpen.left.1': 8,
  'measure.singleLegOpen.right.1': 25,
  'answer.planKit': ['wall', 'step'],
  'answer.planMinutes': 8,
}
beforeAll(async () => {
  server = await startTestServer()
  await post('/api/people', { id: who, name: 'Ansa Rook', birthYear: 1984 }).expect(201)
  await post(`/api/people/${who}/visits`, { id: visitId, startedOn: '2026-05-04' }).expect(201)
})
afterAll(() => server.close())
const versionOf = async (visit: string) =>
  ((await server.agent.get(`/api/visits/${visit}`)).body as { version: number }).version
const keep = async (id: string, after: number, visit = visitId, person = who, seenOn?: number) =>
  post(`/api/people/${person}/plans`, {
    id,
    visitId: visit,
    visitVersion: seenOn ?? (await versionOf(visit)),
    after,
  })
const kept = async (...asked: Parameters<typeof keep>) => {
  const answer = await keep(...asked)
  expect([answer.status, answer.text.slice(0, 300)]).toEqual([201, expect.any(String)])
  return answer
}
const plansOf = async () =>
  planListSchema.parse((await server.agent.get(`/api/people/${who}/plans`)).body).plans
const textOf = async (id: string) => (await server.agent.get(`/api/plans/${id}`).expect(200)).text

test('no plan is kept while red flags are open, and none is there', async () => {
  const answer = await keep('plan00000001', 0)
  expect(answer.status).toBe(409)
  expect(answer.body).toMatchObject({ error: { code: 'planBlocked' } })
  expect(await plansOf()).toEqual([])
})

test('a plan is kept with everything it was made from; the same press sent twice is one plan', async () => {
  await write(visitId, short)
  const first = await kept('plan00000001', 0)
  const plan = keptPlanSchema.parse(first.body)
  expect(plan).toMatchObject({ number: 1, visitId, minutesPerSession: 8 })
  expect(plan.plan.proof!.gapPct).toBeLessThanOrEqual(2)
  expect(plan.inputs).toMatchObject({ kit: ['wall', 'step'] })
  expect(plan.references.kneeToWallGoalMm).toBe(125)
  expect(plan.settings).toMatchObject({ licence: 'coach' })
  for (const phase of plan.plan.phases) expect(phase.minutesPerSession).toBeLessThanOrEqual(8)
  const again = await kept('plan00000001', 0)
  expect(again.text).toBe(first.text)
  const [line] = await plansOf()
  expect(line).toMatchObject({ number: 1, drills: plan.drills })
  expect(await plansOf()).toHaveLength(1)
})

test('version 1 opens byte for byte as it was, after re-planning and after a change of the reference table', async () => {
  const before = await textOf('plan00000001')
  await write(visitId, {
    'answer.planMinutes': 15,
    'answer.planBanned': (await plansOf())[0]!.drills.slice(0, 1),
  })
  const { body } = await server.agent.get('/api/practice')
  await server.agent
    .patch('/api/practice')
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${(body as { version: number }).version}"`)
    .send({ references: { kneeToWallGoalMm: 100 }, settings: { hipDrills: 'whenKneeIn' } })
    .expect(200)
  const second = keptPlanSchema.parse((await kept('plan00000002', 1)).body)
  expect(second.number).toBe(2)
  expect(second.references.kneeToWallGoalMm).toBe(100)
  expect(second.drills).not.toEqual((await plansOf())[1]!.drills)
  expect(await textOf('plan00000001')).toBe(before)
})

test('two colleagues at once: one plan is kept, the other is told, and no version is lost or doubled', async () => {
  const answers = await Promise.all([keep('plan0000003a', 2), keep('plan0000003b', 2)])
  expect(answers.map((a) => a.status).sort()).toEqual([201, 409])
  expect(answers.find((a) => a.status === 409)!.body).toMatchObject({
    error: { code: 'planKept' },
    number: 3,
  })
  expect((await plansOf()).map((line) => line.number)).toEqual([3, 2, 1])
})

test('a plan that was seen on an older state of the visit is not kept: a colleague changed it meanwhile', async () => {
  const seenOn = await versionOf(visitId)
  await write(visitId, { 'measure.kneeToWall.left.2': 64 })
  const answer = await keep('plan00000008', 3, visitId, who, seenOn)
  expect(answer.status).toBe(409)
  expect(answer.body).toMatchObject({ error: { code: 'planMoved' } })
  expect(await plansOf()).toHaveLength(3)
})

test('a visit of somebody else, an id of another plan and a plan that is not there are refused', async () => {
  await post('/api/people', { id: 'person000002', name: 'Oda Fennick', birthYear: 1980 }).expect(201)
  expect((await keep('plan00000009', 0, visitId, 'person000002')).status).toBe(404)
  await post('/api/people/person000002/visits', { id: 'visit0000002', startedOn: '2026-05-04' }).expect(201)
  await write('visit0000002', short)
  expect((await keep('plan00000001', 0, 'visit0000002', 'person000002')).status).toBe(409)
  expect((await server.agent.get('/api/plans/plan0000none')).status).toBe(404)
  expect((await keep('plan00000009', -1)).status).toBe(422)
})

test('the next visit is planned from the version in force: its drills are known to it, and to the papers', async () => {
  await post(`/api/people/${who}/visits`, { id: 'visit0000003', startedOn: '2026-08-04' }).expect(201)
  const { body } = await server.agent.get('/api/visits/visit0000003')
  const latest = (await plansOf())[0]!
  expect((body as { planInForce: string[] }).planInForce).toEqual(latest.drills)
  // the visit it was made at is not planned from itself
  const own = await server.agent.get(`/api/visits/${visitId}`)
  expect((own.body as { planInForce: string[] }).planInForce).toEqual([])
  await write('visit0000003', short)
  const next = keptPlanSchema.parse((await kept('plan00000004', 3, 'visit0000003')).body)
  expect([...(next.inputs.inForce as string[])].sort()).toEqual([...latest.drills].sort())
  // nor does a plan of today change what was read, and printed, of an earlier visit
  const before = await server.agent.get(`/api/visits/${visitId}`)
  expect((before.body as { planInForce: string[] }).planInForce).toEqual([])
})

test('plans of somebody who was deleted are closed with them', async () => {
  await server.database.write((tx) =>
    tx.update(person).set({ deletedOn: '2026-09-01' }).where(eq(person.id, who)),
  )
  expect((await server.agent.get(`/api/people/${who}/plans`)).status).toBe(404)
  expect((await server.agent.get('/api/plans/plan00000001')).status).toBe(404)
})
