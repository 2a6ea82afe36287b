import { placeInRange } from '@sturvo/core/measures'
import type { PhotoMeasures } from '@sturvo/core/photo'
import type { Side } from '@sturvo/core/side'
import type { Fields } from '@sturvo/schema'
import { pathOf } from '../rows/measureField'

export const mostTrials = 9
const kept = 10 // tenths of a millimetre or degree

/** Whether the points of a measure were put where no foot has them; such a value is shown and never kept. */
export function cannotBe(id: keyof PhotoMeasures, value: number): boolean {
  return placeInRange(id, value) === 'impossible'
}

/** Every measure of the trials as fields; what stood there before gives way, in one step that can be undone. */
export function measureFields(trials: readonly PhotoMeasures[], side: Side, fields: Fields): Fields {
  const changes: Fields = {}
  const ids = new Set(trials.flatMap((trial) => Object.keys(trial) as (keyof PhotoMeasures)[]))
  for (const id of ids) {
    const values = trials.map((trial) => trial[id]).filter((v) => v !== undefined && !cannotBe(id, v))
    if (values.length === 0) continue
    for (let trial = 1; trial <= mostTrials; trial++)
      if (fields[pathOf(id, side, trial)] !== undefined) changes[pathOf(id, side, trial)] = null
    values.forEach((value, i) => (changes[pathOf(id, side, i + 1)] = Math.round(value! * kept) / kept))
  }
  return changes
}
