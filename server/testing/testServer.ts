import type { AddressInfo } from 'node:net'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import request from 'supertest'
import { sessionSchema } from '@sturvo/schema'
import { openDatabase, type Database } from '../data/database'
import { deviceShelf, usualDevices } from '../devices/deviceShelf'
import type { DeviceDriver } from '../devices/driver'
import { serveStreams } from '../devices/routes'
import { createApp } from '../http/app'
import { listen } from '../http/listen'
import { practiceRow } from '../practice/queries'
import { addAccount } from '../signin/accounts'

export type TestServer = {
  /** the session as a cookie header, for lines that are no requests of the agent */
  cookie: string
  database: Database
  folder: string
  agent: ReturnType<typeof request.agent>
  csrf: string
  close: () => Promise<void>
}

export const testPassword = 'a long password'

/** A real database file in a folder of its own, with one owner signed in. */
export async function startTestServer(devices = deviceShelf(usualDevices())): Promise<TestServer> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-api-'))
  const database = await openDatabase(join(folder, 'practice.db'))
  await practiceRow(database)
  await addAccount(
    database,
    { name: 'Ilse Marrack', email: 'ilse@tideway.example', role: 'owner', password: testPassword },
    new Date(),
  )
  const app = createApp({ database, logger: pino({ level: 'silent' }), webFolder: folder, devices })
  const agent = request.agent(app)
  const answer = await agent
    .post('/api/session')
    .send({ email: 'ilse@tideway.example', password: testPassword })
  const cookies = answer.get('Set-Cookie') ?? []
  return {
    database,
    folder,
    agent,
    cookie: cookies.map((c) => c.split(';')[0]).join('; '),
    csrf: sessionSchema.parse(answer.body).csrf,
    close: async () => {
      await database.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** The same on a port of its own, with devices that can be listened to. */
export async function startLiveServer(
  drivers: readonly DeviceDriver[] = usualDevices(),
): Promise<TestServer & { port: number }> {
  const devices = deviceShelf(drivers)
  const server = await startTestServer(devices)
  const app = createApp({
    database: server.database,
    logger: pino({ level: 'silent' }),
    webFolder: server.folder,
    devices,
  })
  const line = await listen(app, 0)
  const endStreams = serveStreams(line, devices, server.database)
  return {
    ...server,
    port: (line.address() as AddressInfo).port,
    close: async () => {
      await endStreams()
      line.closeAllConnections()
      await new Promise((resolve) => line.close(resolve))
      await server.close()
    },
  }
}
