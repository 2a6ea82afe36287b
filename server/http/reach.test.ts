import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { request } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { AddressInfo } from 'node:net'
import pino from 'pino'
import supertest from 'supertest'
import { reachOf } from '../cli/serve'
import { UsageError } from '../cli/usage'
import { anotherApp, startTestServer, testPassword, type TestServer } from '../testing/testServer'
import { createApp } from './app'
import { listen } from './listen'

let server: TestServer
let folder: string
beforeAll(async () => {
  server = await startTestServer()
  folder = mkdtempSync(join(tmpdir(), 'sturvo-tls-'))
})
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await server.close()
})

const email = 'ilse@tideway.example'
const reachedAs = (more: object) =>
  createApp({
    database: server.database,
    logger: pino({ level: 'silent' }),
    webFolder: server.folder,
    work: server.work,
    ...more,
  })

test('with a certificate: HTTPS, Secure cookies, HSTS', async () => {
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')]
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'ec',
      '-pkeyopt',
      'ec_paramgen_curve:prime256v1',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-keyout',
      key,
      '-out',
      cert,
    ],
    { stdio: 'ignore' },
  )
  const reach = reachOf({ 'tls-cert': cert, 'tls-key': key }, 'https://localhost')
  const line = await listen(reachedAs({ publicUrl: reach.publicUrl, hostNames: ['localhost'] }), 0, reach.tls)
  const { port } = line.address() as AddressInfo
  const answer = await new Promise<{ status: number; headers: NodeJS.Dict<string | string[]> }>(
    (resolve, reject) => {
      const asked = request(
        {
          host: 'localhost',
          port,
          path: '/api/session',
          method: 'POST',
          ca: readFileSync(cert),
          headers: { 'content-type': 'application/json' },
        },
        (response) => {
          response.resume()
          resolve({ status: response.statusCode!, headers: response.headers })
        },
      )
      asked.on('error', reject)
      asked.end(JSON.stringify({ email, password: testPassword }))
    },
  )
  expect(answer.status).toBe(201)
  for (const cookie of answer.headers['set-cookie'] as string[]) {
    expect(cookie).toMatch(/^__Host-sturvo.*; Path=\/; .*Secure/)
    expect(cookie).not.toContain('Domain')
  }
  expect(answer.headers['strict-transport-security']).toMatch(/^max-age=\d{8}/)
  await new Promise((resolve) => line.close(resolve))
})

test('behind a proxy its word on HTTPS counts, and only where it was named', async () => {
  const ask = (app: ReturnType<typeof anotherApp>) =>
    supertest(app)
      .post('/api/session')
      .set('x-forwarded-proto', 'https')
      .send({ email, password: testPassword })
  const believed = await ask(reachedAs({ isBehindProxy: true }))
  expect(believed.get('Set-Cookie')!.every((c) => c.includes('; Secure'))).toBe(true)
  expect(believed.headers['strict-transport-security']).toBeDefined()
  const laid = believed.get('Set-Cookie')!.map((one) => one.split(';')[0]!)
  const who = (cookie: string) =>
    supertest(reachedAs({ isBehindProxy: true }))
      .get('/api/session')
      .set('x-forwarded-proto', 'https')
      .set('cookie', cookie)
  expect((await who(laid.join('; '))).status).toBe(200)
  expect((await who(laid.join('; ').replaceAll('__Host-', ''))).status).toBe(401)
  const plain = await ask(anotherApp(server))
  expect(plain.get('Set-Cookie')!.some((c) => c.includes('; Secure'))).toBe(false)
  expect(plain.headers['strict-transport-security']).toBeUndefined()
})

test.each([
  [{ 'tls-cert': 'cert.pem' }, undefined],
  [{ 'tls-cert': '/nowhere.pem', 'tls-key': '/nowhere.key' }, undefined],
  [{ 'tls-cert': __filename, 'tls-key': __filename }, undefined],
  [{}, 'http://feet.example'],
  [{}, 'feet.example'],
])('options %j with address %s are refused in one sentence', (options, address) => {
  expect(() => reachOf(options, address)).toThrow(UsageError)
})
