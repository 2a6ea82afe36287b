import type { MeasureId } from '@sturvo/core/measures'
import type { Step } from '@sturvo/core/reading'

const inLook: readonly MeasureId[] = ['halluxAngle', 'fifthToeAngle']

/** Where the row of a measure that bears on a chain of causes stands. */
export function stepOfMeasure(measure: MeasureId): Step {
  return inLook.includes(measure) ? 'look' : 'move'
}
