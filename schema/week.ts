import { z } from 'zod'
import { halvesADay, surfaces, weekKinds } from '@sturvo/core/week'

/** The contract of one painted stretch of a usual week; see the core's WeekBlock. */
export const weekBlockSchema = z
  .object({
    day: z.number().int().min(0).max(6),
    from: z
      .number()
      .int()
      .min(0)
      .max(halvesADay - 1),
    to: z.number().int().min(1).max(halvesADay),
    kind: z.enum(weekKinds),
    surface: z.enum(surfaces),
  })
  .refine((block) => block.to > block.from, 'A stretch of the week must end after it begins.')
