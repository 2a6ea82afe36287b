import { z } from 'zod'
import { idSchema } from './common'

export const importKinds = ['bundle', 'fhir', 'measures', 'log'] as const
export type ImportKind = (typeof importKinds)[number]

/** A record that was changed here and in the file, from different beginnings: somebody has to choose. */
export const importConflictSchema = z.object({
  /** names the record for the choice */
  id: z.string(),
  /** what it is, in words */
  what: z.string(),
  here: z.string(),
  there: z.string(),
  hereChanged: z.string(),
  thereChanged: z.string(),
  /** which is proposed: the one changed later */
  newer: z.enum(['here', 'there']),
})
export type ImportConflict = z.infer<typeof importConflictSchema>

export const importPreviewSchema = z.object({
  id: idSchema,
  kind: z.enum(importKinds),
  /** whose records are in it, and whether they are here already */
  people: z.array(
    z.object({
      id: idSchema,
      name: z.string(),
      isHere: z.boolean(),
      /** clients here of the same name and year of birth who may be the same person: somebody has to say so */
      alike: z.array(
        z.object({
          id: idSchema,
          name: z.string(),
          birthYear: z.number().int().nullable(),
          lastVisit: z.string().nullable(),
        }),
      ),
    }),
  ),
  counts: z.object({
    added: z.number().int(),
    merged: z.number().int(),
    same: z.number().int(),
    kept: z.number().int(),
  }),
  conflicts: z.array(importConflictSchema),
  /** cautions dealt with there, which whoever takes the file in signs for */
  signs: z.number().int(),
  /** what the file has and this program does not take, in words */
  leftOut: z.array(z.string()),
})
export type ImportPreview = z.infer<typeof importPreviewSchema>

export const importChoicesSchema = z.object({
  choices: z
    .array(z.object({ id: z.string().max(300), take: z.enum(['here', 'there']) }))
    .max(20_000, 'At most 20,000 choices.'),
  /** clients of the file who are somebody here; whoever is not named comes in as a client of their own */
  same: z
    .array(z.object({ client: idSchema, here: idSchema }))
    .max(2000, 'At most 2,000 clients.')
    .optional(),
})
export const importDoneSchema = z.object({
  id: idSchema,
  counts: z.record(z.string(), z.number()),
  isUndone: z.boolean(),
})
export type ImportDone = z.infer<typeof importDoneSchema>
