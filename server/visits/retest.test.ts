import { backgroundSchema, readingOf, type Fields, type Visit } from '@sturvo/schema'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
const who = 'person000001'
const post = (path: string, body: object) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
const visitOf = async (id: string) => (await server.agent.get(`/api/visits/${id}`).expect(200)).body as Visit
async function write(visit: string, fields: Fields): Promise<void> {
  const { version } = await visitOf(visit)
  await server.agent
    .patch(`/api/visits/${visit}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${version}"`)
    .send({ changes: Object.entries(fields).map(([path, value]) => ({ path, value })) })
    .expect(200)
}
const begin = (id: string, startedOn: string, retestOf?: string, person = who) =>
  post(`/api/people/${person}/visits`, { id, startedOn, ...(retestOf !== undefined && { retestOf }) })

beforeAll(async () => {
  server = await startTestServer()
  await post('/api/people', { id: who, name: 'Ansa Rook' }).expect(201)
  await post('/api/people', { id: 'person000002', name: 'Bo Skarne' }).expect(201)
  await begin('visit0000001', '2026-05-04').expect(201)
  await write('visit0000001', {
    'answer.goal': 'A whole tide on deck.',
    'answer.worstPain': 6,
    'answer.planPinned': ['floorRaise'],
    'answer.caution:diabetesOrNumb': true,
    'answer.caution:falls': false,
    'answer.caution:tenderBone': true,
    'measure.kneeToWall.left.1': 60,
    'measure.kneeToWall.right.1': 70,
    'measure.heelRaises.left.1': 9,
    'shoe.shoe0000001': { name: 'Deck boot', hoursPerWeek: 30 },
  })
})
afterAll(() => server.close())

test('a re-test begins with what lasts; pain, red flags, what was denied and what was chosen for the weeks are asked anew', async () => {
  const { body } = await begin('visit0000002', '2026-08-03', 'visit0000001').expect(201)
  expect((body as Visit).fields).toEqual({
    'answer.retestOf': 'visit0000001',
    'answer.goal': 'A whole tide on deck.',
    'answer.caution:diabetesOrNumb': true,
    'shoe.shoe0000001': expect.objectContaining({ name: 'Deck boot', hoursPerWeek: 30 }) as unknown,
  })
})

test('sent twice it is begun once, and what was typed since stays', async () => {
  await write('visit0000002', { 'answer.goal': 'Two tides.' })
  const { body } = await begin('visit0000002', '2026-08-03', 'visit0000001').expect(201)
  expect((body as Visit).fields['answer.goal']).toBe('Two tides.')
})

test('nothing goes on from somebody else’s visit', async () => {
  expect((await begin('visit0000009', '2026-08-03', 'visit0000001', 'person000002')).status).toBe(404)
})

test('what is not measured anew is read from before, with its day; a visit of its own reads nothing of others', async () => {
  await write('visit0000002', { 'measure.kneeToWall.left.1': 90 })
  const factsOf = async (id: string) => {
    const background = backgroundSchema.parse((await server.agent.get(`/api/visits/${id}/background`)).body)
    const { fields, startedOn } = await visitOf(id)
    const practice = await practiceAnswer(server.database.db, await practiceRow(server.database))
    return readingOf({ fields, startedOn, practice, person: { birthYear: 1980, kit: [] }, background }).facts
  }
  const { feet, carried } = await factsOf('visit0000002')
  expect(feet.left.numbers).toEqual({ kneeToWall: 90, heelRaises: 9 })
  expect(carried!.left).toEqual({ heelRaises: '2026-05-04' })
  // the other knee was not measured: its value of before stands, since each foot is a measure of its own
  expect(feet.right.numbers).toEqual({ kneeToWall: 70 })
  await begin('visit0000003', '2026-08-04').expect(201)
  const own = await factsOf('visit0000003')
  expect(own.feet.left.numbers).toEqual({})
  expect(own.carried).toBeUndefined()
})

test('values older than half a year are no base for a plan', async () => {
  await begin('visit0000004', '2026-12-01', 'visit0000001').expect(201)
  const background = backgroundSchema.parse(
    (await server.agent.get('/api/visits/visit0000004/background')).body,
  )
  expect(background.carried.map(({ day }) => day)).toEqual(['2026-08-04', '2026-08-03'])
})

test('called unchanged is a trial of this visit without a number of its own: it counts towards nobody’s error', async () => {
  await write('visit0000002', { 'measure.heelRaises.left.1': 'unchanged' })
  const { trials } = (await server.agent.get('/api/visits/visit0000002/trials')).body as {
    trials: { measure: string }[]
  }
  expect(trials.map(({ measure }) => measure)).toEqual(['kneeToWall'])
})
