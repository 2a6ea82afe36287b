import { referenceValues } from '@sturvo/core/reference'
import {
  countOverloads,
  normals,
  planInput,
  simulate,
  simulatedDays,
  simulationAsked,
  usualAssumptions,
} from '@sturvo/core/simulation'
import { tissues } from '@sturvo/core/training'
import { byTissue, planTransition } from '@sturvo/core/transition'
import { walker } from '../core/plan/transition/testing/arbitraryWalker'

/**
 * 10,000 made-up clients × 182 days × 4 tissues × 5 plans on one core: the whole simulation with its 100 outer draws,
 * against the plain loop without adaptation (every day of every client, no stopping early) as the baseline, and against
 * drawing as many normals as there are days of clients. Run: npx tsx bench/simulation.ts
 */
const clients = 10_000
const rounds = 5
const references = referenceValues()
const input = walker(18)
const transition = { ...planTransition(input, references), input }
const asked = simulationAsked(transition, { clients, seed: 3 }, references)
const plans = Object.keys(asked.plans).length

function timed(work: () => unknown): number {
  const start = performance.now()
  work()
  return performance.now() - start
}
const median = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

function plainLoop(): number {
  const chance = normals(7)
  let over = 0
  const weeks = Object.values(asked.plans)
  // the baseline must not pay for reading imports and tables in its innermost loop
  const days = simulatedDays
  const repair = references.repairADay
  for (const plan of weeks) {
    const x = planInput(plan, input, { ...usualAssumptions, adaptation: 0 }, references)
    for (let client = 0; client < clients; client++)
      for (const tissue of tissues) {
        const k = 0.03 * Math.exp(0.9 * chance.next())
        const doses = x[tissue]
        let damage = 0
        let isOver = false
        for (let day = 0; day < days; day++) {
          damage = Math.max(0, damage + k * doses[day]! - repair)
          if (damage > 1) isOver = true
        }
        if (isOver) over++
      }
  }
  return over
}

function drawNormals(): number {
  const chance = normals(7)
  const count = clients * simulatedDays * tissues.length * plans
  let sum = 0
  for (let i = 0; i < count; i++) sum += chance.next()
  return sum
}

function everyDayCounted(): void {
  const chance = normals(7)
  const k = Float64Array.from(
    { length: clients * tissues.length },
    () => 0.03 * Math.exp(0.9 * chance.next()),
  )
  const firstDay = new Uint8Array(k.length)
  for (const plan of Object.values(asked.plans))
    countOverloads(
      planInput(plan, input, usualAssumptions, references),
      k,
      byTissue(() => references.repairADay),
      firstDay,
    )
}

const times = {
  whole: [] as number[],
  counted: [] as number[],
  plain: [] as number[],
  normals: [] as number[],
}
for (let round = 0; round < rounds; round++) {
  times.whole.push(timed(() => simulate(asked, references)))
  times.counted.push(timed(everyDayCounted))
  times.plain.push(timed(plainLoop))
  if (round === 0) times.normals.push(timed(drawNormals))
}
const plain = median(times.plain)
const line = (name: string, ms: number) =>
  console.log(`${name.padEnd(58)} ${ms.toFixed(0).padStart(6)} ms   × plain loop ${(ms / plain).toFixed(2)}`)
console.log(`${clients} clients × ${simulatedDays} days × ${tissues.length} tissues × ${plans} plans`)
line('whole simulation, 100 draws of the assumptions, adaptive', median(times.whole))
line('counting alone, adaptive', median(times.counted))
line('plain loop without adaptation (baseline)', plain)
line('drawing as many normals', median(times.normals))
console.log(`memory ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`)
const planning = Array.from({ length: 200 }, () => timed(() => planTransition(input, references)))
console.log(
  `planning 18 h a week: median ${median(planning).toFixed(2)} ms, worst ${Math.max(...planning).toFixed(1)} ms`,
)
