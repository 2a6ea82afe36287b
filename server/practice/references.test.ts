import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
  await write('post', '/api/people').send({ id: 'person000001', name: 'Oda Fennick' })
  await write('post', '/api/people/person000001/visits').send({
    id: 'visit0000001',
    startedOn: '2026-05-04',
  })
  await write('patch', '/api/visits/visit0000001')
    .set('If-Match', '"0"')
    .send({
      changes: [
        { path: 'measure.halluxAngle.left.1', value: 17 },
        { path: 'measure.halluxAngle.right.1', value: 5 },
      ],
    })
})
afterAll(() => server.close())
const write = (method: 'post' | 'patch', path: string) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf)
const practice = async () => (await server.agent.get('/api/practice')).body
const change = async (references: object) =>
  write('patch', '/api/practice')
    .set('If-Match', `"${(await practice()).version}"`)
    .send({ references })

test('a preview names the findings that would move, client by client, and changes nothing', async () => {
  const before = await practice()
  const answer = await write('post', '/api/practice/preview').send({ references: { halluxSlightDeg: 18 } })
  expect(answer.status).toBe(200)
  expect(answer.body).toMatchObject({
    visitsRead: 1,
    moved: [
      {
        personName: 'Oda Fennick',
        visitId: 'visit0000001',
        before: 'Left big toe leans slightly, 17°.',
        after: 'Left big toe is straight, 17°.',
      },
    ],
  })
  expect(await practice()).toEqual(before)
  const same = await write('post', '/api/practice/preview').send({ references: { kneeToWallGoalMm: 126 } })
  expect(same.body.moved).toEqual([])
})

test('a changed value counts the version up, goes with the visit, and going back drops it', async () => {
  expect((await practice()).referencesVersion).toBe(0)
  const changed = await change({ halluxSlightDeg: 18 })
  expect(changed.body).toMatchObject({ references: { halluxSlightDeg: 18 }, referencesVersion: 1 })
  const visit = async () => (await server.agent.get('/api/visits/visit0000001')).body
  // nobody worked on the visit since: it says with which values it was last seen
  const before = await visit()
  expect(before.referencesVersion).toBe(0)
  await write('patch', '/api/visits/visit0000001')
    .set('If-Match', `"${before.version}"`)
    .send({ changes: [{ path: 'answer.goalKind', value: 'toeShape' }] })
  expect((await visit()).referencesVersion).toBe(1)
  expect((await change({ halluxSlightDeg: null })).body).toMatchObject({
    references: {},
    referencesVersion: 2,
  })
})

test('limits the wrong way round, no such value and no number are refused in one sentence', async () => {
  const before = await practice()
  const upsideDown = await change({ halluxSlightDeg: 25 })
  expect(upsideDown.status).toBe(422)
  expect(upsideDown.body.error.message).toMatch(/must stay below .* Nothing was changed\.$/)
  expect((await change({ halluxSlightDeg: 'much' })).status).toBe(422)
  expect((await change({ noSuchValue: 1 })).status).toBe(422)
  const preview = await write('post', '/api/practice/preview').send({ references: { fanTapered: 2 } })
  expect(preview.status).toBe(422)
  expect(await practice()).toEqual(before)
})

test('only the owner changes the table', async () => {
  const answer = await server.agent.patch('/api/practice').send({ references: { halluxSlightDeg: 18 } })
  expect(answer.status).toBe(403)
})
