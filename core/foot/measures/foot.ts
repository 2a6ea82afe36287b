import type { MeasureState, NumberMeasureId, WordMeasureId } from './measureTable'

/** What is known of one foot: what stands for the trials, a word, or a state. Absent means nobody asked yet. */
export type FootValues = {
  numbers: Partial<Record<NumberMeasureId, number>>
  words: Partial<Record<WordMeasureId, string>>
  states: Partial<Record<NumberMeasureId | WordMeasureId, MeasureState>>
  /** trials a number is the mean of, where more than one */
  trials?: Partial<Record<NumberMeasureId, number>>
}

export const emptyFoot: FootValues = { numbers: {}, words: {}, states: {} }
