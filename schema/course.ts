import { z } from 'zod'
import { daySchema, idSchema } from './common'
import { errorKindIds } from '@sturvo/core/measures'

const valueSchema = z.object({ value: z.number(), trials: z.number().int() })
const footSchema = z.record(z.string(), valueSchema)
/** What one visit adds to the course of a person: numbers by measure, the shelf by hours, what was told. */
export const courseVisitSchema = z.object({
  id: idSchema,
  day: daySchema,
  /** measured at this visit; travel, reserve and arch index among them */
  left: footSchema,
  right: footSchema,
  worstPain: z.number().optional(),
  goal: z.string().optional(),
  shoes: z.array(z.object({ name: z.string(), hours: z.number(), stackMm: z.number().optional() })),
})
export type CourseVisit = z.infer<typeof courseVisitSchema>
/** One person over time, as far as it is in visits; plans and log have answers of their own. */
export const courseSchema = z.object({
  visits: z.array(courseVisitSchema),
  events: z.array(z.object({ kind: z.string(), side: z.string(), month: z.string(), words: z.string() })),
  /** the two parts of the error between two days, where the practitioner's own counts */
  overDays: z.partialRecord(z.enum(errorKindIds), z.object({ trial: z.number(), day: z.number() })),
})
export type Course = z.infer<typeof courseSchema>
