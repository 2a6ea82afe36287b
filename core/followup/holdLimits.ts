import type { References } from '../groundwork/reference'
import type { HoldLimits } from './earned'
import { calmLimits } from './calm'

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
  const calm = calmLimits(painAtVisit, r)
  return {
    from,
    ...calm,
    dayNoise: r.dayNoise,
    once: Math.max(calm.calmDay, own + r.painFlare + r.painNoise),
    twice: Math.max(calm.calmDay, own + r.painRise + r.painNoise),
    daysLeast: r.loggedDaysLeast,
    judgedDays: r.judgedDays,
    backShare: r.backOffTimes,
    growth,
    staleDays: r.staleDays,
  }
}
