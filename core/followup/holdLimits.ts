import type { References } from '../groundwork/reference'
import type { HoldLimits } from './earned'
import { calmAt } from './followRules'

/**
 * What a phone holds a plan by.
 * @param level the client's own level of pain, 0 to 10, as the rules have it; undefined where nobody knows
 * @param growth a week, at the plan's own pace: what was stepped back from grows no faster than the plan does
 * @param painAtVisit worst pain told at the visit, answer and map together
 */
export function holdLimits(
  {
    from,
    level,
    painAtVisit,
    growth,
  }: { from: string; level: number | undefined; painAtVisit: number | undefined; growth: number },
  r: References,
): HoldLimits {
  const own = level ?? painAtVisit ?? 0
  const calm = calmAt({ painAtVisit, r })
  return {
    from,
    calm,
    once: Math.max(calm, own + r.painFlare + r.painNoise),
    twice: Math.max(calm, own + r.painRise + r.painNoise),
    daysLeast: r.loggedDaysLeast,
    judgedDays: r.judgedDays,
    backShare: r.backOffTimes,
    growth,
    staleDays: r.staleDays,
  }
}
