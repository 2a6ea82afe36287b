import { existsSync, readdirSync } from 'node:fs'
import { request as plainRequest } from 'node:http'
import { gunzipSync, gzipSync } from 'node:zlib'
import { csvHead, csvLine, type RecordingMeta } from '@sturvo/core/pressure'
import { eq } from 'drizzle-orm'
import { recordingFile } from '../data/tables'
import { startLiveServer, type TestServer } from '../testing/testServer'
import { until } from '../testing/until'

const meta: RecordingMeta = { rows: 3, cols: 4, pitchMm: 7, rateHz: 50, side: 'both', task: 'stance' }
const text =
  csvHead(meta) +
  Array.from({ length: 40 }, (_, i) => csvLine(i / 50, new Float32Array(12).fill(i), 0, 12)).join('')
const path = '/api/visits/visit0000001/recordings'

let server: TestServer & { port: number }
beforeAll(async () => {
  server = await startLiveServer([])
  const write = (to: string) => server.agent.post(to).set('x-sturvo-csrf', server.csrf)
  await write('/api/people').send({ id: 'person000001', name: 'Ansa Rook' })
  await write('/api/people/person000001/visits').send({ id: 'visit0000001', startedOn: '2026-05-04' })
})
afterAll(() => server.close())
const putIn = (body: string | Buffer, type = 'text/csv') =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).set('content-type', type).send(body)
const filesLeft = () =>
  existsSync(server.database.recordingsFolder) ? readdirSync(server.database.recordingsFolder) : []
const rowsLeft = async () =>
  (await server.database.db.select().from(recordingFile).where(eq(recordingFile.visitId, 'visit0000001')))
    .length

test('a recording comes in plain or packed and goes out packed, frame for frame', async () => {
  for (const [body, type] of [
    [text, 'text/csv'],
    [gzipSync(text), 'application/gzip'],
  ] as const) {
    const answer = await putIn(body, type)
    expect(answer.status).toBe(201)
    expect(answer.body).toMatchObject({ meta, frames: 40 })
    const back = await server.agent
      .get(answer.body.url as string)
      .buffer(true)
      .parse((response, done) => {
        const parts: Buffer[] = []
        response.on('data', (part: Buffer) => parts.push(part))
        response.on('end', () => done(null, Buffer.concat(parts)))
      })
    expect(gunzipSync(back.body as Buffer).toString()).toBe(text)
  }
})

describe('what is broken is named with its line and leaves nothing behind', () => {
  test.each([
    ['wrong columns', text + '9,1,2\n', 'badColumns', /Line 49 has 3 columns/],
    ['not a number', text + `9,NaN${',0'.repeat(11)}\n`, 'badNumber', /Line 49, column 2/],
    ['time backwards', text + csvLine(0.1, new Float32Array(12), 0, 12), 'timeNotRising', /Line 49/],
    ['torn off while packed', gzipSync(text).subarray(0, 150), 'truncatedFile', /ends too early/],
    ['no frame', csvHead(meta), 'noFrames', /not one moment/],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 10, 26, 10]), 'badHeader', /"rows" is missing/],
  ])('%s', async (_, body, code, sentence) => {
    const before = [filesLeft().length, await rowsLeft()]
    const answer = await putIn(body)
    expect(answer.status).toBe(422)
    expect(answer.body.error.code).toBe(code)
    expect(answer.body.error.message).toMatch(sentence)
    expect([filesLeft().length, await rowsLeft()]).toEqual(before)
  })
  test('another kind of body', async () => {
    expect((await putIn('{}', 'text/html')).status).toBe(415)
  })
  test('a visit that is not there', async () => {
    const answer = await server.agent
      .post('/api/visits/visit0000009/recordings')
      .set('x-sturvo-csrf', server.csrf)
      .set('content-type', 'text/csv')
      .send(text)
    expect(answer.status).toBe(404)
  })
})

test('a page that goes away while sending leaves nothing half-saved', async () => {
  const before = [filesLeft().length, await rowsLeft()]
  const { port, cookie } = server
  await new Promise<void>((resolve) => {
    const sending = plainRequest({
      port,
      path,
      method: 'POST',
      headers: {
        cookie,
        'x-sturvo-csrf': server.csrf,
        'content-type': 'text/csv',
        'content-length': 1_000_000,
      },
    })
    sending.on('error', () => resolve())
    sending.write(text)
    setTimeout(() => sending.destroy(new Error('gone')), 150)
  })
  await until(async () => JSON.stringify([filesLeft().length, await rowsLeft()]) === JSON.stringify(before))
})

test('a recording of the visit points to its file and is merged field by field', async () => {
  const { body: file } = await putIn(text)
  const reading = { durationS: 0.8, frames: 40, steps: [], gaps: [], deadCells: [], missing: [] }
  const value = {
    fileId: file.id,
    pipeline: 1,
    job: 'twoFeet',
    meta,
    source: 'mat',
    takenAt: '2026-05-04T09:00:00.000Z',
    points: 'heads',
    moments: [],
    reading,
  }
  const patch = (version: number, fields: object[]) =>
    server.agent
      .patch('/api/visits/visit0000001')
      .set('x-sturvo-csrf', server.csrf)
      .set('If-Match', `"${version}"`)
      .send({ changes: fields })
  const { body: visit } = await server.agent.get('/api/visits/visit0000001')
  const done = await patch(visit.version as number, [{ path: 'recording.recording001', value }])
  expect(done.status).toBe(200)
  const after = await server.agent.get('/api/visits/visit0000001')
  expect(after.body.fields['recording.recording001']).toMatchObject({ job: 'twoFeet', fileId: file.id })
  const bad = await patch(done.body.version as number, [
    { path: 'recording.recording001', value: { ...value, job: 'handstand' } },
  ])
  expect(bad.status).toBe(422)
})
