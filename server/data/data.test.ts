import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { practiceRow } from '../practice/queries'
import { openDatabase } from './database'
import { newId } from './ids'

const folder = mkdtempSync(join(tmpdir(), 'sturvo-data-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

test('ids are of the shape the contract asks for, sort by time, and do not repeat', () => {
  const ids = Array.from({ length: 500 }, (_, i) => newId(new Date(1_800_000_000_000 + i)))
  expect([...ids].sort()).toEqual(ids)
  expect(new Set(ids).size).toBe(500)
  for (const id of ids) expect(id).toMatch(/^[0-9a-z]{8,40}$/)
})

test('a file from before a migration is copied first, and then opens', async () => {
  const file = join(folder, 'practice.db')
  const database = await openDatabase(file)
  expect((await practiceRow(database)).name).toBe('New practice')
  await database.close()
  const older = join(folder, 'older.db')
  const whole = createClient({ url: `file:${file}` })
  await whole.execute(`VACUUM INTO '${older}'`)
  whole.close()
  const client = createClient({ url: `file:${older}` })
  // as if the newest migration had never run: its mark and its tables are gone
  await client.execute('DELETE FROM __drizzle_migrations')
  for (const { name } of (
    await client.execute(
      "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE '\\_\\_%' ESCAPE '\\' AND name NOT LIKE 'sqlite%'",
    )
  ).rows as unknown as { name: string }[])
    await client.execute(`DROP TABLE "${name}"`)
  client.close()
  const again = await openDatabase(older)
  expect((await practiceRow(again)).version).toBe(1)
  await again.close()
  expect(readdirSync(folder).filter((name) => name.startsWith('older.db.before-migration'))).toHaveLength(1)
})

test('a file that is up to date is not copied', async () => {
  await (await openDatabase(join(folder, 'practice.db'))).close()
  expect(readdirSync(folder).filter((name) => name.startsWith('practice.db.before'))).toEqual([])
})

test('the settings of the file hold for every query, also for those that overlap', async () => {
  const database = await openDatabase(join(folder, 'settings.db'))
  const overlapping = <T>(pragma: string) =>
    Promise.all(Array.from({ length: 4 }, () => database.db.get<T>(pragma)))
  for (const { timeout } of await overlapping<{ timeout: number }>('PRAGMA busy_timeout'))
    expect(timeout).toBe(20)
  for (const { foreign_keys } of await overlapping<{ foreign_keys: number }>('PRAGMA foreign_keys'))
    expect(foreign_keys).toBe(1)
  await database.close()
})
