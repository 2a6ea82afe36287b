import { z } from 'zod'
import { checkKinds } from '@sturvo/core/days'
import { paces } from '@sturvo/core/transition'
import { daySchema, idSchema, longTextSchema } from './common'

/** Keeps the plan of a visit as the next version. `after` is the last version the writer has seen, 0 for none. */
export const newPlanSchema = z.object({
  id: idSchema,
  visitId: idSchema,
  /** the version of the visit the plan was seen on */
  visitVersion: z.number().int().min(0).max(1e9),
  after: z.number().int().min(0).max(1e6),
  /** why, in the practitioner's words */
  words: longTextSchema.optional(),
})
export type NewPlan = z.infer<typeof newPlanSchema>

/** Takes up an earlier version again, as a new one. */
export const backToPlanSchema = z.object({
  id: idSchema,
  /** the version that is taken up */
  to: idSchema,
  after: z.number().int().min(0).max(1e6),
  words: z.string().trim().min(1, 'Write why it goes back.').max(4000, 'At most 4,000 letters.'),
})
export type BackToPlan = z.infer<typeof backToPlanSchema>

export const planLineSchema = z.object({
  id: idSchema,
  /** 1 and up within a person */
  number: z.number().int(),
  visitId: idSchema,
  madeOn: daySchema,
  by: z.string(),
  minutesPerSession: z.number(),
  sessionsPerWeek: z.number(),
  /** ids of the drills in the order of their phases */
  drills: z.array(z.string()),
  /** what led to it: the proposal of the log that was taken, or that it went back */
  action: z.string().optional(),
  /** why, in words */
  words: z.string().optional(),
  /** weeks count from the first day of the plan, 1 and up */
  phases: z.array(z.object({ stage: z.string(), fromWeek: z.number(), weeks: z.number() })).optional(),
  startsOn: daySchema.optional(),
  endsOn: daySchema.optional(),
})
export type PlanLine = z.infer<typeof planLineSchema>
export const planListSchema = z.object({ plans: z.array(planLineSchema) })

const doseSchema = z.object({
  sets: z.number(),
  extraSets: z.object({ left: z.number(), right: z.number() }).partial(),
  holdS: z.number().optional(),
  reps: z.number().optional(),
  secondsPerRep: z.number().optional(),
  perWeek: z.number(),
  minutes: z.number(),
})
const keptDrillSchema = doseSchema.extend({
  id: z.string(),
  name: z.string(),
  sides: z.string(),
  kit: z.array(z.string()),
  lines: z.array(z.string()),
  because: z.array(z.string()),
  gate: z.string().optional(),
  fallback: doseSchema
    // lines: plans of before they were kept have none of their own
    .extend({ id: z.string(), name: z.string(), lines: z.array(z.string()).optional() })
    .optional(),
})
export type KeptDrill = z.infer<typeof keptDrillSchema>

const plannedDaySchema = z.object({
  date: daySchema,
  wish: z.string(),
  trainMin: z.number(),
  /** ids of drills: one part, or morning and evening */
  parts: z.array(z.array(z.string())),
  spacersMin: z.number(),
  shoesMin: z.number(),
  /** the most in one go */
  shoesMostMin: z.number(),
  checks: z.array(
    z.object({ kind: z.enum(checkKinds), about: z.string().optional(), amount: z.number().optional() }),
  ),
  /** part of the sets that is done, where a proposal lowered it */
  setsShare: z.number().optional(),
  /** the easier form, softer ground */
  isEasier: z.boolean().optional(),
})
/** A plan on days as it is kept, in `./sturvo plan` and in the calendar. */
export const keptDaysSchema = z.object({
  startsOn: daySchema,
  weeks: z.array(z.object({ week: z.number().int(), stage: z.string(), days: z.array(plannedDaySchema) })),
  conflicts: z.array(
    z.object({ week: z.number().int(), what: z.string(), wanted: z.number(), given: z.number() }),
  ),
})
export type KeptDays = z.infer<typeof keptDaysSchema>

/**
 * A plan as it was decided: with everything it was made from, so that it can be read and questioned years later. It is
 * stored as the text it was first answered with, and never computed again.
 */
export const keptPlanSchema = planLineSchema.extend({
  personId: idSchema,
  visitVersion: z.number().int(),
  coreVersion: z.string(),
  settings: z.record(z.string(), z.string()),
  references: z.record(z.string(), z.number()),
  inputs: z.record(z.string(), z.unknown()),
  /** what grows grows by it, also after a step back; left out in plans of before it was kept */
  pace: z.enum(paces).optional(),
  /** left out in plans of before the days */
  days: keptDaysSchema.optional(),
  /** where it was made from the version before by a proposal of the log: which rule, from which day, in whose words */
  because: z
    .object({
      action: z.string(),
      rule: z.string(),
      from: daySchema,
      words: z.string(),
      before: idSchema,
      /** the version that was taken up again */
      to: z.number().int().optional(),
      /** what was taken: with it the version can be made anew out of the one before */
      setsShare: z.number().optional(),
      minutes: z.object({ spacers: z.number(), shoes: z.number() }).partial().optional(),
      growth: z.number().optional(),
      /** the week its client had come to, where that was behind the calendar */
      standsAt: z.number().int().optional(),
    })
    .optional(),
  /** why a version of a visit was made: in words, and the findings and shut gates that led to it */
  why: z.object({ words: z.string(), findings: z.array(z.string()), gates: z.array(z.string()) }).optional(),
  /** what was printed, as data of the printing program; a version whose days were moved has the client's page alone */
  papers: z.object({ handout: z.unknown(), sheet: z.unknown().optional() }).optional(),
  plan: z.object({
    nothing: z.string().optional(),
    phases: z.array(
      z.object({
        stage: z.string(),
        fromWeek: z.number(),
        weeks: z.number(),
        minutesPerSession: z.number(),
        drills: z.array(keptDrillSchema),
      }),
    ),
    leftOut: z.array(z.object({ id: z.string(), because: z.string() })),
    proof: z
      .object({ objective: z.number(), bound: z.number(), gapPct: z.number(), nodes: z.number() })
      .optional(),
  }),
})
export type KeptPlan = z.infer<typeof keptPlanSchema>
