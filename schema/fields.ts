import { z } from 'zod'
import { cautionIds, cautionQuestions } from '@sturvo/core/cautions'
import {
  isNumberMeasure,
  measureIds,
  measureStates,
  measureTable,
  type MeasureId,
} from '@sturvo/core/measures'
import { eventKinds, goalKinds, markKinds, markViews, painMoments } from '@sturvo/core/story'
import { sides, type Side } from '@sturvo/core/side'
import { photoViews, type PhotoView } from '@sturvo/core/photo'
import { deviceKinds, deviceReasons, volumeClasses } from '@sturvo/core/support'
import {
  closures,
  groundProtections,
  heelCounters,
  insertKinds,
  shoeUses,
  sizeSystems,
  soleZones,
  supportFeatureIds,
  verdictChoices,
  wearActivities,
  wearSurfaces,
} from '@sturvo/core/footwear'
import { kitItems } from '@sturvo/core/training'
import { paces } from '@sturvo/core/transition'
import { loadMethods } from '@sturvo/core/tripod'
import {
  daySchema,
  idSchema,
  lineSchema,
  longTextSchema,
  monthSchema,
  numberIn,
  shortTextSchema,
  sideSchema,
} from './common'
import { DoorError, throughTheDoor, tooDeepText } from './door'
import { photoSchema } from './photo'
import { printSchema } from './print'
import { recordingSchema } from './recording'
import { weekBlockSchema } from './week'

/**
 * A visit is a set of fields, each with a path of its own, so that two people can work on one visit and undo is a
 * list of before and after. Paths: measure.ID.SIDE.TRIAL, mark.ID, event.ID, shoe.ID, device.ID, print.SIDE,
 * photo.VIEW.SIDE, recording.ID, dealt.CAUTION, answer.KEY.
 */
export type FieldPath = string

const number = (low: number, high: number, what: string) =>
  z.number().min(low, `${what} cannot be below ${low}.`).max(high, `${what} cannot be above ${high}.`)
const hours = number(0, 168, 'Hours a week')

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
  /** spacers between the toes, big toe first, mm */
  spacersMm: z.tuple([spacer, spacer, spacer, spacer]),
  /** sentences pinned for the client's page, and those for the letter */
  pinnedSentences: z.array(shortTextSchema).max(60),
  letterSentences: z.array(shortTextSchema).max(60),
} as const
export type AnswerKey = keyof typeof answerSchemas
export const answerKeys = Object.keys(answerSchemas) as AnswerKey[]
export type AnswerValue<K extends AnswerKey> = z.infer<(typeof answerSchemas)[K]>

export const markSchema = z.object({
  side: sideSchema,
  /**
   * Sole and top: across in ball widths from the axis, + medial; along in foot lengths from the heel. Inner and outer:
   * across is the height in foot lengths. Back and leg: across in widths from the middle, + medial; along is the height.
   */
  across: z.number().min(-1).max(1),
  along: z.number().min(-0.1).max(1.2),
  kind: z.enum(markKinds),
  /** marks of older visits lie on the sole */
  view: z.enum(markViews).optional(),
  worst: number(0, 10, 'Worst pain').int().optional(),
  when: z.array(z.enum(painMoments)).max(painMoments.length).optional(),
  since: shortTextSchema.optional(),
})
export type Mark = z.infer<typeof markSchema>

export const eventSchema = z.object({
  kind: z.enum(eventKinds),
  side: z.enum(['left', 'right', 'both']),
  /** month it happened; the year alone is kept as January */
  month: monthSchema,
  words: shortTextSchema.optional(),
})
export type StoryEvent = z.infer<typeof eventSchema>

const optional = <T extends z.ZodType>(schema: T) => schema.optional()
const mm = (low: number, high: number, what: string) => optional(number(low, high, what))
const nudgeSchema = z.object({
  xMm: number(-60, 60, 'A shoe moved sideways'),
  yMm: number(-60, 60, 'A shoe moved along'),
  turnDeg: number(-30, 30, 'A turned shoe'),
})
// longer than any shoe: an inside a thousand times as large would take the fit with it
const mostInsoleMm = 500
const insolePointSchema = z.object({
  x: numberIn(-mostInsoleMm, mostInsoleMm),
  y: numberIn(-mostInsoleMm, mostInsoleMm),
})
export const insoleSchema = z.object({
  points: z
    .array(insolePointSchema)
    .min(8, 'An inside has at least 8 points.')
    .max(3000, 'At most 3,000 points.'),
  from: z.enum(['photo', 'file']),
})

export const deviceOnFootSchema = z.object({
  kind: z.enum(deviceKinds),
  volume: z.enum(volumeClasses),
  reason: z.enum(deviceReasons),
  since: monthSchema.optional(),
  prescriber: lineSchema.pipe(z.string().max(80, 'At most 80 letters.')).optional(),
  heelMm: mm(0, 40, 'The thickness'),
  archMm: mm(0, 50, 'The thickness'),
  forefootMm: mm(0, 30, 'The thickness'),
  widthBallMm: mm(30, 140, 'The width'),
  widthHeelMm: mm(20, 110, 'The width'),
  hoursPerDay: optional(number(0, 24, 'Hours a day')),
})
export type DeviceOnFoot = z.infer<typeof deviceOnFootSchema>

export const shoeSchema = z.object({
  name: lineSchema.pipe(z.string().min(1, 'The shoe needs a name.').max(80, 'At most 80 letters.')),
  hoursPerWeek: optional(hours),
  stackHeelMm: optional(number(0, 120, 'The stack at the heel')),
  stackForefootMm: optional(number(0, 120, 'The stack at the forefoot')),
  weightG: optional(number(20, 3000, 'The weight')),
  bendStiffness: optional(number(0, 5, 'The bend')),
  twistStiffness: optional(number(0, 5, 'The twist')),
  supportFeatures: optional(number(0, 12, 'Support features').int()),
  innerWidthBallMm: optional(number(40, 170, 'The inner width at the ball')),
  innerWidthToesMm: optional(number(30, 170, 'The inner width at the toes')),
  use: optional(z.enum(shoeUses)),
  wear: optional(
    z
      .array(z.object({ activity: z.enum(wearActivities), surface: z.enum(wearSurfaces), hours: hours }))
      .max(20),
  ),
  size: optional(z.object({ system: z.enum(sizeSystems), value: number(0, 400, 'A size') })),
  sinceMonth: optional(monthSchema),
  toeSpringMm: mm(0, 60, 'The toe spring'),
  supports: optional(z.array(z.enum(supportFeatureIds)).max(supportFeatureIds.length)),
  innerLengthMm: mm(120, 380, 'The inner length'),
  innerWidthHeelMm: mm(25, 130, 'The inner width at the heel'),
  taperInnerDeg: optional(number(-20, 60, 'The inner taper')),
  taperOuterDeg: optional(number(-20, 60, 'The outer taper')),
  depthForefootMm: mm(10, 120, 'The depth at the forefoot'),
  depthArchMm: mm(20, 200, 'The depth at the arch'),
  depthHeelMm: mm(20, 300, 'The depth at the heel'),
  soleWidthMm: mm(30, 180, 'The width of the sole'),
  heelBaseWidthMm: mm(5, 150, 'The width of the heel base'),
  heelFlareMm: mm(0, 40, 'The flare'),
  closure: optional(z.enum(closures)),
  heelCounter: optional(z.enum(heelCounters)),
  groundProtection: optional(z.enum(groundProtections)),
  insert: optional(
    z.object({
      kind: z.enum(insertKinds),
      heelMm: mm(0, 40, 'The thickness'),
      archMm: mm(0, 50, 'The thickness'),
      forefootMm: mm(0, 30, 'The thickness'),
      since: monthSchema.optional(),
    }),
  ),
  wornZones: optional(z.array(z.enum(soleZones)).max(soleZones.length)),
  /** photo of the sole */
  soleId: optional(idSchema),
  insole: optional(insoleSchema),
  /** the photo the inside was traced on */
  insoleId: optional(idSchema),
  nudge: optional(z.object({ left: nudgeSchema.optional(), right: nudgeSchema.optional() })),
  ownVerdict: optional(
    z.object({
      choice: z.enum(verdictChoices),
      hoursPerWeek: optional(hours),
      note: z.string().trim().max(400, 'At most 400 letters.').optional(),
    }),
  ),
  isRetired: optional(z.boolean()),
  isGhost: optional(z.boolean()),
})
export type ShoeOnShelf = z.infer<typeof shoeSchema>

export const dealtSchema = z.object({
  /** written by the server: whoever is signed in */
  by: lineSchema.pipe(z.string().min(1).max(120)),
  on: daySchema,
  words: z.string().trim().min(3, 'Say in a few words how it was dealt with.').max(1000),
})

export type ParsedPath =
  | { kind: 'measure'; measure: MeasureId; side: Side; trial: number }
  | { kind: 'mark' | 'shoe' | 'device' | 'event' | 'recording'; id: string }
  | { kind: 'photo'; view: PhotoView; side: Side }
  | { kind: 'print'; side: Side }
  | { kind: 'dealt'; caution: string }
  | { kind: 'answer'; key: string }

const idPart = /^[0-9a-z]{8,40}$/
const cautionKeys = cautionQuestions.map((q) => `caution:${q}`)
/** Trials that a row keeps. */
export const mostTrials = 9

function isOneOf<T extends string>(list: readonly T[], text: string | undefined): text is T {
  return list.some((item) => item === text)
}

/** What a path points to, or undefined where it points to nothing. */
export function parsePath(path: FieldPath): ParsedPath | undefined {
  const [kind, a, b, c, ...more] = path.split('.')
  if (more.length > 0 || a === undefined) return undefined
  if (kind === 'measure') {
    const trial = Number(c)
    if (
      !isOneOf(measureIds, a) ||
      !isOneOf(sides, b) ||
      !Number.isInteger(trial) ||
      trial < 1 ||
      trial > mostTrials ||
      // "01" would be a second path to the same trial
      String(trial) !== c
    )
      return undefined
    return { kind, measure: a, side: b, trial }
  }
  if (kind === 'photo' && isOneOf(photoViews, a) && isOneOf(sides, b) && c === undefined)
    return { kind, view: a, side: b }
  if (b !== undefined) return undefined
  if (
    (kind === 'mark' || kind === 'shoe' || kind === 'device' || kind === 'event' || kind === 'recording') &&
    idPart.test(a)
  )
    return { kind, id: a }
  if (kind === 'print' && isOneOf(sides, a)) return { kind, side: a }
  if (kind === 'dealt' && isOneOf(cautionIds, a)) return { kind, caution: a }
  if (kind === 'answer' && (isAnswerKey(a) || cautionKeys.includes(a))) return { kind, key: a }
  return undefined
}

function measureValueSchema(id: MeasureId): z.ZodType {
  const state = z.enum(measureStates)
  if (!isNumberMeasure(id)) return z.union([z.enum(measureTable[id].words), state])
  const { possible, unit } = measureTable[id]
  const range = `This must lie between ${possible[0]} and ${possible[1]} ${unit}.`
  return z.union([z.number().min(possible[0], range).max(possible[1], range), state])
}

function isAnswerKey(key: string): key is AnswerKey {
  // own keys only: a path may come from anywhere, and every object has a constructor
  return Object.hasOwn(answerSchemas, key)
}

/** The contract of one field's value, without null; null takes a value away. */
export function fieldSchemaOf(parsed: ParsedPath): z.ZodType {
  switch (parsed.kind) {
    case 'measure':
      return measureValueSchema(parsed.measure)
    case 'mark':
      return markSchema
    case 'event':
      return eventSchema
    case 'photo':
      return photoSchema
    case 'recording':
      return recordingSchema
    case 'shoe':
      return shoeSchema
    case 'device':
      return deviceOnFootSchema
    case 'print':
      return printSchema
    case 'dealt':
      return dealtSchema
    case 'answer':
      return isAnswerKey(parsed.key) ? answerSchemas[parsed.key] : z.boolean()
  }
}

export type FieldProblem = { path: string; message: string; code: 'unknownField' | 'badValue' | 'tooDeep' }

/** Checks one change. @returns the value to keep (null takes it away), or what is wrong with it */
export function checkChange(change: {
  path: string
  value: unknown
}): { ok: true; value: unknown } | { ok: false; problem: FieldProblem } {
  try {
    return checkCleanChange({ path: change.path, value: throughTheDoor(change.value) })
  } catch (error) {
    if (!(error instanceof DoorError)) throw error
    return { ok: false, problem: { path: change.path, code: 'tooDeep', message: tooDeepText } }
  }
}

/** The same for a value that came through the door already, such as the body of a request. */
export function checkCleanChange(change: {
  path: string
  value: unknown
}): { ok: true; value: unknown } | { ok: false; problem: FieldProblem } {
  const parsed = parsePath(change.path)
  if (!parsed)
    return {
      ok: false,
      problem: {
        path: change.path,
        code: 'unknownField',
        message: 'There is no such field in a visit. Nothing was changed.',
      },
    }
  if (change.value === null) return { ok: true, value: null }
  const result = fieldSchemaOf(parsed).safeParse(change.value)
  if (result.success) return { ok: true, value: result.data }
  return { ok: false, problem: { path: change.path, code: 'badValue', message: firstSentence(result.error) } }
}

/** The first thing that is wrong, in words; of a union, the branch that came closest to fitting. */
export function firstSentence(error: z.ZodError): string {
  let issue = error.issues[0]
  while (issue?.code === 'invalid_union')
    issue = (issue.errors.find((branch) =>
      branch.some((i) => i.code !== 'invalid_type' && i.code !== 'invalid_value'),
    ) ?? issue.errors[0])?.[0]
  const where = issue && issue.path.length > 0 ? ` (${issue.path.join('.')})` : ''
  return `${issue?.message ?? 'This value cannot be read.'}${where}`
}
