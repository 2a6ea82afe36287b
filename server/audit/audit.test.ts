import { sql } from 'drizzle-orm'
import { auditPageSchema, routes, type AuditPage } from '@sturvo/schema'
import { runCommand } from '../cli'
import { auditEntry } from '../data/tables'
import { anotherApp, startTestServer, testPassword, type TestServer } from '../testing/testServer'
import { addAccount } from '../signin/accounts'
import express from 'express'
import request from 'supertest'
import { answerFaults, fault } from '../http/faults'
import { recordRefusals } from './refusals'
import { addAudit, appendAudit, breakIn, firstBreak, sealOf } from './chain'
import { auditRules } from './auditTable'

let server: TestServer
const who = 'person000001'
const post = (path: string, body: object) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
const page = async (query = ''): Promise<AuditPage> =>
  auditPageSchema.parse((await server.agent.get(`/api/audit${query}`).expect(200)).body)
const actions = async (query = '') => (await page(query)).lines.map(({ action, what }) => `${action} ${what}`)

beforeAll(async () => {
  server = await startTestServer()
  await post('/api/people', { id: who, name: 'Ansa Rook' }).expect(201)
  await post(`/api/people/${who}/visits`, { id: 'visit0000001', startedOn: '2026-05-04' }).expect(201)
})
afterAll(() => server.close())

test('every route has a row that says what it leaves, and no row is of a route that is gone', () => {
  expect(Object.keys(auditRules).sort()).toEqual(routes.map(({ method, path }) => `${method} ${path}`).sort())
})

test('who signed in, made, saw and changed stands there with when and from where, and never a value', async () => {
  await server.agent.get(`/api/people/${who}`).expect(200)
  await server.agent.get(`/api/people/${who}`).expect(200)
  await server.agent
    .patch('/api/visits/visit0000001')
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', '"0"')
    .send({ changes: [{ path: 'answer.goal', value: 'A whole tide on deck.' }] })
    .expect(200)
  const { lines } = await page()
  expect(lines.map(({ action, what, by }) => [action, what, by])).toEqual([
    ['changed', 'visit visit0000001', 'Ilse Marrack'],
    ['saw', 'person', 'Ilse Marrack'],
    ['changed', 'new visit', 'Ilse Marrack'],
    ['changed', 'new person', 'Ilse Marrack'],
    ['signedIn', 'another program', 'Ilse Marrack'],
  ])
  expect(lines[1]).toMatchObject({
    personId: who,
    person: 'Ansa Rook',
    origin: expect.stringContaining('127.0.0.1') as string,
  })
  expect(JSON.stringify(await server.database.db.select().from(auditEntry))).not.toMatch(/whole tide|Ansa/)
})

test('refused and not found leave nothing; what is printed and exported does', async () => {
  const before = (await page()).count
  await server.agent.get('/api/people/person000099').expect(404)
  await server.agent.get(`/api/plans/plan00000001`).expect(404)
  await post('/api/people', { id: 'x' }).expect(422)
  expect((await page()).count).toBe(before)
  await server.agent.get(`/api/people/${who}/export.json`).expect(200)
  await server.agent.get('/api/visits/visit0000001/feet.pdf').expect(200)
  expect((await actions()).slice(0, 2)).toEqual(['printed feet visit0000001', 'exported bundle'])
  expect(await actions('?action=exported')).toEqual(['exported bundle'])
  expect(await actions(`?person=${who}&action=printed`)).toEqual(['printed feet visit0000001'])
})

test('one person’s lines are for whoever treats them, the whole for the owner; the table is guarded', async () => {
  await addAccount(
    server.database,
    { name: '=Bram Oddny', email: 'bram@tideway.example', role: 'practitioner', password: testPassword },
    new Date(),
  )
  const bram = request.agent(anotherApp(server))
  await bram.post('/api/session').send({ email: 'bram@tideway.example', password: testPassword }).expect(201)
  await bram.get('/api/audit').expect(403)
  const own = auditPageSchema.parse((await bram.get(`/api/people/${who}/audit`).expect(200)).body)
  expect(own.lines.every(({ personId }) => personId === who)).toBe(true)
  const csv = (await server.agent.get('/api/audit.csv').expect(200)).text
  expect(csv.split('\r\n')[0]).toBe('number,at,by,actor,action,person,personId,what,origin')
  expect(csv).toContain(",'=Bram Oddny,")
})

test('doors that did not open stand there in numbers, and never what was typed', async () => {
  const closed = await startTestServer()
  const lines = async () => {
    await new Promise((resolve) => setTimeout(resolve, 400))
    const answer = await closed.agent.get('/api/audit?action=refused').expect(200)
    return auditPageSchema.parse(answer.body).lines.map(({ by, what }) => `${by}: ${what}`)
  }
  const app = express()
  app.use((_request, _response, next) => next(fault('wrongSignIn')))
  app.use(recordRefusals(closed.database, 150), answerFaults)
  const tried = request(anotherApp(closed))
  const signIn = (email: string) => tried.post('/api/session').send({ email, password: 'secret of mine' })
  await signIn('ilse@tideway.example').expect(401)
  await signIn('secret.of.mine@tideway.example').expect(401)
  for (let i = 0; i < 3; i++) await request(app).get('/')
  await closed.agent.post('/api/people').send({}).expect(403) // without its token
  expect((await lines()).sort()).toEqual([
    'Ilse Marrack: a page of an earlier session',
    'not signed in: wrong password',
    'not signed in: wrong password',
    'not signed in: wrong password for Ilse Marrack',
    'not signed in: wrong password, 2 more times',
  ])
  expect(JSON.stringify(await closed.database.db.select().from(auditEntry))).not.toContain('secret')
  await closed.close()
})

test('days are those of the practice: what was done late in the evening is not of the next day', async () => {
  const lateOn = new Date(2026, 3, 7, 23, 50)
  await server.database.write((tx) =>
    appendAudit(tx, { actor: 'program', action: 'copied', personId: '', what: 'late', origin: '' }, lateOn),
  )
  expect(await actions('?action=copied&from=2026-04-07&to=2026-04-07')).toEqual(['copied late'])
  for (const day of ['2026-04-06', '2026-04-08'])
    expect(await actions(`?action=copied&from=${day}&to=${day}`)).toEqual([])
})

test('lines cannot be changed or taken away by anything that goes through the program', async () => {
  await expect(
    server.database.write((tx) => tx.update(auditEntry).set({ what: 'nothing' })),
  ).rejects.toThrow()
  await expect(server.database.write((tx) => tx.delete(auditEntry))).rejects.toThrow()
})

test('fifty at once make one chain', async () => {
  await Promise.all(
    Array.from({ length: 50 }, (_, i) =>
      addAudit(
        server.database,
        { actor: 'program', action: 'saw', personId: '', what: `n${i}`, origin: '' },
        new Date(),
      ),
    ),
  )
  expect(await firstBreak(server.database.db)).toBeUndefined()
})

test('whoever changes, drops or swaps lines behind the program’s back is found', async () => {
  const rows = await server.database.db.select().from(auditEntry)
  expect(breakIn(rows, 1, '')).toBeUndefined()
  expect(
    breakIn(
      rows.map((row, i) => (i === 4 ? { ...row, actor: 'somebody' } : row)),
      1,
      '',
    ),
  ).toEqual({ number: 5, why: 'it was changed' })
  expect(breakIn(rows.toSpliced(4, 1), 1, '')).toEqual({ number: 5, why: 'a line is missing' })
  const resealed = rows.map((row) => ({ ...row }))
  resealed[4]!.actor = 'somebody'
  resealed[4]!.hash = sealOf(resealed[4]!)
  expect(breakIn(resealed, 1, '')).toEqual({ number: 6, why: 'it does not follow the line before it' })
})

test('check finds a line that was changed in the file', async () => {
  const run = () =>
    runCommand(['check', '--db', server.database.file], {
      seed: () => Promise.resolve(),
      passwordFrom: () => Promise.resolve(''),
    })
  expect(await run()).toMatchObject({ code: 0 })
  await server.database.write(async (tx) => {
    await tx.run(sql`drop trigger audit_stays`)
    await tx.run(sql`update audit_entry set person_id = 'person000002' where number = 3`)
  })
  expect(await run()).toMatchObject({
    code: 2,
    output: expect.stringContaining('audit, line 3: it was changed') as string,
  })
  // whoever means to change lines takes away first what keeps them
  expect((await run()).output).toContain('the audit is not kept from being changed')
  expect((await page()).isWhole).toBe(false)
})

test('what cannot be written down is not shown; what was written is answered all the same', async () => {
  const broken = await startTestServer()
  await broken.agent
    .post('/api/people')
    .set('x-sturvo-csrf', broken.csrf)
    .send({ id: who, name: 'Ansa Rook' })
    .expect(201)
  await broken.database.write((tx) => tx.run(sql`alter table audit_entry rename to hidden`))
  // two at once are one line, and neither is shown without it
  for (const seen of await Promise.all([1, 2, 3].map(() => broken.agent.get(`/api/people/${who}`)))) {
    expect(seen.status).toBe(503)
    expect(seen.text).not.toContain('Ansa')
  }
  // what is sent in parts has no part sent before its line
  for (const path of [`/api/people/${who}/export.zip`, '/api/practice/export.zip']) {
    const taken = await broken.agent.get(path)
    expect([path, taken.status, taken.type]).toEqual([path, 503, 'application/json'])
  }
  const changed = await broken.agent
    .patch(`/api/people/${who}`)
    .set('x-sturvo-csrf', broken.csrf)
    .set('If-Match', '"1"')
    .send({ work: 'pilot' })
  expect(changed.status).toBe(200)
  await broken.close()
})
