import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { printOf } from '@sturvo/schema'
import { openDatabase, readVisit, type Database } from '@sturvo/server'
import { seedDemo } from './index'

const today = new Date('2026-05-07T09:00:00Z')
const folder = mkdtempSync(join(tmpdir(), 'sturvo-demo-'))
let database: Database
beforeAll(async () => {
  database = await openDatabase(join(folder, 'demo.db'))
  await seedDemo(database, today)
}, 60_000)
afterAll(async () => {
  await database.close()
  rmSync(folder, { recursive: true, force: true })
})
const readOf = (key: string) => readVisit(database, `demo${key}visit1`)

test('Ansa: low arches that move much, boots that decide, a whole plan', async () => {
  const { visit, reading } = await readOf('ansa')
  expect(visit.startedOn).toBe('2026-05-04')
  expect(reading.look.right.position?.kind).toBe('low')
  expect(reading.look.right.motion.motion!.much).toBeGreaterThan(0.5)
  expect(reading.look.right.motion.hasNoReserve).toBe(true)
  expect(reading.shelf.mostWorn?.shoe).toMatchObject({ name: 'Deck boots', hoursPerWeek: 60 })
  expect(reading.grades.left.arch.grade).toBe(1)
  expect(reading.plan!.phases.every((p) => p.picks.length > 0)).toBe(true)
})

test('Oda: big toes lean and the town shoes are narrower than the feet; spacers start small', async () => {
  const { reading } = await readOf('oda')
  expect(reading.shelf.mostWorn?.isNarrow).toBe(true)
  expect(reading.spacing).toMatchObject({ use: 'start', startMin: 5 })
})

test('Suna: grade 2 on the left, and what to test next on the right', async () => {
  const { reading } = await readOf('suna')
  expect(reading.grades.left.arch.grade).toBe(2)
  expect(reading.testNext).toContainEqual(expect.objectContaining({ measure: 'footprint', side: 'right' }))
})

test('Yusk: hot and swollen today, so there is no plan', async () => {
  const { visit, reading } = await readOf('yusk')
  expect(visit.startedOn).toBe('2026-05-07')
  expect(reading.cautions.isBlocked).toBe(true)
  expect(reading.plan).toBeUndefined()
})

test('the prints were measured, not written down: left and right differ, and kinds follow the feet', async () => {
  const { visit } = await readOf('ansa')
  const [left, right] = [printOf(visit.fields, 'left')!, printOf(visit.fields, 'right')!]
  expect(left.measures.archIndex.value).toBeLessThan(right.measures.archIndex.value)
  expect(left.measures.archIndex.error).toBeGreaterThan(0)
  expect(printOf((await readOf('suna')).visit.fields, 'left')!.measures.printKind).toBe('full')
})

test('filled twice on the same day it is the same practice', async () => {
  const other = await openDatabase(join(folder, 'other.db'))
  await seedDemo(other, today)
  const strip = (fields: Record<string, unknown>) =>
    JSON.stringify(fields).replaceAll(/"pictureId":"[^"]*"/g, '')
  for (const key of ['ansa', 'oda', 'suna', 'yusk'])
    expect(strip((await readVisit(other, `demo${key}visit1`)).visit.fields)).toBe(
      strip((await readOf(key)).visit.fields),
    )
  await other.close()
}, 30_000)
