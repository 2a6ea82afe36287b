import { eq } from 'drizzle-orm'
import { openDatabase } from '../data/database'
import { answer, fieldHistory, person, shoe, visit } from '../data/tables'
import { storePicture } from '../pictures/routes'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'
import { changeVisit } from './changeVisit'
import { visitAnswer } from './queries'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
  for (const [id, name] of [
    ['person000001', 'Ansa Rook'],
    ['person000002', 'Tobin Vale'],
  ])
    await write('post', '/api/people').send({ id, name }).expect(201)
})
afterAll(() => server.close())
const write = (method: 'post' | 'patch', path: string) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf)

let count = 0
async function newVisit(personId = 'person000001'): Promise<string> {
  const id = `visit${String(++count).padStart(7, '0')}`
  await write('post', `/api/people/${personId}/visits`).send({ id, startedOn: '2026-05-04' }).expect(201)
  return id
}
type Sent = { path: string; value: unknown; base?: number; edit?: string; replaces?: string[] }
const send = (id: string, base: number, changes: Sent[]) =>
  write('patch', `/api/visits/${id}`).set('if-match', `"${base}"`).send({ changes })
const edit = (n: number) => `edit${String(n).padStart(8, '0')}`
const goal = (value: string, more: Partial<Sent> = {}): Sent => ({ path: 'answer.goal', value, ...more })
const goalOf = async (id: string) => (await visitAnswer(server.database.db, id)).fields['answer.goal']

describe('an edit that was kept', () => {
  test('on an older version of its field is a clash, whatever the rest of the page knows', async () => {
    const id = await newVisit()
    await send(id, 0, [goal('first')])
    await send(id, 1, [goal("a colleague's")])
    const kept = await send(id, 2, [goal('typed long ago', { base: 1, edit: edit(1) })])
    expect(kept.status).toBe(409)
    expect(await goalOf(id)).toBe("a colleague's")
  })
  test('and sent twice is written once, also when somebody wrote over it meanwhile', async () => {
    const id = await newVisit()
    const mine = [goal('mine', { base: 0, edit: edit(2) })]
    expect((await send(id, 0, mine)).body).toMatchObject({ version: 1 })
    expect((await send(id, 0, mine)).body).toMatchObject({ version: 1 })
    await send(id, 1, [goal('theirs')])
    const again = await send(id, 0, mine)
    expect(again.body).toEqual({ version: 2, fields: { 'answer.goal': 'theirs' } })
    const rows = await server.database.db.select().from(fieldHistory).where(eq(fieldHistory.visitId, id))
    expect(rows.map((r) => r.value)).toEqual(['mine', 'theirs'])
  })
  test('may be typed over by its own author before its answer came, but nobody else may', async () => {
    const id = await newVisit()
    await send(id, 0, [goal('one', { base: 0, edit: edit(3) })])
    expect((await send(id, 0, [goal('two', { base: 0, edit: edit(4) })])).status).toBe(409)
    expect((await send(id, 0, [goal('two', { base: 0, edit: edit(4), replaces: [edit(3)] })])).status).toBe(
      200,
    )
    await send(id, 2, [goal('theirs')])
    expect(
      (await send(id, 0, [goal('three', { base: 0, edit: edit(5), replaces: [edit(3), edit(4)] })])).status,
    ).toBe(409)
  })
  test('a measure is no different', async () => {
    const id = await newVisit()
    const path = 'measure.kneeToWall.left.1'
    const mine: Sent = { path, value: 90, base: 0, edit: edit(6) }
    await send(id, 0, [mine])
    await send(id, 0, [mine])
    await send(id, 1, [{ path, value: 95 }])
    expect((await send(id, 0, [mine])).body.fields).toEqual({ [path]: 95 })
    expect((await send(id, 2, [{ path, value: 80, base: 1 }])).status).toBe(409)
  })
  test('the same field twice in one request is refused', async () => {
    expect((await send(await newVisit(), 0, [goal('a'), goal('b')])).body.error.code).toBe('doubledField')
  })
  test('a version from the future is refused for a single field too', async () => {
    expect((await send(await newVisit(), 0, [goal('a', { base: 5 })])).status).toBe(400)
  })
})

test('every kind of row keeps who wrote it and the earlier values', async () => {
  const id = await newVisit()
  const values: Record<string, unknown[]> = {
    'answer.goal': ['one', 'two'],
    'mark.mark00000001': [
      { side: 'left', across: 0, along: 0.4, kind: 'pain' },
      { side: 'left', across: 0.1, along: 0.4, kind: 'pain' },
    ],
    'shoe.shoe00000001': [{ name: 'Deck boots' }, { name: 'Clogs' }],
    'dealt.hotSwollen': [
      { by: 'x', on: '2026-05-04', words: 'Seen once.' },
      { by: 'x', on: '2026-05-05', words: 'Seen twice.' },
    ],
    'measure.kneeToWall.left.1': [90, 95],
  }
  for (const n of [0, 1]) {
    const { version } = await visitAnswer(server.database.db, id)
    await send(
      id,
      version,
      Object.entries(values).map(([path, list]) => ({ path, value: list[n] })),
    )
  }
  const { version } = await visitAnswer(server.database.db, id)
  await send(id, version, [{ path: 'shoe.shoe00000001', value: null }])
  for (const [path, list] of Object.entries(values)) {
    const { entries } = (await server.agent.get(`/api/visits/${id}/history`).query({ path })).body as {
      entries: { value: unknown; by: string }[]
    }
    const wanted = path.startsWith('shoe') ? [...list, null] : list
    const unsigned = (v: unknown) => (path.startsWith('dealt') ? { ...(v as object), by: 'x' } : v)
    expect(entries.map((e) => unsigned(e.value))).toEqual(wanted)
    expect(new Set(entries.map((e) => e.by))).toEqual(new Set(['Ilse Marrack']))
  }
})

test('a value from before the history was kept is written down before it is replaced', async () => {
  const id = await newVisit()
  await send(id, 0, [goal('old')])
  await server.database.write((tx) => tx.delete(fieldHistory).where(eq(fieldHistory.visitId, id)))
  await send(id, 1, [goal('new')])
  const rows = await server.database.db.select().from(fieldHistory).where(eq(fieldHistory.visitId, id))
  expect(rows.map((r) => [r.value, r.version, r.byAccount === ''])).toEqual([
    ['old', 1, true],
    ['new', 2, false],
  ])
})

test('two programs on one file: of two writes at the same moment one is a clash, and no value is gone', async () => {
  const id = await newVisit()
  const other = await openDatabase(server.database.file)
  let both = 0
  for (let i = 0; i < 20; i++) {
    const { version: base } = await visitAnswer(server.database.db, id)
    const at = (database: typeof other, value: string) =>
      changeVisit(database, {
        visitId: id,
        base,
        changes: [{ path: 'answer.goal', value }],
        byAccount: 'somebody',
        now: new Date(),
      }).then(
        () => 'written',
        (error: { code: string }) => error.code,
      )
    const outcomes = await Promise.all([at(server.database, `one ${i}`), at(other, `two ${i}`)])
    if (outcomes.every((o) => o === 'written')) both++
    expect(outcomes.filter((o) => o === 'written')).toHaveLength(1)
  }
  expect(both).toBe(0)
  await other.close()
})

test('the number of a visit belongs to one person for ever', async () => {
  const id = await newVisit('person000001')
  const answer = await write('post', '/api/people/person000002/visits').send({ id, startedOn: '2026-05-04' })
  expect([answer.status, answer.body.error.code]).toEqual([409, 'otherVisit'])
  await write('post', '/api/people/person000001/visits').send({ id, startedOn: '2026-05-04' }).expect(201)
})

test("nobody's feet appear in somebody else's visit", async () => {
  const [mine, theirs] = [await newVisit('person000001'), await newVisit('person000002')]
  const [own, foreign] = [
    await aPicture(server.database, mine, 90),
    await aPicture(server.database, theirs, 30),
  ]
  const photo = (pictureId: string) => ({
    path: 'photo.top.left',
    value: {
      version: 1,
      pictureId,
      scale: { from: 'points', a: { x: 0, y: 0 }, b: { x: 9, y: 0 }, distanceMm: 10 },
      trials: [],
    },
  })
  for (const id of [foreign.id, 'picture00099'])
    expect((await send(mine, 0, [photo(id)])).body.error).toMatchObject({
      code: 'otherFile',
      path: 'photo.top.left',
    })
  expect(
    (await send(mine, 0, [{ path: 'shoe.shoe00000001', value: { name: 'x', soleId: foreign.id } }])).status,
  ).toBe(422)
  expect((await send(mine, 0, [photo(own.id)])).status).toBe(200)
})

test('of a person who was deleted nothing answers any more', async () => {
  await write('post', '/api/people').send({ id: 'person000009', name: 'Gone Away' })
  const id = await newVisit('person000009')
  const picture = await storePicture(
    server.database,
    id,
    await (
      await import('sharp')
    )
      .default({ create: { width: 9, height: 9, channels: 3, background: '#fff' } })
      .png()
      .toBuffer(),
    new Date(),
  )
  await server.database.write((tx) =>
    tx.update(person).set({ deletedOn: '2026-05-05' }).where(eq(person.id, 'person000009')),
  )
  for (const path of [
    '/api/people/person000009',
    `/api/visits/${id}`,
    `/api/visits/${id}/handout.pdf`,
    `/api/visits/${id}/history`,
    `/api/visits/${id}/background`,
    `/api/visits/${id}/trials`,
    picture.url,
  ])
    expect((await server.agent.get(path)).status).toBe(404)
  expect((await send(id, 0, [goal('x')])).status).toBe(404)
  expect(
    (
      await write('post', '/api/people/person000009/visits').send({
        id: 'visit9999999',
        startedOn: '2026-05-04',
      })
    ).status,
  ).toBe(404)
})

describe('a row that cannot be read breaks no list', () => {
  test('a field: it is named, left out of what is computed, and can be entered anew', async () => {
    const id = await newVisit()
    await send(id, 0, [
      goal('kept'),
      { path: 'shoe.shoe00000001', value: { name: 'Clogs', stackHeelMm: 20 } },
    ])
    await server.database.write(async (tx) => {
      await tx
        .update(answer)
        .set({ value: { no: 'text' } })
        .where(eq(answer.visitId, id))
      await tx.update(shoe).set({ stackHeelMm: 9e9 }).where(eq(shoe.visitId, id))
      await tx.update(visit).set({ contentId: '' }).where(eq(visit.id, id))
    })
    const read = await server.agent.get(`/api/visits/${id}`).expect(200)
    expect(read.body.unreadable.sort()).toEqual(['answer.goal', 'shoe.shoe00000001'])
    expect(read.body.fields).toEqual({})
    await server.agent.get(`/api/visits/${id}/handout.pdf`).expect(200)
    await server.agent.get('/api/people').expect(200)
    expect((await send(id, 1, [goal('anew')])).status).toBe(200)
    expect((await server.agent.get(`/api/visits/${id}`)).body.unreadable).toEqual(['shoe.shoe00000001'])
  })
  test('JSON that was cut', async () => {
    const id = await newVisit()
    await send(id, 0, [
      { path: 'event.event0000001', value: { kind: 'sprain', side: 'left', month: '2024-05' } },
      goal('kept'),
    ])
    await server.database.write(async (tx) => {
      await tx.run(`update story_event set value = '{"kind":"spr' where visit_id = '${id}'`)
      await tx.update(visit).set({ contentId: '' }).where(eq(visit.id, id))
    })
    const read = await server.agent.get(`/api/visits/${id}`).expect(200)
    expect([read.body.unreadable, read.body.fields]).toEqual([
      ['event.event0000001'],
      { 'answer.goal': 'kept' },
    ])
  })
  test('a person', async () => {
    await write('post', '/api/people').send({ id: 'person000008', name: 'Broken Row' })
    await server.database.write((tx) =>
      tx.update(person).set({ name: '' }).where(eq(person.id, 'person000008')),
    )
    const { body } = await server.agent.get('/api/people').expect(200)
    expect(body.unreadable).toEqual(['person000008'])
    expect(body.people.length).toBeGreaterThan(1)
    expect((await server.agent.get('/api/people/person000008')).body.error.code).toBe('unreadableRow')
    await server.agent.get('/api/today').expect(200)
  })
})

test('a name of nothing but controls is no name, and controls in a name do no harm', async () => {
  const none = await write('post', '/api/people').send({ id: 'person000010', name: '\u0000\u0007' })
  expect(none.status).toBe(422)
  const some = await write('post', '/api/people').send({ id: 'person000011', name: 'Jory\u0000 Pell\u202e' })
  expect([some.status, some.body.name]).toEqual([201, 'Jory Pell'])
  await server.agent.get('/api/people').expect(200)
})
