import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import sharp from 'sharp'
import { csvHead } from '@sturvo/core/pressure'
import { footOutline, neutralFoot } from '@sturvo/core/footShape'
import { rootFolder } from '../data/places'
import { becomeOwner, runServer } from '../testing/runningServer'
import { createWork } from './pool'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-loop-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
// in processor time of that thread, which other work on the machine hardly touches; a document made on it takes a
// second. How long people wait while others work is measured by bench/server.ts.
const mostHeldMs = 250

test('the worst inputs are worked on elsewhere: the thread that answers everybody is never held for long', async () => {
  const loopFile = join(folder, 'loop')
  writeFileSync(loopFile, '0')
  const server = await runServer(join(folder, 'practice.db'), {
    preload: join(rootFolder, 'scripts', 'watchLoop.cjs'),
    env: { STURVO_LOOP_FILE: loopFile, STURVO_LOOP_AFTER: '2000' },
  })
  const { headers } = await becomeOwner(server)
  await new Promise((resolve) => setTimeout(resolve, 2200))
  const ask = (method: string, path: string, body?: unknown, more: Record<string, string> = {}) =>
    fetch(server.url + path, {
      method,
      headers: { ...headers, ...more },
      ...(body === undefined ? {} : { body: body instanceof Uint8Array ? body : JSON.stringify(body) }),
    } as RequestInit)
  await ask('POST', '/api/people', { id: 'person000001', name: 'Ansa Rook' })
  await ask('POST', '/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
  // a full shelf, each inside with all the points it may have
  const outline = footOutline({ ...neutralFoot, side: 'left', lengthMm: 262 }).outlineFootMm
  const dense = Array.from({ length: 2900 }, (_, i) => outline[Math.floor((i * outline.length) / 2900)]!)
  for (let i = 0; i < 6; i++)
    await ask(
      'PATCH',
      '/api/visits/visit0000001',
      {
        changes: [
          {
            path: `shoe.shoe0000000${i}`,
            value: {
              name: `Shoe ${i}`,
              hoursPerWeek: 9,
              stackHeelMm: 30,
              stackForefootMm: 20,
              insole: { from: 'file', points: dense.map((p) => ({ x: p.x * 1.1, y: p.y * 1.1 })) },
            },
          },
        ],
      },
      { 'if-match': `"${i}"` },
    )
  await ask(
    'PATCH',
    '/api/visits/visit0000001',
    {
      changes: ['navicularSit', 'navicularStand', 'kneeToWall', 'footLength'].map((m, i) => ({
        path: `measure.${m}.left.1`,
        value: [44, 36, 80, 250][i],
      })),
    },
    { 'if-match': '"6"' },
  )
  const png = await sharp({ create: { width: 6000, height: 5000, channels: 3, background: '#ccc' } })
    .jpeg()
    .toBuffer()
  const upload = () => {
    const form = new FormData()
    form.append('picture', new Blob([new Uint8Array(png)]), 'p.jpg')
    const { 'content-type': _, ...rest } = headers
    return fetch(`${server.url}/api/visits/visit0000001/pictures`, {
      method: 'POST',
      headers: rest,
      body: form,
    })
  }
  const meta = { rows: 48, cols: 64, pitchMm: 7, rateHz: 100, side: 'both', task: 'stance' } as const
  const line = (i: number) => `${(i / 100).toFixed(2)},${'12.3,'.repeat(48 * 64 - 1)}1\n`
  const recording = gzipSync(
    Buffer.from(csvHead(meta) + Array.from({ length: 400 }, (_, i) => line(i)).join('')),
  )
  const slowHeader = gzipSync(Buffer.from(`# rows:${' '.repeat(900_000)}x\n${'# a:\n'.repeat(200_000)}`))
  const csv = { 'content-type': 'application/gzip' }
  // one after the other as fast as a practice could ask, not all in the same instant
  let asked = 0
  const soon = async (go: () => Promise<Response>) => {
    await new Promise((resolve) => setTimeout(resolve, 15 * asked++))
    return (await go()).status
  }
  const statuses = await Promise.all([
    ...Array.from({ length: 4 }, () => soon(() => ask('GET', '/api/visits/visit0000001/handout.pdf'))),
    soon(() => ask('GET', '/api/visits/visit0000001/feet.pdf')),
    soon(() => ask('POST', '/api/practice/preview', { references: { kneeToWallGoalMm: 130 } })),
    ...Array.from({ length: 8 }, () => soon(upload)),
    soon(() => ask('POST', '/api/visits/visit0000001/recordings', new Uint8Array(recording), csv)),
    soon(() => ask('POST', '/api/visits/visit0000001/recordings', new Uint8Array(slowHeader), csv)),
    soon(() => ask('GET', '/api/devices/camera/picture?seed=4')),
    // and somebody types meanwhile
    ...Array.from({ length: 10 }, (_, i) =>
      soon(() => ask('POST', '/api/people', { id: `person00002${i}`, name: `Client ${i}` })),
    ),
  ])
  expect(statuses.filter((s) => s >= 500)).toEqual([])
  expect(statuses.filter((s) => s === 200 || s === 201).length).toBeGreaterThan(20)
  await new Promise((resolve) => setTimeout(resolve, 500))
  const { heldMs } = JSON.parse(readFileSync(loopFile, 'utf8')) as { heldMs: number }
  await server.stop()
  expect(heldMs).toBeGreaterThan(0) // it did watch
  expect(heldMs).toBeLessThan(mostHeldMs)
})

describe('a job in a thread', () => {
  const wish = { device: 'camera', seed: 3, view: 'top' } as const
  test('that takes too long is stopped with one sentence, and the next one gets a fresh thread', async () => {
    const hasty = createWork({ longestMs: 1 })
    await expect(hasty.run('simulatedPicture', wish)).rejects.toMatchObject({
      status: 422,
      code: 'tookTooLong',
    })
    await hasty.close()
    const work = createWork()
    expect((await work.run('simulatedPicture', wish)).length).toBeGreaterThan(1000)
    await work.close()
  })
  test('that refuses keeps its code and its sentence', async () => {
    const work = createWork()
    const file = join(folder, 'none.csv')
    writeFileSync(file, 'no recording\n')
    await expect(work.run('checkRecording', { file })).rejects.toMatchObject({
      status: 422,
      code: 'badHeader',
    })
    await work.close()
  })
})
