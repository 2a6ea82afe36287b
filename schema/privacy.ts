import { z } from 'zod'
import { daySchema, idSchema } from './common'

/** Typed by hand, so that nobody deletes the wrong one. */
export const deletePersonSchema = z.object({ name: z.string().max(200) })
export const deletedSchema = z.object({
  personId: idSchema,
  /** rows, pictures and recordings that are gone */
  rows: z.number().int(),
  files: z.number().int(),
  /** the database file was packed anew; where another program holds it, parts may lie in its log until it is closed */
  isPacked: z.boolean(),
  /** copies that still hold the record, with their dates; rotation takes them away in time */
  copies: z.array(z.object({ name: z.string(), madeAt: z.string() })),
  /** where the practice is replicated to: earlier states of it stay there for as long as that place keeps them */
  replica: z
    .object({
      to: z.string(),
      /** their pictures and recordings are out of it */
      isEmptied: z.boolean(),
    })
    .nullable(),
})
export type Deleted = z.infer<typeof deletedSchema>

export const retentionSchema = z.object({
  years: z.number().int().nullable(),
  people: z.array(z.object({ id: idSchema, name: z.string(), lastVisit: daySchema.nullable() })),
})
export type Retention = z.infer<typeof retentionSchema>
