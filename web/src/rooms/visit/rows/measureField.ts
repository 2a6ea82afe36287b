import {
  isNumberMeasure,
  measureTable,
  placeInRange,
  type MeasureId,
  type NumberMeasureId,
} from '@sturvo/core/measures'
import { kgTo, mmTo, toKg, toMm, type LengthUnit, type MassUnit } from '@sturvo/core/units'
import type { Side } from '@sturvo/core/side'
import { mostTrials, type Fields } from '@sturvo/schema'

export type Units = { lengthUnit: LengthUnit; massUnit: MassUnit }

export function pathOf(measure: MeasureId, side: Side, trial: number): string {
  return `measure.${measure}.${side}.${trial}`
}

/** The values of all trials of one measure, first to last; one that was taken away in between is null. */
export function trialsOf(fields: Fields, measure: MeasureId, side: Side): unknown[] {
  const values = Array.from({ length: mostTrials }, (_, i) => fields[pathOf(measure, side, i + 1)] ?? null)
  return values.slice(0, values.findLastIndex((value) => value !== null) + 1)
}

/** Unit as this client's practitioner reads it. */
export function unitShown(measure: NumberMeasureId, units: Units): string {
  const { unit } = measureTable[measure]
  return unit === 'mm' ? units.lengthUnit : unit === 'kg' ? units.massUnit : unit
}

export function shownNumber(measure: NumberMeasureId, value: number, units: Units): number {
  const { unit } = measureTable[measure]
  const converted =
    unit === 'mm' ? mmTo(value, units.lengthUnit) : unit === 'kg' ? kgTo(value, units.massUnit) : value
  const decimals = unit === 'mm' && units.lengthUnit !== 'mm' ? 2 : measureTable[measure].decimals
  return Math.round(converted * 10 ** decimals) / 10 ** decimals
}

function storedNumber(measure: NumberMeasureId, shown: number, units: Units): number {
  const { unit } = measureTable[measure]
  return unit === 'mm' ? toMm(shown, units.lengthUnit) : unit === 'kg' ? toKg(shown, units.massUnit) : shown
}

export type TypedValue =
  | { kind: 'empty' }
  | { kind: 'value'; value: number; isUnusual: boolean }
  | { kind: 'wrong'; sentence: string }

/** What was typed into a number field. A comma is a point; what cannot be is refused with a sentence and kept. */
export function readTyped(text: string, measure: NumberMeasureId, units: Units): TypedValue {
  const trimmed = text.trim().replace(',', '.')
  if (trimmed === '') return { kind: 'empty' }
  const shown = Number(trimmed)
  if (Number.isNaN(shown)) return { kind: 'wrong', sentence: 'Figures only.' }
  const value = storedNumber(measure, shown, units)
  const place = placeInRange(measure, value)
  if (place === 'impossible') {
    const [low, high] = measureTable[measure].possible.map((limit) => shownNumber(measure, limit, units))
    return { kind: 'wrong', sentence: `Between ${low} and ${high} ${unitShown(measure, units)}; not stored.` }
  }
  return { kind: 'value', value, isUnusual: place === 'unusual' }
}

export { isNumberMeasure }
