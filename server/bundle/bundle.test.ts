import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import dayjs from 'dayjs'
import { eq, getTableColumns, getTableName, is } from 'drizzle-orm'
import { SQLiteTable } from 'drizzle-orm/sqlite-core'
import {
  bundleSchema,
  importPreviewSchema,
  type Bundle,
  type Fields,
  type ImportPreview,
} from '@sturvo/schema'
import { noRedFlags } from '../../core/judgement/reading/testing/bareFacts'
import * as tables from '../data/tables'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'
import { csvOf, unguarded } from '../files/csv'
import { fhirNames, footSites } from './fhirNames'
import { columnsOf, kindRules, kindsInOrder } from './kinds'

const who = 'person000001'
const visitId = 'visit0000001'
let here: TestServer
let there: TestServer
const post = (server: TestServer, path: string, body: object) =>
  server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body)
async function write(server: TestServer, fields: Fields): Promise<void> {
  const { body } = await server.agent.get(`/api/visits/${visitId}`)
  await server.agent
    .patch(`/api/visits/${visitId}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${(body as { version: number }).version}"`)
    .send({ changes: Object.entries(fields).map(([path, value]) => ({ path, value })) })
    .expect(200)
}
const fieldsOf = async (server: TestServer) =>
  ((await server.agent.get(`/api/visits/${visitId}`).expect(200)).body as { fields: Fields }).fields
const jsonOf = async (server: TestServer) =>
  (await server.agent.get(`/api/people/${who}/export.json`).expect(200)).text
async function zipOf(server: TestServer, path = `/api/people/${who}/export.zip`): Promise<Buffer> {
  const answer = await server.agent
    .get(path)
    .buffer(true)
    .parse((response, done) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () => done(null, Buffer.concat(parts)))
    })
    .expect(200)
  return answer.body as Buffer
}
const send = (server: TestServer, content: Buffer | string, name = 'a.zip') =>
  server.agent
    .post('/api/imports')
    .set('x-sturvo-csrf', server.csrf)
    .attach('file', Buffer.from(content), name)
async function looked(server: TestServer, content: Buffer | string): Promise<ImportPreview> {
  const answer = await send(server, content)
  expect([answer.status, answer.text.slice(0, 300)]).toEqual([201, expect.any(String)])
  return importPreviewSchema.parse(answer.body)
}
const takeIn = (server: TestServer, id: string, choices: { id: string; take: 'here' | 'there' }[] = []) =>
  post(server, `/api/imports/${id}`, { choices })
const bundleOf = (text: string): Bundle => bundleSchema.parse(JSON.parse(text))

beforeAll(async () => {
  here = await startTestServer()
  there = await startTestServer()
  await post(here, '/api/people', { id: who, name: '=Ansa Rook', work: 'pilot', birthYear: 1984 }).expect(201)
  await post(here, `/api/people/${who}/visits`, { id: visitId, startedOn: '2026-05-04' }).expect(201)
  const { id: pictureId } = await aPicture(here.database, visitId)
  await write(here, {
    ...Object.fromEntries(Object.keys(noRedFlags).map((q) => [`answer.caution:${q}`, false])),
    'measure.kneeToWall.left.1': 60,
    'measure.kneeToWall.left.2': 64,
    'measure.toeState.left.1': 'straight',
    'measure.singleLegOpen.left.1': 8,
    'answer.goal': 'A whole tide on deck.',
    'answer.planKit': ['wall', 'step'],
    'answer.bodyMassKg': 71,
    'shoe.shoe0000001': { name: 'Deck boot', hoursPerWeek: 30, insoleId: pictureId },
    'mark.mark00000001': { side: 'left', across: 0, along: 0.4, kind: 'pain' },
  })
  await write(here, { 'measure.kneeToWall.left.1': 66, 'answer.goal': 'Two tides.' })
  await post(here, `/api/people/${who}/plans`, {
    id: 'plan00000001',
    visitId,
    visitVersion: 2,
    after: 0,
  }).expect(201)
  await post(here, `/api/people/${who}/log`, {
    sentAt: new Date().toISOString(),
    entries: [
      { id: 'entry0000001', day: '2026-05-05', at: '2026-05-05T18:00:00Z', pain: 1, training: 'done' },
    ],
  }).expect(200)
})
afterAll(async () => {
  await here.close()
  await there.close()
})

test('every table is a kind of record, or is left out on purpose; every column is in the contract', () => {
  const leftOut = [
    'session',
    'sign_in_failure',
    'known_browser',
    'client_link',
    'invite',
    'audit_entry',
    'copy_run',
    'import_run',
    'file_errand',
    'arrival',
    'done_write',
  ]
  const all = Object.values(tables as Record<string, unknown>).filter((one): one is SQLiteTable =>
    is(one, SQLiteTable),
  )
  const kinds = new Set(kindsInOrder.map((kind) => getTableName(kindRules[kind].table)))
  for (const table of all)
    expect([
      getTableName(table),
      kinds.has(getTableName(table)) !== leftOut.includes(getTableName(table)),
    ]).toEqual([getTableName(table), true])
  for (const kind of kindsInOrder) {
    if (kind === 'account') continue // a name and a role, nothing that lets anybody in
    const beside = Object.keys(kindRules[kind].beside)
    const columns = Object.keys(getTableColumns(kindRules[kind].table)).filter(
      (name) => !beside.includes(name),
    )
    expect([kind, columns.sort()]).toEqual([kind, columnsOf(kind)])
  }
})

test('one client goes out and comes in elsewhere, exactly: pictures, history, plan, log; the same bytes come out again', async () => {
  const zip = await zipOf(here)
  const preview = await looked(there, zip)
  expect(preview).toMatchObject({
    kind: 'bundle',
    people: [{ name: '=Ansa Rook', isHere: false }],
    conflicts: [],
    leftOut: [],
  })
  expect(preview.counts.added).toBeGreaterThan(20)
  expect((await there.agent.get(`/api/people/${who}`)).status).toBe(404)
  await takeIn(there, preview.id).expect(201)
  expect(await jsonOf(there)).toBe(await jsonOf(here))
  expect((await zipOf(there)).equals(zip)).toBe(true)
  expect(await fieldsOf(there)).toEqual(await fieldsOf(here))
  const [picture] = bundleOf(await jsonOf(there)).records.picture
  expect(existsSync(join(there.folder, 'pictures', `${picture!.hash}.png`))).toBe(true)
  // who wrote it comes along as a name that cannot sign in
  expect(bundleOf(await jsonOf(there)).records.account).toMatchObject([
    { name: 'Ilse Marrack', role: 'owner' },
  ])
  expect(zip.includes('argon2') || (await jsonOf(here)).includes('argon2')).toBe(false)
})

test('again it is all the same, and nothing is added', async () => {
  const preview = await looked(there, await zipOf(here))
  expect(preview.counts).toMatchObject({ added: 0, merged: 0 })
  expect(preview.conflicts).toEqual([])
})

test('what went on here is taken over there; what was changed in both is shown, and the choice is done', async () => {
  await write(here, {
    'answer.goal': 'Three tides.',
    'measure.kneeToWall.left.2': 70,
    'mark.mark00000001': null,
  })
  let preview = await looked(there, await zipOf(here))
  expect(preview.conflicts).toEqual([])
  await takeIn(there, preview.id).expect(201)
  expect((await fieldsOf(there))['answer.goal']).toBe('Three tides.')
  expect((await fieldsOf(there))['measure.kneeToWall.left.2']).toBe(70)
  expect((await fieldsOf(there))['mark.mark00000001']).toBeUndefined()

  await write(here, { 'answer.goal': 'Four tides.', 'measure.kneeToWall.left.1': 71 })
  await write(there, { 'answer.goal': 'A dance.', 'measure.kneeToWall.left.1': 72, 'answer.bodyMassKg': 72 })
  preview = await looked(there, await zipOf(here))
  expect(preview.conflicts.map(({ what, here: mine, there: theirs }) => [what, mine, theirs]).sort()).toEqual(
    [
      ['Knee to wall, left', '72', '71'],
      ['goal', 'A dance.', 'Four tides.'],
    ],
  )
  // nothing is done while somebody has still to choose
  expect((await takeIn(there, preview.id)).status).toBe(409)
  const choices = preview.conflicts.map(({ id, what }) => ({
    id,
    take: what === 'goal' ? ('there' as const) : ('here' as const),
  }))
  await takeIn(there, preview.id, choices).expect(201)
  const fields = await fieldsOf(there)
  expect([fields['answer.goal'], fields['measure.kneeToWall.left.1'], fields['answer.bodyMassKg']]).toEqual([
    'Four tides.',
    72,
    72,
  ])
})

test('an import is undone as one step, and not once somebody went on from it', async () => {
  await write(here, { 'answer.goal': 'Five tides.', 'shoe.shoe0000002': { name: 'Clogs' } })
  const before = await fieldsOf(there)
  let preview = await looked(there, await zipOf(here))
  await takeIn(
    there,
    preview.id,
    preview.conflicts.map(({ id }) => ({ id, take: 'there' })),
  ).expect(201)
  expect((await fieldsOf(there))['answer.goal']).toBe('Five tides.')
  const undone = await post(there, `/api/imports/${preview.id}/undo`, {}).expect(200)
  expect(undone.body).toMatchObject({ isUndone: true })
  expect(await fieldsOf(there)).toEqual(before)
  expect((await post(there, `/api/imports/${preview.id}/undo`, {})).status).toBe(409)

  preview = await looked(there, await zipOf(here))
  await takeIn(
    there,
    preview.id,
    preview.conflicts.map(({ id }) => ({ id, take: 'there' })),
  ).expect(201)
  await write(there, { 'shoe.shoe0000002': { name: 'Wooden clogs' } })
  expect((await post(there, `/api/imports/${preview.id}/undo`, {})).body).toMatchObject({
    error: { code: 'importUsed' },
  })
})

test('a new client taken in and undone leaves neither rows nor pictures', async () => {
  const third = await startTestServer()
  const preview = await looked(third, await zipOf(here))
  const { body } = await takeIn(third, preview.id).expect(201)
  expect((body as { counts: object }).counts).toEqual(preview.counts)
  const [picture] = bundleOf(await jsonOf(third)).records.picture
  await post(third, `/api/imports/${preview.id}/undo`, {}).expect(200)
  expect((await third.agent.get(`/api/people/${who}`)).status).toBe(404)
  expect(existsSync(join(third.folder, 'pictures', `${picture!.hash}.png`))).toBe(false)
  for (const table of [
    tables.visit,
    tables.measure,
    tables.fieldHistory,
    tables.planVersion,
    tables.logEntry,
  ])
    expect(await third.database.db.$count(table)).toBe(0)
  await third.close()
})

test('without its pictures a bundle comes in without what was measured on them, and says so', async () => {
  const third = await startTestServer()
  const preview = await looked(third, await jsonOf(here))
  expect(preview.leftOut.join()).toContain('1 pictures or recordings that are not in the file')
  await takeIn(third, preview.id).expect(201)
  expect((await fieldsOf(third))['shoe.shoe0000001']).toEqual(
    expect.not.objectContaining({ insoleId: expect.anything() as unknown }),
  )
  await third.close()
})

test('bundles of every released version come in, and go out again as they came', async () => {
  const examples = join(__dirname, '..', '..', 'docs', 'examples')
  const released = readdirSync(examples).filter((name) => /^bundle-v\d+\.sturvo\.json$/.test(name))
  expect(released).toEqual(['bundle-v1.sturvo.json'])
  for (const name of released) {
    const third = await startTestServer()
    const text = readFileSync(join(examples, name), 'utf8')
    const preview = await looked(third, text)
    expect(preview).toMatchObject({
      people: [{ name: 'Ansa Rook', isHere: false }],
      conflicts: [],
      leftOut: [],
    })
    await takeIn(third, preview.id).expect(201)
    expect(await fieldsOf(third)).toMatchObject({
      'measure.kneeToWall.left.1': 66,
      'answer.goal': 'Two tides.',
    })
    expect(await jsonOf(third)).toBe(text)
    await third.close()
  }
})

test('the whole practice goes out and comes in, settings with it; twice the same bytes', async () => {
  const third = await startTestServer()
  const zip = await zipOf(here, '/api/practice/export.zip')
  const preview = await looked(third, zip)
  await takeIn(
    third,
    preview.id,
    preview.conflicts.map(({ id }) => ({ id, take: 'there' })),
  ).expect(201)
  expect(await jsonOf(third)).toBe(await jsonOf(here))
  await third.close()
})

test('FHIR: sides, units, trials, errors, plan and referral; what comes back is the same visit', async () => {
  const text = (await here.agent.get(`/api/people/${who}/fhir.json`).expect(200)).text
  const bundle = JSON.parse(text) as { resourceType: string; entry: { resource: Record<string, unknown> }[] }
  const of = (type: string) => bundle.entry.map((e) => e.resource).filter((r) => r.resourceType === type)
  expect([
    of('Patient').length,
    of('Encounter').length,
    of('CarePlan').length,
    of('DocumentReference').length,
  ]).toEqual([1, 1, 1, 1])
  expect(JSON.stringify(of('Practitioner'))).not.toContain('Ilse')
  const knee = of('Observation').find((o) => JSON.stringify(o.code).includes('kneeToWall'))!
  expect(knee).toMatchObject({
    bodySite: { coding: [{ system: 'http://snomed.info/sct', code: '22335008' }], text: 'left foot' },
    valueQuantity: { unit: 'mm', system: 'http://unitsofmeasure.org', code: 'mm' },
  })
  // every reference leads to something in the bundle, every id is one that FHIR allows
  const names = new Set(
    bundle.entry.map((e) => `${String(e.resource.resourceType)}/${String(e.resource.id)}`),
  )
  for (const [, ref] of text.matchAll(/"reference": "([^"]+)"/g)) expect(names).toContain(ref)
  for (const { resource } of bundle.entry) expect(resource.id).toMatch(/^[A-Za-z0-9.-]{1,64}$/)
  const third = await startTestServer()
  const preview = await looked(third, text)
  expect(preview.leftOut).toEqual(expect.arrayContaining(['1 × CarePlan', '1 × DocumentReference']))
  await takeIn(third, preview.id).expect(201)
  const mine = await fieldsOf(here)
  const measures = Object.fromEntries(Object.entries(mine).filter(([path]) => path.startsWith('measure.')))
  expect(await fieldsOf(third)).toEqual({ ...measures, 'answer.bodyMassKg': 71 })
  expect((await looked(third, text)).counts).toMatchObject({ added: 0, merged: 0 })
  await third.close()
})

test('a table of measures goes out with its names guarded and comes in; twice it is the same', async () => {
  const text = (await here.agent.get(`/api/people/${who}/measures.csv`).expect(200)).text
  expect(text.split('\r\n')[1]).toMatch(/^'=Ansa Rook,visit0000001,2026-05-04,left,/)
  const third = await startTestServer()
  const preview = await looked(third, text)
  expect(preview.people).toMatchObject([{ name: '=Ansa Rook', isHere: false }])
  await takeIn(third, preview.id).expect(201)
  expect((await looked(third, text)).counts).toMatchObject({ added: 0 })
  expect((await third.agent.get(`/api/people/${who}/measures.csv`)).text).toBe(text)
  await third.close()
})

test.each([
  ['＝1+1', "'＝1+1"],
  ['a;=1+1', `"'a;=1+1"`],
  ['a\t@x', `"'a\t@x"`],
  ['Rook; Ansa', '"Rook; Ansa"'],
  ['-3.5', '-3.5'],
])('in a table %j stands as %j, and reads as it was', (text, cell) => {
  const written = csvOf(['name'], [[text]])
  expect(written.split('\r\n')[1]).toBe(cell)
  expect(unguarded(cell.replace(/^"|"$/g, ''))).toBe(text)
})

test.each([
  ['nothing', ''],
  ['no text', Buffer.from([0xff, 0xfe, 0x00, 0xd8, 0x41])],
  ['a list of nothing', '[]'],
  ['half a bundle', '{"format":"sturvo-bundle","version":1,"what":"client","rec'],
  ['one of a later version', JSON.stringify({ format: 'sturvo-bundle', version: 99, records: {} })],
  ['a zip without a bundle', Buffer.from('PK\u0005\u0006'.padEnd(22, '\u0000'), 'latin1')],
  ['too deep', '{"format":'.repeat(30) + '1' + '}'.repeat(30)],
])('%s is refused with one sentence', async (_name, content) => {
  const answer = await send(there, content)
  expect(answer.status).toBe(422)
  const { error } = answer.body as { error: { code: string; message: string } }
  expect(error.code).toBe('badFile')
  expect(error.message).toMatch(/Nothing was changed\.$/)
})

test('what hangs on nobody in the file, points to somebody else or cannot be is refused whole', async () => {
  const count = () => there.database.db.$count(tables.visit)
  const before = await count()
  const spoil = async (change: (bundle: Bundle) => void): Promise<number> => {
    const bundle = bundleOf(await jsonOf(here))
    bundle.records.visit.push({ ...bundle.records.visit[0]!, id: 'visit0000077' })
    change(bundle)
    const answer = await send(there, JSON.stringify(bundle))
    if (answer.status !== 201) return answer.status
    const preview = importPreviewSchema.parse(answer.body)
    const choices = preview.conflicts.map(({ id }) => ({ id, take: 'there' as const }))
    return (await takeIn(there, preview.id, choices)).status
  }
  expect(await spoil((b) => (b.records.visit[1]!.personId = 'person000099'))).toBe(422)
  expect(await spoil((b) => (b.records.answer[0]!.visitId = 'visit0000099'))).toBe(422)
  const toNew = (b: Bundle, fields: object) =>
    b.records.answer.push({
      visitId: 'visit0000077',
      key: 'goal',
      value: 'x',
      version: 1,
      created: 'x',
      changed: 'x',
      ...fields,
    })
  expect(await spoil((b) => toNew(b, { key: 'noSuchAnswer' }))).toBe(422)
  expect(await spoil((b) => toNew(b, { key: 'bodyMassKg', value: 9000 }))).toBe(422)
  // a release is a decision: one that cannot be, or begins after it was written, opens nothing by this door either
  const released = (b: Bundle, release: unknown) =>
    b.records.dealt.push({
      visitId: 'visit0000077',
      caution: 'recentOperation',
      by: 'Ilse Marrack',
      on: '2026-05-04',
      words: 'Let go by the surgeon.',
      release,
      deletedOn: null,
      version: 1,
      created: 'x',
      changed: 'x',
    })
  for (const release of [
    { opens: 'toes', from: '2026-05-01' },
    { opens: ['toes'], from: '2026-05-05' },
  ])
    expect(await spoil((b) => released(b, release))).toBe(422)
  expect(
    await spoil(
      (b) => (b.records.plan[0] = { ...b.records.plan[0]!, id: 'plan00000099', number: 7, document: '{}' }),
    ),
  ).toBe(422)
  await post(there, '/api/people', { id: 'person000002', name: 'Bo Skarne' })
  await post(there, '/api/people/person000002/visits', { id: 'visit0000055', startedOn: '2026-05-04' })
  expect(await spoil((b) => (b.records.visit[1]!.id = 'visit0000055'))).toBe(409)
  expect(await count()).toBe(before + 1)
})

describe('a file never reaches what is somebody else’s', () => {
  let own: TestServer
  beforeAll(async () => {
    own = await startTestServer()
    await post(own, '/api/people', { id: 'person000101', name: 'Bo Skarne', birthYear: 1970 }).expect(201)
    await post(own, '/api/people/person000101/visits', {
      id: 'visit0000101',
      startedOn: '2026-05-04',
    }).expect(201)
    await own.agent
      .patch('/api/visits/visit0000101')
      .set('x-sturvo-csrf', own.csrf)
      .set('If-Match', '"0"')
      .send({ changes: [{ path: 'measure.kneeToWall.left.1', value: 90 }] })
      .expect(200)
  })
  afterAll(() => own.close())
  const all = async () => {
    const rows = await own.database.db.select().from(tables.measure)
    return rows.map(({ id, visitId: of, value }) => ({ id, of, value }))
  }

  test('a record that is another client’s here, under whatever name it comes, is refused whole and nothing moves', async () => {
    const [mine] = await all()
    const before = await all()
    for (const change of [
      (b: Bundle) => (b.records.measure[0]!.id = mine!.id),
      (b: Bundle) => (b.records.visit[0]!.id = 'visit0000101'),
    ]) {
      const bundle = bundleOf(await jsonOf(here))
      const was = bundle.records.visit[0]!.id
      change(bundle)
      const text = JSON.stringify(bundle).replaceAll(
        `"visitId":"${was}"`,
        `"visitId":"${bundle.records.visit[0]!.id}"`,
      )
      expect((await send(own, text)).status).toBe(409)
    }
    expect(await all()).toEqual(before)
  })

  const patient = (id: string, name: string, birthDate: string, value: number) =>
    JSON.stringify({
      resourceType: 'Bundle',
      entry: [
        { resource: { resourceType: 'Patient', id, name: [{ text: name }], birthDate } },
        {
          resource: {
            resourceType: 'Encounter',
            id: '1',
            subject: { reference: `Patient/${id}` },
            period: { start: '2026-05-04' },
          },
        },
        {
          resource: {
            resourceType: 'Observation',
            id: '1',
            status: 'final',
            code: { coding: [{ system: fhirNames.measures, code: 'kneeToWall' }] },
            subject: { reference: `Patient/${id}` },
            encounter: { reference: 'Encounter/1' },
            bodySite: { coding: [{ system: fhirNames.snomed, code: footSites.left.code }] },
            valueQuantity: { value, code: 'mm' },
          },
        },
      ],
    })
  test('two programs both count from 1: Patient/1, Encounter/1, Observation/1 are four records, not one moved twice', async () => {
    for (const text of [
      patient('1', 'Ann Vale', '1980-02-03', 60),
      patient('1', 'Per Holm', '1975-01-01', 80),
    ]) {
      const preview = await looked(own, text)
      expect(preview.people[0]!.isHere).toBe(false)
      await takeIn(own, preview.id).expect(201)
    }
    const values = (await all()).map(({ value }) => value).sort()
    expect(values).toEqual([60, 80, 90])
    expect(new Set((await all()).map(({ of }) => of)).size).toBe(3)
    expect((await looked(own, patient('1', 'Ann Vale', '1980-02-03', 60))).counts).toMatchObject({ added: 0 })
  })

  test('an id of ours with another name or year is nobody here: they come in as a client of their own, and it is said', async () => {
    const preview = await looked(own, patient('person000101', 'Bo Skarne', '1991-01-01', 44))
    expect(preview.people).toMatchObject([{ name: 'Bo Skarne', isHere: false }])
    expect(preview.leftOut.join()).toContain('a client of their own')
    await takeIn(own, preview.id).expect(201)
    const { visits } = (await own.agent.get('/api/people/person000101').expect(200)).body as {
      visits: object[]
    }
    expect(visits).toHaveLength(1)
    expect(
      (await looked(own, patient('person000101', 'bo skarne', '1970-07-01', 44))).people[0]!.isHere,
    ).toBe(true)
    // a table names nobody by his name alone
    const table = (value: number) =>
      `client,visit,date,side,measure,trial,value,unit\nBo Skarne,,2026-05-04,left,kneeToWall,1,${value},mm\n`
    expect((await looked(own, table(50))).people[0]!.isHere).toBe(false)
  })

  test('of the same name and year as somebody here: a choice, never made by itself; again it goes to the same one', async () => {
    const text = patient('77', 'Bo  Skärne', '1970-01-01', 55)
    const ask = (id: string, same: object[]) => post(own, `/api/imports/${id}`, { choices: [], same })
    const visitsOf = async (id: string) =>
      ((await own.agent.get(`/api/people/${id}`).expect(200)).body as { visits: object[] }).visits.length
    const before = await visitsOf('person000101')
    const preview = await looked(own, text)
    const [client] = preview.people
    expect(client).toMatchObject({ isHere: false, alike: [{ id: 'person000101', birthYear: 1970 }] })
    // who is not alike is not taken for them, whatever the page sends
    await ask(preview.id, [{ client: client!.id, here: 'person000100' }]).expect(409)
    await ask(preview.id, [{ client: client!.id, here: 'person000101' }]).expect(201)
    expect(await visitsOf('person000101')).toBe(before + 1)
    await own.agent.get(`/api/people/${client!.id}`).expect(404)
    const again = await looked(own, text)
    expect([again.people[0]!.isHere, again.counts.added]).toEqual([true, 0])
    await post(own, `/api/imports/${preview.id}/undo`, {}).expect(200)
    expect(await visitsOf('person000101')).toBe(before)
    // another year is somebody else; not chosen, they come in as a client of their own
    expect((await looked(own, patient('78', 'Bo Skarne', '1971-01-01', 55))).people[0]!.alike).toEqual([])
    const apart = await looked(own, text)
    await ask(apart.id, []).expect(201)
    expect(await visitsOf(client!.id)).toBe(1)
    expect(await visitsOf('person000101')).toBe(before)
    await post(own, `/api/imports/${apart.id}/undo`, {}).expect(200)
  })

  test('“cannot” and “not tested” of ours come back in, from a table and from FHIR', async () => {
    await write(here, { 'measure.singleLegShut.left.1': 'cannot', 'measure.heelRaises.left.1': 'notTested' })
    const third = await startTestServer()
    for (const path of ['measures.csv', 'fhir.json']) {
      const text = (await here.agent.get(`/api/people/${who}/${path}`).expect(200)).text
      const preview = await looked(third, text)
      if (path === 'measures.csv') await takeIn(third, preview.id).expect(201)
      else expect(preview.counts).toMatchObject({ merged: 0 })
    }
    expect(await fieldsOf(third)).toMatchObject({
      'measure.singleLegShut.left.1': 'cannot',
      'measure.heelRaises.left.1': 'notTested',
    })
    await third.close()
  })

  test('nobody’s signature comes by a file: a caution is signed by who takes it in, writing under a name of here is “from a file”', async () => {
    const [signer] = await own.database.db.select().from(tables.account)
    const bundle = bundleOf(await jsonOf(here))
    const text = JSON.stringify(bundle)
      .replaceAll(bundle.records.account[0]!.id, signer!.id)
      .replaceAll(who, 'person000111')
      .replaceAll(visitId, 'visit0000111')
      .replaceAll('plan00000001', 'plan00000111')
    const forged = bundleOf(text)
    for (const row of [...forged.records.measure, ...forged.records.fieldHistory])
      row.id = `${row.id.slice(0, -3)}zzz`
    for (const row of forged.records.measure)
      if (row.supersededBy) row.supersededBy = `${row.supersededBy.slice(0, -3)}zzz`
    Object.assign(forged.records, { picture: [], shoe: [] })
    forged.records.dealt.push({
      visitId: 'visit0000111',
      caution: 'recentOperation',
      by: 'Ilse Marrack',
      on: '2026-05-04',
      words: 'Let go by the surgeon.',
      release: null,
      deletedOn: null,
      version: 1,
      created: 'x',
      changed: 'x',
    })
    const preview = await looked(own, JSON.stringify(forged))
    const taken = await takeIn(
      own,
      preview.id,
      preview.conflicts.map(({ id }) => ({ id, take: 'there' as const })),
    ).expect(201)
    // what was shown before is what was done, whoever came in ahead of the rest
    expect(preview.conflicts).toEqual([])
    expect((taken.body as { counts: object }).counts).toEqual(preview.counts)
    const [dealt] = await own.database.db.select().from(tables.dealtWith)
    const today = dayjs().format('YYYY-MM-DD')
    expect(dealt).toMatchObject({ by: signer!.name, on: today })
    expect(dealt!.words).toMatch(
      /^Let go by the surgeon\. \(Taken in from a file; signed there by Ilse Marrack on /,
    )
    const history = await own.database.db
      .select()
      .from(tables.fieldHistory)
      .where(eq(tables.fieldHistory.visitId, 'visit0000111'))
    expect(history.length).toBeGreaterThan(3)
    expect(history.filter(({ byAccount }) => byAccount === signer!.id)).toEqual([])
    const names = await own.database.db.select({ name: tables.account.name }).from(tables.account)
    expect(names.map(({ name }) => name).join()).toContain('(from a file)')
    // once more it is the same, and signs nothing anew
    expect((await looked(own, JSON.stringify(forged))).counts).toMatchObject({ added: 0, merged: 0 })
  })

  test('confirmed twice at once one wins, the other is told, and its pictures are there', async () => {
    const third = await startTestServer()
    const preview = await looked(third, await zipOf(here))
    const statuses = (await Promise.all([takeIn(third, preview.id), takeIn(third, preview.id)])).map(
      ({ status }) => status,
    )
    expect(statuses.sort()).toEqual([201, 404])
    const pictures = await third.database.db.select().from(tables.picture)
    expect(pictures.length).toBeGreaterThan(0)
    for (const { hash } of pictures)
      expect(existsSync(join(third.folder, 'pictures', `${hash}.png`))).toBe(true)
    // something of the client’s is hung on it: undone it would be torn off
    await post(third, `/api/people/${who}/visits`, { id: 'visit0000201', startedOn: '2026-06-04' }).expect(
      201,
    )
    expect((await post(third, `/api/imports/${preview.id}/undo`, {})).status).toBe(409)
    await third.close()
  })
})

test('an assistant neither takes out nor in; whoever looks at a file is the one who takes it in', async () => {
  const preview = await looked(here, await zipOf(here))
  expect((await takeIn(there, preview.id)).status).toBe(404)
})
