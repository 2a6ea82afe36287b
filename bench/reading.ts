import { createReader, defaultSettings, read } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { factsOf } from '@sturvo/schema'
import { madeUpClients } from '@sturvo/demo'

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
  client.shoes.forEach((shoe, i) => (fields[`shoe.demoshoe${i}`] = shoe))
  fields['measure.navicularStand.left.1'] = height
  return factsOf({ fields, birthYear: 1992, year: 2026, ownedKit: client.person.kit, references })
}

const reader = createReader()
const times: Record<'plain' | 'memo', number[]> = { plain: [], memo: [] }
for (let i = 0; i < rounds; i++) {
  const facts = factsWith(30 + (i % 7))
  let began = performance.now()
  read(facts, references, defaultSettings)
  times.plain.push(performance.now() - began)
  began = performance.now()
  reader(facts, references, defaultSettings)
  times.memo.push(performance.now() - began)
}
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!
console.log(`reading a full visit after one value changed, ${rounds} rounds, medians`)
console.log(`every step anew  ${median(times.plain).toFixed(2)} ms   1.00 ×`)
console.log(
  `memo by step     ${median(times.memo).toFixed(2)} ms   ${(median(times.memo) / median(times.plain)).toFixed(2)} ×   (limit 10 ms)`,
)
process.exitCode = median(times.memo) <= 10 ? 0 : 1
