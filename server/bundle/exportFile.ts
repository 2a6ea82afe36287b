import { createWriteStream, existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { createClient } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import { referenceValues } from '@sturvo/core/reference'
import type { Database } from '../data/database'
import * as tables from '../data/tables'
import { writeZip } from '../files/zip'
import { practiceAnswer, practiceRow } from '../practice/queries'
import { collectBundle, type Scope } from './collect'
import { stableText } from './stableText'
import { toFhir } from './toFhir'
import { toMeasures } from './measuresCsv'

/** The bundle as text: the same records, the same bytes. */
export async function bundleText(database: Database, scope: Scope): Promise<string> {
  return `${stableText(await collectBundle(database.db, scope))}\n`
}

/** The bundle with every picture and recording that its records point to. */
export async function bundleZip(
  database: Pick<Database, 'db' | 'file'>,
  scope: Scope,
  to: NodeJS.WritableStream,
): Promise<void> {
  const bundle = await collectBundle(database.db, scope)
  const folder = dirname(database.file)
  const paths = [
    ...bundle.records.picture.map(({ hash }) => `pictures/${hash}.png`),
    ...bundle.records.recordingFile.map(({ hash }) => `recordings/${hash}.csv.gz`),
  ]
  const files = [...new Set(paths)].sort().filter((path) => existsSync(join(folder, path)))
  await writeZip(to, [
    { name: 'bundle.json', text: `${stableText(bundle)}\n` },
    ...files.map((name) => ({ name, file: join(folder, name) })),
  ])
}

/** The whole practice, read by a connection of its own: for a thread, since it takes as long as the practice is large. */
export async function practiceBundle({ file, to }: { file: string; to: string }): Promise<void> {
  const client = createClient({ url: pathToFileURL(file).href, concurrency: 1 })
  try {
    await client.execute('PRAGMA query_only = ON')
    const db = drizzle(client, { schema: tables })
    await bundleZip({ db, file }, 'practice', createWriteStream(to, { mode: 0o600 }))
  } finally {
    client.close()
  }
}

async function referencesOf(database: Database) {
  const { references } = await practiceAnswer(database.db, await practiceRow(database))
  return referenceValues(references)
}

export async function fhirText(database: Database, scope: Scope): Promise<string> {
  const { records } = await collectBundle(database.db, scope)
  return `${JSON.stringify(toFhir(records, await referencesOf(database)), null, 1)}\n`
}

export async function measuresText(database: Database, scope: Scope): Promise<string> {
  const { records } = await collectBundle(database.db, scope)
  return toMeasures(records, await referencesOf(database))
}
