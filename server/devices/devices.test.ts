import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import request from 'supertest'
import WebSocket from 'ws'
import { csvHead, csvLine } from '@sturvo/core/pressure'
import {
  unpackFrame,
  type Device,
  type StreamFrame,
  type StreamRequest,
  type StreamWord,
} from '@sturvo/schema'
import { until } from '../testing/until'
import { anotherApp, startLiveServer, testPassword, type TestServer } from '../testing/testServer'
import { usualDevices } from './deviceShelf'
import type { DeviceDriver } from './driver'
import { createWork } from '../work/pool'
import { recordedPressureMat } from './recordedPressureMat'
import { twoFootPressureMat } from './simulatedPressureMat'

/** A mat in the test's hand: sends what it is told to. */
function handMat(): DeviceDriver & { send: (sequence: number) => void; stopped: () => number } {
  let onFrame: ((frame: StreamFrame) => void) | undefined
  let stops = 0
  return {
    describe: () => ({
      id: 'hand-mat',
      name: 'Mat of the test',
      kind: 'pressureMat',
      isMadeUp: true,
      link: 'ready',
      capabilities: {
        stream: true,
        picture: false,
        zero: false,
        rows: 1,
        cols: 2,
        pitchMm: 7,
        rateHz: 100,
        unit: 'kPa',
      },
    }),
    open: () => Promise.resolve(),
    calibrate: () => Promise.resolve(),
    start: (_, listener) => {
      onFrame = listener
      return Promise.resolve()
    },
    stop: () => {
      onFrame = undefined
      stops++
      return Promise.resolve()
    },
    send: (sequence) =>
      onFrame?.({
        sequence,
        deviceS: sequence / 100,
        rows: 1,
        cols: 2,
        values: Float32Array.of(sequence, 1),
      }),
    stopped: () => stops,
  }
}

const hand = handMat()
const folder = mkdtempSync(join(tmpdir(), 'sturvo-devices-'))
const file = join(folder, 'old.csv')
writeFileSync(
  file,
  csvHead({ rows: 2, cols: 2, pitchMm: 7, rateHz: 100, side: 'left', task: 'stance' }) +
    [0, 0.01, 0.02, 0.1, 0.11].map((t) => csvLine(t, [1, 2, 3, t * 100], 0, 4)).join(''),
)
let server: TestServer & { port: number }
let endDrawing: () => Promise<void>
beforeAll(async () => {
  const drawn = createWork()
  server = await startLiveServer(
    [...usualDevices((wish) => drawn.run('simulatedPicture', wish)), recordedPressureMat(file), hand],
    { hostNames: ['feet.example'], isBehindProxy: true },
  )
  endDrawing = () => drawn.close()
})
afterAll(async () => {
  await endDrawing()
  await server.close()
  rmSync(folder, { recursive: true })
})

type Line = {
  socket: WebSocket
  frames: StreamFrame[]
  words: StreamWord[]
  send: (request: StreamRequest) => void
  until: (isSo: () => boolean) => Promise<void>
  refusedWith: Promise<number>
}
function listenTo(id: string, headers: Record<string, string> = {}): Line {
  const socket = new WebSocket(`ws://127.0.0.1:${server.port}/api/devices/${id}/stream`, {
    headers: { cookie: server.cookie, origin: `http://127.0.0.1:${server.port}`, ...headers },
  })
  socket.binaryType = 'arraybuffer'
  const line: Line = {
    socket,
    frames: [],
    words: [],
    send: (request) => socket.send(JSON.stringify(request)),
    until,
    refusedWith: new Promise((resolve) => {
      socket.on('unexpected-response', (_, response) => resolve(response.statusCode ?? 0))
    }),
  }
  socket.on('error', () => undefined)
  socket.on('message', (data, isBinary) => {
    if (isBinary) line.frames.push(unpackFrame(data as ArrayBuffer)!)
    // words of text come as a string of bytes, whatever binary frames were asked for as
    else line.words.push(JSON.parse(Buffer.from(data as ArrayBuffer).toString()) as StreamWord)
  })
  return line
}
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const said = (line: Line, say: StreamWord['say']) => line.words.some((w) => w.say === say)
async function started(id: string, job = 'twoFeet'): Promise<Line> {
  const line = listenTo(id)
  await line.until(() => said(line, 'ready'))
  line.send({ do: 'start', job })
  await line.until(() => said(line, 'started') || said(line, 'refused'))
  return line
}

describe('who may listen', () => {
  test('nobody without a session', async () =>
    expect(await listenTo('hand-mat', { cookie: '' }).refusedWith).toBe(401))
  test('no page of another site', async () =>
    expect(await listenTo('hand-mat', { origin: 'http://elsewhere.example' }).refusedWith).toBe(403))
  test('nobody to a device that is not there', async () =>
    expect(await listenTo('nothing').refusedWith).toBe(404))
})

test('the shelf shows each device with its link and what it can do', async () => {
  const { devices } = (await server.agent.get('/api/devices')).body as { devices: Device[] }
  expect(devices.map((d) => d.kind)).toEqual([
    'pressureMat',
    'pressureMat',
    'scanner',
    'camera',
    'inclinometer',
    'scales',
    'pressureMat',
    'pressureMat',
  ])
  expect(devices[0]!.capabilities).toMatchObject({ rows: 48, cols: 96, pitchMm: 7, rateHz: 100, unit: 'kPa' })
})
test('what can be set to zero is, what cannot says so', async () => {
  const zero = (id: string) => server.agent.post(`/api/devices/${id}/zero`).set('x-sturvo-csrf', server.csrf)
  expect((await zero('mat-two-feet')).status).toBe(200)
  expect((await zero('scanner')).body.error).toMatchObject({ code: 'cannotZero' })
  expect((await zero('nothing')).status).toBe(404)
})
test('scanner and camera take a picture; a mat does not', async () => {
  for (const address of ['scanner/picture?seed=3', 'camera/picture?seed=3&view=inner']) {
    const answer = await server.agent.get(`/api/devices/${address}`).buffer(true)
    expect((await sharp(answer.body as Buffer).metadata()).format).toBe('png')
  }
  expect((await server.agent.get('/api/devices/mat-square/picture')).status).toBe(422)
  expect((await server.agent.get('/api/devices/scanner/picture?seed=x')).status).toBe(422)
})

test('the simulated mat sends a standing client at its rate', async () => {
  const line = await started('mat-two-feet')
  await line.until(() => {
    const last = line.frames[line.frames.length - 1]
    if (last) line.send({ do: 'got', sequence: last.sequence })
    return line.frames.length >= 60
  })
  line.send({ do: 'stop' })
  await line.until(() => said(line, 'stopped'))
  line.socket.close()
  const [first, last] = [line.frames[0]!, line.frames[line.frames.length - 1]!]
  expect([first.rows, first.cols]).toEqual([48, 96])
  expect((last.deviceS - first.deviceS) / (last.sequence - first.sequence)).toBeCloseTo(0.01, 6)
  const newton = last.values.reduce((s, v) => s + v, 0) * 0.049
  expect(newton).toBeGreaterThan(300)
  expect(newton).toBeLessThan(1300)
})
test('a mat that drops out leaves a hole in the sequence', async () => {
  const frames: StreamFrame[] = []
  const mat = twoFootPressureMat({ dropOutsS: [[0.05, 0.15]] })
  await mat.start({ do: 'start', job: 'twoFeet' }, (f) => frames.push(f))
  await until(() => frames.some((f) => f.sequence > 17))
  await mat.stop()
  const numbers = frames.map((f) => f.sequence)
  expect(numbers).toContain(5)
  expect(numbers.filter((n) => n >= 6 && n <= 15)).toEqual([])
  expect(numbers).toContain(17)
})
test('a file plays as if it were live, with its gaps', async () => {
  const line = await started('mat-from-file')
  await line.until(() => line.frames.length === 5)
  expect(line.frames.map((f) => f.sequence)).toEqual([1, 2, 3, 11, 12])
  expect(line.frames[4]!.values[3]).toBeCloseTo(11, 3)
  line.socket.close()
})
test('scales send three weights, the inclinometer one angle', async () => {
  for (const [id, count] of [
    ['scales', 3],
    ['inclinometer', 1],
  ] as const) {
    const line = await started(id)
    await line.until(() => line.frames.length > 2)
    expect(line.frames[0]!.values).toHaveLength(count)
    line.socket.close()
  }
})

describe('a line that is slow, breaks or sends nonsense', () => {
  test('a page that does not keep up gets fewer frames and is told how many are missing', async () => {
    const line = await started('hand-mat')
    for (let i = 1; i <= 1000; i++) hand.send(i)
    await line.until(() => line.frames.length === 64)
    await new Promise((r) => setTimeout(r, 50))
    expect(line.frames).toHaveLength(64)
    line.send({ do: 'got', sequence: 64 })
    await line.until(() => line.frames.length === 128)
    // the newest three hundred wait, what came between is left out
    expect(line.frames[64]!.sequence).toBe(701)
    line.send({ do: 'stop' })
    await line.until(() => said(line, 'stopped'))
    expect(line.words.find((w) => w.say === 'stopped')).toMatchObject({ left: 636 })
    line.socket.close()
  })
  test('a page that comes back goes on where it was, without a hole', async () => {
    const line = await started('hand-mat')
    for (let i = 1; i <= 10; i++) hand.send(i)
    await line.until(() => line.frames.length === 10)
    const run = (line.words.find((w) => w.say === 'started') as { run: string }).run
    line.socket.terminate()
    for (let i = 11; i <= 30; i++) hand.send(i)
    await new Promise((r) => setTimeout(r, 50))
    for (let i = 31; i <= 35; i++) hand.send(i)
    const again = listenTo('hand-mat')
    await again.until(() => said(again, 'ready'))
    again.send({ do: 'start', job: 'twoFeet', resume: { run, after: 10 } })
    await again.until(() => again.frames.length === 25)
    expect(again.frames.map((f) => f.sequence)).toEqual(Array.from({ length: 25 }, (_, i) => i + 11))
    again.send({ do: 'stop' })
    await again.until(() => said(again, 'stopped'))
    again.socket.close()
  })
  test('a second page is refused while the first records', async () => {
    const first = await started('hand-mat')
    const second = await started('hand-mat')
    expect(second.words.find((w) => w.say === 'refused')).toMatchObject({ code: 'busy' })
    hand.send(1)
    await first.until(() => first.frames.length === 1)
    expect(second.frames).toHaveLength(0)
    first.send({ do: 'stop' })
    await first.until(() => said(first, 'stopped'))
    first.socket.close()
    second.socket.close()
  })
  test('a page that came by the public name of the practice is heard', async () => {
    const cookie = server.cookie.replace('sturvo=', '__Host-sturvo=')
    const there = { host: 'feet.example', origin: 'https://feet.example' }
    const line = listenTo('mat-square', { ...there, cookie })
    await line.until(() => said(line, 'ready'))
    line.socket.close()
    // a cookie that anything on the way could have laid there is none
    expect(await listenTo('mat-square', there).refusedWith).toBe(401)
    expect(
      await listenTo('mat-square', { host: 'other.example', origin: 'https://other.example' }).refusedWith,
    ).toBe(421)
  })
  test('two pages that start one device at the same moment: one records, the other is told', async () => {
    const both = [listenTo('hand-mat'), listenTo('hand-mat')]
    await Promise.all(both.map((line) => line.until(() => said(line, 'ready'))))
    for (const line of both) line.send({ do: 'start', job: 'twoFeet' })
    await Promise.all(both.map((line) => line.until(() => said(line, 'started') || said(line, 'refused'))))
    expect(both.filter((line) => said(line, 'started'))).toHaveLength(1)
    const busy = both.find((line) => said(line, 'refused'))!
    expect(busy.words.find((w) => w.say === 'refused')).toMatchObject({ code: 'busy' })
    for (const line of both) line.socket.close()
  })
  test('a person has four lines, and another one may have theirs', async () => {
    const four = [0, 1, 2, 3].map(() => listenTo('mat-square'))
    await Promise.all(four.map((line) => line.until(() => said(line, 'ready'))))
    expect(await listenTo('mat-square').refusedWith).toBe(429)
    four[0]!.socket.close()
    await pause(100)
    const fifth = listenTo('mat-square')
    await fifth.until(() => said(fifth, 'ready'))
    for (const line of [...four, fifth]) line.socket.close()
  })
  test('a line ends within five seconds of its session', async () => {
    const own = await request(anotherApp(server))
      .post('/api/session')
      .send({ email: 'ilse@tideway.example', password: testPassword })
      .expect(201)
    const cookie = own
      .get('Set-Cookie')!
      .find((one) => one.startsWith('sturvo='))!
      .split(';')[0]!
    const line = listenTo('mat-square', { cookie })
    await line.until(() => said(line, 'ready'))
    const ended = new Promise<number>((resolve) => line.socket.on('close', resolve))
    const began = performance.now()
    await request(anotherApp(server))
      .delete('/api/session')
      .set('cookie', cookie)
      .set('x-sturvo-csrf', (own.body as { csrf: string }).csrf)
      .expect(204)
    expect(await ended).toBe(4401)
    expect(performance.now() - began).toBeLessThan(5000)
  })
  test('nonsense and unknown tasks get one sentence, and the line stays', async () => {
    const line = await started('mat-square', 'handstand')
    expect(line.words.find((w) => w.say === 'refused')).toMatchObject({ code: 'unknownJob' })
    line.socket.send('{not json')
    line.socket.send(Buffer.from([1, 2, 3]))
    await line.until(() => line.words.filter((w) => w.say === 'refused').length === 3)
    expect(line.socket.readyState).toBe(WebSocket.OPEN)
    line.socket.close()
  })
  test('a camera sends no frames and says so', async () => {
    const line = await started('camera')
    expect(line.words.find((w) => w.say === 'refused')).toMatchObject({ code: 'noStream' })
    line.socket.close()
  })
})
