import { mkdtempSync, rmSync } from 'node:fs'
import { connect, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { becomeOwner, runServer, type RunningServer } from '../testing/runningServer'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-lines-'))
let server: RunningServer
let owner: Awaited<ReturnType<typeof becomeOwner>>
let serving: number
beforeAll(async () => {
  server = await runServer(join(folder, 'practice.db'))
  owner = await becomeOwner(server)
  serving = await server.serving()
})
afterAll(async () => {
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
})
/** The very same process still answers: it was not started anew behind everybody's back. */
afterEach(async () => {
  await server.answering()
  expect(await server.serving()).toBe(serving)
})

const upgrade = (more = '') =>
  `GET /api/devices/mat-square/stream HTTP/1.1\r\nHost: 127.0.0.1:${server.port}\r\nUpgrade: websocket\r\nConnection: Upgrade\r\nSec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\nSec-WebSocket-Version: 13\r\n${more}\r\n`
const open = () =>
  new Promise<Socket>((resolve) => {
    const socket = connect(server.port, '127.0.0.1', () => resolve(socket))
    socket.on('error', () => undefined)
  })
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

test('lines that are reset at once, by strangers and by foreign pages, end nothing but themselves', async () => {
  for (const more of [
    '',
    'Origin: https://elsewhere.example\r\n',
    `Origin: http://127.0.0.1:${server.port}\r\nCookie: ${owner.cookie}\r\n`,
  ])
    for (let i = 0; i < 40; i++) {
      const socket = await open()
      socket.write(upgrade(more))
      if (i % 3 === 0) await pause(1)
      socket.resetAndDestroy()
    }
  await pause(200)
})

test('half a request for a line, and lines to nowhere', async () => {
  for (const text of [
    upgrade().slice(0, 60),
    upgrade().replace('mat-square', 'x'.repeat(5000)),
    upgrade().replace('13', '99'),
    'GET / HTTP/1.1\r\nUpgrade: x\r\nConnection: Upgrade\r\n\r\n',
    '\u0000\u0001\u0002',
    'GET http://[ HTTP/1.1\r\n\r\n',
  ]) {
    const socket = await open()
    socket.write(text)
    await pause(30)
    socket.destroy()
  }
})

const frame = (first: number, ...rest: number[]) => Buffer.from([first, ...rest])
const broken: [string, () => Buffer][] = [
  [
    'five thousand bytes',
    () => Buffer.concat([frame(0x82, 0xfe, 0x13, 0x88, 1, 2, 3, 4), Buffer.alloc(5000, 7)]),
  ],
  ['reserved bits', () => frame(0xf1, 0x80, 1, 2, 3, 4)],
  [
    'a length of nine exabytes',
    () => frame(0x82, 0xff, 0x7f, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 1, 2, 3, 4),
  ],
  ['no mask', () => frame(0x81, 0x02, 0x68, 0x69)],
  ['letters that are none', () => frame(0x81, 0x82, 0, 0, 0, 0, 0xc3, 0x28)],
  ['an unknown kind', () => frame(0x8b, 0x80, 1, 2, 3, 4)],
  ['a piece of nothing', () => frame(0x80, 0x80, 1, 2, 3, 4)],
]
test.each(broken)('signed in, a frame of %s ends its own line', async (_, bytes) => {
  const socket = await open()
  const ended = new Promise((resolve) => socket.once('close', resolve))
  let text = ''
  socket.on('data', (part: Buffer) => (text += part.toString('latin1')))
  socket.write(upgrade(`Origin: http://127.0.0.1:${server.port}\r\nCookie: ${owner.cookie}\r\n`))
  for (let i = 0; i < 100 && !text.includes('ready'); i++) await pause(10)
  expect(text).toContain('101 Switching Protocols')
  socket.write(bytes())
  await ended
})
