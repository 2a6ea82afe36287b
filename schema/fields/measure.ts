import { z } from 'zod'
import {
  isNumberMeasure,
  measureIds,
  measureStates,
  measureTable,
  type MeasureId,
} from '@sturvo/core/measures'
import { sides, type Side } from '@sturvo/core/side'
import type { FieldKind } from './fieldKind'
import { isOneOf } from './limits'

/** Trials that a row keeps. */
export const mostTrials = 9

const made = new Map<MeasureId, z.ZodType<number | string>>()

/** Made once for each measure: a visit is read by it hundreds of times. */
function schemaOf(id: MeasureId): z.ZodType<number | string> {
  const known = made.get(id) ?? measureValueSchema(id)
  made.set(id, known)
  return known
}

function measureValueSchema(id: MeasureId): z.ZodType<number | string> {
  const state = z.enum(measureStates)
  if (!isNumberMeasure(id)) return z.union([z.enum(measureTable[id].words), state])
  const { possible, unit } = measureTable[id]
  const range = `This must lie between ${possible[0]} and ${possible[1]} ${unit}.`
  return z.union([z.number().min(possible[0], range).max(possible[1], range), state])
}

export const measureKind: FieldKind<{ measure: MeasureId; side: Side; trial: number }, number | string> = {
  at: ([measure, side, text, ...more]) => {
    const trial = Number(text)
    // "01" would be a second path to the same trial
    const isTrial = Number.isInteger(trial) && trial >= 1 && trial <= mostTrials && String(trial) === text
    return isTrial && more.length === 0 && isOneOf(measureIds, measure) && isOneOf(sides, side)
      ? { measure, side, trial }
      : undefined
  },
  rest: ({ measure, side, trial }) => `${measure}.${side}.${trial}`,
  schema: ({ measure }) => schemaOf(measure),
}
