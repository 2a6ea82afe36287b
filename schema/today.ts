import { z } from 'zod'
import { daySchema } from './common'

/** Somebody who needs a look: the facts; the sentence is made where it is shown. */
export const dueSchema = z.object({
  personId: z.string(),
  name: z.string(),
  work: z.string(),
  level: z.enum(['stop', 'open', 'done']),
  visit: z.object({ id: z.string(), startedOn: daySchema, stepsFilled: z.number().int() }).nullable(),
})
export type Due = z.infer<typeof dueSchema>

/** The first of them, how many there are in all, and whether the practice has any clients yet. */
export const todaySchema = z.object({
  due: z.array(dueSchema),
  /** how many there are in all; counted up to mostCountedDue */
  total: z.number().int(),
  hasPeople: z.boolean(),
})
export type Today = z.infer<typeof todaySchema>

/** A practice with more than these due is told "1000 or more": counting on would keep everybody waiting. */
export const mostCountedDue = 1000
