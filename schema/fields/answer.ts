import { z } from 'zod'
import { cautionQuestions } from '@sturvo/core/cautions'
import { absenceKinds, dayWishes, horizons, lanes, weekdayOf } from '@sturvo/core/days'
import { isNumberMeasure, measureIds, measureTable, type NumberMeasureId } from '@sturvo/core/measures'
import { sides, type Side } from '@sturvo/core/side'
import { goalKinds } from '@sturvo/core/story'
import { capacities, kitItems } from '@sturvo/core/training'
import { paces, transitionEnds } from '@sturvo/core/transition'
import { loadMethods } from '@sturvo/core/tripod'
import { daySchema, idSchema, longTextSchema, shortTextSchema } from '../common'
import { planSettingsSchema } from '../planSettings'
import { weekBlockSchema } from '../week'
import type { FieldKind } from './fieldKind'
import { hours, number } from './limits'

const spacer = number(0, 20, 'A spacer')
// every knot of three ropes in every week, and a little
const mostMoves = 600
const weekdaySchema = z.number().int().min(0).max(6)

const weekMinutes = number(0, 6720, 'Minutes a week')

const answerSchemas = {
  /** the visit that this one is a re-test of */
  retestOf: idSchema,
  goal: longTextSchema,
  goalKind: z.enum(goalKinds),
  sidedness: z.enum(['left', 'right', 'both']),
  bodyMassKg: number(10, 300, 'Body mass'),
  /** picked from the list, or in the client's words */
  medicines: z.array(shortTextSchema).max(30),
  week: z.array(weekBlockSchema).max(200),
  complaint: longTextSchema,
  conditions: longTextSchema,
  oldInjuries: longTextSchema,
  worstPain: number(0, 10, 'Pain').int(),
  hoursStanding: hours,
  hoursWalking: hours,
  hoursTraining: hours,
  runs: z.boolean(),
  kneeComesIn: z.boolean(),
  loadMethod: z.enum(loadMethods),
  planMinutes: number(5, 60, 'A session'),
  planSessions: number(3, 14, 'Sessions a week').int(),
  planKit: z.array(z.enum(kitItems)).max(kitItems.length),
  planPinned: z.array(shortTextSchema).max(40),
  planBanned: z.array(shortTextSchema).max(40),
  planPace: z.enum(paces),
  /** the change of shoes: its end, hours a week, today as the practitioner knows it, weeks set by hand */
  shoesEnd: z.enum(transitionEnds),
  shoesHours: number(0, 112, 'Hours a week'),
  shoesFrom: z
    .object({
      standMin: weekMinutes,
      walkMin: weekMinutes,
      trainMin: weekMinutes,
      runMin: weekMinutes,
      newMin: weekMinutes,
      newRunMin: weekMinutes,
    })
    .partial(),
  shoesEdits: z
    .array(z.object({ week: z.number().int().min(1).max(52), minutes: weekMinutes.int() }))
    .max(52),
  /** doses chosen by hand; what is left out the plan chooses */
  planDoses: z
    .array(
      z.object({
        drill: shortTextSchema,
        sets: number(1, 6, 'Sets').int('Sets are a whole number.').optional(),
        /** seconds of a hold, or repetitions */
        amount: number(1, 3600, 'The amount').int('The amount is a whole number.').optional(),
        extra: z.enum(['left', 'right', 'none']).optional(),
      }),
    )
    .max(40),
  planRaised: z.array(z.enum(capacities)).max(capacities.length),
  planLowered: z.array(z.enum(capacities)).max(capacities.length),
  /** settings of the practice that are other ones in this plan */
  planSettings: planSettingsSchema,
  /** the Monday the plan begins on; left out, the first one after the visit */
  planStart: daySchema.refine((day) => weekdayOf(day) === 0, 'A plan begins on a Monday.'),
  planHorizon: z.union(horizons.map((n) => z.literal(n))),
  /** Monday to Sunday */
  weekUsual: z.array(z.enum(dayWishes)).length(7),
  weekShortMin: number(1, 60, 'A short day'),
  weekTwice: z.boolean(),
  weekAbsences: z
    .array(
      z
        .object({ from: daySchema, to: daySchema, kind: z.enum(absenceKinds) })
        .refine(({ from, to }) => from <= to, 'Days away must end after they begin.'),
    )
    .max(40),
  /** knots dragged along their rope, which stay where they were put */
  weekMoves: z
    .array(
      z.object({
        lane: z.enum(lanes),
        week: z
          .number()
          .int()
          .min(1)
          .max(Math.max(...horizons)),
        from: weekdaySchema,
        to: weekdaySchema,
      }),
    )
    .max(mostMoves),
  /** drills the client likes, does not like, and what the client calls them */
  drillsLiked: z.array(shortTextSchema).max(120),
  drillsDisliked: z.array(shortTextSchema).max(120),
  drillWords: z.record(shortTextSchema, shortTextSchema),
  /** spacers between the toes, big toe first, mm */
  spacersMm: z.tuple([spacer, spacer, spacer, spacer]),
  /** sentences pinned for the client's page, and those for the letter */
  pinnedSentences: z.array(shortTextSchema).max(60),
  letterSentences: z.array(shortTextSchema).max(60),
} as const
export type AnswerKey = keyof typeof answerSchemas
export const answerKeys = Object.keys(answerSchemas) as AnswerKey[]
export type AnswerValue<K extends AnswerKey> = z.infer<(typeof answerSchemas)[K]>

/** A value taken after a drill was tried, beside the trials of its row and never among them. */
const triedSchema = (measure: NumberMeasureId) => {
  const { possible, unit } = measureTable[measure]
  return z.object({
    drill: shortTextSchema,
    value: number(possible[0], possible[1], `The value after the drill, ${unit},`),
  })
}
export type TriedDrill = z.infer<ReturnType<typeof triedSchema>>
export const triedKey = (measure: NumberMeasureId, side: Side) => `tried:${measure}:${side}`
const triedMeasures = new Map(
  measureIds
    .filter(isNumberMeasure)
    .flatMap((measure) => sides.map((side) => [triedKey(measure, side), measure] as const)),
)

const cautionKeys = cautionQuestions.map((q) => `caution:${q}`)

export function isAnswerKey(key: string): key is AnswerKey {
  // own keys only: a path may come from anywhere, and every object has a constructor
  return Object.hasOwn(answerSchemas, key)
}

export const answerKind: FieldKind<{ key: string }, unknown> = {
  at: ([key, ...more]) =>
    key !== undefined &&
    more.length === 0 &&
    (isAnswerKey(key) || cautionKeys.includes(key) || triedMeasures.has(key))
      ? { key }
      : undefined,
  rest: ({ key }) => key,
  schema: ({ key }) => {
    const measure = triedMeasures.get(key)
    return measure ? triedSchema(measure) : isAnswerKey(key) ? answerSchemas[key] : z.boolean()
  },
}
