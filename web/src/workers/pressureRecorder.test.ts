import { csvHead, csvLine, framesInMemory, writePressureCsv, type RecordingMeta } from '@sturvo/core/pressure'
import { referenceValues } from '@sturvo/core/reference'
import {
  defaultPressureClient,
  pressureScene,
  recordScene,
  twoFootGrid,
  usualPressureFaults,
} from '@sturvo/core/synthetic'
import { packFrame, type Device, type StreamRequest } from '@sturvo/schema'
import { isobarsOf } from './livePressure'
import { PressureRecorder, type FrameLine, type RecordRequest } from './pressureRecorder'

const references = referenceValues()
const scene = pressureScene(defaultPressureClient(), {
  task: 'stance',
  seconds: 22,
  seed: 3,
  grid: twoFootGrid,
})
const { timesS, kpa } = recordScene(scene, 20, usualPressureFaults, 3)
const cells = 48 * 96
const device: Device = {
  id: 'mat',
  name: 'Mat of the test',
  kind: 'pressureMat',
  isMadeUp: true,
  link: 'ready',
  capabilities: {
    stream: true,
    picture: false,
    zero: false,
    rows: 48,
    cols: 96,
    pitchMm: 7,
    rateHz: 20,
    unit: 'kPa',
  },
}

/** A recorder with a line and a clock in the test's hand. */
function onTheBench() {
  let nowMs = 0
  const lines: {
    deliver: (data: ArrayBuffer | string) => void
    breakOff: () => void
    sent: StreamRequest[]
  }[] = []
  const connect = (): FrameLine => {
    let onMessage: (data: ArrayBuffer | string) => void = () => undefined
    let onClosed = () => undefined as void
    const sent: StreamRequest[] = []
    lines.push({ deliver: (data) => onMessage(data), breakOff: () => onClosed(), sent })
    return {
      onMessage: (listener) => (onMessage = listener),
      onClosed: (listener) => (onClosed = listener),
      send: (text) => sent.push(JSON.parse(text) as StreamRequest),
      close: () => undefined,
    }
  }
  const recorder = new PressureRecorder(connect, () => nowMs)
  const last = () => lines[lines.length - 1]!
  const frame = (i: number, sequence = i + 1) =>
    last().deliver(
      packFrame({
        sequence,
        deviceS: timesS[i]!,
        rows: 48,
        cols: 96,
        values: kpa.subarray(i * cells, (i + 1) * cells),
      }),
    )
  const hear = (word: object) => last().deliver(JSON.stringify(word))
  const begin = (change: Partial<RecordRequest> = {}) => {
    recorder.start({ device, job: 'twoFeet', countDownS: 0, waitsForSteady: false, references, ...change })
    hear({ say: 'ready', device })
    hear({ say: 'started', run: 'first' })
  }
  return { recorder, lines, last, frame, hear, begin, wait: (ms: number) => (nowMs += ms) }
}

test('counts down, waits until the client stands still, records and ends by itself', () => {
  const { recorder, last, frame, hear, wait } = onTheBench()
  recorder.start({ device, job: 'twoFeet', countDownS: 3, waitsForSteady: true, references })
  hear({ say: 'ready', device })
  expect(recorder.look()).toMatchObject({ phase: 'countDown', leftS: 3 })
  expect(last().sent).toEqual([])
  wait(3100)
  recorder.look()
  expect(last().sent[0]).toMatchObject({ do: 'start', job: 'twoFeet' })
  hear({ say: 'started', run: 'first' })
  expect(recorder.look().phase).toBe('settling')
  let i = 0
  while (recorder.look().phase === 'settling') frame(i++)
  // what was seen while it waited is part of the recording
  expect(i).toBeGreaterThan(15)
  expect(recorder.look()).toMatchObject({ phase: 'recording', frames: i })
  while (recorder.look().phase === 'recording') frame(i++)
  expect(recorder.look()).toMatchObject({ phase: 'done', lostFrames: 0 })
  expect(recorder.look().recordedS).toBeCloseTo(20, 1)
  const outcome = recorder.analyse(references, {})
  expect(outcome.ok && outcome.value.left!.share! + outcome.value.right!.share!).toBeCloseTo(1, 6)
})
test('who begins by hand does not wait', () => {
  const { recorder, frame, begin } = onTheBench()
  begin({ waitsForSteady: true })
  frame(0)
  recorder.beginNow()
  expect(recorder.look()).toMatchObject({ phase: 'recording', frames: 1 })
})
test('an empty mat is nobody standing still', () => {
  const { recorder, last, begin } = onTheBench()
  begin({ waitsForSteady: true })
  for (let i = 0; i < 60; i++)
    last().deliver(
      packFrame({ sequence: i + 1, deviceS: i / 20, rows: 48, cols: 96, values: new Float32Array(cells) }),
    )
  expect(recorder.look().phase).toBe('settling')
})
test('lost frames are counted and stay a gap; late, doubled and foreign ones are left out', () => {
  const { recorder, last, frame, begin } = onTheBench()
  begin()
  for (const i of [0, 1, 2, 6, 7]) frame(i)
  frame(4)
  frame(7)
  last().deliver(packFrame({ sequence: 99, deviceS: 1, rows: 2, cols: 2, values: new Float32Array(4) }))
  last().deliver(new ArrayBuffer(11))
  expect(recorder.look()).toMatchObject({ frames: 5, lostFrames: 3 })
  expect(recorder.times()).toEqual([0, 0.05, 0.1, 0.3, 0.35].map((t) => expect.closeTo(t, 6)))
})
test('tells the device what arrived, so that it need not guess', () => {
  const { last, frame, begin } = onTheBench()
  begin()
  for (let i = 0; i < 30; i++) frame(i)
  expect(last().sent.filter((r) => r.do === 'got')).toEqual([
    { do: 'got', sequence: 12 },
    { do: 'got', sequence: 24 },
  ])
})

describe('a line that breaks', () => {
  test('comes back and goes on after the last frame', () => {
    const { recorder, lines, last, frame, hear, begin, wait } = onTheBench()
    begin()
    for (let i = 0; i < 10; i++) frame(i)
    last().breakOff()
    wait(500)
    expect(recorder.look().isLineLost).toBe(true)
    expect(lines).toHaveLength(2)
    hear({ say: 'ready', device })
    expect(last().sent[0]).toMatchObject({ do: 'start', resume: { run: 'first', after: 10 } })
    hear({ say: 'started', run: 'first' })
    for (let i = 10; i < 15; i++) frame(i)
    expect(recorder.look()).toMatchObject({ isLineLost: false, frames: 15, lostFrames: 0 })
  })
  test('to a server that was started anew goes on recording: its count and its clock begin again', () => {
    const { recorder, last, frame, hear, begin, wait } = onTheBench()
    begin()
    for (let i = 0; i < 40; i++) frame(i)
    const { recordedS } = recorder.look()
    last().breakOff()
    recorder.look()
    wait(2000)
    hear({ say: 'ready', device })
    hear({ say: 'started', run: 'second' })
    for (let i = 0; i < 20; i++) frame(i)
    const look = recorder.look()
    expect(look).toMatchObject({ phase: 'recording', isLineLost: false, frames: 60 })
    // two seconds of 20 Hz that nobody recorded, and time that never goes back
    expect(look.lostFrames).toBe(40)
    expect(look.recordedS).toBeCloseTo(recordedS + 2 + (timesS[19]! - timesS[0]!), 5)
    const times = recorder.times()
    expect(times.every((t, i) => i === 0 || t > times[i - 1]!)).toBe(true)
  })
  test('that comes back to another run while the client settles waits anew, by the new clock', () => {
    const { recorder, last, frame, hear, begin, wait } = onTheBench()
    begin({ waitsForSteady: true })
    for (let i = 100; i < 110; i++) frame(i, i - 99)
    expect(recorder.look().phase).toBe('settling')
    last().breakOff()
    recorder.look()
    wait(500)
    hear({ say: 'ready', device })
    hear({ say: 'started', run: 'second' })
    for (let i = 0; i < timesS.length && recorder.look().phase === 'settling'; i++) frame(i)
    expect(recorder.look()).toMatchObject({ phase: 'recording', lostFrames: 0 })
    const times = recorder.times()
    expect(times[0]).toBe(0)
    expect(times.every((t, i) => i === 0 || t > times[i - 1]!)).toBe(true)
  })
  test('that does not come back keeps what there was', () => {
    const { recorder, last, frame, begin, wait } = onTheBench()
    begin()
    for (let i = 0; i < 40; i++) frame(i)
    last().breakOff()
    for (let i = 0; i < 12; i++) {
      wait(1000)
      recorder.look()
      last().breakOff()
    }
    expect(recorder.look()).toMatchObject({ phase: 'done', frames: 40 })
    expect(recorder.look().failure).toMatch(/line to the device was lost/)
  })
  test('before anything was recorded says so', () => {
    const { recorder, last, wait } = onTheBench()
    recorder.start({ device, job: 'twoFeet', countDownS: 0, waitsForSteady: false, references })
    last().breakOff()
    for (let i = 0; i < 12; i++) {
      wait(1000)
      recorder.look()
      last().breakOff()
    }
    expect(recorder.look()).toMatchObject({ phase: 'failed', frames: 0 })
  })
})
test('a device that refuses is quoted', () => {
  const { recorder, hear, begin } = onTheBench()
  begin()
  hear({ say: 'refused', code: 'busy', message: 'Another page is recording with this device.' })
  expect(recorder.look()).toMatchObject({
    phase: 'failed',
    failure: 'Another page is recording with this device.',
  })
})

describe('what is drawn', () => {
  const meta: RecordingMeta = { rows: 6, cols: 6, pitchMm: 10, rateHz: 20, side: 'both', task: 'stance' }
  const hill = (row: number, col: number, top: number) =>
    Float32Array.from({ length: 36 }, (_, i) =>
      Math.max(0, top - 40 * Math.hypot(Math.floor(i / 6) - row, (i % 6) - col)),
    )
  test('isobars close round a hill, where it stands, in mm', () => {
    const lines = isobarsOf(hill(2, 3, 120), meta)
    expect(lines.map((l) => l.kpa)).toEqual([5, 20, 50, 90])
    const ring = lines[2]!.ringsMm[0]!
    expect([ring[0], ring[1]]).toEqual([ring[ring.length - 2], ring[ring.length - 1]])
    const xs = ring.filter((_, i) => i % 2 === 0)
    expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(35, 0)
  })
  test('a hill at the border of the mat closes too, and nothing is drawn of nothing', () => {
    expect(isobarsOf(hill(0, 0, 120), meta)[0]!.ringsMm.length).toBeGreaterThan(0)
    expect(isobarsOf(new Float32Array(36), meta)).toEqual([])
  })
})

describe('from a file', () => {
  const meta: RecordingMeta = { ...twoFootGrid, rateHz: 20, side: 'both', task: 'stance' }
  const fileOf = (text: string) => {
    const bytes = new TextEncoder().encode(text)
    return {
      size: bytes.length,
      stream: () =>
        new ReadableStream<Uint8Array>({
          start(to) {
            for (let i = 0; i < bytes.length; i += 5000) to.enqueue(bytes.slice(i, i + 5000))
            to.close()
          },
        }),
    }
  }
  const read = (recorder: PressureRecorder, text: string, isCancelled = () => false) =>
    recorder.read(fileOf(text), references, () => undefined, isCancelled)
  const part = (frames: number) => {
    let text = ''
    writePressureCsv(
      framesInMemory(meta, timesS.slice(0, frames), kpa.subarray(0, frames * cells)),
      (bytes) => (text += new TextDecoder().decode(bytes)),
    )
    return text
  }
  test('a recording is read with its task', async () => {
    const { recorder } = onTheBench()
    expect(await read(recorder, part(30))).toMatchObject({ ok: true, value: { frames: 30, job: 'twoFeet' } })
    expect(recorder.look()).toMatchObject({ phase: 'done', frames: 30 })
  })
  test('a broken one is named with its line, and what was there before stays', async () => {
    const { recorder } = onTheBench()
    await read(recorder, part(25))
    const broken = part(5) + csvLine(0.01, new Float32Array(cells), 0, cells)
    expect(await read(recorder, broken)).toMatchObject({
      ok: false,
      problem: { code: 'timeNotRising', line: 14 },
    })
    expect(recorder.look().frames).toBe(25)
  })
  test('stopping half way changes nothing', async () => {
    const { recorder } = onTheBench()
    await read(recorder, part(25))
    let asked = 0
    expect(await read(recorder, part(40), () => ++asked > 1)).toMatchObject({
      ok: false,
      problem: { code: 'cancelled' },
    })
    expect(asked).toBeGreaterThan(1)
    expect(recorder.look()).toMatchObject({ phase: 'done', frames: 25 })
    // with nothing there before there is nothing afterwards
    const fresh = onTheBench().recorder
    await read(fresh, part(25), () => true)
    expect(fresh.look().phase).toBe('idle')
  })
  test('a header alone is no recording', async () => {
    expect(await read(onTheBench().recorder, csvHead(meta))).toMatchObject({
      ok: false,
      problem: { code: 'noFrames' },
    })
  })
})
