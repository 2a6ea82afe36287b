import type { References } from '../../groundwork/reference'
import type { DayDrill, PlannedDay } from './days'

const percent = 100
const weeksOf28Days = 4
// ends at the whole
const shares = Array.from({ length: 14 }, (_, i) => Math.round(35 + 5 * i) / 100)

/** Heel raises of one day at a part of its sets, as the timer counts them: each drill keeps one set at least. */
function raisesOn(day: PlannedDay, raises: ReadonlyMap<string, DayDrill['raises']>, share: number): number {
  return day.parts.flat().reduce((sum, { id }) => {
    const of = raises.get(id)
    return of ? sum + Math.max(1, Math.round(of.sets * share)) * of.perSet : sum
  }, 0)
}

/**
 * A week with no more heel raises than the 28 days before it allow: where a new phase would bring more, the days that
 * have any are done with a part of their sets, week by week nearer to the whole.
 * @param past raises of the weeks trained before, oldest first
 * @returns the days, and the raises of the week as they are then done
 * @source growth, everywhere: never past the rule of the 28 days before
 */
export function heldRaises(
  days: PlannedDay[],
  drills: readonly DayDrill[],
  past: readonly number[],
  r: References,
): { days: PlannedDay[]; raises: number } {
  const raises = new Map(drills.map((drill) => [drill.id, drill.raises]))
  const has = days.map((day) => raisesOn(day, raises, 1) > 0)
  const at = has.map(() => 0)
  const on = (i: number, step: number) => raisesOn(days[i]!, raises, shares[step]!)
  const total = () => at.reduce((sum, step, i) => sum + on(i, step), 0)
  const whole = at.map((_, i) => on(i, shares.length - 1)).reduce((sum, n) => sum + n, 0)
  const peak = Math.max(0, ...past.slice(-weeksOf28Days))
  // one set more in a week is the least step there is
  const oneSet = Math.max(0, ...drills.map((drill) => drill.raises?.perSet ?? 0))
  const more = Math.max((peak * r.raiseGrowthPct) / percent, r.raiseStep * has.filter(Boolean).length, oneSet)
  // who did none begins with what was measured of him
  if (peak === 0 || whole <= peak + more) return { days, raises: whole }
  for (let isRaised = true; isRaised;) {
    isRaised = false
    // the day with the least first, so that the days stay alike
    for (const i of [...at.keys()].sort((a, b) => at[a]! - at[b]! || a - b)) {
      const next = shares.findIndex((_, step) => step > at[i]! && on(i, step) > on(i, at[i]!))
      if (!has[i] || next < 0 || total() - on(i, at[i]!) + on(i, next) > peak + more) continue
      at[i] = next
      isRaised = true
      break
    }
  }
  return {
    raises: total(),
    days: days.map((day, i) => {
      const share = shares[at[i]!]!
      const isWhole = on(i, at[i]!) === on(i, shares.length - 1)
      return !has[i] || isWhole ? day : { ...day, trainMin: day.trainMin * share, setsShare: share }
    }),
  }
}
