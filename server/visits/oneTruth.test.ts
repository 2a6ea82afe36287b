import fc from 'fast-check'
import { readingOf, type Fields } from '@sturvo/schema'
import { arbitraryChanges, type ArbitraryChange } from '../../schema/testing/arbitraryVisit'
import { account } from '../data/tables'
import { startTestServer, type TestServer } from '../testing/testServer'
import { changeVisit } from './changeVisit'
import { readSources, visitSources } from './readVisit'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
  await write('post', '/api/people').send({
    id: 'person000001',
    name: 'Ansa Rook',
    birthYear: 1992,
    kit: ['step', 'wall', 'band'],
  })
})
afterAll(() => server.close())
const write = (method: 'post' | 'patch', path: string) =>
  server.agent[method](path).set('x-sturvo-csrf', server.csrf)

let count = 0
/** A visit with these changes written one after the other, as a page writes them. */
async function written(changes: readonly ArbitraryChange[]): Promise<{ id: string; fields: Fields }> {
  const id = `visit${String(++count).padStart(7, '0')}`
  await write('post', '/api/people/person000001/visits').send({ id, startedOn: '2026-05-04' })
  const [by] = await server.database.db.select().from(account).limit(1)
  const fields: Fields = {}
  let base = 0
  for (const { path, value } of changes) {
    ;({ version: base } = await changeVisit(server.database, {
      visitId: id,
      base,
      changes: [{ path, value }],
      byAccount: by!.id,
      now: new Date('2026-05-04T09:00:00.000Z'),
    }))
    if (value === null) delete fields[path]
    else fields[path] = value
  }
  return { id, fields }
}
// files that a field names have to be there, and who dealt with a caution is signed by the server: neither is of the
// values
const readable = arbitraryChanges(10).map((changes) =>
  changes.filter(({ path, value }) => {
    const [kind] = path.split('.')
    const namesFile = JSON.stringify(value ?? '').match(/"(pictureId|fileId|soleId|insoleId)":/)
    return kind !== 'dealt' && !namesFile
  }),
)

test('what the papers are made from reads as the page does, whatever was typed', async () => {
  await fc.assert(
    fc.asyncProperty(readable, async (changes) => {
      const { id } = await written(changes)
      const sources = await visitSources(server.database, id)
      // to another thread and back, as papers are made
      const papers = readSources(structuredClone(sources))
      const seen = (await server.agent.get(`/api/visits/${id}`)).body as { fields: Fields }
      const person = (await server.agent.get('/api/people/person000001')).body as {
        birthYear: number
        kit: string[]
      }
      const practice = (await server.agent.get('/api/practice')).body as Parameters<
        typeof readingOf
      >[0]['practice']
      const background = (await server.agent.get(`/api/visits/${id}/background`)).body as Parameters<
        typeof readingOf
      >[0]['background']
      const page = readingOf({
        fields: seen.fields,
        person,
        practice,
        startedOn: '2026-05-04',
        background,
      })
      expect(papers.reading).toEqual(page.reading)
      expect(papers.facts).toEqual(page.facts)
    }),
    { numRuns: 12, endOnFailure: true },
  )
})

test('fields come back as they were written, whatever their kind', async () => {
  await fc.assert(
    fc.asyncProperty(readable, async (changes) => {
      const { id, fields } = await written(changes)
      const back = (await server.agent.get(`/api/visits/${id}`)).body as { fields: Fields }
      expect(Object.keys(back.fields).sort()).toEqual(Object.keys(fields).sort())
    }),
    { numRuns: 12, endOnFailure: true },
  )
})
