import express from 'express'
import request from 'supertest'
import { openApiDocument, routes } from '@sturvo/schema'
import { anotherApp, startTestServer, type TestServer } from '../testing/testServer'
import { routeAccess } from './accessTable'

type Declared = { name: string; in: string; required: boolean; schema: object }
type Document = { paths: Record<string, Record<string, { parameters?: Declared[] }>> }
const { paths } = openApiDocument('test') as Document
const declaredOf = (method: string, path: string) => paths[path]![method]!.parameters ?? []

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
  const write = (path: string, body: object) =>
    server.agent.post(path).set('x-sturvo-csrf', server.csrf).send(body).expect(201)
  await write('/api/people', { id: 'person000001', name: 'Ansa Rook' })
  await write('/api/people/person000001/visits', { id: 'visit0000001', startedOn: '2026-05-04' })
})
afterAll(() => server.close())

/** The practice behind a listener that notes which headers of ours and which parts of the query a route asks for. */
function listening() {
  const asked = new Set<string>()
  const app = express()
  app.use((heard, _response, next) => {
    const get = heard.get.bind(heard)
    heard.get = ((name: string) => {
      if (/^(x-sturvo-|if-match)/i.test(name)) asked.add(`header ${name.toLowerCase()}`)
      return get(name)
    }) as typeof heard.get
    const query = new Proxy(heard.query, {
      get: (target, key) => {
        if (typeof key === 'string') asked.add(`query ${key}`)
        return Reflect.get(target, key) as unknown
      },
    })
    Object.defineProperty(heard, 'query', { get: () => query })
    next()
  }, anotherApp(server))
  return { app, asked }
}

const ever = new Set<string>()

test.each(routes.map((route) => [`${route.method} ${route.path}`, route] as const))(
  '%s declares everything it asks for',
  async (_, { method, path }) => {
    if (path === '/api/session' || path === '/api/sessions') return // would sign out whoever asks
    const { app, asked } = listening()
    const at = path
      .replace('{shoe}', 'shoe00000001')
      .replace('/people/{id}', '/people/person000001')
      .replace('{id}', 'visit0000001')
    await request(app)[method](at).set('cookie', server.cookie).set('x-sturvo-csrf', server.csrf).send({})
    const declared = declaredOf(method, path).map(({ name, in: where }) => `${where} ${name}`)
    expect([...asked].filter((one) => !declared.includes(one))).toEqual([])
    for (const one of asked) ever.add(one)
  },
)

test('the listener hears headers and queries alike', () => {
  for (const one of [
    'header x-sturvo-csrf',
    'header x-sturvo-link',
    'query after',
    'query paper',
    'query path',
  ])
    expect([...ever]).toContain(one)
})

test('writes name the token of the session, but for those of whoever has none', () => {
  for (const { method, path } of routes) {
    const needs = declaredOf(method, path).some(({ name }) => name === 'x-sturvo-csrf')
    const isOpen = routeAccess[`${method} ${path}`] === 'everybody'
    expect([method, path, needs]).toEqual([method, path, method !== 'get' && !isOpen])
  }
})

test('what is in an address is declared by its name, and what is declared has a shape', () => {
  for (const { method, path } of routes) {
    const declared = declaredOf(method, path)
    const inPath = declared.filter((one) => one.in === 'path').map(({ name }) => `{${name}}`)
    expect(path.match(/\{\w+\}/g) ?? []).toEqual(inPath)
    for (const one of declared) expect(Object.keys(one.schema)).not.toEqual([])
  }
})
