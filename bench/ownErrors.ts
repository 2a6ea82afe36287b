import { performance } from 'node:perf_hooks'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { errorKinds } from '@sturvo/core/measures'
import { chanceFrom } from '@sturvo/core/synthetic'
import { madeUpNewPerson } from '../schema/testing/madeUpPerson'
import { openDatabase, ownErrorsAnswer, tables, trialSumsSql } from '@sturvo/server'

/** The page of own errors over 20,000 trials: the whole answer against the bare query it stands on, in one run. */
const practitioners = 4
const visits = 420
const measures = Object.values(errorKinds).flatMap((kind) => [...kind.measures])
const wanted = 20_000

function percentile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}

async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
  const database = await openDatabase(join(folder, 'practice.db'))
  const stamp = '2026-05-04T09:00:00.000Z'
  const stamps = { created: stamp, changed: stamp }
  await database.write(async (tx) => {
    await tx.insert(tables.account).values(
      Array.from({ length: practitioners }, (_, i) => ({
        id: `account${String(i).padStart(5, '0')}`,
        name: `Practitioner ${i + 1}`,
        email: `p${i}@tideway.example`,
        role: 'practitioner' as const,
        passwordHash: '',
        version: 1,
        ...stamps,
      })),
    )
    await tx
      .insert(tables.person)
      .values({ ...madeUpNewPerson, kit: [], version: 1, deletedOn: null, ...stamps })
    const chance = chanceFrom(7)
    for (let v = 0; v < visits; v++)
      await tx.insert(tables.visit).values({
        id: `visit${String(v).padStart(7, '0')}`,
        personId: madeUpNewPerson.id,
        startedOn: `2026-${String((v % 12) + 1).padStart(2, '0')}-04`,
        coreVersion: '0',
        version: 1,
        ...stamps,
      })
    let rows: (typeof tables.measure.$inferInsert)[] = []
    for (let i = 0; i < wanted; i += 2) {
      const group = i / 2
      const at = chance.between(20, 60)
      for (const trial of [1, 2])
        rows.push({
          id: `m${String(i + trial).padStart(11, '0')}`,
          visitId: `visit${String(group % visits).padStart(7, '0')}`,
          measure: measures[Math.floor(group / visits) % measures.length]!,
          side: group % 2 === 0 ? 'left' : 'right',
          trial,
          value: chance.normal(at, 1.4),
          word: null,
          unit: 'mm',
          byAccount: `account${String(group % practitioners).padStart(5, '0')}`,
          supersededBy: null,
          version: 1,
          created: `2026-${String((group % 12) + 1).padStart(2, '0')}-04T09:00:00.000Z`,
          changed: stamp,
        })
      if (rows.length >= 500) {
        await tx.insert(tables.measure).values(rows)
        rows = []
      }
    }
    if (rows.length > 0) await tx.insert(tables.measure).values(rows)
  })
  const time = async (work: () => Promise<unknown>) => {
    for (let i = 0; i < 3; i++) await work()
    const times: number[] = []
    for (let i = 0; i < 25; i++) {
      const start = performance.now()
      await work()
      times.push(performance.now() - start)
    }
    return { median: percentile(times, 0.5), most: percentile(times, 0.95) }
  }
  const bare = await time(() => database.db.all(trialSumsSql))
  const page = await time(() => ownErrorsAnswer(database))
  process.stdout.write(
    `${wanted} trials, ${practitioners} practitioners\n` +
      `bare query     median ${bare.median.toFixed(0)} ms, 95 % ${bare.most.toFixed(0)} ms\n` +
      `whole answer   median ${page.median.toFixed(0)} ms, 95 % ${page.most.toFixed(0)} ms (wanted: at most 150)\n` +
      `ratio          ${(page.median / bare.median).toFixed(2)} (wanted: at most 2)\n`,
  )
  await database.close()
  rmSync(folder, { recursive: true, force: true })
}

void main()
