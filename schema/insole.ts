import { z } from 'zod'
import { idSchema, lineSchema } from './common'
import { insoleSchema } from './fields'

/** The inside of a shoe kept for other clients with the same shoe and size; nothing of a client is in it. */
export const keptInsoleSchema = z.object({
  id: idSchema,
  name: lineSchema.pipe(z.string().min(1, 'The shoe needs a name.').max(80, 'At most 80 letters.')),
  size: lineSchema.pipe(z.string().max(20, 'At most 20 letters.')),
  insole: insoleSchema,
})
export type KeptInsole = z.infer<typeof keptInsoleSchema>
export const keptInsolesSchema = z.object({ insoles: z.array(keptInsoleSchema) })
