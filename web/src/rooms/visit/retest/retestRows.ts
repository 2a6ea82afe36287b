import { isNumberMeasure, type MeasureId } from '@sturvo/core/measures'
import type { DueRow } from '@sturvo/core/overTime'
import type { VisitFacts } from '@sturvo/core/reading'
import { sides, type Side } from '@sturvo/core/side'
import { printOf, type Fields } from '@sturvo/schema'
import { withUnit, wordText } from '@sturvo/words'
import { shownNumber, trialsOf, unitShown, type Units } from '../rows/measureField'

/** The value of the visit before, as it is read beside a row. */
export function valueBefore(
  facts: VisitFacts,
  measure: MeasureId,
  side: Side,
  units: Units,
): string | undefined {
  const { numbers, words, states } = facts.feet[side]
  if (states[measure] === 'cannot') return 'could not'
  if (!isNumberMeasure(measure)) {
    const word = words[measure]
    return word === undefined ? undefined : wordText(measure, word)
  }
  const value = numbers[measure]
  if (value === undefined) return undefined
  return `${shownNumber(measure, value, units)}${withUnit(unitShown(measure, units))}`
}

/** Whether a row was answered at this visit, on every side that had a value before. */
export function isDone({ what }: DueRow, fields: Fields, before: VisitFacts): boolean {
  if (what === 'print') return sides.every((side) => printOf(fields, side) !== undefined)
  if (what === 'load')
    return (
      sides.every((side) => trialsOf(fields, 'scaleHeel', side).length > 0) ||
      sides.every((side) => trialsOf(fields, 'feltHeel', side).length > 0) ||
      Object.keys(fields).some((path) => path.startsWith('recording.'))
    )
  return sides.every((side) => {
    const had =
      before.feet[side].states[what] === 'cannot' ||
      (isNumberMeasure(what) ? before.feet[side].numbers[what] : before.feet[side].words[what]) !== undefined
    return !had || trialsOf(fields, what, side).length > 0
  })
}
