import { z } from 'zod'
import { eyeKinds } from '@sturvo/core/eye'
import { errorKindIds } from '@sturvo/core/measures'
import { idSchema, sideSchema } from './common'
import { referencesSchema } from './settings'

/** One answered practice question: everything that is needed to ask it again and to judge it. */
export const eyeAnswerSchema = z.object({
  id: idSchema,
  kind: z.enum(eyeKinds),
  level: z.number().int().min(1, 'A level is 1 to 4.').max(4, 'A level is 1 to 4.'),
  seed: z.number().int().min(0).max(4_294_967_295),
  side: sideSchema,
  /** answer less truth, in the unit of the kind; kinds without a direction have none below 0 */
  error: z.number().min(-1000, 'This error cannot be.').max(1000, 'This error cannot be.'),
  /** measure made from placed landmarks: its error, for one's own error where it is wanted */
  derived: z
    .object({ kind: z.enum(errorKindIds), error: z.number().min(-1000).max(1000) })
    .nullable()
    .default(null),
  at: z.iso.datetime(),
})
export type EyeAnswer = z.infer<typeof eyeAnswerSchema>
export const eyeAnswersSchema = z.object({
  answers: z.array(eyeAnswerSchema),
  /** landmark practice counts towards one's own error */
  countsAsOwn: z.boolean(),
  /** one's own errors in force, to lie over the reference table */
  errors: referencesSchema.default({}),
})
export type EyeAnswers = z.infer<typeof eyeAnswersSchema>
export const eyeChoiceSchema = z.object({ countsAsOwn: z.boolean() })
