import { z } from 'zod'
import { cautionIds, type CautionId } from '@sturvo/core/cautions'
import { daySchema, lineSchema } from '../common'
import type { FieldKind } from './fieldKind'
import { isOneOf } from './limits'

export const dealtSchema = z.object({
  /** written by the server: whoever is signed in */
  by: lineSchema.pipe(z.string().min(1).max(120)),
  on: daySchema,
  words: z.string().trim().min(3, 'Say in a few words how it was dealt with.').max(1000),
})

export type Dealt = z.infer<typeof dealtSchema>

export const dealtKind: FieldKind<{ caution: CautionId }, Dealt> = {
  at: ([caution, ...more]) => (more.length === 0 && isOneOf(cautionIds, caution) ? { caution } : undefined),
  rest: ({ caution }) => caution,
  schema: () => dealtSchema,
}
