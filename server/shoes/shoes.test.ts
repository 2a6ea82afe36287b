import { execFile } from 'node:child_process'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { boundsOf } from '@sturvo/core/geometry'
import { footOutline, neutralFoot } from '@sturvo/core/footShape'
import { keptInsolesSchema, shoesOf, orthosesOf, visitSchema } from '@sturvo/schema'
import { madeUpNewPerson } from '../../schema/testing/madeUpPerson'
import { newId } from '../data/ids'
import { aPicture } from '../testing/aPicture'
import { startTestServer, type TestServer } from '../testing/testServer'

let server: TestServer
const visitId = 'visit0000001'
beforeAll(async () => {
  server = await startTestServer()
  await post('people', madeUpNewPerson).expect(201)
  await post(`people/${madeUpNewPerson.id}/visits`, { id: visitId, startedOn: '2026-05-04' }).expect(201)
})
afterAll(() => server.close())

function post(path: string, body: object) {
  return server.agent.post(`/api/${path}`).set('x-sturvo-csrf', server.csrf).send(body)
}
const visit = async () => visitSchema.parse((await server.agent.get(`/api/visits/${visitId}`)).body)
async function keep(values: Record<string, unknown>) {
  const { version } = await visit()
  return server.agent
    .patch(`/api/visits/${visitId}`)
    .set('x-sturvo-csrf', server.csrf)
    .set('If-Match', `"${version}"`)
    .send({ changes: Object.entries(values).map(([path, value]) => ({ path, value })) })
}
const insole = {
  points: footOutline({ ...neutralFoot, side: 'left', lengthMm: 262 }).outlineFootMm,
  from: 'photo' as const,
}
const shoe = {
  name: 'Town shoes',
  hoursPerWeek: 20,
  stackHeelMm: 24,
  stackForefootMm: 12,
  use: 'town',
  size: { system: 'eu', value: 38 },
  supports: ['plate'],
  innerLengthMm: 262,
  innerWidthBallMm: 88,
  insert: { kind: 'support', archMm: 12 },
  wornZones: ['outerHeel'],
  nudge: { left: { xMm: 1, yMm: 0, turnDeg: -0.5 } },
  ownVerdict: { choice: 'limit', hoursPerWeek: 4, note: 'concerts' },
}

test('a measured shoe comes back as it was sent, also after a quick one stood in its place', async () => {
  expect((await keep({ 'shoe.shoe00000001': { name: 'Town shoes' } })).status).toBe(200)
  expect((await keep({ 'shoe.shoe00000001': { ...shoe, insole } })).status).toBe(200)
  const { id, ...stored } = shoesOf((await visit()).fields)[0]!
  expect(id).toBe('shoe00000001')
  expect({ ...stored, insole: undefined }).toEqual({ ...shoe, insole: undefined })
  expect(stored.insole!.points).toHaveLength(insole.points.length)
  // what was taken away is gone, not left behind
  await keep({ 'shoe.shoe00000001': { name: 'Town shoes', weightG: 300 } })
  expect(shoesOf((await visit()).fields)[0]).toEqual({ id: 'shoe00000001', name: 'Town shoes', weightG: 300 })
})

test('a device is kept, changed and taken away', async () => {
  const device = { kind: 'support', volume: 'slim', reason: 'grade', since: '2026-03', archMm: 14 }
  await keep({ 'device.device000001': device })
  expect(orthosesOf((await visit()).fields)).toEqual([{ id: 'device000001', ...device }])
  await keep({ 'device.device000001': null })
  expect(orthosesOf((await visit()).fields)).toEqual([])
})

test.each([
  ['an inner length in cm', { innerLengthMm: 26 }],
  ['a month nobody can read', { insert: { kind: 'flat', since: 'spring' } }],
  ['a zone no sole has', { wornZones: ['middle'] }],
  ['an inside of two points', { insole: { points: insole.points.slice(0, 2), from: 'photo' } }],
  ['a verdict nobody knows', { ownVerdict: { choice: 'burn' } }],
])('%s is refused with one sentence and changes nothing', async (_, wrong) => {
  const before = (await visit()).fields
  const answer = await keep({ 'shoe.shoe00000001': { name: 'Town shoes', ...wrong } })
  expect(answer.status).toBe(422)
  const { error } = answer.body as { error: { message: string } }
  expect(error.message.length).toBeGreaterThan(10)
  expect((await visit()).fields).toEqual(before)
})

test('insides are kept for the practice once, listed by name, and taken away', async () => {
  const kept = { id: newId(), name: 'Town shoes', size: 'EU 38', insole }
  await post('insoles', kept).expect(201)
  await post('insoles', kept).expect(201)
  await post('insoles', { ...kept, id: newId(), name: 'Boots' }).expect(201)
  const list = async () => keptInsolesSchema.parse((await server.agent.get('/api/insoles')).body).insoles
  expect((await list()).map((i) => i.name)).toEqual(['Boots', 'Town shoes'])
  expect((await post('insoles', { ...kept, name: '' })).status).toBe(422)
  const remove = () => server.agent.delete(`/api/insoles/${kept.id}`).set('x-sturvo-csrf', server.csrf)
  await remove().expect(204)
  await remove().expect(404)
  expect(await list()).toHaveLength(1)
})

describe('the paper at true size', () => {
  const outline = footOutline({ ...neutralFoot, side: 'left', lengthMm: 244 }).outlineFootMm
  const ptPerMm = 72 / 25.4
  beforeAll(async () => {
    const { id: pictureId } = await aPicture(server.database, visitId)
    await keep({
      'shoe.shoe00000001': { ...shoe, insole },
      'photo.top.left': {
        version: 1,
        pictureId,
        scale: { from: 'points', a: { x: 0, y: 0 }, b: { x: 100, y: 0 }, distanceMm: 100 },
        trials: [],
        outlineFootMm: outline,
      },
    })
  })
  const fetched = async (paper: string) => {
    const answer = await server.agent
      .get(`/api/visits/${visitId}/shoes/shoe00000001/fit.pdf?paper=${paper}`)
      .buffer(true)
      .parse((response, done) => {
        const parts: Buffer[] = []
        response.on('data', (part: Buffer) => parts.push(part))
        response.on('end', () => done(null, Buffer.concat(parts)))
      })
    expect(answer.headers['content-type']).toContain('pdf')
    return answer.body as Buffer
  }

  test.each(['a4', 'letter'])(
    'on %s, 100 mm and the foot are as long as they say, within 0.2 mm over 200',
    async (paper) => {
      const run = promisify(execFile)(
        process.execPath,
        [join(__dirname, '..', '..', 'e2e', 'support', 'printPdfLines.mjs')],
        { encoding: 'utf8', maxBuffer: 50_000_000 },
      )
      run.child.stdin?.end(await fetched(paper))
      const { paths, view } = JSON.parse((await run).stdout) as {
        paths: [number, number][][]
        view: number[]
      }
      expect(view[2]! / ptPerMm).toBeCloseTo(paper === 'a4' ? 210 : 215.9, 1)
      const upright = paths.filter((p) => p.length === 2 && Math.abs(p[0]![0] - p[1]![0]) < 0.01)
      const lengths = upright.map((p) => Math.abs(p[0]![1] - p[1]![1]) / ptPerMm)
      expect(Math.abs(Math.max(...lengths) - 100)).toBeLessThan(0.1)
      // the foot: the path as tall as its outline
      const box = boundsOf(outline)
      const wanted = box.maxY - box.minY
      const off = Math.min(
        ...paths
          .filter((p) => p.length > 50)
          .map((p) => {
            const b = boundsOf(p.map(([x, y]) => ({ x, y })))
            return (
              Math.abs((b.maxY - b.minY) / ptPerMm - wanted) +
              Math.abs((b.maxX - b.minX) / ptPerMm - (box.maxX - box.minX))
            )
          }),
      )
      expect(off).toBeLessThan(0.2)
    },
  )

  test('a paper nobody has, a shoe that is not there, and a shoe without an inside have their sentences', async () => {
    const at = (path: string) => server.agent.get(`/api/visits/${visitId}/shoes/${path}`)
    expect((await at('shoe00000001/fit.pdf?paper=a0')).status).toBe(422)
    expect((await at('shoe00000009/fit.pdf')).status).toBe(404)
    await keep({ 'shoe.shoe00000002': { name: 'Unknown' } })
    const answer = await at('shoe00000002/fit.pdf')
    expect(answer.status).toBe(409)
    expect((answer.body as { error: { message: string } }).error.message).toContain(
      'cannot be laid under a foot yet',
    )
  })
})
