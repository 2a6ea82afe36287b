import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { asc, gt } from 'drizzle-orm'
import { personSchema } from '@sturvo/schema'
import { fieldRows } from '../visits/fieldRows'
import type { Database } from './database'
import { unreadable } from './storedJson'
import { person, picture, recordingFile, visit } from './tables'

const atOnce = 100

/**
 * Everything in a practice that cannot be read, by its id; nothing is changed.
 * @param hasFile whether a picture or a recording is there, by its path beside the database
 */
export async function troubles(
  database: Database,
  hasFile: (path: string) => boolean = (path) => existsSync(join(dirname(database.file), path)),
): Promise<{ found: string[]; counts: string }> {
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
    if (!hasFile(`pictures/${row.hash}.png`)) found.push(`picture ${row.id}: its file is missing`)
  for (const row of await db.select({ id: recordingFile.id, hash: recordingFile.hash }).from(recordingFile))
    if (!hasFile(`recordings/${row.hash}.csv.gz`)) found.push(`recording ${row.id}: its file is missing`)
  const counts = await Promise.all([person, visit, picture, recordingFile].map((t) => db.$count(t)))
  return {
    found,
    counts: `${counts[0]} people, ${counts[1]} visits, ${counts[2]} pictures, ${counts[3]} recordings`,
  }
}
