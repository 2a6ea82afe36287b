import { z } from 'zod'
import { cautionQuestions } from '@sturvo/core/cautions'
import { goalKinds } from '@sturvo/core/story'
import { capacities, kitItems } from '@sturvo/core/training'
import { paces } from '@sturvo/core/transition'
import { loadMethods } from '@sturvo/core/tripod'
import { longTextSchema, shortTextSchema } from '../common'
import { planSettingsSchema } from '../planSettings'
import { weekBlockSchema } from '../week'
import type { FieldKind } from './fieldKind'
import { hours, number } from './limits'

const spacer = number(0, 20, 'A spacer')

const answerSchemas = {
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
  /** doses chosen by hand; what is left out the plan chooses */
  planDoses: z
    .array(
      z.object({
        drill: shortTextSchema,
        sets: number(1, 6, 'Sets').int('Sets are a whole number.').optional(),
        /** seconds of a hold, or repetitions */
        amount: number(1, 300, 'The amount').int('The amount is a whole number.').optional(),
        extra: z.enum(['left', 'right', 'none']).optional(),
      }),
    )
    .max(40),
  planRaised: z.array(z.enum(capacities)).max(capacities.length),
  planLowered: z.array(z.enum(capacities)).max(capacities.length),
  /** settings of the practice that are other ones in this plan */
  planSettings: planSettingsSchema,
  /** spacers between the toes, big toe first, mm */
  spacersMm: z.tuple([spacer, spacer, spacer, spacer]),
  /** sentences pinned for the client's page, and those for the letter */
  pinnedSentences: z.array(shortTextSchema).max(60),
  letterSentences: z.array(shortTextSchema).max(60),
} as const
export type AnswerKey = keyof typeof answerSchemas
export const answerKeys = Object.keys(answerSchemas) as AnswerKey[]
export type AnswerValue<K extends AnswerKey> = z.infer<(typeof answerSchemas)[K]>

const cautionKeys = cautionQuestions.map((q) => `caution:${q}`)

export function isAnswerKey(key: string): key is AnswerKey {
  // own keys only: a path may come from anywhere, and every object has a constructor
  return Object.hasOwn(answerSchemas, key)
}

export const answerKind: FieldKind<{ key: string }, unknown> = {
  at: ([key, ...more]) =>
    key !== undefined && more.length === 0 && (isAnswerKey(key) || cautionKeys.includes(key))
      ? { key }
      : undefined,
  rest: ({ key }) => key,
  schema: ({ key }) => (isAnswerKey(key) ? answerSchemas[key] : z.boolean()),
}
