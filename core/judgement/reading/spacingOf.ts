import { gapRestMeasures, gapSpreadMeasures } from '../../foot/measures'
import { stiffestToe } from '../../foot/toes'
import type { References } from '../../groundwork/reference'
import { bySide, sides } from '../../groundwork/side'
import type { CautionReading } from '../../plan/cautions'
import { spacingPlan, type SpacedShoe, type SpacingPlan } from '../../plan/spacing'
import { isWorn } from '../../shoe/footwear'
import type { VisitFacts } from './facts'
import type { ShoeOnFeet } from './readShoes'

/** The spacers of a visit: the foot that needs more care decides, a pair is handed over, not one. */
export function spacingOf(facts: VisitFacts, cautions: CautionReading, references: References): SpacingPlan {
  const careful = ['bent, fixed', 'bent, soft', 'straight'] as const
  const states = sides.map((side) => stiffestToe(facts.feet[side]))
  return spacingPlan(
    {
      feet: bySide((side) => {
        const { numbers } = facts.feet[side]
        return {
          restMm: gapRestMeasures.map((id) => numbers[id]),
          reachMm: gapSpreadMeasures.map((id) => numbers[id]),
          halluxAngleDeg: numbers.halluxAngle,
          fifthToeAngleDeg: numbers.fifthToeAngle,
        }
      }),
      toeState: careful.find((word) => states.includes(word)),
      effects: cautions.effects,
      isBlocked: cautions.block !== undefined,
      shoes: [],
    },
    references,
  )
}

/** Which worn shoes have room for the spacers: what was not measured has none. */
export function spacedShoes(shoes: readonly ShoeOnFeet[]): SpacedShoe[] {
  return shoes
    .filter(({ reading }) => isWorn(reading.shoe))
    .flatMap(({ reading, planSpaced }): SpacedShoe[] => {
      const fits = sides.map((side) => planSpaced[side]).filter((fit) => fit !== undefined)
      if (fits.length === 0) return []
      // a pair goes into a pair: a foot that was not laid over its shoe promises no room either
      const isWhole = fits.length === sides.length
      const forefoot = fits.flatMap(({ regions }) =>
        regions.filter((r) => r.region === 'toes' || r.region === 'ball'),
      )
      const shortMm = Math.max(0, ...forefoot.map((r) => r.mostMm))
      const { name } = reading.shoe
      if (shortMm > 0) return [{ name, room: 'no', shortMm }]
      // an edge that was never measured promises no room
      return [{ name, room: !isWhole || forefoot.some((r) => r.isGuessed) ? 'unknown' : 'yes', shortMm: 0 }]
    })
}
