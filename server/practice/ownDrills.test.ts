import type { OwnDrill } from '@sturvo/core/training'
import type { Practice } from '@sturvo/schema'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const drill: OwnDrill = {
  id: 'own.rope',
  basis: 'dome',
  name: 'Harbour rope pull',
  client: 'Pull the rope in',
  cue: 'Draw the arch up as if a rope ran to the shore.',
  slip: 'Toes claw.',
  easier: 'Sitting',
  harder: 'Standing',
  note: 'our own practice',
  kit: ['cloth'],
  traits: ['toeCurl'],
  sets: 2,
  start: 4,
  most: 6,
}
const practice = async (): Promise<Practice> => (await server.agent.get('/api/practice')).body
const keep = (body: object, version: number, id = drill.id) =>
  server.agent
    .put(`/api/practice/drills/${id}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${version}"`)
    .send(body)

test('an own drill is kept, changed, and retired without being forgotten', async () => {
  const { version } = await practice()
  const kept = await keep(drill, version)
  expect(kept.status).toBe(200)
  expect(kept.body.drills).toEqual([drill])
  const changed = await keep({ ...drill, sets: 1 }, version + 1)
  expect(changed.body.drills).toEqual([{ ...drill, sets: 1 }])
  await keep({ ...drill, isRetired: true }, version + 2)
  expect((await practice()).drills).toEqual([{ ...drill, isRetired: true }])
})

test('two colleagues at once: the second is told, and nothing of the first is lost', async () => {
  const { version } = await practice()
  await keep({ ...drill, name: 'Tide pull' }, version)
  const late = await keep({ ...drill, name: 'Quay pull' }, version)
  expect(late.status).toBe(409)
  expect((await practice()).drills[0]!.name).toBe('Tide pull')
})

test.each([
  ['more sets than its basis', { sets: 9 }, /Sets are 1 to/],
  ['a dose over its basis', { most: 500 }, /never over that of the drill it is made from/],
  ['no cue', { cue: ' ' }, /needs a cue/],
  ['a basis that is not there', { basis: 'moonWalk' }, /made from one of the library/],
])('%s is refused in one sentence, and nothing is kept', async (_, change, said) => {
  const before = await practice()
  const answer = await keep({ ...drill, ...change, id: 'own.second' }, before.version, 'own.second')
  expect(answer.status).toBe(422)
  expect(answer.body.error.message).toMatch(said)
  expect(await practice()).toEqual(before)
})

test('an id that a drill of the library has, or might have, is no id of an own one', async () => {
  const before = await practice()
  const answer = await keep({ ...drill, id: 'dome' }, before.version, 'dome')
  expect(answer.status).toBe(422)
  expect((await practice()).drills.map((d) => d.id)).toEqual(['own.rope'])
})
