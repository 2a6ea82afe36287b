import type { References } from '../../groundwork/reference'
import type { PracticeSettings } from './facts'

/** How far a big toe should bend by the practice's setting, °. */
export function bigToeGoalOf(settings: Pick<PracticeSettings, 'bigToeGoal'>, references: References): number {
  return settings.bigToeGoal === 'sixty' ? references.bigToeGoalDeg : references.bigToeGoalHighDeg
}
