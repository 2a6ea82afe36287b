import { z } from 'zod'

export const copyKinds = ['daily', 'byHand', 'trial'] as const

/** One copy that was made, or one trial of restoring, and how it went. */
export const copyRunSchema = z.object({
  id: z.string(),
  at: z.string(),
  kind: z.enum(copyKinds),
  isFine: z.boolean(),
  name: z.string(),
  words: z.string(),
  bytes: z.number(),
  tookMs: z.number(),
})
export type CopyRun = z.infer<typeof copyRunSchema>

export const copyLineSchema = z.object({
  name: z.string(),
  madeAt: z.string(),
  bytes: z.number(),
  /** why rotation keeps it: the newest, of its day, week or month, dated in the future, or whose it is was not said: such a one goes only by hand */
  keptAs: z.enum(['newest', 'day', 'week', 'month', 'ahead', 'going', 'unsaid']),
})
export type CopyLine = z.infer<typeof copyLineSchema>

/** The place where a practice is copied to all the time. */
export const replicaStateSchema = z.object({
  to: z.string(),
  /** everything written until then is there; null where nothing was said since the program started */
  upTo: z.string().nullable(),
  /** something has waited for longer than a moment to be copied there */
  isBehind: z.boolean(),
  /** what the replication tool complained of since, '' where it did not */
  words: z.string(),
})
export type ReplicaState = z.infer<typeof replicaStateSchema>

export const copiesSchema = z.object({
  folder: z.string(),
  /** whether the folder lies on the disk of the practice itself: a lost disk takes both */
  isSameDisk: z.boolean(),
  copies: z.array(copyLineSchema),
  runs: z.array(copyRunSchema),
  /** of the last copy that is whole; null where there is none */
  lastGood: z.string().nullable(),
  /** older than it may be */
  isOld: z.boolean(),
  lastTrial: copyRunSchema.nullable(),
  /** one a day is made by itself; the made-up practice makes none */
  isAutomatic: z.boolean(),
  /** null where the practice is not replicated */
  replica: replicaStateSchema.nullable(),
})
export type Copies = z.infer<typeof copiesSchema>
