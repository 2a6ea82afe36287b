import { z } from 'zod'
import { idSchema } from './common'
import { insoleSchema } from './fields'

/** The inside of a shoe kept for other clients with the same shoe and size; nothing of a client is in it. */
export const keptInsoleSchema = z.object({
  id: idSchema,
  name: z.string().trim().min(1, 'The shoe needs a name.').max(80),
  size: z.string().trim().max(20, 'At most 20 letters.'),
  insole: insoleSchema,
})
export type KeptInsole = z.infer<typeof keptInsoleSchema>
export const keptInsolesSchema = z.object({ insoles: z.array(keptInsoleSchema) })
