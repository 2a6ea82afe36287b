import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { asc, gt } from 'drizzle-orm'
import { personSchema } from '@sturvo/schema'
import { openDatabase, type Database } from '../data/database'
import { FileFault } from '../data/fileFault'
import { unreadable } from '../data/storedJson'
import { person, picture, recordingFile, visit } from '../data/tables'
import { fieldRows } from '../visits/fieldRows'
import { readArguments, textOption, UsageError } from './usage'

const atOnce = 100

/** `check --db FILE`: everything in a practice that cannot be read, by its id; nothing is changed. */
export async function check(args: readonly string[]): Promise<string> {
  const { options } = readArguments(args, ['db'], [])
  const file = textOption(options, 'db')
  if (file === undefined) throw new UsageError('Name the database: check --db FILE.')
  if (!existsSync(file)) throw new UsageError(`There is no file ${file}.`)
  let database: Database | undefined
  try {
    database = await openDatabase(file)
    const found = await troubles(database)
    const counts = await Promise.all(
      [person, visit, picture, recordingFile].map((t) => database!.db.$count(t)),
    )
    const what = `${counts[0]} people, ${counts[1]} visits, ${counts[2]} pictures, ${counts[3]} recordings`
    if (found.length === 0) return `${what}: everything can be read.`
    throw new UsageError(`${what}. Not readable: ${found.length}\n${found.map((f) => `  ${f}`).join('\n')}`)
  } catch (error) {
    throw error instanceof FileFault ? new UsageError(error.message) : error
  } finally {
    await database?.close()
  }
}

async function troubles(database: Database): Promise<string[]> {
  const { db } = database
  const found: string[] = []
  const integrity = await db.all<{ integrity_check: string }>('PRAGMA integrity_check')
  for (const { integrity_check: line } of integrity) if (line !== 'ok') found.push(`database: ${line}`)
  for (const row of await db.all<{ table: string; rowid: number }>('PRAGMA foreign_key_check'))
    found.push(`${row.table}, row ${row.rowid}: points to nothing`)
  for (const row of await db.select().from(person))
    if (!personSchema.safeParse({ ...row, visits: [], cautions: { stop: 0, limit: 0 } }).success)
      found.push(`person ${row.id}`)
  for (let after = ''; ;) {
    const rows = await db
      .select({ id: visit.id })
      .from(visit)
      .where(gt(visit.id, after))
      .orderBy(asc(visit.id))
      .limit(atOnce)
    if (rows.length === 0) break
    after = rows[rows.length - 1]!.id
    const fields = await fieldRows(
      db,
      rows.map((row) => row.id),
    )
    for (const field of fields)
      if (field.value === unreadable) found.push(`visit ${field.visitId}, field ${field.path}`)
  }
  for (const row of await db.select({ id: picture.id, hash: picture.hash }).from(picture))
    if (!existsSync(join(database.picturesFolder, `${row.hash}.png`)))
      found.push(`picture ${row.id}: its file is missing`)
  for (const row of await db.select({ id: recordingFile.id, hash: recordingFile.hash }).from(recordingFile))
    if (!existsSync(join(database.recordingsFolder, `${row.hash}.csv.gz`)))
      found.push(`recording ${row.id}: its file is missing`)
  return found
}
