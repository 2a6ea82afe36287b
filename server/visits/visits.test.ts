import fc from 'fast-check'
import { openDatabase } from '../data/database'
import { measure } from '../data/tables'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
  await write('post', '/api/people').send({
    id: 'person000001',
    name: 'Ansa Rook',
    birthYear: 1992,
    kit: ['wall', 'step'],
  })
})
afterAll(() => server.close())
const write = (method: 'post' | 'patch', path: string) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf)

let count = 0
async function newVisit(): Promise<string> {
  const id = `visit${String(++count).padStart(7, '0')}`
  expect(
    (await write('post', '/api/people/person000001/visits').send({ id, startedOn: '2026-05-04' })).status,
  ).toBe(201)
  return id
}
const change = (id: string, base: number, values: Record<string, unknown>) =>
  write('patch', `/api/visits/${id}`)
    .set('if-match', `"${base}"`)
    .send({ changes: Object.entries(values).map(([path, value]) => ({ path, value })) })
const fieldsOf = async (id: string) =>
  (await server.agent.get(`/api/visits/${id}`)).body.fields as Record<string, unknown>

const shoe = { name: 'Deck boots', hoursPerWeek: 60, stackHeelMm: 36 }
const everyKind = {
  'measure.navicularStand.left.1': 34.5,
  'measure.navicularStand.left.2': 35,
  'measure.archSeen.right.1': 'none',
  'measure.singleLegOpen.right.1': 'cannot',
  'mark.mark00000001': { side: 'right', across: 0.2, along: 0.4, kind: 'pain' },
  'shoe.shoe00000001': shoe,
  'answer.goal': 'Stand a whole shift.',
  'answer.caution:hotSwollen': false,
  'answer.planKit': ['wall'],
  'answer.tried:kneeToWall:left': { drill: 'kneeOverToe', value: 96 },
  'dealt.hotSwollen': { by: 'Ilse Marrack', on: '2026-05-04', words: 'Seen, settled.' },
  'dealt.recentOperation': {
    by: 'Ilse Marrack',
    on: '2026-05-04',
    words: 'Let go by the surgeon.',
    release: { opens: ['toes', 'spacers'], from: '2026-05-01' },
  },
}

test('every kind of field comes back as it was sent, and can be taken away', async () => {
  const id = await newVisit()
  expect((await change(id, 0, everyKind)).body.version).toBe(1)
  expect(await fieldsOf(id)).toEqual(everyKind)
  const gone = Object.fromEntries(Object.keys(everyKind).map((path) => [path, null]))
  await change(id, 1, gone)
  expect(await fieldsOf(id)).toEqual({})
  await change(id, 2, everyKind)
  expect(await fieldsOf(id)).toEqual(everyKind)
})

test('an earlier value is superseded, never overwritten', async () => {
  const id = await newVisit()
  for (const [base, value] of [
    [0, 40],
    [1, 42],
    [2, null],
  ] as const)
    await change(id, base, { 'measure.navicularSit.left.1': value })
  const rows = (await server.database.db.select().from(measure)).filter((r) => r.visitId === id)
  expect(rows.map((r) => r.value)).toEqual([40, 42, null])
  expect(rows.filter((r) => r.supersededBy === null)).toHaveLength(1)
})

test('two people on one visit: other fields merge, the same field asks with both values', async () => {
  const id = await newVisit()
  await change(id, 0, { 'measure.kneeToWall.left.1': 90 })
  const merged = await change(id, 0, { 'measure.kneeToWall.right.1': 80 })
  expect(merged.body).toEqual({ version: 2, fields: { 'measure.kneeToWall.left.1': 90 } })
  const same = await change(id, 0, { 'measure.kneeToWall.left.1': 90 })
  expect(same.status).toBe(200)
  const clash = await change(id, 0, { 'measure.kneeToWall.left.1': 95, 'answer.goal': 'x' })
  expect(clash.status).toBe(409)
  expect(clash.body.clashes).toEqual([{ path: 'measure.kneeToWall.left.1', yours: 95, theirs: 90 }])
  expect(await fieldsOf(id)).not.toHaveProperty('answer.goal')
  const kept = await change(id, clash.body.version, { 'measure.kneeToWall.left.1': 95 })
  expect(kept.status).toBe(200)
})

test('taking away what someone else changed is a clash too', async () => {
  const id = await newVisit()
  await change(id, 0, { 'answer.goal': 'one' })
  await change(id, 1, { 'answer.goal': 'two' })
  expect((await change(id, 1, { 'answer.goal': null })).status).toBe(409)
})

test.each([
  ['a height that cannot be', { 'measure.navicularStand.left.1': 3400 }, 'between 0 and 110 mm'],
  ['a word that is not offered', { 'measure.archSeen.left.1': 'splendid' }, ''],
  ['pain beyond ten', { 'answer.worstPain': 11 }, 'Pain cannot be above 10'],
  ['hours beyond a week', { 'answer.hoursStanding': 200 }, 'cannot be above 168'],
  ['a field that does not exist', { 'measure.wingspan.left.1': 3 }, 'no such field'],
  [
    'a caution dealt with in no words',
    { 'dealt.hotSwollen': { by: 'I', on: '2026-05-04', words: '' } },
    'Say in a few words',
  ],
  [
    'a release that begins later',
    {
      'dealt.recentOperation': {
        by: 'I',
        on: '2026-05-04',
        words: 'Let go.',
        release: { opens: ['toes'], from: '2026-05-05' },
      },
    },
    'written down when it begins',
  ],
  ['a shoe without a name', { 'shoe.shoe00000001': { name: '' } }, 'The shoe needs a name'],
])('%s is refused, and the good change beside it is not written either', async (_, bad, words) => {
  const id = await newVisit()
  const answer = await change(id, 0, { 'answer.goal': 'kept?', ...bad })
  expect(answer.status).toBe(422)
  expect(answer.body.error.message).toContain(words)
  expect(await fieldsOf(id)).toEqual({})
})

test('a version from the future, none, or nonsense is refused', async () => {
  const id = await newVisit()
  expect((await change(id, 9, { 'answer.goal': 'x' })).status).toBe(400)
  expect(
    (await write('patch', `/api/visits/${id}`).send({ changes: [{ path: 'answer.goal', value: 'x' }] }))
      .status,
  ).toBe(428)
  expect(
    (
      await write('patch', `/api/visits/${id}`)
        .set('if-match', 'soon')
        .send({ changes: [{ path: 'answer.goal', value: 'x' }] })
    ).status,
  ).toBe(400)
  expect((await change(id, 0, {})).status).toBe(422)
})

test('writes sent all at once are all kept, one version each', async () => {
  const id = await newVisit()
  const answers = await Promise.all(
    Array.from({ length: 12 }, (_, i) =>
      change(id, 0, { [`measure.heelRaises.left.${(i % 9) + 1}`]: i % 9 }),
    ),
  )
  expect(new Set(answers.map((a) => a.body.version)).size).toBe(12)
})

test('any series of edits leaves what a plain list of edits leaves', async () => {
  const path = fc.constantFrom(
    'answer.goal',
    'answer.worstPain',
    'measure.kneeToWall.left.1',
    'shoe.shoe00000001',
  )
  const valueOf: Record<string, fc.Arbitrary<unknown>> = {
    'answer.goal': fc.string({ maxLength: 20 }),
    'answer.worstPain': fc.integer({ min: 0, max: 10 }),
    'measure.kneeToWall.left.1': fc.integer({ min: 0, max: 300 }),
    'shoe.shoe00000001': fc.record({
      name: fc.constantFrom('boot', 'clog'),
      weightG: fc.integer({ min: 100, max: 900 }),
    }),
  }
  const edit = path.chain((p) => fc.tuple(fc.constant(p), fc.option(valueOf[p]!)))
  await fc.assert(
    fc.asyncProperty(fc.array(edit, { minLength: 1, maxLength: 10 }), async (edits) => {
      const id = await newVisit()
      const plain: Record<string, unknown> = {}
      for (const [i, [p, value]] of edits.entries()) {
        expect((await change(id, i, { [p]: value })).status).toBe(200)
        if (value === null) delete plain[p]
        else plain[p] = value
      }
      expect(await fieldsOf(id)).toEqual(plain)
    }),
    { numRuns: 12, seed: 7 },
  )
})

test('the file opened anew holds everything, with the same settings for safety', async () => {
  const again = await openDatabase(server.database.file)
  const [row] = await again.db.all<{ synchronous: number }>('PRAGMA synchronous')
  expect(row?.synchronous).toBe(2)
  expect((await again.db.all<{ journal_mode: string }>('PRAGMA journal_mode'))[0]?.journal_mode).toBe('wal')
  await again.close()
})

test('the settings for safety hold after every write of this run as well', async () => {
  const [row] = await server.database.db.all<{ synchronous: number }>('PRAGMA synchronous')
  expect(row?.synchronous).toBe(2)
})

test('history, marks with all their words, painted week and photos come back as they went in', async () => {
  const id = await newVisit()
  const { id: pictureId } = await aPicture(server.database, id)
  const fields = {
    'event.event0000001': { kind: 'sprain', side: 'right', month: '2022-03', words: 'on a ramp' },
    'mark.mark00000077': {
      side: 'left',
      view: 'inner',
      across: 0.2,
      along: 0.4,
      kind: 'pain',
      worst: 6,
      when: ['firstStep', 'night'],
      since: 'spring',
    },
    'answer.week': [{ day: 0, from: 16, to: 24, kind: 'standing', surface: 'hard' }],
    'answer.medicines': ['cortisone'],
    'photo.top.left': {
      version: 1,
      pictureId,
      scale: {
        from: 'sheet',
        sheet: 'a4',
        corners: [
          { x: 1, y: 1 },
          { x: 9, y: 1 },
          { x: 9, y: 9 },
          { x: 1, y: 9 },
        ],
      },
      residualPx: 0.2,
      trials: [{ heelBack: { x: 3, y: 8 } }],
    },
  }
  expect((await change(id, 0, fields)).status).toBe(200)
  expect(await fieldsOf(id)).toEqual(fields)
  expect((await change(id, 1, { 'event.event0000001': null, 'photo.top.left': null })).status).toBe(200)
  const after = await fieldsOf(id)
  expect(Object.keys(after).sort()).toEqual(['answer.medicines', 'answer.week', 'mark.mark00000077'])
})

test.each([
  ['event.event0000001', { kind: 'sprain', side: 'right', month: '2022-13' }, 'month as 2024-05'],
  ['answer.week', [{ day: 0, from: 20, to: 16, kind: 'standing', surface: 'hard' }], 'end after it begins'],
  [
    'photo.top.left',
    {
      version: 1,
      pictureId: 'picture00001',
      scale: { from: 'sheet', sheet: 'a4', corners: [] },
      trials: [],
    },
    'four corners',
  ],
  ['photo.side.left', {}, 'no such field'],
])('%s with something wrong is refused in one sentence', async (path, value, words) => {
  const answer = await change(await newVisit(), 0, { [path]: value })
  expect(answer.status).toBe(422)
  expect(answer.body.error.message).toContain(words)
})
