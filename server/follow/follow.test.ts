import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { inflateRawSync } from 'node:zlib'
import dayjs from 'dayjs'
import pino from 'pino'
import request from 'supertest'
import { dayAfter, stopSigns } from '@sturvo/core/followup'
import {
  clientAnswerSchema,
  clientFiguresSchema,
  keptPlanSchema,
  planFileSchema,
  logAnswerSchema,
  madeLinkSchema,
  type LogEntryAnswer,
  type MadeLink,
} from '@sturvo/schema'
import { noRedFlags } from '../../core/judgement/reading/testing/bareFacts'
import { desc, eq } from 'drizzle-orm'
import { clientLink, logEntry, planVersion, practice } from '../data/tables'
import { anotherApp, startTestServer, type TestServer } from '../testing/testServer'
import { todayAnswer } from '../people/today'

let server: TestServer
let app: ReturnType<typeof anotherApp>
const lines: string[] = []
const [who, visitId] = ['person000001', 'visit0000001']
const write = (method: 'post' | 'patch' | 'delete', path: string, body: object = {}) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf).send(body)
const today = dayjs().format('YYYY-MM-DD')
const fields = {
  ...Object.fromEntries(Object.keys(noRedFlags).map((q) => [`answer.caution:${q}`, false])),
  'answer.caution:hypermobility': true,
  'measure.kneeToWall.left.1': 60,
  'measure.kneeToWall.right.1': 118,
  'measure.singleLegOpen.left.1': 8,
  'measure.singleLegOpen.right.1': 25,
  'answer.planKit': ['wall', 'step'],
  'answer.planMinutes': 8,
  'answer.complaint': 'secret complaint about the heel',
}
let ids = 0
const newEntryId = () => `entry${String(++ids).padStart(7, '0')}`
const entry = (day: string, more: Partial<LogEntryAnswer> = {}): LogEntryAnswer => ({
  id: newEntryId(),
  day,
  at: `${day}T18:00:00Z`,
  ...more,
})
const makeLink = async (more: object = {}): Promise<MadeLink> =>
  madeLinkSchema.parse(
    (
      await write('post', `/api/people/${who}/links`, {
        id: `link${newEntryId()}`,
        until: dayAfter(today, 90),
        ...more,
      }).expect(201)
    ).body,
  )
const open = (token: string, word?: string) => {
  const asked = request(app).get('/api/c/plan').set('x-sturvo-link', token)
  return word === undefined ? asked : asked.set('x-sturvo-word', word)
}
const send = (token: string, entries: LogEntryAnswer[], sentAt = new Date().toISOString()) =>
  request(app).post('/api/c/log').set('x-sturvo-link', token).send({ entries, sentAt })
const logOf = async () =>
  logAnswerSchema.parse((await server.agent.get(`/api/people/${who}/log`).expect(200)).body)
const newest = async () => {
  const { plans } = (await server.agent.get(`/api/people/${who}/plans`)).body as { plans: { id: string }[] }
  return keptPlanSchema.parse((await server.agent.get(`/api/plans/${plans[0]!.id}`)).body)
}

beforeAll(async () => {
  server = await startTestServer()
  const logger = pino({ level: 'debug' }, { write: (line: string) => void lines.push(line) })
  app = anotherApp(server, {
    logger,
    limits: { signIn: 9999, anonymous: 9999, health: 9999, session: 9999, link: 9999, closedLink: 9999 },
  })
  await write('post', '/api/people', { id: who, name: 'Ansa Rook', birthYear: 1984 }).expect(201)
  await write('post', `/api/people/${who}/visits`, { id: visitId, startedOn: dayAfter(today, -20) }).expect(
    201,
  )
  const { body } = await server.agent.get(`/api/visits/${visitId}`)
  await server.agent
    .patch(`/api/visits/${visitId}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${(body as { version: number }).version}"`)
    .send({ changes: Object.entries(fields).map(([path, value]) => ({ path, value })) })
    .expect(200)
  await server.database.write((tx) =>
    tx.update(practice).set({ name: 'Tideway Foot Room', phone: '01632 960 118' }),
  )
})
afterAll(() => server.close())

test('no link before a plan was kept', async () => {
  const answer = await write('post', `/api/people/${who}/links`, {
    id: 'link00000001',
    until: dayAfter(today, 9),
  })
  expect([answer.status, answer.body]).toEqual([
    409,
    { error: expect.objectContaining({ code: 'noPlanKept' }) },
  ])
})

describe('with a kept plan', () => {
  let link: MadeLink
  beforeAll(async () => {
    const { body } = await server.agent.get(`/api/visits/${visitId}`)
    await write('post', `/api/people/${who}/plans`, {
      id: 'plan00000001',
      visitId,
      visitVersion: (body as { version: number }).version,
      after: 0,
    }).expect(201)
    link = await makeLink()
  })

  test('a link opens one plan: days, drills with pictures, whom to call, and nothing of the visit', async () => {
    const answer = await open(link.token).expect(200)
    const { plan, contact, until } = clientAnswerSchema.parse(answer.body)
    expect(contact).toEqual({
      practice: 'Tideway Foot Room',
      phone: '01632 960 118',
      emergency: '',
    })
    expect(until).toBe(link.until)
    expect(plan.days.length).toBeGreaterThanOrEqual(42)
    const used = new Set(plan.days.flatMap((d) => d.parts.flat()))
    expect(used.size).toBeGreaterThan(2)
    const { figures } = clientFiguresSchema.parse(
      (await request(app).get('/api/c/figures').set('x-sturvo-link', link.token).expect(200)).body,
    )
    for (const id of used) {
      expect(figures[id]!.frames[0]!.length).toBeGreaterThan(3)
      expect(plan.drills[id]!.why).not.toBe('')
      expect(plan.phases.some((p) => p.drills.some((d) => d.id === id && d.setS > 0))).toBe(true)
    }
    expect(answer.text).not.toMatch(/Ansa|Rook|secret|deficit|visit0000001|person000001|Ilse/)
    expect(link.address).toMatch(/\/c\/#[A-Za-z0-9_-]{43}$/)
    expect(link.isPublic).toBe(false)
  })

  test('the session takes what the plan says, ± 5 %', async () => {
    const { plan } = clientAnswerSchema.parse((await open(link.token)).body)
    const day = plan.days.find((d) => d.parts.flat().length > 0)!
    const doses = plan.phases.find((p) => p.fromWeek <= day.week && day.week < p.fromWeek + p.weeks)!.drills
    const seconds = day.parts.flat().reduce((sum, id) => {
      const dose = doses.find((d) => d.id === id)!
      const bouts =
        dose.sets * (dose.sides === 'each' ? 2 : 1) + (dose.extraSets.left ?? 0) + (dose.extraSets.right ?? 0)
      return sum + bouts * (dose.setS + plan.changeoverS)
    }, 0)
    expect(Math.abs(seconds / 60 / day.trainMin - 1)).toBeLessThanOrEqual(0.05)
  })

  test('wrong, ended, revoked: the same page with the practice’s phone, to the byte', async () => {
    const ended = await makeLink()
    await write('patch', `/api/links/${ended.id}`, { until: dayAfter(today, -1) }).expect(200)
    const revoked = await makeLink()
    await write('delete', `/api/links/${revoked.id}`).expect(204)
    const wrong = await open('A'.repeat(43)).expect(404)
    const short = await open('x').expect(404)
    const none = await request(app).get('/api/c/plan').expect(404)
    expect(wrong.body).toMatchObject({ error: { code: 'linkClosed' }, contact: { phone: '01632 960 118' } })
    for (const token of [ended.token, revoked.token]) {
      const refused = await open(token).expect(404)
      expect(refused.text).toBe(wrong.text)
      expect((await send(token, [entry(today)]).expect(404)).text).toBe(wrong.text)
    }
    expect([short.text, none.text]).toEqual([wrong.text, wrong.text])
  })

  test('a word of four digits: ten wrong ones lock the link, also all at once, and Today says so', async () => {
    const guarded = await makeLink({ word: '4711' })
    expect((await open(guarded.token).expect(401)).body).toMatchObject({ error: { code: 'linkWord' } })
    await open(guarded.token, '4711').expect(200)
    // one short of too many, then the right one: forgotten
    for (let i = 0; i < 9; i++) await open(guarded.token, '0000').expect(401)
    await open(guarded.token, '4711').expect(200)
    const guesses = await Promise.all(
      Array.from({ length: 30 }, (_, i) => open(guarded.token, String(1000 + i))),
    )
    expect(guesses.filter((g) => g.status === 401)).toHaveLength(10)
    await open(guarded.token, '4711').expect(404)
    const { due } = await todayAnswer(server.database, server.work, today)
    expect(due.find((d) => d.personId === who)).toMatchObject({ level: 'linkLocked', linkId: guarded.id })
    await write('patch', `/api/links/${guarded.id}`, { unlock: true }).expect(200)
    await open(guarded.token, '4711').expect(200)
    await write('delete', `/api/links/${guarded.id}`).expect(204)
  })

  test('who has shown the digits has a pass: nothing to guess, and not locked out by whoever guesses', async () => {
    const guarded = await makeLink({ word: '4711' })
    const first = await open(guarded.token, '4711').expect(200)
    const pass = first.get('x-sturvo-pass')!
    expect(pass).toMatch(/^[\w-]{43}$/)
    expect(JSON.stringify([first.headers, first.body])).not.toContain('4711')
    const second = await open(guarded.token, '4711').expect(200)
    expect(second.get('x-sturvo-pass')).toBe(pass)
    const withPass = (shown: string) =>
      request(app).get('/api/c/plan').set('x-sturvo-link', guarded.token).set('x-sturvo-pass', shown)
    for (let i = 0; i < 12; i++) await withPass(`${pass.slice(1)}${i % 10}`).expect(401)
    await withPass(pass).expect(200)
    await Promise.all(Array.from({ length: 30 }, (_, i) => open(guarded.token, String(1000 + i))))
    await open(guarded.token, '4711').expect(404)
    await withPass(pass).expect(200)
    await request(app)
      .post('/api/c/log')
      .set('x-sturvo-link', guarded.token)
      .set('x-sturvo-pass', pass)
      .send({ entries: [entry(today)], sentAt: new Date().toISOString() })
      .expect(200)
    await request(app)
      .get('/api/c/plan')
      .set('x-sturvo-link', link.token)
      .set('x-sturvo-pass', pass)
      .expect(200)
    await write('delete', `/api/links/${guarded.id}`).expect(204)
    await withPass(pass).expect(404)
  })

  test('the token is in no log line and not in the database', async () => {
    await send(link.token, [entry(dayAfter(today, -30), { words: 'secret words of the client' })]).expect(200)
    expect(lines.length).toBeGreaterThan(20)
    expect(lines.join('\n')).not.toContain(link.token)
    expect(lines.join('\n')).not.toContain('secret words')
    await server.database.db.run('pragma wal_checkpoint(truncate)')
    const bytes = readFileSync(join(server.folder, 'practice.db'))
    expect(bytes.includes(link.token)).toBe(false)
    expect(bytes.includes('secret words of the client')).toBe(true)
    const [row] = await server.database.db.select().from(clientLink).limit(1)
    expect(row!.tokenHash).toMatch(/^[0-9a-f]{64}$/)
  })

  test('an entry is kept once however often it is sent, and never written over', async () => {
    const one = entry(dayAfter(today, -29), { pain: 1 })
    await send(link.token, [one, one]).expect(200)
    await Promise.all(Array.from({ length: 5 }, () => send(link.token, [{ ...one, pain: 9 }]).expect(200)))
    const { entries } = await logOf()
    expect(entries.filter((e) => e.id === one.id)).toEqual([
      expect.objectContaining({ pain: 1, by: 'client' }),
    ])
  })

  test('a clock that is days ahead is noticed: the day is put right and the difference kept', async () => {
    const ahead = new Date(Date.now() + 3 * 86_400_000)
    const wrong = entry(dayAfter(today, 3), { pain: 0, at: ahead.toISOString() })
    await send(link.token, [wrong], ahead.toISOString()).expect(200)
    const kept = (await logOf()).entries.find((e) => e.id === wrong.id)!
    expect(kept.day).toBe(today)
    expect(kept.clockOffMin).toBeCloseTo(3 * 24 * 60, -1)
    const future = await send(link.token, [entry(dayAfter(today, 9))])
    expect([future.status, future.body]).toEqual([
      422,
      { error: expect.objectContaining({ path: 'entries.0.day' }) },
    ])
  })

  test('bad entries: one clear sentence, nothing kept', async () => {
    const before = (await logOf()).entries.length
    for (const bad of [
      { pain: 11 },
      { pain: 2.5 },
      { places: [{ side: 'left', across: 2, along: 0 }] },
      { stops: ['broken'] },
    ])
      expect(
        (await send(link.token, [entry(today), { ...entry(today), ...bad } as LogEntryAnswer])).status,
      ).toBe(422)
    expect((await logOf()).entries).toHaveLength(before)
  })

  test('200 clients posting at once: every answered entry once', async () => {
    const sent = Array.from({ length: 200 }, () => entry(dayAfter(today, -40), { words: 'at once' }))
    const answers = await Promise.all(sent.map((one) => send(link.token, [one])))
    expect(answers.every((a) => a.status === 200)).toBe(true)
    const rows = await server.database.db.select({ id: logEntry.id }).from(logEntry)
    for (const { id } of sent) expect(rows.filter((row) => row.id === id)).toHaveLength(1)
  })

  test('a back-off is proposed, taken with its reason as the next version, and the phone shows it', async () => {
    const plan = await newest()
    const { plan: before } = clientAnswerSchema.parse((await open(link.token)).body)
    const days = plan.days!.weeks.flatMap((w) => w.days)
    const upTo = days.filter((d) => d.date < today)
    await send(
      link.token,
      upTo.map((d) =>
        entry(d.date, {
          training: 'done',
          pain: 1,
          morning: 1,
          firstSteps: 1,
          spacersMin: d.spacersMin,
          shoesMin: d.shoesMin,
        }),
      ),
    ).expect(200)
    await send(link.token, [entry(today, { pain: 7 })]).expect(200)
    const { followUp: said, planId } = await logOf()
    expect(said).toMatchObject({ action: 'backOff', setsShare: 0.6 })
    expect((await todayAnswer(server.database, server.work, today)).due[0]).toMatchObject({
      level: 'backOff',
      rule: 'painFlare',
      proposal: { planId, setsShare: 0.6, minutes: said!.minutes },
    })
    const take = {
      kind: 'take',
      id: 'decision0001',
      planId,
      action: 'backOff',
      rule: 'painFlare',
      setsShare: 0.6,
      minutes: said!.minutes,
      words: 'Long day on the car deck.',
    }
    expect(
      (await write('post', `/api/people/${who}/follow-up`, { ...take, planId: 'plan99999999' })).status,
    ).toBe(409)
    // seen before the worse day came in
    const stale = { ...take, id: 'decision0000', action: 'hold', setsShare: 1 }
    expect((await write('post', `/api/people/${who}/follow-up`, stale)).body).toMatchObject({
      error: { code: 'logMoved' },
    })
    // more than is proposed by now
    const more = { ...take, id: newEntryId(), setsShare: 0.9 }
    expect((await write('post', `/api/people/${who}/follow-up`, more)).body).toMatchObject({
      error: { code: 'logMoved' },
    })
    await write('post', `/api/people/${who}/follow-up`, take).expect(201)
    await write('post', `/api/people/${who}/follow-up`, take).expect(201)
    const next = await newest()
    expect(next).toMatchObject({
      number: 2,
      because: { action: 'backOff', rule: 'painFlare', words: 'Long day on the car deck.', before: plan.id },
    })
    const tomorrow = next.days!.weeks.flatMap((w) => w.days).filter((d) => d.date > today)
    const week = plan.days!.weeks.find((w) => w.days.some((d) => d.date === today))!.days
    for (const d of tomorrow.slice(0, 7)) {
      expect(d.isEasier).toBe(true)
      expect(d.shoesMin).toBeLessThanOrEqual(0.6 * Math.max(...week.map((w) => w.shoesMin)))
    }
    // what to take care of stays on the phone and on paper, and paper has the days as they are now
    const carried = clientAnswerSchema.parse((await open(link.token)).body).plan
    expect(carried.care).toEqual(before.care)
    expect(carried.care.length).toBeGreaterThan(0)
    const page = next.papers!.handout as {
      care: string[]
      changed: string[]
      shoes: unknown[]
      sheet: { rows: { name: string; cells: (string | null)[] }[] }
    }
    expect(page).toMatchObject({
      shoes: [],
      changed: expect.arrayContaining([expect.stringContaining('60 %')]),
    })
    const shoeCells = page.sheet.rows.find((row) => row.name === 'New shoes')?.cells ?? []
    for (const cell of shoeCells)
      expect(Number.parseInt(cell ?? '0', 10)).toBeLessThanOrEqual(
        0.6 * Math.max(...week.map((w) => w.shoesMin)) + 1,
      )
    const pdf = await server.agent.get(`/api/plans/${next.id}/handout.pdf`).expect(200)
    expect(pdf.headers['content-type']).toContain('pdf')
    // nothing of the version before is changed
    expect(keptPlanSchema.parse((await server.agent.get(`/api/plans/${plan.id}`)).body).days).toEqual(
      plan.days,
    )
    const onPhone = clientAnswerSchema.parse((await open(link.token)).body)
    expect(onPhone.plan).toMatchObject({ version: 2, changed: expect.stringContaining('lighter') })
    expect(
      (await todayAnswer(server.database, server.work, today)).due.find((d) => d.personId === who)?.level,
    ).not.toBe('backOff')
  })

  test.each(stopSigns)(
    'stop sign %s pauses at once, is on Today, and only a practitioner opens again',
    async (sign) => {
      const answer = await send(link.token, [entry(today, { stops: [sign] })]).expect(200)
      expect(answer.body).toMatchObject({ paused: true })
      expect(clientAnswerSchema.parse((await open(link.token)).body).paused).toMatchObject({ signs: [sign] })
      expect((await todayAnswer(server.database, server.work, today)).due[0]).toMatchObject({
        level: 'stopSign',
        rule: 'stopSign',
      })
      // the client writes that all is well: it stays
      await send(link.token, [entry(today, { pain: 0, words: 'fine again' })]).expect(200)
      const { planId, followUp: said, now: seenUpTo } = await logOf()
      expect(said!.action).toBe('stop')
      const refused = await write('post', `/api/people/${who}/follow-up`, {
        kind: 'take',
        id: newEntryId(),
        planId,
        action: 'advance',
        rule: 'calm',
        setsShare: 1,
        minutes: {},
        words: '',
      })
      expect(refused.body).toMatchObject({ error: { code: 'stopFirst' } })
      const later = await write('post', `/api/people/${who}/follow-up`, {
        kind: 'putOff',
        id: newEntryId(),
        rule: 'stopSign',
        toDay: dayAfter(today, 7),
        words: '',
      })
      expect(later.body).toMatchObject({ error: { code: 'stopFirst' } })
      const silent = { kind: 'reopen', id: newEntryId(), planId, rule: 'stopSign', seenUpTo, words: '' }
      expect((await write('post', `/api/people/${who}/follow-up`, silent)).status).toBe(422)
      const settled = { ...silent, words: 'Seen, no bone tenderness.' }
      // another sign comes in while the practitioner still reads the first
      await send(link.token, [entry(today, { stops: ['fever'] })]).expect(200)
      const unseen = await write('post', `/api/people/${who}/follow-up`, settled)
      expect([unseen.status, unseen.body]).toEqual([
        409,
        { error: expect.objectContaining({ code: 'logMoved' }) },
      ])
      const { now: seen } = await logOf()
      await write('post', `/api/people/${who}/follow-up`, { ...settled, seenUpTo: seen }).expect(201)
      expect(clientAnswerSchema.parse((await open(link.token)).body).paused).toBeUndefined()
    },
  )

  test('the plan as one file: plan and pictures inside, no name, no way back to this server; none while a stop is open', async () => {
    writeFileSync(
      join(server.folder, 'planFile.html'),
      '<head></head><body><script type="text/plain" id="plan"></script></body>',
    )
    const answer = await server.agent.get(`/api/people/${who}/plan.html`).expect(200)
    expect(answer.headers['content-disposition']).toContain('attachment')
    expect(answer.headers['content-type']).toContain('text/html')
    const text = /id="plan">(.*)<\/script>/s.exec(answer.text)![1]!
    expect(text).toMatch(/^d[\w-]+$/)
    const plain = inflateRawSync(Buffer.from(text.slice(1), 'base64url')).toString()
    const inside = planFileSchema.parse(JSON.parse(plain))
    expect(inside.owner).toBe((await logOf()).owner)
    expect(inside.answer.plan.days.length).toBeGreaterThan(20)
    expect(Object.keys(inside.figures.figures).length).toBeGreaterThan(3)
    // every sign that was settled is named, so that the file knows which of its own are not
    expect(inside.settled.length).toBeGreaterThanOrEqual(stopSigns.length)
    for (const secret of [who, 'Ansa', 'Rook', 'secret complaint', link.token])
      expect(plain).not.toContain(secret)
    await send(link.token, [entry(today, { stops: ['fever'] })]).expect(200)
    await server.agent.get(`/api/people/${who}/plan.html`).expect(409)
    const { planId, now: seenUpTo } = await logOf()
    const settled = {
      kind: 'reopen',
      id: newEntryId(),
      planId,
      rule: 'stopSign',
      seenUpTo,
      words: 'No fever.',
    }
    await write('post', `/api/people/${who}/follow-up`, settled).expect(201)
    await server.agent.get(`/api/people/${who}/plan.html`).expect(200)
    await server.agent.get('/api/people/person999999/plan.html').expect(404)
  })

  test('a plan that cannot be read is no reason to go on after a stop sign', async () => {
    const [row] = await server.database.db
      .select()
      .from(planVersion)
      .where(eq(planVersion.personId, who))
      .orderBy(desc(planVersion.number))
      .limit(1)
    const broken = { ...row!, id: 'plan99999998', number: row!.number + 1, document: '{"days":' + '{}}' }
    await server.database.write((tx) => tx.insert(planVersion).values(broken))
    const answer = await send(link.token, [entry(today, { stops: ['numb'] })]).expect(200)
    expect(answer.body).toMatchObject({ paused: true })
    await server.database.write((tx) => tx.delete(planVersion).where(eq(planVersion.id, broken.id)))
    const { planId, now: seenUpTo } = await logOf()
    const settled = { kind: 'reopen', id: newEntryId(), planId, rule: 'stopSign', seenUpTo, words: 'Seen.' }
    await write('post', `/api/people/${who}/follow-up`, settled).expect(201)
  })

  test('nobody is put off out of sight', async () => {
    const far = { kind: 'putOff', id: newEntryId(), rule: 'silent', words: '' }
    const answer = await write('post', `/api/people/${who}/follow-up`, { ...far, toDay: dayAfter(today, 61) })
    expect(answer.status).toBe(422)
    expect(
      (await todayAnswer(server.database, server.work, dayAfter(today, 30))).due.some(
        (d) => d.personId === who,
      ),
    ).toBe(true)
  })

  test('put off: not on Today until that day; nothing written is no good news', async () => {
    await write('post', `/api/people/${who}/follow-up`, {
      kind: 'putOff',
      id: newEntryId(),
      rule: 'silent',
      toDay: dayAfter(today, 21),
      words: 'on the ferry',
    }).expect(201)
    const dueOn = async (day: string) =>
      (await todayAnswer(server.database, server.work, day)).due.find((d) => d.personId === who)?.level
    expect(await dueOn(dayAfter(today, 10))).not.toBe('silent')
    expect(await dueOn(dayAfter(today, 22))).toBe('silent')
    // worse than what was put off: it is on the list at once
    await send(link.token, [
      entry(dayAfter(today, -1), { pain: 9 }),
      entry(today, { pain: 9, morning: 9, firstSteps: 9 }),
    ]).expect(200)
    expect(await dueOn(today)).toBe('backOff')
  })

  test('what is keyed in from paper counts the same, and says so', async () => {
    const paper = entry(dayAfter(today, -2), { training: 'partly', pain: 2 })
    await write('post', `/api/people/${who}/log`, {
      entries: [paper],
      sentAt: new Date().toISOString(),
    }).expect(200)
    expect((await logOf()).entries.find((e) => e.id === paper.id)).toMatchObject({ by: 'practice' })
  })

  test('a link of a deleted person opens nothing', async () => {
    const { person } = await import('../data/tables')
    await server.database.write((tx) => tx.update(person).set({ deletedOn: today }))
    await open(link.token).expect(404)
    await server.database.write((tx) => tx.update(person).set({ deletedOn: null }))
    await open(link.token).expect(200)
  })

  test('too many requests of one link do not use up those of another', async () => {
    const narrow = anotherApp(server, {
      limits: { signIn: 99, anonymous: 99, health: 99, session: 99, link: 3 },
    })
    const other = await makeLink()
    const ask = (token: string) => request(narrow).get('/api/c/plan').set('x-sturvo-link', token)
    for (let i = 0; i < 3; i++) await ask(link.token).expect(200)
    await ask(link.token).expect(429)
    await ask(other.token).expect(200)
  })

  test('days and clocks more than a year away are refused with one sentence; a stop sign among them is told today', async () => {
    const far = dayAfter(today, -500)
    const answer = await send(link.token, [entry(far, { pain: 1 })]).expect(422)
    expect((answer.body as { error: { message: string } }).error.message).toContain('more than a year away')
    await send(
      link.token,
      [entry(today, { pain: 1 })],
      `${Number(today.slice(0, 4)) + 3}-01-01T00:00:00Z`,
    ).expect(422)
    await write('post', `/api/people/${who}/log`, {
      entries: [entry(far, { pain: 1 })],
      sentAt: new Date().toISOString(),
    }).expect(422)
    const before = (await logOf()).entries.length
    await send(link.token, [entry(far, { pain: 1, stops: ['numb'] })]).expect(200)
    const { entries, decisions: _, now } = await logOf()
    expect(entries).toHaveLength(before + 1)
    const told = entries.find((one) => (one.stops ?? []).includes('numb'))
    expect(told).toMatchObject({ day: today })
    // what was written about such a day is not believed of this one
    expect(told!.pain).toBeUndefined()
    await write('post', `/api/people/${who}/follow-up`, {
      kind: 'reopen',
      id: 'reopenfar001',
      planId: (await newest()).id,
      rule: 'stopSign',
      seenUpTo: now,
      words: 'A phone with a wrong clock.',
    }).expect(201)
  })

  test('of a day no more is taken than anybody writes; a stop sign comes through all the same', async () => {
    const many = (from: number, count: number) =>
      Array.from({ length: count }, (_, i) =>
        entry(today, { id: `flood${String(from + i).padStart(7, '0')}`, pain: 1 }),
      )
    await send(link.token, many(0, 300)).expect(200)
    const statuses: number[] = []
    for (let i = 1; i <= 3; i++) statuses.push((await send(link.token, many(300 * i, 100))).status)
    expect(statuses.at(-1)).toBe(429)
    expect((await logOf()).entries.length).toBeLessThan(1000)
    const flood = Array.from({ length: 5 }, (_, i) =>
      entry(today, { id: `floodstop00${i}`, stops: ['hopPain'] }),
    )
    const heard = (await send(link.token, [...many(900, 3), ...flood]).expect(200)).body as {
      kept: string[]
      paused: boolean
    }
    expect(heard).toMatchObject({ kept: ['floodstop000'], paused: true })
    // it has been heard: further ones are no way around
    await send(link.token, flood.slice(1)).expect(429)
  })

  test('guessed links count by where they come from, and of a stranger hardly anything is read', async () => {
    const narrow = anotherApp(server, { limits: { closedLink: 5 } })
    const guess = (n: number) =>
      request(narrow).get('/api/c/plan').set('x-sturvo-link', String(n).padStart(43, 'A'))
    for (let i = 0; i < 5; i++) await guess(i).expect(404)
    await guess(6).expect(429)
    // who has a link is not kept waiting by them
    await request(narrow).get('/api/c/plan').set('x-sturvo-link', link.token).expect(200)
    const large = { sentAt: new Date().toISOString(), entries: [], more: 'x'.repeat(20_000) }
    const asStranger = anotherApp(server)
    await request(asStranger).post('/api/c/log').set('x-sturvo-link', 'B'.repeat(43)).send(large).expect(413)
    expect(
      (await request(asStranger).post('/api/c/log').set('x-sturvo-link', link.token).send(large)).status,
    ).toBe(422)
  })
})
