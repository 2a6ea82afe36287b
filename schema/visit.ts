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
})
export type Visit = z.infer<typeof visitSchema>

export const visitChangesSchema = z.object({
  changes: z
    .array(z.object({ path: z.string().max(120), value: z.unknown() }))
    .min(1, 'Nothing to change.')
    .max(200),
})
/** After a write: the new version, and what others changed since the version the writer knew. */
export const visitWrittenSchema = z.object({ version: z.number().int(), fields: fieldsSchema })
export const clashSchema = z.object({ path: z.string(), yours: z.unknown(), theirs: z.unknown() })
export type Clash = z.infer<typeof clashSchema>
export const conflictSchema = z.object({
  error: z.object({ code: z.literal('conflict'), message: z.string(), path: z.string() }),
  version: z.number().int(),
  clashes: z.array(clashSchema),
})
