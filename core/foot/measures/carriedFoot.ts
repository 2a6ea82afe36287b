import type { FootValues } from './foot'
import { measuredTogether } from './measureGroups'
import { isNumberMeasure, measureIds, type MeasureId } from './measureTable'

/** One foot at an earlier visit, YYYY-MM-DD. */
export type FootOfDay = { day: string; foot: FootValues }
/** Days on which values were taken that stand in a later visit. */
export type CarriedDays = Partial<Record<MeasureId, string>>

/**
 * A foot of a re-test: what was measured today, and from the visits before whatever was not. Measures that are read
 * together come from one day: who measures one height of the arch anew is not read beside another height of last
 * spring. What was called unchanged stands with its last value, as of today.
 * @param earlier newest first
 * @returns days of what is from before; what was called unchanged is of today
 */
export function carriedFoot(
  today: FootValues,
  earlier: readonly FootOfDay[],
): { foot: FootValues; days: CarriedDays } {
  const foot: FootValues = {
    numbers: { ...today.numbers },
    words: { ...today.words },
    states: { ...today.states },
    trials: { ...today.trials },
  }
  const days: CarriedDays = {}
  for (const id of measureIds) {
    if (isAnswered(today, id)) continue
    const isUnchanged = today.states[id] === 'unchanged'
    // where something of its group was found anew, the rest of the group is not known any more
    if (!isUnchanged && measuredTogether(id).some((other) => isAnswered(today, other))) continue
    const last = earlier.find((each) => isAnswered(each.foot, id))
    if (!last) continue
    take(foot, last.foot, id)
    if (isUnchanged) foot.states[id] = 'unchanged'
    else days[id] = last.day
  }
  return { foot, days }
}

/** Whether a foot has a result of its own for a measure: a value, a word, or that it was tried in vain. */
function isAnswered({ numbers, words, states }: FootValues, id: MeasureId): boolean {
  const value = isNumberMeasure(id) ? numbers[id] : words[id]
  return value !== undefined || states[id] === 'cannot'
}

function take(to: FootValues, from: FootValues, id: MeasureId): void {
  if (from.states[id] === 'cannot') to.states[id] = 'cannot'
  else if (isNumberMeasure(id)) {
    to.numbers[id] = from.numbers[id]!
    if (from.trials?.[id] !== undefined) to.trials = { ...to.trials, [id]: from.trials[id] }
  } else to.words[id] = from.words[id]!
}
