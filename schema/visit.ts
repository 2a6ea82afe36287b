import { z } from 'zod'
import { daySchema, idSchema } from './common'

export const fieldsSchema = z.record(z.string(), z.unknown())
export type Fields = Record<string, unknown>

export const visitSchema = z.object({
  id: idSchema,
  personId: idSchema,
  startedOn: daySchema,
  version: z.number().int(),
  /** reference values in force when it was last worked on */
  referencesVersion: z.number().int().default(0),
  fields: fieldsSchema,
  /** drills of the plan that was in force before this visit: what works stays */
  planInForce: z.array(z.string()).default([]),
  /** paths whose stored value cannot be read; they are left out of the fields and kept as they are */
  unreadable: z.array(z.string()).default([]),
})
export type Visit = z.infer<typeof visitSchema>

export const visitChangesSchema = z.object({
  changes: z
    .array(
      z.object({
        path: z.string().max(120),
        value: z.unknown(),
        /** the version the field was typed on, where it is another than the one in If-Match */
        base: z.number().int().min(0).max(1e9).optional(),
        /** made where it was typed: an edit that arrives again is written once */
        edit: idSchema.optional(),
        /** earlier edits of the same field by the same hand whose answers never came */
        replaces: z.array(idSchema).max(20).optional(),
      }),
    )
    .min(1, 'Nothing to change.')
    .max(200, 'At most 200 fields at once.'),
})
export type FieldEdit = z.infer<typeof visitChangesSchema>['changes'][number]
/** After a write: the new version, and what others changed since the version the writer knew. */
export const visitWrittenSchema = z.object({ version: z.number().int(), fields: fieldsSchema })
export const clashSchema = z.object({ path: z.string(), yours: z.unknown(), theirs: z.unknown() })
export type Clash = z.infer<typeof clashSchema>
export const conflictSchema = z.object({
  error: z.object({ code: z.literal('conflict'), message: z.string(), path: z.string() }),
  version: z.number().int(),
  clashes: z.array(clashSchema),
})

/** Every value that fields of a visit ever had, oldest first. Null is a value that was taken away. */
export const fieldHistorySchema = z.object({
  entries: z.array(
    z.object({
      path: z.string(),
      value: z.unknown(),
      version: z.number().int(),
      by: z.string(),
      at: z.string(),
    }),
  ),
})
export type FieldHistory = z.infer<typeof fieldHistorySchema>
