import { createReader, defaultSettings, read } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { factsOf } from '@sturvo/schema'
import { madeUpClients, shelves } from '@sturvo/demo'

const rounds = 200
const references = referenceValues()
const client = madeUpClients[0]!

function factsWith(height: number) {
  const fields: Record<string, unknown> = {}
  for (const [key, value] of Object.entries(client.answers)) fields[`answer.${key}`] = value
  for (const [id, pair] of Object.entries(client.measures)) {
    fields[`measure.${id}.left.1`] = pair[0]
    fields[`measure.${id}.right.1`] = pair[1]
  }
  shelves[client.key]?.shoes.forEach(
    ({ insoleOnSheet: _, ...shoe }, i) => (fields[`shoe.demoshoe${i}`] = shoe),
  )
  fields['measure.navicularStand.left.1'] = height
  return factsOf({ fields, birthYear: 1992, day: '2026-05-04', ownedKit: client.person.kit, references })
}

const median = (values: number[]) => [...values].sort((x, y) => x - y)[values.length >> 1]!

/** Reads once anew and once with memory after each change. @returns median of the memory, ms */
function compare(name: string, factsAt: (round: number) => ReturnType<typeof factsWith>): number {
  const reader = createReader()
  const plain: number[] = []
  const memo: number[] = []
  for (let i = 0; i < rounds; i++) {
    const facts = factsAt(i)
    let began = performance.now()
    read(facts, references, defaultSettings)
    plain.push(performance.now() - began)
    began = performance.now()
    reader(facts, references, defaultSettings)
    memo.push(performance.now() - began)
  }
  const ratio = median(memo) / median(plain)
  console.log(
    `${name.padEnd(36)} anew ${median(plain).toFixed(2)} ms   memo by step ${median(memo).toFixed(2)} ms   ${ratio.toFixed(2)} ×`,
  )
  return median(memo)
}

console.log(`reading a full visit after one value changed, ${rounds} rounds, medians, limit 10 ms`)
const slowest = Math.max(
  compare('an arch height (touches most steps)', (i) => factsWith(30 + (i % 7))),
  compare('hours of walking (touches one)', (i) => ({ ...factsWith(31), hoursWalking: i % 9 })),
)
process.exitCode = slowest <= 10 ? 0 : 1
