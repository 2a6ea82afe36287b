import { z } from 'zod'
import { cautionIds, releaseParts, type CautionId, type ReleasePart } from '@sturvo/core/cautions'
import { daySchema, lineSchema } from '../common'
import type { FieldKind } from './fieldKind'
import { isOneOf } from './limits'

export const releaseSchema = z.object({
  opens: z.array(z.enum(Object.keys(releaseParts) as ReleasePart[])).max(10),
  from: daySchema,
})

export const dealtSchema = z
  .object({
    /** written by the server: whoever is signed in */
    by: lineSchema.pipe(z.string().min(1).max(120)),
    on: daySchema,
    /** of what waits for a release: what is not named stays shut */
    release: releaseSchema.optional(),
    words: z.string().trim().min(3, 'Say in a few words how it was dealt with.').max(1000),
  })
  // nothing is opened before its day
  .refine(({ on, release }) => !release || release.from <= on, {
    message: 'A release that begins later is written down when it begins.',
    path: ['release', 'from'],
  })

export type Dealt = z.infer<typeof dealtSchema>

export const dealtKind: FieldKind<{ caution: CautionId }, Dealt> = {
  at: ([caution, ...more]) => (more.length === 0 && isOneOf(cautionIds, caution) ? { caution } : undefined),
  rest: ({ caution }) => caution,
  schema: () => dealtSchema,
}
