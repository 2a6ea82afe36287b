import { z } from 'zod'
import { daySchema } from './common'
import { evidenceSchema } from './follow'

/** Why somebody needs a look, the most urgent first. */
export const dueLevels = [
  'stopSign',
  'stop',
  'toldSince',
  'linkLocked',
  'backOff',
  'restart',
  'hold',
  'silent',
  'retest',
  'planEnds',
  'linkEnds',
  'open',
  'done',
] as const
export type DueLevel = (typeof dueLevels)[number]

/** Somebody who needs a look: the facts; the sentence is made where it is shown. */
export const dueSchema = z.object({
  personId: z.string(),
  name: z.string(),
  work: z.string(),
  level: z.enum(dueLevels),
  visit: z.object({ id: z.string(), startedOn: daySchema, stepsFilled: z.number().int() }).nullable(),
  /** the rule behind a proposal, the last day written about, or the day something ends */
  rule: z.string().optional(),
  evidence: evidenceSchema.optional(),
  day: daySchema.optional(),
  /** what can be taken at once, of the plan that was in force */
  proposal: z
    .object({
      planId: z.string(),
      setsShare: z.number(),
      minutes: z.object({ spacers: z.number(), shoes: z.number() }).partial(),
    })
    .optional(),
  linkId: z.string().optional(),
  /** further reasons, less urgent */
  more: z.array(z.enum(dueLevels)).max(dueLevels.length).optional(),
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
