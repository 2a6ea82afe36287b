import type { AddressInfo } from 'node:net'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { createClient } from '@libsql/client'
import type { Express } from 'express'
import pino from 'pino'
import request from 'supertest'
import { sessionSchema } from '@sturvo/schema'
import { openDatabase, type Database } from '../data/database'
import { openRemote } from '../data/remote'
import { deviceShelf, usualDevices, type DeviceShelf } from '../devices/deviceShelf'
import type { DeviceDriver } from '../devices/driver'
import { serveStreams } from '../devices/routes'
import { createApp, shelfOf, type AppInput } from '../http/app'
import { listen } from '../http/listen'
import { practiceRow } from '../practice/queries'
import { addAccount } from '../signin/accounts'
import { createWork, type Work } from '../work/pool'
import { startStandIn } from './standIn'

export type TestServer = {
  /** the session as a cookie header, for lines that are no requests of the agent */
  cookie: string
  database: Database
  folder: string
  work: Work
  agent: ReturnType<typeof request.agent>
  csrf: string
  close: () => Promise<void>
}

export const testPassword = 'a long password'
/** How long a thread may take here: whether a limit ends it has a test of its own, how fast it is stands in bench/. */
const patience = 240_000

/** A real database file in a folder of its own, with one owner signed in. */
export async function startTestServer(
  devices?: DeviceShelf,
  more: Partial<AppInput> = {},
): Promise<TestServer> {
  const work = createWork({ longestMs: patience })
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-api-'))
  const { database, end } = await openedIn(folder)
  await practiceRow(database)
  await addAccount(
    database,
    { name: 'Ilse Marrack', email: 'ilse@tideway.example', role: 'owner', password: testPassword },
    new Date(),
  )
  const app = createApp({
    database,
    logger: pino({ level: 'silent' }),
    webFolder: folder,
    devices: devices ?? shelfOf(work),
    work,
    ...more,
  })
  const agent = request.agent(app)
  const answer = await agent
    .post('/api/session')
    .send({ email: 'ilse@tideway.example', password: testPassword })
  const cookies = answer.get('Set-Cookie') ?? []
  return {
    database,
    folder,
    work,
    agent,
    cookie: cookies.map((c) => c.split(';')[0]).join('; '),
    csrf: sessionSchema.parse(answer.body).csrf,
    close: async () => {
      await work.close()
      await database.close()
      await end()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** A file; with STURVO_TEST_REMOTE=yes the same suite asks a server of databases instead. */
async function openedIn(folder: string): Promise<{ database: Database; end: () => Promise<void> }> {
  const file = join(folder, 'practice.db')
  if (process.env.STURVO_TEST_REMOTE !== 'yes')
    return { database: await openDatabase(file), end: () => Promise.resolve() }
  const standIn = await startStandIn(join(folder, 'served.db'))
  return { database: await openRemote(standIn.url, { file }), end: standIn.close }
}

/** The same practice through another application: another browser, other limits. */
export function anotherApp(server: TestServer, more: Partial<AppInput> = {}): Express {
  return createApp({
    database: server.database,
    logger: pino({ level: 'silent' }),
    webFolder: server.folder,
    work: server.work,
    ...more,
  })
}

/** The same on a port of its own, with devices that can be listened to. */
export async function startLiveServer(
  drivers?: readonly DeviceDriver[],
  more: Partial<AppInput> = {},
): Promise<TestServer & { port: number }> {
  const work = createWork({ longestMs: patience })
  const devices = deviceShelf(drivers ?? usualDevices((wish) => work.run('simulatedPicture', wish)))
  const server = await startTestServer(devices)
  const app = createApp({
    database: server.database,
    logger: pino({ level: 'silent' }),
    webFolder: server.folder,
    devices,
    work,
    ...more,
  })
  const line = await listen(app, 0)
  const endStreams = serveStreams(line, devices, server.database, {
    hostNames: more.hostNames,
    isSealed: more.isBehindProxy,
  })
  return {
    ...server,
    port: (line.address() as AddressInfo).port,
    close: async () => {
      await endStreams()
      await work.close()
      line.closeAllConnections()
      await new Promise((resolve) => line.close(resolve))
      await server.close()
    },
  }
}

/**
 * How the database would answer a query. Asked on a connection of its own: after EXPLAIN this client keeps its reading
 * open until the statement is collected, and the connection would see the past meanwhile.
 */
export async function queryPlan(file: string, query: string): Promise<string> {
  const client = createClient({ url: pathToFileURL(file).href })
  const { rows } = await client.execute(`explain query plan ${query}`)
  client.close()
  return rows.map((row) => row.detail as string).join('\n')
}
