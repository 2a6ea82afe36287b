import type { MeasureState, NumberMeasureId, WordMeasureId } from './measureTable'

/** What is known of one foot: the mean of the trials, a word, or a state. Absent means nobody asked yet. */
export type FootValues = {
  numbers: Partial<Record<NumberMeasureId, number>>
  words: Partial<Record<WordMeasureId, string>>
  states: Partial<Record<NumberMeasureId | WordMeasureId, MeasureState>>
}

export const emptyFoot: FootValues = { numbers: {}, words: {}, states: {} }

/** One value out of one or more trials; undefined when there is none. */
export function meanOfTrials(trials: readonly number[]): number | undefined {
  return trials.length === 0 ? undefined : trials.reduce((sum, v) => sum + v, 0) / trials.length
}
