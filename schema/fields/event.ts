import { z } from 'zod'
import { eventKinds } from '@sturvo/core/story'
import { monthSchema, shortTextSchema } from '../common'
import { listed } from './fieldKind'

export const eventSchema = z.object({
  kind: z.enum(eventKinds),
  side: z.enum(['left', 'right', 'both']),
  /** month it happened; the year alone is kept as January */
  month: monthSchema,
  /** nobody knows the month: until it is given, the latest of that year counts */
  isYearOnly: z.literal(true).optional(),
  words: shortTextSchema.optional(),
})
export type StoryEvent = z.infer<typeof eventSchema>

export const eventKind = listed(eventSchema)
