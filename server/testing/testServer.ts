import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import request from 'supertest'
import { sessionSchema } from '@sturvo/schema'
import { openDatabase, type Database } from '../data/database'
import { createApp } from '../http/app'
import { practiceRow } from '../practice/queries'
import { addAccount } from '../signin/accounts'

export type TestServer = {
  database: Database
  folder: string
  agent: ReturnType<typeof request.agent>
  csrf: string
  close: () => Promise<void>
}

export const testPassword = 'a long password'

/** A real database file in a folder of its own, with one owner signed in. */
export async function startTestServer(): Promise<TestServer> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-api-'))
  const database = await openDatabase(join(folder, 'practice.db'))
  await practiceRow(database)
  await addAccount(
    database,
    { name: 'Ilse Marrack', email: 'ilse@tideway.example', role: 'owner', password: testPassword },
    new Date(),
  )
  const app = createApp({ database, logger: pino({ level: 'silent' }), webFolder: folder })
  const agent = request.agent(app)
  const answer = await agent
    .post('/api/session')
    .send({ email: 'ilse@tideway.example', password: testPassword })
  return {
    database,
    folder,
    agent,
    csrf: sessionSchema.parse(answer.body).csrf,
    close: async () => {
      await database.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
