import dayjs from 'dayjs'
import { eq } from 'drizzle-orm'
import request from 'supertest'
import { dayAfter, type StopSign } from '@sturvo/core/followup'
import { drillNamed } from '@sturvo/core/training'
import {
  clientAnswerSchema,
  inForceSchema,
  keptPlanSchema,
  logAnswerSchema,
  routes,
  type KeptPlan,
} from '@sturvo/schema'
import { noRedFlags } from '../../core/judgement/reading/testing/bareFacts'
import { planVersion } from '../data/tables'
import { refreshFollow } from '../follow/followState'
import { todayAnswer } from '../people/today'
import { anotherApp, startTestServer, type TestServer } from '../testing/testServer'

// What is known in one room acts in all of them: each way in which a stop can be told, and each door of a plan.

const today = dayjs().format('YYYY-MM-DD')
let server: TestServer
let app: ReturnType<typeof anotherApp>
/** The client of one test. */
let who: string
let visitId: string
let laterId: string
let planId: string
let token: string
const write = (method: 'post' | 'patch' | 'delete', path: string, body: object = {}) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf).send(body)
const versionOf = async (id: string) =>
  ((await server.agent.get(`/api/visits/${id}`).expect(200)).body as { version: number }).version
const record = async (id: string, fields: Record<string, unknown>) =>
  write('patch', `/api/visits/${id}`, {
    changes: Object.entries(fields).map(([path, value]) => ({ path, value })),
  })
    .set('If-Match', `"${await versionOf(id)}"`)
    .expect(200)

const story = {
  ...Object.fromEntries(Object.keys(noRedFlags).map((q) => [`answer.caution:${q}`, false])),
  'measure.kneeToWall.left.1': 60,
  'measure.kneeToWall.right.1': 118,
  'answer.planKit': ['wall', 'step'],
  'answer.planMinutes': 8,
}
let clients = 0
async function nextClient(): Promise<void> {
  const n = String(++clients).padStart(4, '0')
  ;[who, visitId, laterId, planId] = [`person00${n}`, `visit000${n}`, `later000${n}`, `plan0000${n}`]
  await write('post', '/api/people', { id: who, name: `Ansa Rook ${n}`, birthYear: 1984 }).expect(201)
  await write('post', `/api/people/${who}/visits`, { id: visitId, startedOn: dayAfter(today, -20) }).expect(
    201,
  )
  await record(visitId, story)
}
let proven: typeof planVersion.$inferSelect
beforeAll(async () => {
  server = await startTestServer()
  app = anotherApp(server, {
    limits: { signIn: 9999, anonymous: 9999, health: 9999, session: 9999, link: 9999, closedLink: 9999 },
  })
  await nextClient()
  const wish = { id: planId, visitId, visitVersion: await versionOf(visitId), after: 0 }
  await write('post', `/api/people/${who}/plans`, wish).expect(201)
  ;[proven] = (await server.database.db.select().from(planVersion)) as [typeof proven]
})
beforeEach(async () => {
  await nextClient()
  // the same plan for each: proving it again for every way of telling would take minutes
  const { personId, id } = proven
  const document = proven.document
    .replaceAll(personId, who)
    .replaceAll(proven.visitId, visitId)
    .replaceAll(id, planId)
  await server.database.write(async (tx) => {
    await tx.insert(planVersion).values({ ...proven, id: planId, personId: who, visitId, document })
    await refreshFollow(tx, who, new Date())
  })
  const link = { id: `link${planId}`, until: dayAfter(today, 90) }
  token = ((await write('post', `/api/people/${who}/links`, link).expect(201)).body as { token: string })
    .token
})
afterAll(() => server.close())

const sendLog = (entries: object[], sentAt = new Date().toISOString()) =>
  request(app).post('/api/c/log').set('x-sturvo-link', token).send({ entries, sentAt })
const entry = (more: object) => ({
  id: `entry${who}`,
  day: today,
  at: new Date().toISOString(),
  stops: ['numb'] satisfies StopSign[],
  ...more,
})

/** What each door says now, in a word. */
async function doors(): Promise<Record<string, unknown>> {
  const refused = async (asking: PromiseLike<request.Response>) => {
    const { status, body } = await asking
    return status === 409 ? (body as { error: { code: string } }).error.code : status
  }
  const phone = (await request(app).get('/api/c/plan').set('x-sturvo-link', token).expect(200)).body as {
    paused?: object
  }
  const calendar = (await server.agent.get(`/api/people/${who}/plan.ics`).expect(200)).text
  const toCome = calendar.split('BEGIN:VEVENT').slice(1)
  const { due } = await todayAnswer(server.database, server.work, today)
  const { people } = (
    await server.agent
      .post('/api/people/find')
      .set('x-sturvo-csrf', server.csrf)
      .send({ find: `Ansa Rook ${who.slice(-4)}` })
      .expect(200)
  ).body as {
    people: { id: string; cautions: { stop: number } }[]
  }
  return {
    phone: phone.paused === undefined ? 'goes on' : 'paused',
    file: await refused(server.agent.get(`/api/people/${who}/plan.html`)),
    calendar: toCome.some((event) => {
      const day = /DTSTART[^:]*:(\d{4})(\d\d)(\d\d)/.exec(event)!
      return !event.includes('STATUS:CANCELLED') && `${day[1]}-${day[2]}-${day[3]}` > today
    })
      ? 'goes on'
      : 'called off',
    'kept hand-out': await refused(server.agent.get(`/api/plans/${planId}/handout.pdf`)),
    'kept sheet': await refused(server.agent.get(`/api/plans/${planId}/plan.pdf`)),
    'hand-out of the older visit': await refused(server.agent.get(`/api/visits/${visitId}/handout.pdf`)),
    'new link': await refused(
      write('post', `/api/people/${who}/links`, { id: `link${Date.now()}x`, until: dayAfter(today, 9) }),
    ),
    'next version': await refused(
      write('post', `/api/people/${who}/plans`, {
        id: `plan${Date.now()}x`,
        visitId,
        visitVersion: await versionOf(visitId),
        after: 1,
      }),
    ),
    'proposal taken': await refused(
      write('post', `/api/people/${who}/follow-up`, {
        kind: 'take',
        id: `take${Date.now()}x`,
        planId,
        action: 'hold',
        rule: 'silent',
        setsShare: 1,
        minutes: {},
        words: '',
      }),
    ),
    Today: due.some((line) => line.personId === who && (line.level === 'stop' || line.level === 'stopSign'))
      ? 'stop'
      : 'no stop',
    People: people.find((one) => one.id === who)!.cautions.stop > 0 ? 'stop' : 'no stop',
  }
}

const shut = {
  phone: 'paused',
  calendar: 'called off',
  file: 'stopFirst',
  'kept hand-out': 'stopFirst',
  'kept sheet': 'stopFirst',
  'hand-out of the older visit': 'stopFirst',
  'new link': 'stopFirst',
  'next version': 'stopFirst',
  'proposal taken': 'stopFirst',
  Today: 'stop',
}
const beginLater = () =>
  write('post', `/api/people/${who}/visits`, { id: laterId, startedOn: dayAfter(today, -1) }).expect(201)

test('with nothing in force every door is open', async () => {
  const found = await doors()
  expect(found).toMatchObject({ phone: 'goes on', calendar: 'goes on', Today: 'no stop', People: 'no stop' })
  expect(Object.values(found).filter((one) => one === 'stopFirst')).toEqual([])
})

const told: [how: string, tell: () => Promise<unknown>][] = [
  [
    'a red flag of a later visit',
    async () => {
      await beginLater()
      await record(laterId, { 'answer.caution:tenderBone': true })
    },
  ],
  [
    'pain at night on the map of a later visit, whose question was answered with no',
    async () => {
      await beginLater()
      const mark = { side: 'left', across: 0, along: 0.1, kind: 'pain', view: 'sole', when: ['night'] }
      await record(laterId, { 'answer.caution:nightPain': false, 'mark.mark00000001': mark })
    },
  ],
  [
    'a foot seen swollen at a later visit',
    async () => {
      await beginLater()
      await record(laterId, { 'measure.swelling.left.1': 'clear' })
    },
  ],
  [
    'a red flag of a visit that a still later one did not ask about',
    async () => {
      await beginLater()
      await record(laterId, { 'answer.caution:calfSwollen': true })
      await write('post', `/api/people/${who}/visits`, { id: `last${visitId}`, startedOn: today }).expect(201)
    },
  ],
  [
    'an operation whose month nobody knows, told later',
    async () => {
      await beginLater()
      const operation = {
        kind: 'operation',
        side: 'left',
        month: `${today.slice(0, 4)}-01`,
        isYearOnly: true,
      }
      await record(laterId, { 'event.event0000001': operation })
    },
  ],
]

test.each(told)('%s shuts every door', async (_, tell) => {
  await tell()
  const found = await doors()
  expect(found).toMatchObject(shut)
  expect(found.People).toBe('stop')
})

test('what the kept visit itself says now shuts them too; its own hand-out then says so instead of a plan', async () => {
  await record(visitId, { 'answer.caution:calfSwollen': true })
  expect(await doors()).toMatchObject({
    ...shut,
    'hand-out of the older visit': 200,
    'next version': 'planBlocked',
  })
})

test('a stop sign of the log shuts every door, whatever else is wrong with it', async () => {
  const ahead = dayjs().add(3, 'day')
  for (const [entries, sentAt] of [
    // the clock of the phone is three days ahead, and it says so or not
    [[entry({ id: `one${who}`, day: ahead.format('YYYY-MM-DD'), at: ahead.toISOString() })], undefined],
    [[entry({ id: `two${who}`, pain: 99, colour: 'blue' })], undefined],
    [[entry({ id: '', day: 'someday', at: 'never' })], 'no moment at all'],
  ] as const) {
    const answer = await sendLog([...entries], sentAt)
    expect([answer.status, (answer.body as { paused: boolean }).paused]).toEqual([200, true])
  }
  expect(await doors()).toMatchObject(shut)
  const days = (
    (await server.agent.get(`/api/people/${who}/log`).expect(200)).body as { entries: { day: string }[] }
  ).entries.map((one) => one.day)
  expect(days.every((day) => day <= today)).toBe(true)
  // what is no stop sign and cannot be is refused as before
  expect((await sendLog([{ ...entry({ id: `nine${who}`, pain: 99 }), stops: [] }])).status).toBe(422)
})

test('a later visit that asks and hears no, or deals with it by name, opens them again', async () => {
  await beginLater()
  await record(laterId, { 'answer.caution:calfSwollen': true })
  await record(laterId, { 'answer.caution:calfSwollen': false })
  expect(await doors()).toMatchObject({ phone: 'goes on', calendar: 'goes on', Today: 'no stop' })
  const mark = { side: 'left', across: 0, along: 0.1, kind: 'pain', view: 'sole', when: ['night'] }
  await record(laterId, { 'mark.mark00000001': mark })
  expect(await doors()).toMatchObject({ phone: 'paused' })
  await record(laterId, {
    'dealt.nightPain': { by: 'Ilse Marrack', on: today, words: 'Seen by the family doctor, nothing found.' },
  })
  expect(await doors()).toMatchObject({ phone: 'goes on', People: 'no stop' })
})

test('opened again after more than three weeks without anything done, nothing is begun by the calendar: a new plan comes first', async () => {
  // the same plan, begun forty days earlier, of which nothing was ever done
  const [kept] = await server.database.db.select().from(planVersion).where(eq(planVersion.id, planId))
  const old = `older${planId}`
  const document = kept!.document
    .replace(/\d{4}-\d{2}-\d{2}/g, (day) => dayAfter(day, -40))
    .replaceAll(planId, old)
    .replace('"number":1', '"number":2')
  await server.database.write((tx) =>
    tx.insert(planVersion).values({ ...kept!, id: old, number: 2, document }),
  )
  expect((await sendLog([entry({})])).status).toBe(200)
  const log = (await server.agent.get(`/api/people/${who}/log`).expect(200)).body as { now: string }
  await write('post', `/api/people/${who}/follow-up`, {
    kind: 'reopen',
    id: `open${who}`,
    planId: old,
    rule: 'stopSign',
    seenUpTo: log.now,
    words: 'Feeling is back; seen by the doctor.',
  }).expect(201)
  const { plan } = (await request(app).get('/api/c/plan').set('x-sturvo-link', token).expect(200)).body as {
    plan: {
      days: { date: string; trainMin: number; shoesMin: number; spacersMin: number }[]
      changed: string
    }
  }
  const toCome = plan.days.filter((day) => day.date > today)
  expect(toCome.length).toBeGreaterThan(7)
  expect(toCome.every((day) => day.trainMin + day.shoesMin + day.spacersMin === 0)).toBe(true)
  expect(plan.changed).toContain('new plan')
})

/** Drills on the phone from tomorrow on. */
async function onPhone() {
  const { plan } = clientAnswerSchema.parse(
    (await request(app).get('/api/c/plan').set('x-sturvo-link', token).expect(200)).body,
  )
  const toCome = plan.days.filter((day) => day.date > today)
  return {
    plan,
    drills: [...new Set(toCome.flatMap((day) => day.parts.flat()))],
    shoes: Math.max(0, ...toCome.map((day) => day.shoesMin)),
  }
}
const waitingNow = async () =>
  inForceSchema.parse((await server.agent.get(`/api/people/${who}/in-force`).expect(200)).body).waiting
const isOnToday = async () =>
  (await todayAnswer(server.database, server.work, today)).due.some(
    (line) => line.personId === who && line.level === 'toldSince',
  )

const limits: [what: string, fields: Record<string, unknown>][] = [
  [
    'a sprain of last week',
    { 'event.event0000002': { kind: 'sprain', side: 'left', month: dayAfter(today, -7).slice(0, 7) } },
  ],
  [
    'pain of 9 at the heel',
    {
      'answer.worstPain': 9,
      'mark.mark00000002': {
        side: 'left',
        across: 0,
        along: 0.1,
        kind: 'pain',
        view: 'sole',
        worst: 9,
        when: [],
      },
    },
  ],
]
test.each(limits)(
  '%s told at a later visit acts on the phone at once, and on everything that goes out',
  async (_, fields) => {
    const before = await onPhone()
    expect([await waitingNow(), await isOnToday()]).toEqual([undefined, false])
    await beginLater()
    expect(await onPhone()).toEqual(before)
    await record(laterId, fields)
    const { drills, plan } = await onPhone()
    expect(drills.length).toBeLessThan(before.drills.length)
    expect(before.drills).toEqual(expect.arrayContaining(drills))
    expect(plan.waits).toContain('waits')
    const waiting = await waitingNow()
    expect(waiting).toMatchObject({ number: 1, visitId: laterId, day: dayAfter(today, -1) })
    expect(waiting!.lines.length).toBeGreaterThan(0)
    expect(await isOnToday()).toBe(true)
    // paper cannot be changed any more; a calendar can, and leaves it out
    const found = await doors()
    expect(found).toMatchObject({
      'kept hand-out': 'toldSince',
      'kept sheet': 'toldSince',
      'hand-out of the older visit': 'toldSince',
      phone: 'goes on',
    })
    const calendar = (await server.agent.get(`/api/people/${who}/plan.ics`).expect(200)).text.replace(
      /\r\n /g,
      '',
    )
    const waits = before.drills.filter((id) => !drills.includes(id))
    const toCome = calendar
      .split('BEGIN:VEVENT')
      .filter((event) => !event.includes('STATUS:CANCELLED'))
      .filter((event) => (/DTSTART[^:]*:(\d{8})/.exec(event)?.[1] ?? '') > today.replaceAll('-', ''))
    for (const id of waits) expect(toCome.join()).not.toContain(drillNamed(id, [])!.client)
    // taken back, it goes on as before
    await record(laterId, Object.fromEntries(Object.keys(fields).map((path) => [path, null])))
    expect((await onPhone()).drills).toEqual(before.drills)
  },
)

test('visits that cannot be read just now break neither Today nor what is told of stops', async () => {
  await beginLater()
  await record(laterId, { 'answer.caution:calfSwollen': true })
  const broken = { run: () => Promise.reject(new Error('the threads are busy')) }
  const { due } = await todayAnswer(server.database, broken, today)
  expect(due.some((line) => line.personId === who && line.level === 'stop')).toBe(true)
  const busy = anotherApp(server, { work: { ...server.work, run: () => Promise.reject(new Error('busy')) } })
  const answer = await request(busy)
    .get(`/api/people/${who}/in-force`)
    .set('cookie', server.cookie)
    .expect(200)
  expect(inForceSchema.parse(answer.body)).toMatchObject({ stops: [{ what: 'calfSwollen' }] })
})

test('every route that hands a plan out is walked here, or is named with the reason why it need not be', () => {
  const walked = [
    'get /api/c/plan',
    'post /api/c/log',
    'get /api/people/{id}/plan.html',
    'get /api/people/{id}/plan.ics',
    'get /api/plans/{id}/handout.pdf',
    'get /api/plans/{id}/plan.pdf',
    'get /api/visits/{id}/handout.pdf',
    'post /api/people/{id}/links',
    'post /api/people/{id}/plans',
    'post /api/people/{id}/follow-up',
    'get /api/people',
    'get /api/today',
  ]
  const sameWay = [
    'get /api/visits/{id}/plan.pdf',
    'get /api/visits/{id}/shoes.pdf',
    'post /api/people/{id}/plans/back',
  ]
  const records = [
    'get /api/people/{id}/plans', // a list of what was decided, for who decides
    'get /api/plans/{id}', // the record of a decision
    'get /api/c/figures', // pictures, no doses
  ]
  const handing = routes
    .map((route) => `${route.method} ${route.path}`)
    .filter((key) => /plan|handout|shoes\.pdf|\/c\/|links$|follow-up|\/today|people$/.test(key))
    .filter((key) => !/^post \/api\/people$|^get .*links$/.test(key))
  expect(handing.filter((key) => ![...walked, ...sameWay, ...records].includes(key))).toEqual([])
})

test('nothing grows by the calendar: an unwritten plan stays at its first week, and what is decided begins from there', async () => {
  const [row] = await server.database.db.select().from(planVersion).where(eq(planVersion.id, planId))
  const kept = JSON.parse(row!.document) as KeptPlan
  const { startsOn } = kept.days!
  const id = `older${planId.slice(5)}`
  const older = { ...kept, id, number: kept.number + 1, madeOn: startsOn }
  await server.database.write(async (tx) => {
    await tx
      .insert(planVersion)
      .values({ ...row!, id, number: older.number, document: JSON.stringify(older) })
    await refreshFollow(tx, who, new Date())
  })
  const answer = await request(app).get('/api/c/plan').set('x-sturvo-link', token).expect(200)
  expect(clientAnswerSchema.parse(answer.body).hold).toMatchObject({ from: startsOn })
  const { held } = logAnswerSchema.parse((await server.agent.get(`/api/people/${who}/log`)).body)
  expect(held).toMatchObject({ why: 'silence', week: 1, share: 1 })
  expect(held!.behind).toBeGreaterThanOrEqual(1)
  await write('post', `/api/people/${who}/follow-up`, {
    kind: 'take',
    id: `decide${planId.slice(6)}`,
    planId: id,
    action: 'hold',
    rule: 'silent',
    setsShare: 1,
    minutes: {},
    words: '',
  }).expect(201)
  const { plans } = (await server.agent.get(`/api/people/${who}/plans`)).body as { plans: { id: string }[] }
  const next = keptPlanSchema.parse((await server.agent.get(`/api/plans/${plans[0]!.id}`)).body)
  const first = kept.days!.weeks[0]!.days
  const most = (of: typeof first, lane: 'spacersMin' | 'shoesMin' | 'trainMin') =>
    Math.max(...of.map((day) => day[lane]))
  const coming = next.days!.weeks.flatMap((w) => w.days).filter((d) => d.date > today)
  for (const lane of ['spacersMin', 'shoesMin', 'trainMin'] as const)
    expect(most(coming.slice(0, 7), lane)).toBeLessThanOrEqual(most(first, lane))
  // the doses of the first weeks last as much longer
  expect(next.plan.phases[0]!.weeks).toBe(kept.plan.phases[0]!.weeks + held!.behind + 1)
})
