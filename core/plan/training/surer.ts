import { sides, type BySide, type Side } from '../../groundwork/side'
import { capacities, type Capacity } from './capacities'
import { numberRows, wordRows, type FactId, type FootFacts } from './deficits'

/** What is told, not tested, or follows from other tests: asking for it anew would make nothing surer. */
const notATest: readonly FactId[] = ['pain', 'hadSprain', 'kneeComesIn', 'lockedChance']

/** A test that bears on a capacity and was not done, with the side or sides it is missing on. */
export type Surer = { fact: FactId; sides: Side[]; weight: number }

/**
 * What would make each need surer: tests that bear on it and were not done, the weightiest first.
 * @returns weight 0..1, as the tables of deficits have it; empty where everything was tested
 */
export function readSurer(facts: BySide<FootFacts>): Record<Capacity, Surer[]> {
  const surer = Object.fromEntries(capacities.map((c): [Capacity, Surer[]] => [c, []])) as Record<
    Capacity,
    Surer[]
  >
  for (const { fact, fills } of [...numberRows, ...wordRows]) {
    const missing = sides.filter((side) => facts[side][fact] === undefined)
    if (missing.length === 0 || notATest.includes(fact)) continue
    for (const [capacity, weight] of fills) {
      const known = surer[capacity].find((each) => each.fact === fact)
      if (known) known.weight = Math.max(known.weight, weight)
      else surer[capacity].push({ fact, sides: missing, weight })
    }
  }
  for (const list of Object.values(surer)) list.sort((a, b) => b.weight - a.weight)
  return surer
}
