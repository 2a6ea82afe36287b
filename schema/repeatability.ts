import { z } from 'zod'
import { errorKindIds } from '@sturvo/core/measures'
import { referencesSchema } from './settings'
import { fieldsSchema } from './visit'
import { daySchema, idSchema, sideSchema } from './common'

const kindSchema = z.enum(errorKindIds)
const personSchema = z.object({ id: z.string(), name: z.string() })

/** One measure of one practitioner: own error with its interval, default, what is in force. Unit of the measure. */
export const ownErrorSchema = z.object({
  kind: kindSchema,
  accountId: z.string(),
  pairs: z.number().int(),
  sem: z.number(),
  low: z.number(),
  high: z.number(),
  /** pairs that come from practice with known truth, where the practitioner wants them counted */
  practicePairs: z.number().int(),
  standard: z.number(),
  inForce: z.number(),
  ownWeight: z.number(),
  trend: z
    .object({ kind: z.enum(['surer', 'lessSure', 'steady']), before: z.number(), after: z.number() })
    .nullable(),
  toCount: z.number().int(),
  toStandAlone: z.number().int(),
  /** width of the interval as a part of the error, now and after `more` further pairs; wide open is null */
  widthNow: z.number().nullable(),
  widthThen: z.number(),
  more: z.number().int(),
})
export type OwnError = z.infer<typeof ownErrorSchema>

/** Trials too far apart to be the error of measuring. */
export const suspectSchema = z.object({
  kind: kindSchema,
  accountId: z.string(),
  measure: z.string(),
  visitId: z.string(),
  personName: z.string(),
  side: sideSchema,
  on: daySchema,
  values: z.array(z.number()),
  slip: z.enum(['tenfold', 'swappedDigits', 'inch', 'none']),
  timesError: z.number(),
})
export type Suspect = z.infer<typeof suspectSchema>

/** Two practitioners on the same feet on the same day. */
export const betweenSchema = z.object({
  kind: kindSchema,
  first: z.string(),
  second: z.string(),
  pairs: z.number().int(),
  sem: z.number(),
  low: z.number(),
  high: z.number(),
  /** second less first; null below two pairs */
  bias: z.number().nullable(),
  isBiased: z.boolean(),
})
export type BetweenRaters = z.infer<typeof betweenSchema>

export const ownErrorsSchema = z.object({
  people: z.array(personSchema),
  rows: z.array(ownErrorSchema),
  suspects: z.array(suspectSchema),
  between: z.array(betweenSchema),
})
export type OwnErrors = z.infer<typeof ownErrorsSchema>

/** The pairs of trials behind one row, oldest first; of two practitioners where `second` is asked for. */
export const trialPairsSchema = z.object({
  pairs: z.array(
    z.object({
      visitId: z.string(),
      personName: z.string(),
      measure: z.string(),
      side: sideSchema,
      on: daySchema,
      first: z.number(),
      second: z.number(),
    }),
  ),
})
export type TrialPairs = z.infer<typeof trialPairsSchema>
export const pairsQuerySchema = z.object({
  kind: kindSchema,
  account: idSchema,
  second: idSchema.optional(),
})

/** What a visit is read against besides its own fields. */
export const backgroundSchema = z.object({
  /** whose error it is, and the values that lie over the reference table */
  by: z.string(),
  errors: referencesSchema,
  /** the visit before this one */
  earlier: z.object({ day: daySchema, fields: fieldsSchema }).nullable(),
  /** what a re-test goes on from: measured fields of the visits before, newest first; empty for a visit of its own */
  carried: z.array(z.object({ day: daySchema, fields: fieldsSchema })).default([]),
  /** the two parts of the error between two days, where they are other than the defaults */
  overDays: z.partialRecord(kindSchema, z.object({ trial: z.number(), day: z.number() })).default({}),
})
export type VisitBackground = z.output<typeof backgroundSchema>

/** Every trial of one row of a visit that was ever kept, with who took it and when. */
export const takenTrialsSchema = z.object({
  trials: z.array(
    z.object({
      measure: z.string(),
      side: sideSchema,
      trial: z.number().int(),
      value: z.number(),
      by: z.string(),
      at: z.string(),
    }),
  ),
})
export type TakenTrials = z.infer<typeof takenTrialsSchema>
