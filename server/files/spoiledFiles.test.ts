import { mkdtempSync, readFileSync, rmSync, writeFileSync, cpSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import sharp from 'sharp'
import { ZipFile } from 'yazl'
import { cases } from '@sturvo/core/testing/cases'
import { firstBreak } from '../audit/chain'
import { runCommand } from '../cli'
import { troubles } from '../data/troubles'
import * as tables from '../data/tables'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'

/** Files, two thousand with --long, that are not what they should be: none brings the program down, none comes in by half. */
const share = cases(0.1, 1)
const rounds = {
  json: 760 * share,
  zip: 300 * share,
  csv: 260 * share,
  fhir: 240 * share,
  picture: 140 * share,
  recording: 140 * share,
  copy: cases(12, 60),
  other: 100 * share,
}

/** The same numbers every time (mulberry32). */
function seeded(seed: number) {
  let state = seed
  const next = () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
  return { next, upTo: (n: number) => Math.floor(next() * n) }
}
// another day, other faults
const random = seeded(Number(process.env.STURVO_SEED ?? 20_261_129))
const pick = <T>(list: readonly T[]): T => list[random.upTo(list.length)]!

const spoilers: readonly ((bytes: Buffer) => Buffer)[] = [
  (b) => b.subarray(0, random.upTo(b.length)),
  (b) => b.subarray(random.upTo(b.length)),
  (b) => {
    const copy = Buffer.from(b)
    for (let i = 0; i < 1 + random.upTo(8); i++) copy[random.upTo(copy.length)] = random.upTo(256)
    return copy
  },
  (b) => {
    const at = random.upTo(b.length)
    return Buffer.concat([
      b.subarray(0, at),
      Buffer.alloc(random.upTo(4000), random.upTo(256)),
      b.subarray(at),
    ])
  },
  (b) => {
    const [from, to] = [random.upTo(b.length), random.upTo(b.length)].sort((x, y) => x - y)
    return Buffer.concat([b.subarray(0, from), b.subarray(to)])
  },
  (b) => Buffer.concat([b, b]),
  () => Buffer.alloc(0),
]
const texts: readonly ((text: string) => string)[] = [
  (t) =>
    t.replace(
      /"version": ?\d+/,
      () => `"version": ${pick(['2', '-1', '1e309', 'null', '"1"', '99999999999'])}`,
    ),
  (t) =>
    replaceOne(t, /-?\d+(\.\d+)?/g, () =>
      pick(['1e308', '-1e308', '99999999999999999999', '0', '-0', '1e-320', 'NaN']),
    ),
  (t) =>
    replaceOne(t, /"[^"\\]{1,40}"/g, () =>
      JSON.stringify(
        pick([
          '../../etc/passwd',
          '\u0000',
          '\u202e',
          '<script>',
          'x'.repeat(30_000),
          '=cmd()',
          '',
          "';drop table person;--",
        ]),
      ),
    ),
  (t) =>
    replaceOne(t, /"[^"\\]{1,40}":/g, () =>
      pick(['"__proto__":', '"constructor":', '"id":', '"visitId":', '"":']),
    ),
  (t) => replaceOne(t, /\[/g, () => '['.repeat(1 + random.upTo(400))),
  (t) =>
    replaceOne(t, /(null|true|false|"[^"]*"|\d+)/g, () =>
      pick(['[]', '{}', 'null', '[[]]', '{"a":{"b":{}}}', 'true', '"x"']),
    ),
]
function replaceOne(text: string, pattern: RegExp, to: () => string): string {
  const found = [...text.matchAll(pattern)]
  if (found.length === 0) return text
  const one = pick(found)
  return text.slice(0, one.index) + to() + text.slice(one.index + one[0].length)
}
const spoiled = (bytes: Buffer, isText: boolean): Buffer =>
  isText && random.next() < 0.7
    ? Buffer.from(texts[random.upTo(texts.length)]!(bytes.toString('utf8')))
    : pick(spoilers)(bytes)

function zipOf(entries: readonly [name: string, content: Buffer][], compress = true): Promise<Buffer> {
  const zip = new ZipFile()
  for (const [name, content] of entries) zip.addBuffer(content, name, { compress })
  zip.end()
  const parts: Buffer[] = []
  return new Promise((resolve, reject) => {
    zip.outputStream.on('data', (part: Buffer) => parts.push(part))
    zip.outputStream.on('end', () => resolve(Buffer.concat(parts)))
    zip.outputStream.on('error', reject)
  })
}
/** Renames an entry in the bytes of a zip: the writer itself refuses such names. */
const renamed = (zip: Buffer, from: string, to: string) =>
  Buffer.from(
    zip.toString('latin1').replaceAll(from, to.padEnd(from.length, 'x').slice(0, from.length)),
    'latin1',
  )

let server: TestServer
let folder: string
const base: Record<string, Buffer> = {}
const post = (path: string, body: object) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
const counts = async () =>
  Promise.all(
    [
      tables.person,
      tables.visit,
      tables.measure,
      tables.answer,
      tables.planVersion,
      tables.logEntry,
      tables.picture,
      tables.recordingFile,
    ].map((table) => server.database.db.$count(table)),
  )
const tally: Record<string, number> = {}
const troublesSaid: string[] = []

type Answer = {
  status: number
  body: { error?: { code?: string; message?: string }; id?: string; conflicts?: { id: string }[] }
}
/** One clear sentence, or it came in: anything else is a defect. */
function judge(kind: string, answer: Answer): void {
  tally[`${kind} ${answer.status}`] = (tally[`${kind} ${answer.status}`] ?? 0) + 1
  const { status, body } = answer
  if (status < 300) return
  const message = body.error?.message ?? ''
  if (status >= 500 || !/^[A-Z“0-9].*[.!]$/s.test(message) || message.length > 500 || message.includes('\n'))
    troublesSaid.push(`${kind} ${status} ${message.slice(0, 200)}`)
}

async function bring(kind: string, bytes: Buffer): Promise<void> {
  const before = await counts()
  const looked = (await server.agent
    .post('/api/imports')
    .set('x-sturvo-csrf', server.csrf)
    .attach('file', bytes, 'file')) as Answer
  judge(kind, looked)
  expect(await counts()).toEqual(before)
  if (looked.status !== 201) return
  const { id = '', conflicts = [] } = looked.body
  const taken = (await post(`/api/imports/${id}`, {
    choices: conflicts.map((one) => ({ id: one.id, take: pick(['here', 'there']) })),
  })) as Answer
  judge(`${kind} taken`, taken)
  if (taken.status !== 201) return expect(await counts()).toEqual(before)
  const undone = (await post(`/api/imports/${id}/undo`, {})) as Answer
  judge(`${kind} undone`, undone)
  if (undone.status === 200) expect(await counts()).toEqual(before)
}

beforeAll(async () => {
  server = await startTestServer()
  folder = mkdtempSync(join(tmpdir(), 'sturvo-spoiled-'))
  await post('/api/people', { id: 'person000001', name: 'Ansa Rook' }).expect(201)
  await post('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' }).expect(201)
  await aPicture(server.database, 'visit0000001')
  await server.agent
    .patch('/api/visits/visit0000001')
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', '"0"')
    .send({
      changes: [
        { path: 'measure.kneeToWall.left.1', value: 60 },
        { path: 'measure.toeState.left.1', value: 'straight' },
        { path: 'answer.goal', value: 'A whole tide on deck.' },
        { path: 'answer.bodyMassKg', value: 71 },
        { path: 'mark.mark00000001', value: { side: 'left', across: 0, along: 0.4, kind: 'pain' } },
        { path: 'shoe.shoe0000001', value: { name: 'Deck boot', hoursPerWeek: 30 } },
      ],
    })
    .expect(200)
  const text = async (path: string) => Buffer.from((await server.agent.get(path).expect(200)).text)
  base.json = await text('/api/people/person000001/export.json')
  base.fhir = await text('/api/people/person000001/fhir.json')
  base.csv = await text('/api/people/person000001/measures.csv')
  base.png = await sharp({ create: { width: 60, height: 80, channels: 3, background: '#aaa' } })
    .png()
    .toBuffer()
  base.jpeg = await sharp({ create: { width: 60, height: 80, channels: 3, background: '#aaa' } })
    .jpeg()
    .toBuffer()
  base.zip = await zipOf([['bundle.json', base.json]])
  base.recording = readFileSync(join(__dirname, '..', '..', 'docs', 'examples', 'stance.csv.gz'))
  base.ics = Buffer.from('BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR\r\n')
  base.outline = readFileSync(join(__dirname, '..', '..', 'docs', 'examples', 'foot.json'))
})
afterAll(async () => {
  await server.close()
  rmSync(folder, { recursive: true, force: true })
})

test('spoiled files: no crash, no half import, one sentence each, memory within bounds', async () => {
  // the test's own making of it is no part of what is measured
  const bomb = await zipOf([['bundle.json', Buffer.alloc(120 * 1024 * 1024, 0x20)]])
  global.gc?.()
  const startMb = process.memoryUsage().rss / 1024 / 1024
  let mostMb = startMb
  const look = () => (mostMb = Math.max(mostMb, process.memoryUsage().rss / 1024 / 1024))
  for (let i = 0; i < rounds.json; i++) {
    await bring('json', spoiled(base.json!, true))
    look()
  }
  for (let i = 0; i < rounds.fhir; i++) await bring('fhir', spoiled(base.fhir!, true))
  for (let i = 0; i < rounds.csv; i++) await bring('csv', spoiled(base.csv!, true))
  look()
  const special = [
    bomb,
    await zipOf([
      ['bundle.json', base.json!],
      [`pictures/${'a'.repeat(64)}.png`, base.png!],
    ]),
    await zipOf([
      ['bundle.json', base.json!],
      ['readme.txt', Buffer.from('hello')],
    ]),
    renamed(
      await zipOf([
        ['bundle.json', base.json!],
        ['pictures/aaaaaaaaaaaa.png', base.png!],
      ]),
      'pictures/aaaaaaaaaaaa.png',
      '../../../../tmp/evil.png',
    ),
    renamed(
      await zipOf([
        ['bundle.json', base.json!],
        ['xxxxxxxxxxxxxx', base.json!],
      ]),
      'xxxxxxxxxxxxxx',
      '/etc/passwd',
    ),
    renamed(
      await zipOf([
        ['bundle.json', base.json!],
        ['bundle.jsox', base.json!],
      ]),
      'bundle.jsox',
      'bundle.json',
    ),
    await zipOf([['bundle.json', await zipOf([['bundle.json', base.json!]])]]),
  ]
  for (let i = 0; i < rounds.zip; i++) {
    await bring(
      'zip',
      i < special.length
        ? special[i]!
        : spoiled(
            random.next() < 0.6 ? base.zip! : await zipOf([['bundle.json', spoiled(base.json!, true)]]),
            false,
          ),
    )
    look()
  }
  for (let i = 0; i < rounds.picture; i++) {
    const answer = (await server.agent
      .post('/api/visits/visit0000001/pictures')
      .set('x-sturvo-csrf', server.csrf)
      .attach('picture', spoiled(pick([base.png!, base.jpeg!]), false), 'a.png')) as Answer
    judge('picture', answer)
  }
  for (let i = 0; i < rounds.recording; i++) {
    const bytes = i === 0 ? gzipSync(Buffer.alloc(64 * 1024 * 1024, 0x30)) : spoiled(base.recording!, false)
    judge(
      'recording',
      await server.agent
        .post('/api/visits/visit0000001/recordings')
        .set('x-sturvo-csrf', server.csrf)
        .set('content-type', 'application/gzip')
        .send(bytes),
    )
    look()
  }
  for (let i = 0; i < rounds.other; i++)
    await bring('other', spoiled(pick([base.ics!, base.outline!, base.png!, base.recording!]), false))
  expect(troublesSaid).toEqual([])
  const total = Object.entries(tally)
    .filter(([kind]) => !/taken|undone/.test(kind))
    .reduce((sum, [, n]) => sum + n, 0)
  expect(total).toBe(Object.values(rounds).reduce((sum, n) => sum + n, 0) - rounds.copy)
  expect(mostMb - startMb).toBeLessThan(400)
  expect((await troubles(server.database)).found).toEqual([])
  expect(await firstBreak(server.database.db)).toBeUndefined()
  // nothing is left of what was only looked at, and nothing outside the practice's own folders
  expect(readdirSync(join(server.folder, 'imports')).filter((name) => name.endsWith('.arriving'))).toEqual([])
})

test('spoiled copies are refused, each with one sentence, and nothing is written', async () => {
  const run = (args: string[], typed = '') =>
    runCommand(args, { seed: () => Promise.resolve(), passwordFrom: () => Promise.resolve(`${typed}\n`) })
  const passphrase = 'lanterns over the mud flats'
  const whole = join(folder, 'whole')
  const sealed = join(folder, 'whole.sealed')
  await run(['backup', whole, '--db', server.database.file])
  await run(['backup', sealed, '--db', server.database.file, '--seal', '--passphrase-stdin'], passphrase)
  let refused = 0
  for (let i = 0; i < rounds.copy; i++) {
    const target = join(folder, `never${i}`, 'practice.db')
    let from: string
    if (i % 10 === 0) {
      from = join(folder, `sealed${i}`)
      writeFileSync(from, spoiled(readFileSync(sealed), false))
    } else {
      from = join(folder, `copy${i}`)
      cpSync(whole, from, { recursive: true })
      const name = pick(['practice.db', 'manifest.json', 'manifest.json'])
      const bytes = readFileSync(join(from, name))
      const changed = spoiled(bytes, name.endsWith('json'))
      if (changed.equals(bytes)) continue
      writeFileSync(join(from, name), changed)
    }
    const answer = await run(['restore', from, '--db', target, '--passphrase-stdin'], passphrase)
    // a changed word of the manifest that says nothing about the files may be one that does not matter
    if (answer.code === 0) continue
    refused++
    expect(answer.output.split('\n')).toHaveLength(1)
    expect(answer.output).toMatch(/[.]$/)
  }
  expect(refused).toBeGreaterThan(rounds.copy * 0.75)
})
