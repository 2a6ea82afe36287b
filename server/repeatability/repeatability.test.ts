import { eyeKinds } from '@sturvo/core/eye'
import { backgroundSchema, ownErrorsSchema, takenTrialsSchema, trialPairsSchema } from '@sturvo/schema'
import request from 'supertest'
import { madeUpNewPerson } from '../../schema/testing/madeUpPerson'
import { newId } from '../data/ids'
import { measure } from '../data/tables'
import { addAccount } from '../signin/accounts'
import { anotherApp, queryPlan, startTestServer, testPassword, type TestServer } from '../testing/testServer'

let server: TestServer
let bram: string
const person = madeUpNewPerson.id
beforeAll(async () => {
  server = await startTestServer()
  bram = (
    await addAccount(
      server.database,
      { name: 'Bram Oddny', email: 'bram@tideway.example', role: 'practitioner', password: testPassword },
      new Date(),
    )
  ).id
  await post('people', madeUpNewPerson).expect(201)
})
afterAll(() => server.close())

function post(path: string, body: object) {
  return server.agent.post(`/api/${path}`).set('x-sturvo-csrf', server.csrf).send(body)
}
let visits = 0
async function newVisit(day: string): Promise<string> {
  const id = `visit${String(++visits).padStart(8, '0')}`
  await post(`people/${person}/visits`, { id, startedOn: day }).expect(201)
  return id
}
async function keep(visitId: string, base: number, values: Record<string, unknown>): Promise<void> {
  await server.agent
    .patch(`/api/visits/${visitId}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${base}"`)
    .send({ changes: Object.entries(values).map(([path, value]) => ({ path, value })) })
    .expect(200)
}
const trials = (id: string, side: string, ...values: number[]) =>
  Object.fromEntries(values.map((v, i) => [`measure.${id}.${side}.${i + 1}`, v]))
const errors = async () => ownErrorsSchema.parse((await server.agent.get('/api/errors')).body)
const background = async (id: string) =>
  backgroundSchema.parse((await server.agent.get(`/api/visits/${id}/background`)).body)

test('nobody has repeated anything yet: an empty page, not a fault', async () => {
  expect(await errors()).toMatchObject({ rows: [], suspects: [], between: [] })
})

test('three trials are two pairs; the estimate is that of the closed form; a replaced trial counts once', async () => {
  const visit = await newVisit('2026-05-04')
  await keep(visit, 0, trials('navicularStand', 'left', 30, 99))
  await keep(visit, 1, { 'measure.navicularStand.left.2': 30.4 })
  await keep(visit, 2, { 'measure.navicularStand.left.3': 30.8, 'measure.kneeToWall.right.1': 90 })
  const [row, ...others] = (await errors()).rows
  expect(others).toEqual([])
  // 30, 30.4, 30.8: squares 0.32 over 2
  expect(row).toMatchObject({ kind: 'semNavicularMm', pairs: 2, ownWeight: 0, inForce: 1.2, toCount: 6 })
  expect(row!.sem).toBeCloseTo(0.4, 9)
  const { trials: taken } = takenTrialsSchema.parse(
    (await server.agent.get(`/api/visits/${visit}/trials`)).body,
  )
  expect(taken.filter((t) => t.measure === 'navicularStand').map((t) => [t.trial, t.value, t.by])).toEqual([
    [1, 30, 'Ilse Marrack'],
    [2, 30.4, 'Ilse Marrack'],
    [3, 30.8, 'Ilse Marrack'],
  ])
})

test('with enough pairs the own error is in force, in the visit and in what the server reads', async () => {
  for (let i = 0; i < 11; i++) {
    const visit = await newVisit(`2026-06-${String(i + 1).padStart(2, '0')}`)
    await keep(visit, 0, {
      ...trials('navicularStand', 'left', 30, 30 + (i % 2 === 0 ? 0.5 : -0.5)),
      ...trials('navicularStand', 'right', 33, 33.5),
    })
  }
  const row = (await errors()).rows[0]!
  expect(row.pairs).toBe(24)
  expect(row.ownWeight).toBe(1)
  const visit = await newVisit('2026-06-20')
  await keep(visit, 0, trials('navicularStand', 'left', 31))
  const { by, errors: inForce, earlier } = await background(visit)
  expect(by).toBe('Ilse Marrack')
  expect(inForce.semNavicularMm).toBeCloseTo(row.sem, 9)
  expect(Object.keys(inForce)).toEqual(['semNavicularMm'])
  expect(earlier?.day).toBe('2026-06-11')
  expect(earlier?.fields['measure.navicularStand.left.1']).toBe(30)
})

test('a slip is proposed for checking and stays in the estimate', async () => {
  const before = (await errors()).rows[0]!.pairs
  const visit = await newVisit('2026-07-01')
  await keep(visit, 0, trials('navicularStand', 'left', 31, 13))
  const { suspects, rows } = await errors()
  expect(suspects).toHaveLength(1)
  expect(suspects[0]).toMatchObject({
    visitId: visit,
    personName: 'Ansa Rook',
    values: [31, 13],
    slip: 'swappedDigits',
  })
  expect(rows[0]!.pairs).toBe(before + 1)
  await keep(visit, 1, { 'measure.navicularStand.left.2': 31.5 })
  expect((await errors()).suspects).toEqual([])
})

test('two practitioners on one foot: the error between them and who reads more', async () => {
  const rows: (typeof measure.$inferInsert)[] = []
  for (let i = 0; i < 6; i++) {
    const visit = await newVisit(`2026-07-${10 + i}`)
    await keep(visit, 0, trials('kneeToWall', 'left', 90 + i))
    const stamp = '2026-07-20T09:00:00.000Z'
    rows.push({
      id: newId(),
      visitId: visit,
      measure: 'kneeToWall',
      side: 'left' as const,
      trial: 2,
      value: 94 + i + (i % 2),
      word: null,
      unit: 'mm',
      byAccount: bram,
      supersededBy: null,
      version: 2,
      created: stamp,
      changed: stamp,
    })
  }
  await server.database.write((tx) => tx.insert(measure).values(rows))
  const { between } = await errors()
  expect(between).toHaveLength(1)
  const { first, bias, isBiased, pairs } = between[0]!
  expect(pairs).toBe(6)
  expect(Math.abs(bias!)).toBeCloseTo(4.5, 9)
  expect(Math.sign(bias!)).toBe(first === bram ? -1 : 1)
  expect(isBiased).toBe(true)
  // a colleague's trial is no repeat of one's own
  expect((await errors()).rows.map((r) => r.kind)).toEqual(['semNavicularMm'])
  const own = await server.agent.get(
    `/api/errors/pairs?kind=semKneeToWallMm&account=${first}&second=${between[0]!.second}`,
  )
  expect(trialPairsSchema.parse(own.body).pairs).toHaveLength(6)
})

test('pairs of one practitioner, oldest asked for by kind; nonsense is refused in a sentence', async () => {
  const { accountId } = (await errors()).rows[0]!
  const answer = await server.agent.get(`/api/errors/pairs?kind=semNavicularMm&account=${accountId}`)
  const { pairs } = trialPairsSchema.parse(answer.body)
  expect(pairs.length).toBeGreaterThan(20)
  expect(pairs.every((p) => p.measure === 'navicularStand')).toBe(true)
  const wrong = await server.agent.get('/api/errors/pairs?kind=semNothing&account=abcdefgh')
  expect(wrong.status).toBe(422)
  expect(wrong.body.error.message).not.toBe('')
})

test('as a table: one row a measure and practitioner', async () => {
  const answer = await server.agent.get('/api/errors.csv').expect(200)
  const [head, first] = answer.text.trim().split('\r\n')
  expect(head).toContain('measure,unit,practitioner,pairs')
  expect(first).toMatch(/^Navicular height,mm,Ilse Marrack,\d+,0,/)
})

test('which trial counts is kept for the practice, and only the owner changes it', async () => {
  const { body } = await server.agent.get('/api/practice')
  const changed = await server.agent
    .patch('/api/practice')
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${body.version}"`)
    .send({ trialUses: { semNavicularMm: 'last' } })
    .expect(200)
  expect(changed.body.trialUses).toEqual({ semNavicularMm: 'last' })
  const wrong = await server.agent
    .patch('/api/practice')
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${changed.body.version}"`)
    .send({ trialUses: { semNavicularMm: 'middle' } })
  expect(wrong.status).toBe(422)
})

test('the query of the page reads the index alone', async () => {
  const plan = await queryPlan(
    server.database.file,
    `select by_account, measure, count(*), sum(value) from measure
     where superseded_by is null and value is not null group by by_account, measure, visit_id, side`,
  )
  expect(plan).toContain('COVERING INDEX measure_trials')
  expect(plan).not.toContain('TEMP B-TREE')
})

describe('eye practice', () => {
  const answer = (change: object = {}) => ({
    id: newId(),
    kind: 'heel',
    level: 1,
    seed: 7,
    side: 'left',
    error: -1.8,
    at: '2026-07-20T09:00:00.000Z',
    ...change,
  })
  test('answers are kept once, belong to who practised, and bad ones are refused', async () => {
    const one = answer()
    await post('eye', one).expect(201)
    await post('eye', one).expect(201)
    expect((await server.agent.get('/api/eye')).body.answers).toHaveLength(1)
    for (const wrong of [{ kind: 'hand' }, { level: 9 }, { error: 'small' }, { seed: -1 }, { side: 'both' }])
      expect((await post('eye', answer(wrong))).status).toBe(422)
    const other = request.agent(anotherApp(server))
    await other.post('/api/session').send({ email: 'bram@tideway.example', password: testPassword })
    expect((await other.get('/api/eye')).body.answers).toEqual([])
    expect(eyeKinds).toContain('heel')
  })
  test('points on photos count towards the own error only where that is wanted, and are marked', async () => {
    for (const error of [1, -1, 2, 0])
      await post(
        'eye',
        answer({ kind: 'landmarks', error: 1, derived: { kind: 'semHeelAngleDeg', error } }),
      ).expect(201)
    expect((await errors()).rows.map((r) => r.kind)).not.toContain('semHeelAngleDeg')
    await server.agent
      .patch('/api/eye')
      .set('x-sturvo-csrf', server.csrf)
      .send({ countsAsOwn: true })
      .expect(200)
    const row = (await errors()).rows.find((r) => r.kind === 'semHeelAngleDeg')!
    expect(row).toMatchObject({ pairs: 3, practicePairs: 3 })
    // about their own mean of 0.5: squares 5 over 3
    expect(row.sem).toBeCloseTo(Math.sqrt(5 / 3), 9)
  })
})
