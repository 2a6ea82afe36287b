import type { References } from '../../groundwork/reference'
import { planTransition, type Transition, type TransitionInput, type TransitionWeek } from '../transition'
import type { SimulationInput } from './simulate'

/**
 * The plans that are compared for one change of shoes: everything at once, the three paces, and the one that stands
 * where a hand changed it, as planned and as days are really kept.
 */
export function simulationAsked(
  transition: Transition & { input: TransitionInput },
  { clients, seed }: { clients: number; seed: number },
  references: References,
): SimulationInput {
  const { input, weeks } = transition
  const at = (pace: TransitionInput['pace']) =>
    planTransition({ ...input, pace, edits: [], isCautious: false }, references).weeks
  const isEdited = input.edits.length > 0 || input.isCautious
  return {
    plans: {
      atOnce: atOnce(weeks, input),
      brisk: at('brisk'),
      usual: at('usual'),
      slow: at('slow'),
      ...(isEdited && { edited: weeks }),
      kept: weeks,
    },
    asked: input,
    clients,
    draws: Math.min(references.simulatedDraws, clients),
    seed,
  }
}

/** The target from the first day, every day. */
function atOnce(weeks: readonly TransitionWeek[], { to }: TransitionInput): TransitionWeek[] {
  const last = weeks.at(-1)
  if (!last) return []
  const daysAWeek = 7
  const whole = Math.floor(to.minutes / daysAWeek)
  return [
    {
      ...last,
      isFirst: false,
      week: 1,
      minutes: to.minutes,
      wearingDays: daysAWeek,
      dayMinutes: Array.from(
        { length: daysAWeek },
        (_, i) => whole + (i < to.minutes - whole * daysAWeek ? 1 : 0),
      ),
    },
  ]
}
