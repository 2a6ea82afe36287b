import { readShelf, type FootWidths, type Shoe, type ShelfReading } from '../footwear'
import type { References } from '../reference'
import type { Finding } from './finding'

export function readShoes(
  shoes: readonly Shoe[],
  feet: FootWidths,
  references: References,
): { shelf: ShelfReading; findings: Finding[] } {
  const shelf = readShelf(shoes, feet, references)
  const findings = shelf.shoes
    .filter((r) => r.isNarrow || r.isTallLever)
    .map((reading): Finding => ({
      kind: 'shoe',
      reading,
      id: `shoe.${reading.shoe.id}`,
      step: 'shoes',
      concern: reading.isNarrow ? 'work' : 'watch',
      weight: 0.4 + 0.5 * reading.hoursShare,
      sure: undefined,
    }))
  if (shelf.mostWorn && shelf.hoursPerWeek > 0)
    findings.push({
      kind: 'shelf',
      shelf,
      id: 'shelf',
      step: 'shoes',
      concern: 'fine',
      weight: 0.35,
      sure: undefined,
    })
  return { shelf, findings }
}
