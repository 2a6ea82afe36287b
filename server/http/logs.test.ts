import { Writable } from 'node:stream'
import pino from 'pino'
import request from 'supertest'
import type { Db } from '../data/database'
import { anotherApp, startTestServer, testPassword } from '../testing/testServer'

const secrets = {
  name: 'Quillon Sprigg',
  email: 'quillon@tideway.example',
  phone: '0555 123 987',
  work: 'barnacle scraper',
  goal: 'dance at the lantern feast',
}

/** A log that can be read, of an application on the same practice. */
async function watched(
  more: (database: Awaited<ReturnType<typeof startTestServer>>['database']) => void = () => undefined,
) {
  const server = await startTestServer()
  let text = ''
  const logger = pino(
    { level: 'trace' },
    new Writable({
      write: (chunk: Buffer, _encoding, done) => {
        text += chunk.toString()
        done()
      },
    }),
  )
  const agent = request.agent(anotherApp(server, { logger }))
  const { body } = await agent
    .post('/api/session')
    .send({ email: 'ilse@tideway.example', password: testPassword })
  more(server.database)
  const write = (method: 'post' | 'patch', path: string) =>
    agent[method](path).set('x-sturvo-csrf', body.csrf as string)
  return { server, agent, write, log: () => text }
}

function expectNoSecrets(log: string): void {
  for (const word of [...Object.values(secrets), testPassword, 'ilse@tideway', 'Quillon'])
    expect(log).not.toContain(word)
}

test('the log of a whole journey, at its most talkative, holds no name, no note and no password', async () => {
  const { server, agent, write, log } = await watched()
  const { name, email, phone, work, goal } = secrets
  await write('post', '/api/people').send({ id: 'person000001', name, email, phone, work }).expect(201)
  await write('post', '/api/people/person000001/visits').send({ id: 'visit0000001', startedOn: '2026-05-04' })
  await write('patch', '/api/visits/visit0000001')
    .set('if-match', '"0"')
    .send({ changes: [{ path: 'answer.goal', value: goal }] })
    .expect(200)
  await agent.get('/api/people').query({ find: 'Quillon' }).expect(200)
  await agent.get('/api/visits/visit0000001/handout.pdf').expect(200)
  await write('post', '/api/people').send({ id: 'person000001', name: 9, email }).expect(422)
  await agent.post('/api/session').send({ email, password: testPassword }).expect(401)
  expect(log()).toContain('/api/visits/visit0000001')
  expectNoSecrets(log())
  await server.close()
})

test.each([
  ['a full disk', 'SQLITE_FULL', 503],
  ['a defect', 'SQLITE_ERROR', 500],
])(
  'when a write fails, by %s, the log says what and where, and not what was typed',
  async (_, code, status) => {
    const { server, write, log } = await watched((database) => {
      const real = database.write
      database.write = Object.assign(
        <T>(job: (tx: Db) => Promise<T>) =>
          real(async (tx): Promise<T> => {
            await job(tx)
            // as the database library says it: with the query and all of its values
            throw Object.assign(
              new Error(`Failed query: insert … params: ${Object.values(secrets).join(',')}`),
              { cause: Object.assign(new Error('database or disk'), { code }) },
            )
          }),
        { idle: () => real.idle(), alone: real.alone },
      )
    })
    const { name, email, phone, work } = secrets
    const answer = await write('post', '/api/people').send({ id: 'person000001', name, email, phone, work })
    expect(answer.status).toBe(status)
    expect(answer.body.error.message).toMatch(/saved before is safe|Nothing was changed/)
    expect(log()).toContain(code)
    expectNoSecrets(log() + answer.text)
    await server.close()
  },
)
