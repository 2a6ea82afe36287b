import type { References } from '../../groundwork/reference'
import { allowedEnds } from '../../plan/transition'
import type { ToldSince } from '../inForce'
import type { PracticeSettings, VisitFacts } from './facts'
import type { VisitReading } from './read'
import { shoesKeptFor } from './readTransition'
import { spacingOf } from './spacingOf'

/**
 * What a visit says that bears on a plan decided before it, also while the visit allows no plan of its own yet: a
 * question that nobody asked takes nothing back.
 * @param day of the visit, YYYY-MM-DD
 */
export function toldSince(
  { cautions, known, grades }: Pick<VisitReading, 'cautions' | 'known' | 'grades'>,
  { facts, settings, day }: { facts: VisitFacts; settings: PracticeSettings; day: string },
  references: References,
): ToldSince {
  const { block: _notYet, ...told } = cautions
  const spacing = spacingOf(facts, { ...told, block: undefined }, references)
  return {
    day,
    known,
    runs: facts.runs,
    ends: allowedEnds(cautions.effects, shoesKeptFor({ facts, grades, settings }) !== undefined),
    areSpacersShut:
      spacing.use === 'notNow' && (spacing.because === 'caution' || spacing.because === 'fixedToe'),
  }
}
