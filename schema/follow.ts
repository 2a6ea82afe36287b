import { z } from 'zod'
import {
  channels,
  donenesses,
  followActions,
  lanes,
  selfTestIds,
  selfTests,
  stopSigns,
  type HoldLimits,
} from '@sturvo/core/followup'
import { daySchema, idSchema, longTextSchema, numberIn, shortTextSchema, sideSchema } from './common'

const momentSchema = z.iso.datetime({ error: 'A moment is written 2026-05-04T18:30:00Z.' })
const painSchema = z.number().int().min(0, 'Pain is 0 to 10.').max(10, 'Pain is 0 to 10.')
const minutesSchema = numberIn(0, 1440)
const place = numberIn(0, 1)

/** An entry of the log, from the client's page or keyed in from paper; see core/followup. */
export const logEntrySchema = z.object({
  id: idSchema,
  day: daySchema,
  at: momentSchema,
  replaces: z.array(idSchema).max(50).optional(),
  training: z.enum(donenesses).optional(),
  hadTwoMore: z.boolean().optional(),
  spacersMin: minutesSchema.optional(),
  shoesMin: minutesSchema.optional(),
  shoesLongestMin: minutesSchema.optional(),
  pain: painSchema.optional(),
  firstSteps: painSchema.optional(),
  morning: painSchema.optional(),
  places: z
    .array(z.object({ side: sideSchema, across: place, along: place }))
    .max(12)
    .optional(),
  cramp: z.boolean().optional(),
  stops: z.array(z.enum(stopSigns)).max(stopSigns.length).optional(),
  words: longTextSchema.optional(),
  /** tries of the client's own, each within what anybody could do */
  tests: z
    .array(
      z
        .object({ test: z.enum(selfTestIds), side: sideSchema, value: z.number().min(0) })
        .refine(({ test, value }) => value <= selfTests[test].most, 'This is more than anybody can do.'),
    )
    .max(2 * selfTestIds.length)
    .optional(),
})
export type LogEntryAnswer = z.infer<typeof logEntrySchema>

/** A log in a file: entries as they are sent. */
export const logFileSchema = z.array(logEntrySchema).max(5000, 'At most 5,000 entries in a file.')

/** Many at once: a phone that was offline sends what waited. */
export const logPostSchema = z.object({
  entries: z.array(logEntrySchema).min(1, 'There is no entry.').max(400, 'At most 400 entries at once.'),
  /** the sender's clock when it sent, to notice one that is wrong */
  sentAt: momentSchema,
})
export type LogPost = z.infer<typeof logPostSchema>
/** What holds everything back that would be handed to a client now, whichever room it was told in. */
export const inForceSchema = z.object({
  stops: z.array(
    z.object({
      what: z.string(),
      toldAt: z.enum(['visit', 'log', 'yearOfBirth']),
      since: daySchema,
      visitId: idSchema.optional(),
    }),
  ),
  /** what waits of the plan in force since a visit told something: in words, a line each */
  waiting: z
    .object({ number: z.number().int(), visitId: idSchema, day: daySchema, lines: z.array(z.string()) })
    .optional(),
})
export type InForceAnswer = z.infer<typeof inForceSchema>

export const logPostedSchema = z.object({
  /** ids that are kept now, sent before or not */
  kept: z.array(idSchema).max(400),
  /** the server's clock */
  now: z.string(),
  paused: z.boolean(),
})
export type LogPosted = z.infer<typeof logPostedSchema>

const pathSchema = z.object({
  d: z.string(),
  fill: z.string(),
  stroke: z.string(),
  width: z.number(),
  dash: z.string().optional(),
})
/** Drawn for the side it shows; the other is its mirror image. */
const figureSchema = z.object({
  title: z.string(),
  shows: sideSchema,
  box: z.string(),
  frames: z.array(z.array(pathSchema)).max(4),
})
export type ClientFigure = z.infer<typeof figureSchema>
/** Pictures of the drills of a plan, sent after it: the page can be used before they are there. */
export const clientFiguresSchema = z.object({ planId: idSchema, figures: z.record(z.string(), figureSchema) })
export type ClientFigures = z.infer<typeof clientFiguresSchema>
const drillSchema = z.object({
  id: z.string(),
  name: z.string(),
  /** what it is good for, in the client's words */
  why: z.string(),
  cue: z.string(),
  slip: z.string(),
  easier: z.string(),
  /** what a caution in force asks for when it is done: on the phone as on paper */
  lines: z.array(z.string()).optional(),
})
export type ClientDrill = z.infer<typeof drillSchema>
const footSchema = z.object({
  path: z.string(),
  nails: z.array(z.string()).max(10),
  creases: z.array(z.string()).max(20),
  left: z.number(),
  right: z.number(),
  top: z.number(),
  bottom: z.number(),
})
const timedSchema = z.object({
  id: z.string(),
  sides: z.enum(['both', 'each']),
  sets: z.number(),
  extraSets: z.object({ left: z.number(), right: z.number() }).partial(),
  setS: z.number(),
  reps: z.number().optional(),
  dose: z.string(),
})
export const clientDaySchema = z.object({
  date: daySchema,
  week: z.number().int(),
  parts: z.array(z.array(z.string()).max(40)).max(2),
  trainMin: z.number(),
  spacersMin: z.number(),
  shoesMin: z.number(),
  shoesMostMin: z.number(),
  setsShare: z.number().optional(),
  isEasier: z.boolean().optional(),
  checks: z.array(z.string()).max(20),
  /** small tests the client may try alone on this day */
  tests: z.array(z.enum(selfTestIds)).max(selfTestIds.length),
})
export type ClientDay = z.infer<typeof clientDaySchema>

/** One plan version as its client sees it: no finding, no name of anybody, nothing that was only for the practitioner. */
export const clientPlanSchema = z.object({
  planId: idSchema,
  version: z.number().int(),
  startsOn: daySchema,
  changeoverS: z.number(),
  /** a session that nobody looked at for longer waits where it was seen last */
  awayMin: z.number(),
  drills: z.record(z.string(), drillSchema),
  /** both feet from above, toes up, left on the left */
  feet: z.object({ left: footSchema, right: footSchema }),
  phases: z
    .array(z.object({ fromWeek: z.number(), weeks: z.number(), drills: z.array(timedSchema).max(80) }))
    .max(8),
  days: z.array(clientDaySchema).max(800),
  care: z.array(z.string()).max(40),
  tooMuch: z.array(z.string()).max(20),
  /** why this version is another than the one before, in one sentence */
  changed: z.string().optional(),
  /** a part of it waits since a visit told something: said as long as it does, and never what or why */
  waits: z.string().optional(),
})
export type ClientPlan = z.infer<typeof clientPlanSchema>

export const contactSchema = z.object({ practice: z.string(), phone: z.string(), emergency: z.string() })
export type Contact = z.infer<typeof contactSchema>

/** What a link opens. */
export const clientAnswerSchema = z.object({
  plan: clientPlanSchema,
  contact: contactSchema,
  until: daySchema,
  now: z.string(),
  paused: z.object({ since: daySchema, signs: z.array(z.enum(stopSigns)).max(stopSigns.length) }).optional(),
  /** days that were written down, so that a second phone knows */
  logged: z
    .array(
      z.object({
        day: daySchema,
        training: z.enum(donenesses).optional(),
        spacersMin: z.number().optional(),
        shoesMin: z.number().optional(),
        pain: z.number().optional(),
        firstSteps: z.number().optional(),
        morning: z.number().optional(),
      }),
    )
    .max(800),
  /** by which the phone holds the plan by itself; answers kept on phones from before have none */
  hold: z
    .object({
      from: daySchema,
      calmMean: z.number(),
      calmDay: z.number(),
      dayNoise: z.number(),
      once: z.number(),
      twice: z.number(),
      daysLeast: z.number(),
      judgedDays: z.number(),
      backShare: z.number(),
      growth: z.number(),
      staleDays: z.number(),
    } satisfies Record<keyof HoldLimits, z.ZodType>)
    .optional(),
})
export type ClientAnswer = z.infer<typeof clientAnswerSchema>

/** Everything the client's page needs, put inside it where it is handed over as one file. */
export const planFileSchema = z.object({
  /** 16 hex digits, the same for every plan of one client: what is handed back says by it whose it is */
  owner: z.string().regex(/^[0-9a-f]{16}$/),
  answer: clientAnswerSchema,
  figures: clientFiguresSchema,
  /** entries with stop signs that a practitioner has settled; any other on the phone keeps the plan paused */
  settled: z.array(idSchema).max(2000),
})
export type PlanFile = z.infer<typeof planFileSchema>

const linkWord = z.string().regex(/^\d{4}$/, 'The word is four digits.')
export const newLinkSchema = z.object({ id: idSchema, until: daySchema, word: linkWord.optional() })
export type NewLink = z.infer<typeof newLinkSchema>
export const linkSchema = z.object({
  id: idSchema,
  until: daySchema,
  hasWord: z.boolean(),
  createdOn: daySchema,
  lastOpened: z.string().nullable(),
  revokedOn: daySchema.nullable(),
  isLocked: z.boolean(),
})
export type ClientLink = z.infer<typeof linkSchema>
export const linksSchema = z.object({ links: z.array(linkSchema) })
/** The token is told once, and kept nowhere. */
export const madeLinkSchema = linkSchema.extend({
  token: z.string(),
  address: z.string(),
  isPublic: z.boolean(),
})
export type MadeLink = z.infer<typeof madeLinkSchema>
export const linkChangeSchema = z.object({ until: daySchema.optional(), unlock: z.literal(true).optional() })

export const evidenceSchema = z.object({
  days: z.array(z.string()).optional(),
  value: z.number().optional(),
  level: z.number().optional(),
  limit: z.number().optional(),
  channel: z.enum(channels).optional(),
  signs: z.array(z.enum(stopSigns)).optional(),
  side: sideSchema.optional(),
  lane: z.enum(lanes).optional(),
})
const firedSchema = z.object({
  rule: z.string(),
  action: z.enum(followActions).optional(),
  lanes: z.array(z.enum(lanes)),
  evidence: evidenceSchema,
})
export const followUpSchema = z.object({
  action: z.enum(followActions).optional(),
  lanes: z.array(z.enum(lanes)),
  fired: z.array(firedSchema),
  minutes: z.object({ spacers: z.number(), shoes: z.number() }).partial(),
  setsShare: z.number(),
  lastDay: z.string().optional(),
})
export const logLineSchema = logEntrySchema.extend({
  by: z.enum(['client', 'practice']),
  receivedAt: z.string(),
  /** minutes the sender's clock was ahead of the server's, where it was clearly wrong */
  clockOffMin: z.number().optional(),
})
export const logAnswerSchema = z.object({
  entries: z.array(logLineSchema),
  planId: z.string().optional(),
  planNumber: z.number().int().optional(),
  planEndsOn: daySchema.optional(),
  /** whether this version has a page to print */
  hasPage: z.boolean().optional(),
  /** where the phone holds the plan by itself */
  held: z
    .object({
      week: z.number().int(),
      behind: z.number().int(),
      share: z.number(),
      why: z.enum(['silence', 'pain', 'stepBack']),
    })
    .optional(),
  /** part of everything with which a stopped plan begins again */
  restartShare: z.number(),
  /** the server's clock: the log is seen up to here */
  now: z.string(),
  followUp: followUpSchema.optional(),
  /** by which a log that is handed back as text says whose it is */
  owner: z.string(),
  decisions: z.array(
    z.object({ day: daySchema, kind: z.string(), rule: z.string(), words: z.string(), by: z.string() }),
  ),
})
export type LogAnswer = z.infer<typeof logAnswerSchema>

/** What a practitioner decides about a proposal. */
export const followDecisionSchema = z.discriminatedUnion('kind', [
  /** a new plan version is made of it */
  z.object({
    kind: z.literal('take'),
    id: idSchema,
    planId: idSchema,
    action: z.enum(['hold', 'backOff', 'restart', 'advance']),
    rule: shortTextSchema,
    setsShare: numberIn(0.1, 1),
    minutes: z.object({ spacers: minutesSchema, shoes: minutesSchema }).partial(),
    words: longTextSchema,
  }),
  z.object({
    kind: z.literal('putOff'),
    id: idSchema,
    rule: shortTextSchema,
    toDay: daySchema,
    words: longTextSchema,
  }),
  z.object({
    kind: z.literal('reopen'),
    id: idSchema,
    planId: idSchema,
    rule: shortTextSchema,
    /** how far the log was seen: a sign that came later is not settled unseen */
    seenUpTo: momentSchema,
    words: z
      .string()
      .trim()
      .min(1, 'Write what was found before the plan is opened again.')
      .max(4000, 'At most 4,000 letters.'),
  }),
])
export type FollowDecision = z.infer<typeof followDecisionSchema>
