import dayjs from 'dayjs'
import { dayAfter } from '@sturvo/core/followup'
import { noRedFlags } from '../../core/judgement/reading/testing/bareFacts'
import { keptPlanSchema, logAnswerSchema } from '@sturvo/schema'
import { account } from '../data/tables'
import { insertPlan } from '../plans/keptPlans'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
const [who, visitId] = ['person000001', 'visit0000001']
const today = dayjs().format('YYYY-MM-DD')
const post = (path: string, body: object) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)

beforeAll(async () => {
  server = await startTestServer()
  await post('/api/people', { id: who, name: 'Ansa Rook', birthYear: 1984 }).expect(201)
  await post(`/api/people/${who}/visits`, { id: visitId, startedOn: dayAfter(today, -30) }).expect(201)
  const fields = {
    ...Object.fromEntries(Object.keys(noRedFlags).map((q) => [`answer.caution:${q}`, false])),
    'measure.kneeToWall.left.1': 60,
    'measure.kneeToWall.right.1': 70,
    'answer.planKit': ['wall', 'step'],
    'answer.planMinutes': 8,
    'answer.planPace': 'slow',
    'answer.worstPain': 1,
    'answer.hoursStanding': 10,
    'answer.hoursWalking': 10,
  }
  await server.agent
    .patch(`/api/visits/${visitId}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', '"0"')
    .send({ changes: Object.entries(fields).map(([path, value]) => ({ path, value })) })
    .expect(200)
  await post(`/api/people/${who}/plans`, { id: 'plan00000001', visitId, visitVersion: 1, after: 0 }).expect(
    201,
  )
})
afterAll(() => server.close())

const newest = async () => {
  const { plans } = (await server.agent.get(`/api/people/${who}/plans`)).body as { plans: { id: string }[] }
  return keptPlanSchema.parse((await server.agent.get(`/api/plans/${plans[0]!.id}`)).body)
}

test('what is taken begins at the share the phone stepped back to, and grows at the pace of the plan', async () => {
  // kept a month ago: from that day on the phone has held it
  const kept = await newest()
  const monthAgo = { ...kept, id: 'plan00000002', number: 2, madeOn: dayAfter(today, -30) }
  const [owner] = await server.database.db.select({ id: account.id }).from(account)
  await server.database.write((tx) => insertPlan(tx, monthAgo, owner!.id, new Date()))
  const plan = await newest()
  expect(plan.pace).toBe('slow')
  const days = plan.days!.weeks.flatMap((week) => week.days).filter((day) => day.date < today)
  const flareOn = dayAfter(today, -6)
  for (const [i, { date, shoesMin }] of days.entries())
    await post(`/api/people/${who}/log`, {
      sentAt: new Date().toISOString(),
      entries: [
        {
          id: `entry${String(i).padStart(7, '0')}`,
          day: date,
          at: `${date}T18:00:00Z`,
          training: 'done',
          pain: date === flareOn ? 9 : 1,
          morning: 1,
          shoesMin,
        },
      ],
    }).expect(200)
  const log = logAnswerSchema.parse((await server.agent.get(`/api/people/${who}/log`)).body)
  // the rules hold by now; the phone went down on the day of the flare
  expect(log.followUp?.action).toBe('hold')
  expect(log.held).toMatchObject({ share: 0.6 })
  await post(`/api/people/${who}/follow-up`, {
    kind: 'take',
    id: 'decision0001',
    planId: plan.id,
    action: 'hold',
    rule: 'painSome',
    setsShare: 1,
    minutes: {},
    words: '',
  }).expect(201)
  const next = await newest()
  expect(next.because).toMatchObject({ action: 'hold', setsShare: 0.6, growth: 0.1 })
  const shares = next
    .days!.weeks.map((week) => week.days.filter((day) => day.date > today).map((day) => day.setsShare ?? 1))
    .filter((of) => of.length === 7)
    .map((of) => Math.round(100 * Math.max(...of)))
  expect(shares.slice(0, 4)).toEqual([60, 66, 73, 80])
})
