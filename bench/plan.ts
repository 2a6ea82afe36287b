import fc from 'fast-check'
import loadHighs from 'highs'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { choosePlan, highsSolver, solvePlan, type PlanInput } from '@sturvo/core/training'
import { openDatabase, readVisit } from '@sturvo/server'
import { madeUpClients, seedDemo } from '@sturvo/demo'
import { arbitraryInput } from '../core/plan/training/testing/arbitraryClient'

/**
 * How good and how quick the plans are: for every made-up client and for random ones, with 5, 15 and 30 minutes: the
 * bound, the gap, seconds and nodes, and how far the plan found at once lies from the bound. The quick chooser is the
 * baseline, in the same run. Run: npx tsx bench/plan.ts [random clients, 50]
 */
const random = Number(process.argv[2] ?? 50)
const budgets = [5, 15, 30]
const percent = 100

async function inputsOfTheMadeUp(): Promise<[string, PlanInput][]> {
  const folder = mkdtempSync(join(tmpdir(), 'sturvo-bench-'))
  const database = await openDatabase(join(folder, 'demo.db'))
  await seedDemo(database, new Date('2026-05-07T09:00:00Z'))
  const found: [string, PlanInput][] = []
  for (const { key } of madeUpClients) {
    const { reading } = await readVisit(database, `demo${key}visit1`)
    if (reading.planInput) found.push([key, reading.planInput])
  }
  await database.close()
  rmSync(folder, { recursive: true, force: true })
  return found
}

const at = (values: readonly number[], share: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0

async function main(): Promise<void> {
  const solve = highsSolver(await loadHighs())
  const clients: [string, PlanInput][] = [
    ...(await inputsOfTheMadeUp()),
    ...fc
      .sample(arbitraryInput, { numRuns: random, seed: 2026 })
      .map((input, i): [string, PlanInput] => [`random ${i + 1}`, { ...input, pinned: [] }]),
  ]
  for (const minutes of budgets) {
    const rows = clients.flatMap(([name, asked]) => {
      const input = { ...asked, minutesPerSession: minutes }
      const began = performance.now()
      choosePlan(input)
      const firstMs = performance.now() - began
      const solvingFrom = performance.now()
      const { plan, first } = solvePlan(input, solve)
      const s = (performance.now() - solvingFrom) / 1000
      if (!plan.proof || plan.proof.bound <= 0) return []
      return [
        {
          name,
          firstMs,
          s,
          ...plan.proof,
          firstGapPct: (percent * (plan.proof.bound - first)) / plan.proof.bound,
        },
      ]
    })
    const line = (what: string, values: number[], digits: number) =>
      console.log(
        `  ${what}: ${at(values, 0.5).toFixed(digits)} median, ${at(values, 0.95).toFixed(digits)} at 95 %, ${at(values, 1).toFixed(digits)} at worst`,
      )
    console.log(`${minutes} minutes, ${rows.length} plans`)
    line(
      'gap, %',
      rows.map((r) => r.gapPct),
      2,
    )
    line(
      'seconds to the proof',
      rows.map((r) => r.s),
      2,
    )
    line(
      'nodes',
      rows.map((r) => r.nodes),
      0,
    )
    line(
      'first plan, ms',
      rows.map((r) => r.firstMs),
      0,
    )
    line(
      'first plan below the bound, %',
      rows.map((r) => r.firstGapPct),
      2,
    )
    line(
      'proof over first plan, times as long',
      rows.map((r) => (r.s * 1000) / Math.max(1, r.firstMs)),
      1,
    )
  }
}

void main()
