import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { request as httpRequest } from 'node:http'
import { join } from 'node:path'
import type { AddressInfo } from 'node:net'
import pino from 'pino'
import { runCommand } from '../cli'
import { rootFolder } from '../data/places'
import { hashPassword, isPassword } from '../signin/passwords'
import { startTestServer, testPassword, type TestServer } from '../testing/testServer'
import { createApp } from './app'
import { listen } from './listen'

/** docs/asvs.md says what is met; here stands that it names what is there, and small promises nobody else tests. */
let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())

const rows = readFileSync(join(rootFolder, 'docs', 'asvs.md'), 'utf8')
  .split('\n')
  .map((line) => line.split('|').map((cell) => cell.trim()))
  .filter((cells) => /^\d+\.\d/.test(cells[1] ?? ''))
  .map(([, number = '', level = '', asks = '', state = '', how = '']) => ({
    number,
    level,
    asks,
    state,
    how,
  }))

function testFiles(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (['node_modules', 'dist', '.git'].includes(entry.name)) return []
    if (entry.isDirectory()) return testFiles(join(folder, entry.name))
    return /\.test\.tsx?$/.test(entry.name) ? [entry.name] : []
  })
}

test('what is called met names a test that is there, what is not says why, and each requirement stands once', () => {
  const there = new Set(testFiles(rootFolder))
  const wrong = rows.flatMap(({ number, state, how }) => {
    const named = [...how.matchAll(/`([\w./]+\.test\.tsx?)`/g)].map(([, path = '']) =>
      path.split('/').at(-1)!,
    )
    const lost = named.filter((name) => !there.has(name))
    if (lost.length > 0) return [`${number}: ${lost.join(', ')} is not there`]
    if (state === 'met' && named.length === 0) return [`${number} is called met without a test`]
    return ['met', 'part', 'no', 'none'].includes(state) && how !== '' ? [] : [`${number} says nothing`]
  })
  expect(wrong).toEqual([])
  expect(new Set(rows.map(({ number }) => number)).size).toBe(rows.length)
  expect(rows.length).toBeGreaterThan(200)
})

test('every answer, page and refusal has its heads: no guessing of types, no frame, no referrer, no keeping', async () => {
  for (const path of ['/', '/api/session', '/api/people', '/api/nothing', '/api/health']) {
    const { headers } = await server.agent.get(path)
    expect([path, headers['x-content-type-options'], headers['referrer-policy']]).toEqual([
      path,
      'nosniff',
      'no-referrer',
    ])
    const policy = headers['content-security-policy']
    for (const part of [
      "frame-ancestors 'none'",
      "object-src 'none'",
      "base-uri 'none'",
      "form-action 'self'",
    ])
      expect(policy).toContain(part)
    expect(headers['access-control-allow-origin']).toBeUndefined()
    expect(headers['x-powered-by']).toBeUndefined()
    if (path.startsWith('/api')) {
      expect(headers['content-type']).toMatch(/^application\/json; charset=utf-8$/)
      expect(headers['cache-control']).toBe('no-store')
    }
  }
})

test('nothing of the source, no list of a folder, no TRACE', async () => {
  for (const path of [
    '/.git/config',
    '/package.json',
    '/server/index.ts',
    '/assets/',
    '/.env',
    '/c/../server',
  ]) {
    const { status, text } = await server.agent.get(path)
    expect([path, status < 400 ? /<html|<!doctype/i.test(text) : true]).toEqual([path, true])
    expect(text).not.toMatch(/"dependencies"|Index of|\[core\]|import /)
  }
  const app = createApp({
    database: server.database,
    logger: pino({ level: 'silent' }),
    webFolder: server.folder,
    work: server.work,
  })
  const own = await listen(app, 0)
  const { port } = own.address() as AddressInfo
  const status = await new Promise((resolve) =>
    httpRequest({ port, host: '127.0.0.1', path: '/api/health', method: 'TRACE' }, (answer) =>
      resolve(answer.statusCode),
    ).end(),
  )
  expect(status).toBeGreaterThanOrEqual(400)
  await new Promise((resolve) => own.close(resolve))
})

test('a session is 256 random bits, and the database holds only what they hash to', () => {
  const [, token = ''] = /=([\w-]{43})(?:;|$)/.exec(server.cookie)!
  expect(Buffer.from(token, 'base64url')).toHaveLength(32)
  const held = readdirSync(server.folder, { withFileTypes: true }).filter(
    (entry) => entry.isFile() && readFileSync(join(server.folder, entry.name)).includes(token),
  )
  expect(held).toEqual([])
})

test('one parameter has one value', async () => {
  for (const path of ['/api/audit?person=a&person=b', '/api/audit?action=saw&action=changed'])
    expect([path, (await server.agent.get(path)).status]).toEqual([path, 422])
})

test('a password is taken exactly as typed, of any letters, long ones too', async () => {
  const hash = await hashPassword(' Lanterns over the mud flats ')
  expect(hash).toMatch(/^\$argon2id\$/)
  expect(await isPassword(hash, ' Lanterns over the mud flats ')).toBe(true)
  for (const other of [
    'Lanterns over the mud flats',
    ' lanterns over the mud flats ',
    ' Lanterns over the mud flat',
  ])
    expect([other, await isPassword(hash, other)]).toEqual([other, false])
  const change = (before: string, after: string) =>
    server.agent
      .post('/api/account/password')
      .set('x-sturvo-csrf', server.csrf)
      .send({ current: before, password: after })
  const long = 'tidal '.repeat(20).trim()
  for (const [before, after] of [
    [testPassword, long],
    [long, '潮が満ちて灯りが揺れる夜'],
  ] as const) {
    const answer = await change(before, after)
    expect([after, answer.status]).toEqual([after, answer.status < 300 ? answer.status : 'taken'])
  }
})

test.each([['http://databases.example:8080'], ['ws://databases.example'], ['no address']])(
  'a server of databases at %s would be spoken to in clear, and is not',
  async (url) => {
    const before = process.env.STURVO_DB_URL
    process.env.STURVO_DB_URL = url
    try {
      const file = join(server.folder, 'never.db')
      const nobody = { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve('') }
      expect((await runCommand(['serve', '--db', file], nobody)).code).toBe(2)
      expect(existsSync(file)).toBe(false)
    } finally {
      if (before === undefined) delete process.env.STURVO_DB_URL
      else process.env.STURVO_DB_URL = before
    }
  },
)
