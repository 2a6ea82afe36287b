import { readdirSync } from 'node:fs'
import sharp from 'sharp'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
  await write('/api/people').send({ id: 'person000001', name: 'Ansa Rook' })
  await write('/api/people/person000001/visits').send({ id: 'visit0000001', startedOn: '2026-05-04' })
})
afterAll(() => server.close())
const write = (path: string) => server.agent.post(path).set('x-sturvo-csrf', server.csrf)
const putIn = (bytes: Buffer, name = 'print.png') =>
  write('/api/visits/visit0000001/pictures').attach('picture', bytes, name)
const grey = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#ccc' } })

test('a picture is drawn anew as PNG, upright, and what came along with it is gone', async () => {
  const jpeg = await grey(60, 40)
    .withExif({ IFD0: { Copyright: 'somebody', Orientation: '6' } })
    .jpeg()
    .toBuffer()
  const answer = await putIn(jpeg, 'print.exe')
  expect(answer.status).toBe(201)
  const stored = await server.agent
    .get(answer.body.url)
    .buffer(true)
    .parse((response, done) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () => done(null, Buffer.concat(parts)))
    })
  const meta = await sharp(stored.body as Buffer).metadata()
  expect(meta.format).toBe('png')
  expect(meta.exif).toBeUndefined()
  expect([meta.width, meta.height]).toEqual([answer.body.widthPx, answer.body.heightPx])
})

test('the same picture twice is one file', async () => {
  const png = await grey(33, 44).png().toBuffer()
  const before = readdirSync(server.database.picturesFolder).length
  const [one, two] = [await putIn(png), await putIn(png)]
  expect(one.body.id).not.toBe(two.body.id)
  expect(readdirSync(server.database.picturesFolder)).toHaveLength(before + 1)
})

test('junk, a program named .png, a torn picture: one sentence and no file', async () => {
  const before = readdirSync(server.database.picturesFolder).length
  const whole = await sharp({
    create: {
      width: 300,
      height: 300,
      channels: 3,
      noise: { type: 'gaussian', mean: 120, sigma: 40 },
      background: '#000',
    },
  })
    .png()
    .toBuffer()
  for (const [bytes, status] of [
    [Buffer.from('not a picture at all'), 415],
    [Buffer.concat([Buffer.from('MZ'), Buffer.alloc(4000, 7)]), 415],
    [Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'), 415],
    [whole.subarray(0, whole.length / 3), 422],
  ] as const) {
    const answer = await putIn(bytes)
    expect(answer.status).toBe(status)
    expect(answer.body.error.message).toMatch(/Nothing was changed/)
  }
  expect(readdirSync(server.database.picturesFolder)).toHaveLength(before)
})

test('too many bytes or too many pixels are refused', async () => {
  expect((await putIn(Buffer.alloc(26 * 1024 * 1024))).status).toBe(413)
  const vast = await grey(9000, 5000).png().toBuffer()
  const answer = await putIn(vast)
  expect(answer.status).toBe(413)
  expect(answer.body.error.message).toContain('45 megapixels')
})

test('no picture, the wrong field, no such visit', async () => {
  expect((await write('/api/visits/visit0000001/pictures')).body.error.code).toBe('badUpload')
  expect(
    (await write('/api/visits/visit0000001/pictures').attach('file', Buffer.from('x'), 'x.png')).status,
  ).toBe(400)
  expect(
    (await write('/api/visits/visit0000099/pictures').attach('picture', Buffer.from('x'), 'x.png')).status,
  ).toBe(404)
})
