import { existsSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { asc, gt } from 'drizzle-orm'
import { personSchema } from '@sturvo/schema'
import { fieldRows } from '../visits/fieldRows'
import type { Database } from './database'
import { sha256Of } from './sha256'
import { unreadable } from './storedJson'
import { person, picture, recordingFile, visit } from './tables'

const atOnce = 100

/**
 * Everything in a practice that cannot be read, by its id; nothing is changed. A file beside it is named by its content:
 * one that is something else than its name says is damaged.
 * @param folder where its pictures and recordings lie
 * @param goodCopy where a file lies that is as it should be, for one that is not
 */
export async function troubles(
  database: Database,
  folder = dirname(database.file),
  goodCopy: (path: string) => Promise<string | undefined> = () => Promise.resolve(undefined),
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
  const look = async (what: string, path: string) => {
    const wrong = await wrongWith(folder, path)
    if (wrong === undefined) return
    const good = await goodCopy(path)
    found.push(`${what}: its file ${wrong}${good === undefined ? '' : `, a good one is ${good}`}`)
  }
  for (const row of await db.select({ id: picture.id, hash: picture.hash }).from(picture))
    await look(`picture ${row.id}`, `pictures/${row.hash}.png`)
  for (const row of await db.select({ id: recordingFile.id, hash: recordingFile.hash }).from(recordingFile))
    await look(`recording ${row.id}`, `recordings/${row.hash}.csv.gz`)
  const counts = await Promise.all([person, visit, picture, recordingFile].map((t) => db.$count(t)))
  return {
    found,
    counts: `${counts[0]} people, ${counts[1]} visits, ${counts[2]} pictures, ${counts[3]} recordings`,
  }
}

/** @returns what is wrong with a file that is named by its content; undefined where it is as it should be */
export async function wrongWith(
  folder: string,
  path: string,
): Promise<'is missing' | 'is damaged' | undefined> {
  const file = join(folder, path)
  if (!existsSync(file)) return 'is missing'
  const { sha256 } = await sha256Of(file)
  return basename(path).startsWith(`${sha256}.`) ? undefined : 'is damaged'
}
